import { capital, namesFor, sentences, type StepWords } from './phrases.ts';
import type { StepContext } from './stepContext.ts';

const NORMAL_MESS = 'Untidy, but two loops and two flat ends: one of each on either side. That is normal here. Go on.';
const WRONG_SIDE = 'Pushed in from the flat end’s side, both loops end on one side and it falls apart.';

export function parkWords(context: StepContext): StepWords {
  const { on, own, ownHand, otherHand } = namesFor(context);
  return {
    name: 'Park the long end',
    act: `Lay the long end ${on.park(own)}, out of the way.`,
    hands: [
      `${ownHand}: keeps the short end drawn ${on.down}, and the half-knot in its place.`,
      `${otherHand}: lays the long end ${on.parkTo} and lets go.`,
    ],
    check: `The short end ${on.down === 'down' ? 'hangs' : 'lies'} alone in the middle.`,
    trap: 'Let go of the half-knot here and it loosens.',
    more: on.parkElse,
    feel: 'One end alone lies in front. Your hand on the knot feels it hold.',
  };
}

/** Captions of the front bow folded either way. */
export const FOLD_WORDS = {
  correct: 'Like this: the flat end comes back in front.',
  wrong: 'Not like this: the flat end is behind the loop.',
} as const;

export function frontBowWords(context: StepContext): StepWords {
  const { on, own, other, ownHand, otherHand, behind, inFront } = namesFor(context);
  const { faces, handling } = context;
  const isTurned = faces?.folding.frontTurned === true;
  return {
    name: 'Front bow',
    act: `${isTurned ? 'Turn the short blade over, once. ' : ''}Fold the short blade at its belly, so that the tail comes back in front, and lay it across ${on.middle}: the loop on ${other}, the flat end on ${own}, the waist in the middle.`,
    hands: [
      `${ownHand}: lifts the short end, then takes its tail and brings it across in front; it holds the front bow, ${behind} behind, ${inFront} in front.`,
      `${otherHand}: the forefinger lies behind the widest line; the blade is folded over it, towards ${other}. Keep it taut. Then the finger slips out.`,
    ],
    check: `The fold lies on ${other}, the tail in front of the loop.${
      faces ? ` ${capital(isTurned ? faces.inner : faces.outer)} shows on the front bow.` : ''
    } The side matters: folded to ${own}, the knot ends as a granny.`,
    trap: 'With the tail behind the loop there is no usable gap later. Folded to the wrong side, the finished bow turns upright. With the waist off the middle, one half comes out wider.',
    more: handling === 'slippery' ? 'This cloth slides and creases: hold the front bow firmly until the end.' : null,
    feel: `A rounded fold on ${other}, a single end on ${own}, the narrow waist between your hands.`,
  };
}

export function dropWords(context: StepContext): StepWords {
  const { on, ownHand, otherHand, behind, inFront } = namesFor(context);
  const { faces, foldLengthwise } = context;
  const isTurned = faces?.folding.dropTurned === true;
  return {
    name: 'Drop',
    act: `Bring the long end ${on.unpark} over the middle of the front bow.${isTurned ? ' Turn it over, once, on its way.' : ''}${
      foldLengthwise ? ' This tie’s waist is wide: fold it in half lengthwise where it crosses the middle.' : ''
    }`,
    hands: [
      `${ownHand}: lifts its ${inFront}, lets the long end pass, and closes the ${inFront} on it. The ${behind} stays behind.`,
      `${otherHand}: lifts the long end over${foldLengthwise ? ', folds it lengthwise between thumb and forefinger,' : ', flat,'} and lets it fall.`,
    ],
    check: `It lies ${foldLengthwise ? 'folded in half' : 'flat'} over the middle, with ${
      faces ? (isTurned ? faces.inner : faces.outer) : 'the outer face'
    } in front.`,
    trap: isTurned ? 'Turned twice, it shows the other face again.' : 'If it turns over as it falls, it shows its other face.',
    more: null,
    feel: 'The long end lies over the middle, narrow at the top and flat. Follow its edges: no twist.',
  };
}

export function passageWords(context: StepContext): StepWords {
  const { on, ownHand, otherHand, behind, inFront } = namesFor(context);
  const isThumbWay = context.way === 'pinchAndTurn';
  return {
    name: 'Find the passage',
    act: isThumbWay
      ? `Keep the ${behind} that is behind the front bow where it is, in from above: it holds the passage open.`
      : 'Fold both wings of the front bow forward together. A gap opens behind them, under the long end.',
    hands: isThumbWay
      ? [`${ownHand}: holds the front bow, its ${behind} in the passage.`, `${otherHand}: brings the loop forward, ${behind} behind it.`]
      : [
          `${ownHand}: brings the flat end forward; its ${behind} is behind it already, its ${inFront} holds the long end.`,
          `${otherHand}: brings the loop forward, ${behind} behind it, ${inFront} in front.`,
        ],
    check: `A finger goes through behind the front bow, in front of the half-knot. You feel it more than you see it; ${on.lookIn[context.onThigh ? 'wearer' : context.reader]}.`,
    trap: 'No gap? The front bow was folded to the wrong side, or with its tail behind, or the half-knot has come loose.',
    more: `Draw the upper and the lower edge of the gap apart, close to ${on.close}, and it opens wider.`,
    feel: `A gap behind both wings, above the ${behind}. A fingertip goes through to the other side.`,
  };
}

/** How the fold is caught on the far side: the same in every way. */
const catches = ({ own }: { readonly own: string }): string =>
  `takes the fold between thumb and forefinger as it shows on ${own}, and draws it out until the waist is in the knot.`;
const closesOver = 'then closes over front bow and knot, with a finger on the flat end, so that it does not follow.';

export function backBowWords(context: StepContext): StepWords {
  const { on, own, other, ownHand, otherHand, behind, inFront } = namesFor(context);
  const { way, faces, handling } = context;
  const turned = faces
    ? sentences(
        faces.folding.backTurned && 'Turn the blade over, once, before you fold it.',
        faces.folding.backTail === 'behind' && 'Fold its tail away behind, not in front.',
      )
    : null;
  const draw = `Catch the fold on ${own} and draw it out until the waist is in the knot.`;
  const squash =
    handling === 'thick' || context.foldLengthwise
      ? 'Squash the fold small to get it through: it is pulled into shape afterwards.'
      : 'A bulky fold may be squashed small to get it through; it is pulled into shape afterwards.';
  const rest = {
    name: 'Back bow',
    check: NORMAL_MESS,
    trap: `${WRONG_SIDE} A loop drawn only half through makes a lopsided bow; if the whole end is pulled through, the bow comes open.`,
    feel: `Finger and ${behind} meet in the gap. Then a fold comes out on ${own}: draw until the narrow waist slips into the knot.`,
  };
  if (way === 'pinchAndTurn')
    return {
      ...rest,
      act: `${turned ? `${turned} ` : ''}Pinch the long blade at its belly, the fold pointing away from ${context.onThigh ? 'the leg' : 'the neck'}. Turn the pinch to ${other}, until both loops stand one above the other. Pass the lower loop behind the upper one to ${own}, turning it top to bottom on its way. ${draw}`,
      hands: [
        `${ownHand}: keeps its ${behind} in the passage until the pinch touches it; lets the pinch come through; then ${catches({ own })}`,
        `${otherHand}: pinches the belly between thumb and forefinger and never lets go until the other hand has the fold; ${closesOver}`,
      ],
      more: sentences(
        'Because the fold points away, the face that was in front lies outside on the loop, however the pinch is turned.',
        squash,
      ),
    };
  if (way === 'plainPush')
    return {
      ...rest,
      act: `${turned ? `${turned} ` : ''}Push the long end through the passage as it hangs, from ${other} to ${own}: no fold is made first, it folds on its way. ${draw}`,
      hands: [
        `${ownHand}: holds the front bow until your other hand has it; then ${catches({ own })}`,
        `${otherHand}: lays the forefinger across the widest line and pushes straight in, from ${other}; ${closesOver}`,
      ],
      more: squash,
    };
  return {
    ...rest,
    act: `${turned ? `${turned} ` : ''}Fold the long blade at its belly and push it, fold first, through the passage from ${other} to ${own}, high behind the front bow. ${draw}`,
    hands: [
      `${ownHand}: holds the front bow, its ${behind} in the passage; the ${behind} draws out as the fold comes. Once your other hand has the front bow, it ${catches({ own })}`,
      `${otherHand}: the forefinger goes in front of the widest line, folds the blade towards ${on.close}, finds the ${behind}’s tip and pushes; ${closesOver}`,
    ],
    more: sentences(
      !faces && 'The cloth that touches that forefinger is what shows in front afterwards; half a turn shows the other face.',
      squash,
      handling === 'grips' && 'This cloth grips: it is harder to draw through, and holds once it is set.',
      `Hands change here: never let go of the front bow before the other hand, its ${inFront} in front, has it.`,
    ),
  };
}

export function wrapWords(context: StepContext): StepWords {
  const { other, ownHand, otherHand, isHelped } = namesFor(context);
  return {
    name: 'Round the finger',
    act: `Lay the upper end down over the forefinger that points across the button from ${other}. Keep the end aside ${isHelped ? 'in a clip' : 'in the teeth or in a clip'}: both hands are needed.`,
    hands: [
      `${ownHand}: lays the upper end over that finger and puts it aside.`,
      `${otherHand}: the forefinger points across the button, under the upper end, and stays there.`,
    ],
    check: 'The finger lies in a loose turn. The lower end hangs behind it.',
    trap: 'Wound too tightly round the finger, it leaves no room for the fold.',
    more: null,
    feel: 'The end lies over your finger, loose. The finger can move in the turn.',
  };
}

export function pullFrontWords(context: StepContext): StepWords {
  const { own, other, ownHand, otherHand } = namesFor(context);
  return {
    name: 'Draw the lower end through',
    act: `Fold the lower end at its belly, on ${own}, against the tip of the finger. Hook the fold with that finger and draw it through the turn to ${other}. Then draw the band once, until the turn closes round the loop.`,
    hands: [
      `${ownHand}: folds the lower end against the fingertip; then takes the band beside the knot and draws it outwards.`,
      `${otherHand}: the finger stays in the turn and its thumb pinches the turn; the finger hooks the fold and draws it through as it comes out; then takes the band on that side and draws it outwards.`,
    ],
    check: `A loop on ${other}, a flat end on ${own}, the turn of the upper end over the middle.`,
    trap: 'Draw the finger out before it has the fold and the turn falls shut.',
    more: 'The band is what runs from the knot round the neck. Drawn away from the knot on both sides, it takes up the turn; the loop itself is not pulled.',
    feel: `The fold comes over your fingertip and out on ${other}. The turn closes round it.`,
  };
}

export function evenBackBowWords(context: StepContext): StepWords {
  const { own, other, ownHand, otherHand, inFront } = namesFor(context);
  return {
    name: 'Back bow',
    act: `Fold the upper end at its belly and push it, fold first, behind the front bow from ${other} to ${own}. Catch the fold on ${own} and draw it out until its waist is in the knot.`,
    hands: [
      `${ownHand}: keeps hold of the front bow, ${inFront} in front; then ${catches({ own })}`,
      `${otherHand}: pushes with the forefinger, from the front loop’s side; ${closesOver}`,
    ],
    check: NORMAL_MESS,
    trap: `${WRONG_SIDE} If the whole end is pulled through, the bow comes open.`,
    feel: `A fold comes out on ${own}, behind the first bow: draw until the narrow waist slips into the knot.`,
    more: 'A bulky fold may be squashed small to get it through; it is pulled into shape afterwards.',
  };
}
