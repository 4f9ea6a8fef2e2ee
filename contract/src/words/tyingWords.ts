import { oppositeSide, type Side, type TyingFault, type TyingStep, type TyingWay } from '@easytuck/core';

/** How sides are named to whoever follows: the wearer himself, or somebody who ties it on him and faces him. */
export type Told = 'wearer' | 'helper';

/** What to say of one step. */
export interface StepWords {
  readonly name: string;
  /** What to do, in one sentence. */
  readonly act: string;
  /** What each hand does: the hand on the long end's side first. */
  readonly hands: readonly [string, string];
  /** What should be seen before going on. */
  readonly check: string;
  /** What commonly goes wrong here. */
  readonly trap: string;
}

/** What is told depends on the hand, the way, and who is told. */
export interface StepContext {
  readonly longEnd: Side;
  readonly way: TyingWay;
  readonly told: Told;
  /** The lead in words, such as 1½ in. */
  readonly lead: string;
}

/** A side as it is named: to a helper also as it lies in the picture before him. */
export function sideName(side: Side, told: Told): string {
  return told === 'wearer' ? `your ${side}` : `the wearer’s ${side} (${oppositeSide(side)} as you face him)`;
}

/** What to say of a step. The order and the words are common practice, no source; which fold holds is derived in docs/model.md. */
export function stepWords(step: TyingStep, { longEnd, way, told, lead }: StepContext): StepWords {
  const own = sideName(longEnd, told);
  const other = sideName(oppositeSide(longEnd), told);
  const hand = (side: Side): string => (told === 'wearer' ? `${capital(side)} hand` : `Hand on the wearer’s ${side}`);
  const [ownHand, otherHand] = [hand(longEnd), hand(oppositeSide(longEnd))];
  const even = way === 'evenEnds';
  switch (step) {
    case 'prepare':
      return {
        name: 'Drape',
        act: 'Collar up, top button closed; lay the strip round the collar with its seam to the shirt and run it to and fro until it lies flat.',
        hands: [`${ownHand}: holds one blade by the belly.`, `${otherHand}: holds the other and draws in turn.`],
        check: 'Both ends hang flat, none of the band is turned over, the button is closed.',
        trap: 'A band that is twisted at the back comes out as a twisted end much later.',
      };
    case 'lead':
      return even
        ? {
            name: 'Even ends',
            act: 'Let both ends hang to the same height; this way needs no lead.',
            hands: [`${ownHand}: draws until the tips are level.`, `${otherHand}: holds its end still.`],
            check: 'The tips are level.',
            trap: 'A lead that is left in makes one bow wider than the other.',
          }
        : {
            name: 'Lead',
            act: `Draw the end on ${own} down until it hangs ${lead} lower than the other.`,
            hands: [`${ownHand}: draws the long end down.`, `${otherHand}: lets the band slide, then holds it.`],
            check: `The long end, on ${own}, hangs ${lead} lower; the band has not moved off the collar.`,
            trap: 'Guessed by eye the lead is out by half an inch as often as not: the back bow comes out wider or narrower than the front.',
          };
    case 'cross':
      return {
        name: 'Cross',
        act: `Lay the long end over the short one before the collar button, so that it points to ${other}.`,
        hands: [`${ownHand}: takes the short end over as it comes across.`, `${otherHand}: receives the long end.`],
        check: 'The long end lies on top; both cross where they are still narrow.',
        trap: 'Crossed on the wide part, the knot turns lumpy: the band is set too short.',
      };
    case 'halfKnot':
      return {
        name: 'Half-knot',
        act: 'Take the long end under the crossing and up between tie and collar, then draw both ends until the half-knot sits on the button.',
        hands: [`${ownHand}: draws the short end down.`, `${otherHand}: leads the long end up behind and draws it upward.`],
        check: 'Snug at the button, with room for a finger at the throat; the long end is still a little the longer.',
        trap: 'For most this is the last chance to tighten at the neck. If it stays slack, the bow hangs low. Never draw it so far that it presses.',
      };
    case 'park':
      return {
        name: 'Park the long end',
        act: `Lay the long end over the shoulder on ${own}, out of the way.`,
        hands: [`${ownHand}: lays it over the shoulder.`, `${otherHand}: keeps the half-knot at the button.`],
        check: 'The short end hangs alone in the middle.',
        trap: 'Letting go of the half-knot here loosens it.',
      };
    case 'frontBow':
      return {
        name: 'Front bow',
        act: `Fold the short blade at its belly and lay it across the button: the loop on ${other}, the flat end on ${own}, the waist in the middle.`,
        hands: [
          `${ownHand}: lays the flat end across and holds it.`,
          `${otherHand}: makes the loop; thumb behind it, forefinger in front.`,
        ],
        check: `The fold lies on ${other}. That side is no matter of taste: folded to ${own} it ends in a granny.`,
        trap: 'Folded to the wrong side, or the waist off the middle: the finished bow turns upright, or one half is wider.',
      };
    case 'drop':
      return {
        name: 'Drop',
        act: 'Bring the long end off the shoulder and straight down over the middle of the front bow.',
        hands: [`${ownHand}: drops the long end, flat.`, `${otherHand}: holds the front bow in the middle.`],
        check: 'It lies flat and covers the middle; its outer face is in front. A wide one is folded lengthwise here.',
        trap: 'Turned over as it falls, it shows its lining.',
      };
    case 'passage':
      return {
        name: 'Find the passage',
        act:
          way === 'pinchAndTurn'
            ? `Put the thumb behind the front bow from ${other} and leave it there: it keeps the passage open.`
            : 'Pinch both wings of the front bow forward together: behind them, under the long end, a gap opens.',
        hands: [
          `${ownHand}: pinches the wings together before the knot.`,
          `${otherHand}: feels for the gap with the forefinger from ${other}.`,
        ],
        check: 'A finger goes through behind the front bow, before the half-knot. It is felt, not seen; turn sideways to the mirror.',
        trap: 'No gap: the front bow was folded the wrong way, or the half-knot has come loose.',
      };
    case 'wrap':
      return {
        name: 'Round the finger',
        act: `Lay the upper end down over the forefinger, which points across the button, and hold it out to ${other}.`,
        hands: [`${ownHand}: forefinger across the button, under the long end.`, `${otherHand}: lays the long end over it and holds it.`],
        check: 'The finger lies in a loose turn; the other end hangs behind it.',
        trap: 'Laid too tight round the finger, nothing can be pushed through.',
      };
    case 'pushFront':
      return {
        name: 'Push the lower end through',
        act: `Fold the lower end at its belly and push the fold through from ${own}, where the finger was, to ${other}.`,
        hands: [
          `${ownHand}: pushes the fold in as the finger is drawn out.`,
          `${otherHand}: takes the loop as it comes and keeps hold of the long end.`,
        ],
        check: `A loop on ${other}, a flat end on ${own}, the turn of the long end over the middle.`,
        trap: 'The finger drawn out too early lets the turn fall shut.',
      };
    case 'backBow':
      return {
        name: 'Back bow',
        act:
          way === 'pinchAndTurn'
            ? `Pinch the long blade at its belly, turn it right over, and push the fold past the thumb, from ${other} to ${own}, high behind the front bow.`
            : way === 'plainPush'
              ? `Push the long end through the passage as it hangs, from ${other} to ${own}; it folds on its way. Stop at its belly.`
              : `Fold the long blade at its belly and push the fold first through the passage, from ${other} to ${own}, high behind the front bow.`,
        hands: [
          `${ownHand}: waits on its side and takes the fold as it comes.`,
          `${otherHand}: pushes with the forefinger, from the side of the front loop.`,
        ],
        check: 'Untidy, but two loops and two flat ends, a loop and a flat end on each side. That is as it should be: go on.',
        trap: 'Pushed in from the flat end’s side both loops lie on one side and it falls apart. Pulled through whole, it is undone.',
      };
    case 'tighten':
      return {
        name: 'First tightening',
        act: 'Take a loop in each hand and draw them apart, both at once, until the waist is in the knot.',
        hands: [`${ownHand}: draws the back bow’s loop.`, `${otherHand}: draws the front bow’s loop.`],
        check: 'The knot is firm and sits on the button; nothing slips.',
        trap: 'Never by the flat ends: that undoes it. Pulled too far, a flat end slips out through the knot.',
      };
    case 'balance':
      return {
        name: 'Balance',
        act: 'Even it out by small opposed pulls: flat ends first, then the loops together; turn the whole bow level.',
        hands: [`${ownHand}: draws one layer a little.`, `${otherHand}: holds the knot, then draws the opposite one.`],
        check: 'Loop and flat end reach equally far on each side; front and back bow agree; level; knot on the button.',
        trap: 'Large pulls overshoot. Measure again after each pass.',
      };
    case 'collarDown':
      return {
        name: 'Collar down',
        act: 'Turn the collar down over the band all the way round and look again.',
        hands: [`${ownHand}: turns its side down.`, `${otherHand}: turns its side down.`],
        check: 'No band shows, the button is hidden, the bow lies on the collar.',
        trap: 'Dizziness, headache, short breath: loosen it at once.',
      };
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What to say of a way of tying: its name, whom it suits, what it costs. */
export interface WayWords {
  readonly name: string;
  readonly suits: string;
  readonly costs: string;
}

/** Ways that are offered. On the thigh and on somebody else the strip moves as in the main way. */
export const OFFERED_WAYS = ['main', 'pinchAndTurn', 'plainPush', 'evenEnds', 'onThigh', 'helper'] as const;

export type OfferedWay = TyingWay | (typeof OFFERED_WAYS)[number];

/** Common practice, no source. */
export const WAY_WORDS: Readonly<Record<OfferedWay, WayWords>> = {
  main: {
    name: 'Front bow first',
    suits: 'everybody who learns: each step can be checked before the next',
    costs: 'the passage has to be found by feel',
  },
  pinchAndTurn: {
    name: 'Thumb in the passage',
    suits: 'nimble fingers that lose the passage',
    costs: 'one thumb is busy from the front bow on',
  },
  plainPush: {
    name: 'Plain push',
    suits: 'short or stiff ties, stiff fingers',
    costs: 'the back bow lies less well and wants more smoothing',
  },
  evenEnds: {
    name: 'Even ends, round a finger',
    suits: 'those who never remember a lead',
    costs: 'band at its longest; the back bow comes out narrower, since it has no lead to live on',
  },
  onThigh: {
    name: 'On the thigh or a cylinder',
    suits: 'practice, and tying for somebody who cannot',
    costs: 'the band is set for that girth and taken in on the neck',
  },
  helper: {
    name: 'Tied by a helper',
    suits: 'wearers whose hands do not serve',
    costs: 'left and right change places; ask before working at a throat, and stop when asked',
  },
};

/** What is seen of a fault, why, what to do, and the step to go back to. */
export interface FaultWords {
  readonly seen: string;
  readonly cause: string;
  readonly remedy: string;
  readonly backTo: TyingStep;
}

/** Common practice, no source; the granny and the one-sided push are derived in docs/model.md. */
export const FAULT_WORDS: Readonly<Record<TyingFault, FaultWords>> = {
  granny: {
    seen: 'The bow turns upright, sits crooked, slips',
    cause: 'The front loop was laid on the side the long end came from: two half-knots of one hand, a granny.',
    remedy: 'Undo to the front bow and fold it to the other side.',
    backTo: 'frontBow',
  },
  noPassage: {
    seen: 'There is no gap behind the front bow',
    cause: 'The front bow was folded the wrong way, or the half-knot was let loose.',
    remedy: 'Lift the long end off, fold the front bow again, hold the knot.',
    backTo: 'frontBow',
  },
  loopsOnOneSide: {
    seen: 'Both loops on one side; it falls apart',
    cause: 'The back bow was pushed in from the flat end’s side: there is no second half-knot.',
    remedy: 'Draw it out and push from the side of the front loop.',
    backTo: 'passage',
  },
  flatEndThrough: {
    seen: 'A flat end came through, all undone',
    cause: 'A flat end was pulled, or a loop was pulled too far.',
    remedy: 'Begin again at the front bow; tighten by the loops only.',
    backTo: 'frontBow',
  },
  leadTooLong: {
    seen: 'The back bow is wider than the front',
    cause: 'The lead was too long.',
    remedy: 'Tie again with less lead; the balance desk says how much.',
    backTo: 'lead',
  },
  leadTooShort: {
    seen: 'The front bow is wider than the back',
    cause: 'The lead was too short.',
    remedy: 'Tie again with more lead; the balance desk says how much.',
    backTo: 'lead',
  },
  twistedEnd: {
    seen: 'A flat end shows its wrong face',
    cause: 'The strip was turned over at the drop or at the push.',
    remedy: 'Draw that end back, lay it flat, push again.',
    backTo: 'drop',
  },
  setTooShort: {
    seen: 'Tiny and ragged; the ends hardly reach',
    cause: 'The band is set too short.',
    remedy: 'Let the band out; the bench says how far.',
    backTo: 'prepare',
  },
  lumpyCrossing: {
    seen: 'The knot is lumpy',
    cause: 'The ends cross on the widened part of the blade.',
    remedy: 'Set the band longer, so that narrow cloth crosses.',
    backTo: 'cross',
  },
  lowBow: {
    seen: 'The bow hangs below the button',
    cause: 'The half-knot was not snug, or the band is too long.',
    remedy: 'Snug the half-knot before the first fold; take the band in.',
    backTo: 'halfKnot',
  },
  standsOff: {
    seen: 'The bow stands off the collar',
    cause: 'The half-knot slid forward while the bows were made.',
    remedy: 'Hold the half-knot at the button all the way; draw up by the loops.',
    backTo: 'halfKnot',
  },
  fatKnot: {
    seen: 'The knot is fat',
    cause: 'A wide waist or thick cloth was not gathered, or it is not pulled up.',
    remedy: 'Fold the long end lengthwise at the drop; tighten by the loops; roll the knot flat over a thumb.',
    backTo: 'drop',
  },
  uneven: {
    seen: 'One side is wider',
    cause: 'Loop and flat end are not even.',
    remedy: 'Draw the longer flat end in by its loop’s tail-side layer, a little at a time.',
    backTo: 'balance',
  },
  tilted: {
    seen: 'The bow leans to one side',
    cause: 'It was not levelled. If it turns back by itself, look for a granny.',
    remedy: 'Hold the knot and turn the whole bow level.',
    backTo: 'balance',
  },
  creased: {
    seen: 'Creases across the front',
    cause: 'The front bow was crushed while the back bow was pushed.',
    remedy: 'Stretch the wings out and smooth them; steam it later.',
    backTo: 'backBow',
  },
  loosened: {
    seen: 'It shrinks and loosens as the evening goes on',
    cause: 'Slippery cloth, or a knot that was never firm.',
    remedy: 'Draw both loops up again; a firmer knot next time.',
    backTo: 'tighten',
  },
};

/** A line of the blade that the fingers hold. */
export type FingerMark = { readonly end: 'long' | 'short'; readonly line: 'nose' | 'belly' | 'waist' | 'tip' };

/** Where the fingers are in a step. */
export const FINGER_MARKS: Readonly<Record<TyingStep, readonly FingerMark[]>> = {
  prepare: [
    { end: 'long', line: 'belly' },
    { end: 'short', line: 'belly' },
  ],
  lead: [{ end: 'long', line: 'belly' }],
  cross: [
    { end: 'long', line: 'nose' },
    { end: 'short', line: 'nose' },
  ],
  halfKnot: [
    { end: 'long', line: 'tip' },
    { end: 'short', line: 'nose' },
  ],
  park: [{ end: 'long', line: 'belly' }],
  frontBow: [
    { end: 'short', line: 'belly' },
    { end: 'short', line: 'waist' },
  ],
  drop: [{ end: 'long', line: 'nose' }],
  passage: [{ end: 'short', line: 'waist' }],
  wrap: [{ end: 'long', line: 'nose' }],
  pushFront: [{ end: 'short', line: 'belly' }],
  backBow: [{ end: 'long', line: 'belly' }],
  tighten: [
    { end: 'long', line: 'belly' },
    { end: 'short', line: 'belly' },
  ],
  balance: [
    { end: 'long', line: 'belly' },
    { end: 'short', line: 'belly' },
  ],
  collarDown: [],
};
