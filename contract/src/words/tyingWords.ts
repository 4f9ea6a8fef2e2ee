import { halfKnotCheck, oppositeSide, type Digit, type PreparedTie, type Side, type TyingStep, type TyingWay } from '@easytuck/core';
import type { Reader } from './readers.ts';

/** The readers as they are chosen. */
export const READER_WORDS: Readonly<Record<Reader, string>> = {
  wearer: 'the wearer, at a mirror',
  facing: 'a helper, facing the wearer',
  behind: 'a helper, behind the wearer',
};

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
  /** What is good to know, where there is something. */
  readonly more: string | null;
}

/** What is said depends on the hand, the way, and who reads. */
export interface StepContext {
  readonly longEnd: Side;
  readonly way: TyingWay;
  readonly reader: Reader;
  /** The lead in words, such as 1½ in. */
  readonly lead: string;
  /** Where the band is let out for tying and taken in afterwards: the setting to tie at, and the mark to go back to. */
  readonly late?: { readonly longest: string; readonly mark: string } | null | undefined;
  /** What this tie shows once the half-knot is drawn up: how much lower the long tip is, and what evened ends cost. */
  readonly halfKnot?: { readonly lower: string; readonly evened: string } | null | undefined;
  /** Which layer of the back loop tightens it, where that is known of this wearer. */
  readonly backKnotLayer?: 'front' | 'back' | null | undefined;
  /** The setting for the neck, where it is tied on a thigh or a cylinder; null where it is tied on the neck. */
  readonly onThigh?: { readonly mark: string } | null | undefined;
}

/** Side of the reader's own that one of the wearer's sides lies on. */
export const readersSide = (side: Side, reader: Reader): Side => (reader === 'facing' ? oppositeSide(side) : side);

/** A side as it is named: always whose, and to a helper also where it lies for them. */
export function sideName(side: Side, reader: Reader): string {
  return reader === 'wearer' ? `your ${side}` : `the wearer’s ${side} (on your ${readersSide(side, reader)})`;
}

/** What to say of a step. The order and the words are common practice, no source; which fold holds is derived in docs/model.md. */
export function stepWords(step: TyingStep, context: StepContext): StepWords {
  return (
    (context.onThigh ? thighWords(step, context, context.onThigh.mark) : null) ??
    (context.way === 'evenEnds' ? evenEndsWords(step, context) : null) ??
    leadWords(step, context)
  );
}

/** What the strip is tied on, as the steps name its places: a collar on a neck, or a leg. */
interface Ground {
  readonly round: string;
  readonly middle: string;
  readonly up: string;
  readonly close: string;
  readonly snug: string;
  readonly park: (own: string) => string;
  readonly parkTo: string;
  readonly off: string;
  readonly parkOr: string | null;
  /** How the gap behind the front bow is seen, where it can be seen at all. */
  readonly lookIn: Readonly<Record<Reader, string>>;
  readonly neverTight: string;
}

interface Named {
  readonly own: string;
  readonly other: string;
  /** The hands that do the work: the one on the long end's side of the wearer first. */
  readonly ownHand: string;
  readonly otherHand: string;
  readonly isHelped: boolean;
  /** The finger that lies behind what is held and the one in front: whoever stands before the wearer has them the other way round. */
  readonly behind: string;
  readonly inFront: string;
}

function named({ longEnd, reader }: StepContext): Named {
  const hand = (side: Side): string => `Your ${readersSide(side, reader)} hand`;
  const [behind, inFront] = reader === 'facing' ? (['forefinger', 'thumb'] as const) : (['thumb', 'forefinger'] as const);
  return {
    own: sideName(longEnd, reader),
    other: sideName(oppositeSide(longEnd), reader),
    ownHand: hand(longEnd),
    otherHand: hand(oppositeSide(longEnd)),
    isHelped: reader !== 'wearer',
    ...{ behind, inFront },
  };
}

const ON_NECK: Ground = {
  round: 'collar',
  middle: 'the collar button',
  up: 'towards the chin',
  close: 'the neck',
  snug: 'Snug at the button, with room for one finger between band and throat.',
  park: (own) => `over the shoulder on ${own}`,
  parkTo: 'over the shoulder',
  off: 'off the shoulder',
  parkOr: 'Some tuck it into the collar, or simply leave it hanging.',
  lookIn: {
    wearer: 'turn sideways to the mirror and you can see it',
    facing: 'look in from the side and you can see it',
    behind: 'have the wearer turn sideways to the mirror and you can see it',
  },
  neverTight: ' Never draw it so far that it presses.',
};

const LOOK_FROM_ABOVE = 'bend over it and you can see it';
const ON_LEG: Ground = {
  round: 'leg',
  middle: 'the middle of the leg',
  up: 'away from you',
  close: 'the leg',
  snug: 'Snug on the leg.',
  park: (own) => `aside, on ${own}`,
  parkTo: 'aside',
  off: 'back',
  parkOr: null,
  lookIn: { wearer: LOOK_FROM_ABOVE, facing: LOOK_FROM_ABOVE, behind: LOOK_FROM_ABOVE },
  neverTight: '',
};

const BEFORE_FIRST =
  'It is the knot of a shoelace with two differences: the ends are folded before they are looped, and the second loop goes in behind. Watch all steps once before the first try, and rest the arms between tries. Dry or rough hands snag silk.';

const ASK_FIRST = 'Ask before you touch the collar, say what you do, and stop when asked.';

const AT_NIGHT = 'At the end of the evening, pull one flat end: it is open.';

function leadWords(step: TyingStep, context: StepContext): StepWords {
  const { way, lead, late, reader, halfKnot } = context;
  const { own, other, ownHand, otherHand, isHelped, behind, inFront } = named(context);
  const on = context.onThigh ? ON_LEG : ON_NECK;
  const isThumbWay = way === 'pinchAndTurn';
  switch (step) {
    case 'prepare':
      return {
        name: 'Drape',
        act: `${isHelped ? `${ASK_FIRST} ` : ''}${late ? `Let the band out to ${late.longest} for tying. ` : ''}Collar up, top button closed. Lay the tie round the collar, seam to the shirt, and draw it to and fro until it lies flat.`,
        hands: [
          `${ownHand}: holds one blade at its widest line, ${behind} behind, ${inFront} in front.`,
          `${otherHand}: holds the other blade the same way. Draw in turn.`,
        ],
        check: 'Both ends hang flat, the band is not twisted at the back, the button is closed.',
        trap: 'A twist at the back shows much later, as an end that faces the wrong way.',
        more: BEFORE_FIRST,
      };
    case 'lead':
      return {
        name: 'Lead',
        act: `Draw the end on ${own} down until it hangs ${lead} lower than the other. This is the long end.`,
        hands: [
          `${ownHand}: draws the long end down.`,
          `${otherHand}: lets the band slide, then holds it. Work one against the other, like a rope.`,
        ],
        check: `The long end, on ${own}, hangs ${lead} lower. The band still lies on the ${on.round}.`,
        trap: 'By eye, the lead is often half an inch out, and the back bow comes out wider or narrower than the front.',
        more: 'Many go by eye: the short tip level with the narrow waist of the long blade. This tie’s own lead is surer.',
      };
    case 'cross':
      return {
        name: 'Cross',
        act: `Cross the long end over the short end at ${on.middle}, where the short end starts to widen, so that it points to ${other}.`,
        hands: [
          `${ownHand}: brings the long end across, then takes hold of the short end.`,
          `${otherHand}: takes the long end as it comes across, ${behind} behind, ${inFront} in front.`,
        ],
        check: `The long end lies on top, flat. The short end’s nose is at ${on.middle}.`,
        trap: 'If they cross where they are wide, the knot turns lumpy: the band is set too short.',
        more: null,
      };
    case 'halfKnot':
      return {
        name: 'Half-knot',
        act: `Pass the long end under the crossing and up between tie and ${on.round}. Draw both ends until the half-knot sits at ${on.middle}.`,
        hands: [
          `${ownHand}: draws the short end down, ${behind} behind, ${inFront} in front.`,
          `${otherHand}: leads the long end under, lets go, and takes it again above; then draws it up, ${on.up}.`,
        ],
        check: halfKnot
          ? `${on.snug} The short end’s nose just shows under the half-knot. Bring the long end down over the front for a moment: its tip is ${halfKnot.lower}. If not, slide the band round by half of what is missing.`
          : `${on.snug} Brought down over the front for a moment, the long end is still the longer.`,
        trap: `${
          late
            ? 'Snug the half-knot all the same: the slack in the band comes out at the back, at the very end.'
            : 'For most people this is the last chance to tighten the band. If it stays slack, the bow hangs low.'
        }${on.neverTight}`,
        more: halfKnot
          ? `Some even both ends at this moment. The back bow then comes out ${halfKnot.evened} narrower, and the front bow as much wider.`
          : null,
      };
    case 'park':
      return {
        name: 'Park the long end',
        act: `Lay the long end ${on.park(own)}, out of the way.`,
        hands: [
          `${ownHand}: keeps the short end drawn down, and the half-knot in its place.`,
          `${otherHand}: lays the long end ${on.parkTo} and lets go.`,
        ],
        check: 'The short end hangs alone in the middle.',
        trap: 'Let go of the half-knot here and it loosens.',
        more: on.parkOr,
      };
    case 'frontBow':
      return {
        name: 'Front bow',
        act: `Fold the short blade at its belly and lay it across ${on.middle}: the loop on ${other}, the flat end on ${own}, the waist in the middle.`,
        hands: [
          `${ownHand}: lifts the short end, then takes its tail and brings it across; it holds the front bow, ${behind} behind, ${inFront} in front.`,
          `${otherHand}: the forefinger lies behind the widest line; the blade is folded over it, towards ${other}. Keep it taut. Then the finger slips out.`,
        ],
        check: `The fold lies on ${other}. The side matters: folded to ${own}, the knot ends as a granny.`,
        trap: 'Folded to the wrong side, the finished bow turns upright. With the waist off the middle, one half comes out wider.',
        more: null,
      };
    case 'drop':
      return {
        name: 'Drop',
        act: `Bring the long end ${on.off} and straight down over the middle of the front bow.`,
        hands: [
          `${ownHand}: lifts its ${inFront}, lets the long end pass, and closes the ${inFront} on it. The ${behind} stays behind.`,
          `${otherHand}: lifts the long end over, flat, and lets it fall.`,
        ],
        check: 'It lies flat over the middle, outer face in front. Fold a wide one in half lengthwise here.',
        trap: 'If it turns over as it falls, it shows its lining.',
        more: null,
      };
    case 'passage':
      return {
        name: 'Find the passage',
        act: isThumbWay
          ? `Keep the ${behind} that is behind the front bow where it is, in from above: it holds the passage open.`
          : 'Fold both wings of the front bow forward together. A gap opens behind them, under the long end.',
        hands: isThumbWay
          ? [
              `${ownHand}: holds the front bow, its ${behind} in the passage.`,
              `${otherHand}: brings the loop forward, ${behind} behind it.`,
            ]
          : [
              `${ownHand}: brings the flat end forward; its ${behind} is behind it already, its ${inFront} holds the long end.`,
              `${otherHand}: brings the loop forward, ${behind} behind it, ${inFront} in front.`,
            ],
        check: `A finger goes through behind the front bow, in front of the half-knot. You feel it more than you see it; ${on.lookIn[reader]}.`,
        trap: 'No gap? Either the front bow was folded the wrong way or the half-knot has come loose.',
        more: `Draw the upper and the lower edge of the gap apart, close to ${on.close}, and it opens wider.`,
      };
    case 'backBow':
      return {
        name: 'Back bow',
        act: isThumbWay
          ? `Pinch the long blade at its belly, turn it over, and push the fold in along the ${behind}, from ${other} to ${own}, high behind the front bow. The ${behind} comes out as the fold goes in.`
          : way === 'plainPush'
            ? `Push the long end through the passage as it hangs, from ${other} to ${own}; it folds on its way. Stop when its waist is in the knot.`
            : `Fold the long blade at its belly, fold first, and push it through the passage from ${other} to ${own}, high behind the front bow. Stop when the waist is in the knot.`,
        hands: [
          `${ownHand}: does not let go of the front bow; its ${behind} draws out as the fold comes.`,
          `${otherHand}: the forefinger goes in front of the widest line, folds the blade towards ${on.close}, finds the ${behind}’s tip and pushes in where that draws out.`,
        ],
        check: 'Untidy, but two loops and two flat ends: one of each on either side. That is normal here. Go on.',
        trap: 'Pushed in from the flat end’s side, both loops end on one side and it falls apart. A loop drawn only half through makes a lopsided bow; the whole end pulled through, and it is undone.',
        more: 'The cloth that touches that forefinger is what shows in front afterwards; half a turn shows the other face. Hands change here more often than anywhere: whichever holds the front bow must hold on.',
      };
    case 'tighten':
      return tightenWords(context);
    case 'balance':
      return balanceWords(context);
    case 'collarDown':
      return {
        name: 'Collar down',
        act: `${late ? `Take the band back in to ${late.mark} at the back. ` : ''}Turn the collar down over the band all the way round, and look again.`,
        hands: [`${ownHand}: turns its side down.`, `${otherHand}: turns its side down.`],
        check: `No band shows, the button is hidden, the bow lies on the collar, one finger fits between band and throat.`,
        trap: 'Dizziness, headache, shortness of breath: loosen it at once.',
        more: AT_NIGHT,
      };
    case 'wrap':
    case 'pushFront':
      throw new RangeError(`the step ${step} belongs to the way with even ends`);
  }
}

/** Which layers are drawn: the front loop's is always its back one, the back loop's depends on how the fold was turned. */
function layersOf({ backKnotLayer }: StepContext): string {
  if (backKnotLayer)
    return `Draw the back layer of the front loop and the ${backKnotLayer} layer of the back loop: those run into the knot.`;
  return 'Draw the back layer of the front loop. On the back loop try each layer gently: one moves the knot, the other the flat end; the one that moves the knot tightens.';
}

function tightenWords(context: StepContext): StepWords {
  const { ownHand, otherHand, behind, inFront } = named(context);
  return {
    name: 'First tightening',
    act: `Take a loop in each hand and draw them apart together, until the waist is in the knot. ${layersOf(context)}`,
    hands: [
      `${ownHand}: draws the back bow’s loop, ${behind} behind it, ${inFront} between it and the front bow; the other fingers keep the flat end from following.`,
      `${otherHand}: draws the front bow’s loop, ${behind} behind it, ${inFront} in front; the other fingers keep the flat end from following.`,
    ],
    check:
      'The knot is firm, sits in its place and does not slip. Now the twist test: pull the upper single piece; the upper cloth must move. If the lower one moves, that end went through turned.',
    trap: 'Never tighten by the flat ends: that undoes it. Pull a loop too far and its flat end slips out through the knot.',
    more: 'Tighten, ease the flat ends back a little, tighten again. How firm is taste: a very tight knot looks small and hard.',
  };
}

function balanceWords(context: StepContext): StepWords {
  const { ownHand, otherHand, behind, inFront } = named(context);
  return {
    name: 'Balance',
    act: 'Even it out with small opposed pulls: first bring each flat end to its length, holding the knot, then draw the loops together. Turn the whole bow level.',
    hands: [
      `${ownHand}: takes loop and flat end of its side together, ${behind} behind, ${inFront} in front.`,
      `${otherHand}: takes its side the same way. Turn both up and down against each other, then stretch sideways.`,
    ],
    check: 'Loop and flat end reach equally far on each side. Front and back bow match. Level, knot in the middle.',
    trap: 'Large pulls overshoot. Look again after each round.',
    more: 'A flat end is set to length while the knot is held; it never tightens anything, the loops do. Roll the cloth of each loop round a thumb close to the knot, and press dimples in with a finger now.',
  };
}

/** Steps of tying on a thigh or a cylinder that differ in more than what it is tied on: how it is laid, and how it comes to the neck. */
function thighWords(step: TyingStep, context: StepContext, mark: string): StepWords | null {
  const { ownHand, otherHand, isHelped } = named(context);
  if (step === 'prepare')
    return {
      ...leadWords(step, context),
      act: 'Lay the tie round the thigh or a cylinder, at a place about as thick as the collar: just above the knee for many. Seam to the leg; draw it to and fro until it lies flat.',
      check: 'Both ends lie flat towards you, and the band is not twisted behind.',
    };
  if (step === 'collarDown')
    return {
      name: 'Over to the neck',
      act: `${isHelped ? `${ASK_FIRST} ` : ''}Open the hook, or slide the band off, without letting go of the bow. Set the band to ${mark}, fasten it round the collar, and turn the collar down over it.`,
      hands: [`${ownHand}: holds the bow.`, `${otherHand}: opens the band, leads it round the neck, and fastens it.`],
      check: 'No band shows, the button is hidden, one finger fits between band and throat.',
      trap: 'A band that cannot be opened does not come off the leg as a tied bow. Dizziness, headache, shortness of breath: loosen it at once.',
      more: AT_NIGHT,
    };
  return null;
}

/** Steps of the way with even ends that differ from the others: neither end is the longer, so they are named by which lies on top. */
function evenEndsWords(step: TyingStep, context: StepContext): StepWords | null {
  const { late } = context;
  const { own, other, ownHand, otherHand, isHelped, behind, inFront } = named(context);
  switch (step) {
    case 'prepare':
    case 'balance':
      return null;
    case 'lead':
      return {
        name: 'Even ends',
        act: 'Let both tips hang level. This way needs no lead.',
        hands: [`${ownHand}: draws until the tips are level.`, `${otherHand}: holds its end still.`],
        check: 'The tips are level.',
        trap: 'A lead that stays in makes one bow wider than the other.',
        more: null,
      };
    case 'cross':
      return {
        name: 'Cross',
        act: `Cross the end on ${own} over the other in front of the collar button, so that it points to ${other}. It is the upper end from now on.`,
        hands: [
          `${ownHand}: brings the upper end across, then takes hold of the lower end.`,
          `${otherHand}: takes the upper end as it comes across, ${behind} behind, ${inFront} in front.`,
        ],
        check: 'The tips are still level. Both ends cross where they are still narrow.',
        trap: 'If they cross where they are wide, the knot turns lumpy: the band is too short for this way.',
        more: null,
      };
    case 'halfKnot':
      return {
        name: 'Half-knot',
        act: 'Pass the upper end under the crossing and up between tie and collar. Draw both ends until the half-knot sits on the button.',
        hands: [
          `${ownHand}: draws the lower end down.`,
          `${otherHand}: leads the upper end under, lets go, and takes it again above; then draws it upward.`,
        ],
        check: 'The half-knot sits on the button. The upper end comes out on top.',
        trap: 'The band is at its longest, so it sits low for now. It is taken in at the end.',
        more: null,
      };
    case 'wrap':
      return {
        name: 'Round the finger',
        act: `Lay the upper end down over the forefinger, which points across the button, and keep it aside on ${other}: with the hand${isHelped ? '' : ', in the teeth,'} or in a clip.`,
        hands: [
          `${ownHand}: the forefinger points across the button, under the upper end.`,
          `${otherHand}: lays the upper end over it and keeps it aside.`,
        ],
        check: 'The finger lies in a loose turn. The lower end hangs behind it.',
        trap: 'Wound too tightly round the finger, it leaves no room to push through.',
        more: null,
      };
    case 'pushFront':
      return {
        name: 'Push the lower end through',
        act: `Fold the lower end at its belly and push the fold through from ${own} to ${other}, where the finger was.`,
        hands: [
          `${ownHand}: the forefinger draws out of the turn, folds the lower end before it, and pushes the fold in.`,
          `${otherHand}: keeps the upper end aside.`,
        ],
        check: `A loop on ${other}, a flat end on ${own}, the turn of the upper end over the middle.`,
        trap: 'Draw the finger out too early and the turn falls shut.',
        more: null,
      };
    case 'backBow':
      return {
        name: 'Back bow',
        act: `Fold the upper end at its belly, fold first, and push it behind the front bow from ${other} to ${own}.`,
        hands: [
          `${ownHand}: keeps hold of the front bow, ${inFront} in front.`,
          `${otherHand}: pushes with the forefinger, from the front loop’s side.`,
        ],
        check: 'Untidy, but two loops and two flat ends: one of each on either side. That is normal here. Go on.',
        trap: 'Pushed in from the flat end’s side, both loops end on one side and it falls apart. Pull the whole end through and the bow comes apart.',
        more: null,
      };
    case 'tighten':
      return {
        name: 'First tightening',
        act: 'Draw the band, not the loops, until the turn closes round both. Then draw the loops apart a little, both together.',
        hands: [
          `${ownHand}: once the band is drawn, takes the back bow’s loop, ${behind} behind it.`,
          `${otherHand}: once the band is drawn, takes the front bow’s loop, ${behind} behind it.`,
        ],
        check: 'The knot is firm and nothing slips.',
        trap: 'Never pull the flat ends: that undoes it.',
        more: null,
      };
    case 'collarDown':
      return {
        name: 'Band in, collar down',
        act: `Take the band in ${late ? `to ${late.mark} ` : ''}at the back, or have it taken in. Turn the collar down over it all the way round, and look again.`,
        hands: [`${ownHand}: turns its side down.`, `${otherHand}: turns its side down.`],
        check: 'The bow sits at the button, one finger fits between band and throat, no band shows.',
        trap: 'Dizziness, headache, shortness of breath: loosen it at once.',
        more: AT_NIGHT,
      };
    case 'park':
    case 'frontBow':
    case 'drop':
    case 'passage':
      return null;
  }
}

/**
 * What this tie shows once its half-knot is drawn up, in words; nothing where its lead is shorter than the knot takes.
 * @param length writes a length in the unit that is read.
 */
export function halfKnotTold(tie: PreparedTie, leadMm: number, length: (mm: number) => string): StepContext['halfKnot'] {
  const { longLowerMm, evenedMm } = halfKnotCheck(tie, leadMm);
  if (longLowerMm < LEAST_TOLD_MM) return null;
  return { lower: `lower by about ${length(longLowerMm)}`, evened: length(Math.max(0, evenedMm)) };
}
const LEAST_TOLD_MM = 3;

/** How digits are named in what is told. */
const DIGIT_WORDS: readonly (readonly [RegExp, readonly Digit[]])[] = [
  [/\bthumb/, ['thumb']],
  [/\bforefinger|\bthe finger\b/, ['forefinger']],
  [/\bother fingers\b/, ['middleFinger', 'ringFinger', 'littleFinger']],
];

/**
 * The digits that a sentence speaks of.
 * @example digitsIn('Your left hand: thumb behind, forefinger in front.') // ['thumb', 'forefinger']
 */
export const digitsIn = (sentence: string): readonly Digit[] =>
  DIGIT_WORDS.flatMap(([word, digits]) => (word.test(sentence) ? digits : []));
