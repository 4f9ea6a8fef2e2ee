import type { HardwareKind } from '@easytuck/core';
import { ASK_FIRST, AT_NIGHT, namesFor, ONE_FINGER, sentences, TOO_TIGHT, type StepWords } from './phrases.ts';
import type { StepContext } from './stepContext.ts';
import { USUAL_COLLAR } from '../../tying/tyingSubject.ts';

/** Which layers are drawn: of the front loop it is always the back one; of the back loop it depends on how the fold was turned. */
const layerHint = ({ backKnotLayer }: StepContext): string =>
  backKnotLayer
    ? `On the back loop that is its ${backKnotLayer} layer.`
    : 'On the back loop try each layer gently: the one that moves the knot tightens.';

const HANDLED: Readonly<Record<NonNullable<StepContext['handling']>, string>> = {
  slides: 'Silk slides: it draws up easily, and loosens easily.',
  slippery: 'This cloth slides: draw it up firmly, and hold the knot between pulls.',
  grips: 'This cloth grips: draw harder, in small pulls. It holds once it is set.',
  thick: 'Thick cloth makes a big knot: draw it up in several rounds.',
};

const TWIST_TEST =
  'Twist test: pull the front flat end a little. The cloth on the face of the front bow must move. If cloth behind it moves, that end is twisted in the knot.';

export function tightenWords(context: StepContext): StepWords {
  const { own, other, ownHand, otherHand } = namesFor(context);
  const { backKnotLayer, handling } = context;
  const layer = backKnotLayer ? `its ${backKnotLayer} layer` : 'one layer, the one that moves the knot,';
  return {
    name: 'First tightening',
    act: `Draw both loops apart together, by one layer of each, until the knot is snug, not yet firm. On the front loop that is its back layer. ${layerHint(context)}`,
    hands: [
      `${ownHand}: the forefinger goes inside the back bow’s loop; thumb and forefinger take ${layer} and draw; the other fingers hold the front bow’s flat end.`,
      `${otherHand}: the forefinger goes inside the front bow’s loop; thumb and forefinger take its back layer and draw; the other fingers hold the back bow’s flat end.`,
    ],
    check: `The knot is snug, sits in its place and does not slip. ${TWIST_TEST}`,
    trap: 'Pinching both layers of a loop draws its flat end out through the knot. Never tighten by the flat ends: that undoes it.',
    more: sentences(
      'Draw, ease the flat ends back a little, draw again.',
      `Some work in opposite pairs instead, with small tugs and several rounds: the front bow on ${own} with the back bow on ${other}, then the other two.`,
      handling && HANDLED[handling],
    ),
    feel: 'Your forefingers are inside the loops. As you draw, the knot between them shrinks and the flat ends stay where they are.',
  };
}

export function evenTightenWords(context: StepContext): StepWords {
  const { ownHand, otherHand } = namesFor(context);
  return {
    name: 'First tightening',
    act: 'Draw the band again, away from the knot on both sides, until the turn closes round both loops. Then draw the loops apart a little, both together, until the knot is snug, not yet firm.',
    hands: [
      `${ownHand}: draws the band on that side; then the forefinger goes inside the back bow’s loop, and thumb and forefinger take one layer and draw.`,
      `${otherHand}: draws the band on that side; then the forefinger goes inside the front bow’s loop, and thumb and forefinger take its back layer and draw.`,
    ],
    check: `The knot is snug and nothing slips. ${TWIST_TEST}`,
    trap: 'Pinching both layers of a loop draws its flat end out. Never pull the flat ends: that undoes it.',
    more: context.handling ? HANDLED[context.handling] : null,
    feel: 'As the band is drawn, the turn closes. Then, with your forefingers inside the loops, the knot shrinks.',
  };
}

export function balanceWords(context: StepContext): StepWords {
  const { ownHand, otherHand, behind, inFront } = namesFor(context);
  const { pastLoop, evenWidths, onThigh, collar = USUAL_COLLAR } = context;
  const reach = pastLoop
    ? `Each flat end passes the loop beside it: about ${pastLoop.front} on the front bow, ${pastLoop.back} on the back bow.`
    : 'Loop and flat end reach equally far on each side.';
  const match = evenWidths
    ? `The front bow is about ${evenWidths.front} wide and the back bow ${evenWidths.back}: level ends make them so.`
    : 'Front and back bow match.';
  return {
    name: 'Balance',
    act: 'Shape it while the knot is snug: bring each flat end to its length, holding the knot, and turn the whole bow level. Then draw both loops firm, in small opposed pulls.',
    hands: [
      `${ownHand}: takes loop and flat end of its side together, ${behind} behind, ${inFront} in front.`,
      `${otherHand}: takes its side the same way. Turn the two against each other, then stretch sideways.`,
    ],
    check: `${reach} ${match} Level, knot in the middle.`,
    trap: 'Large pulls overshoot. Look again after each round.',
    more: sentences(
      'A flat end is set to length while the knot is held. If it is too short, shift the middle of the knot towards it, or draw it out a little and take up at its loop.',
      'Roll the cloth of each loop round a thumb close to the knot to flatten it, and press dimples in with a finger now.',
      'How firm is taste: a very tight knot looks small and hard.',
      !onThigh &&
        collar.style !== 'wing' &&
        collar.style !== 'band' &&
        'To judge it on the collar, turn the leaf down, look, and turn it up again before you go on.',
    ),
    feel: 'On each side run thumb and forefinger out to the ends: loop and flat end stop where they should. The knot is in the middle.',
  };
}

const MOVED_PART: Readonly<Record<HardwareKind, string>> = {
  ...{ slots: 'the hook', buttons: 'the button', slider: 'the slider', fixed: 'the band' },
};

/** The band is taken in once the bow is balanced. It is done behind the neck: a helper steps there. */
export function takeInWords(context: StepContext): StepWords {
  const { reader, letOut, band } = context;
  const { isHelped, ownHand, otherHand } = namesFor({ ...context, reader: reader === 'facing' ? 'behind' : reader });
  const moved = MOVED_PART[band?.hardware ?? 'slots'];
  const [mark, longest, by] = [letOut?.mark ?? 'its mark', letOut?.longest ?? 'its longest', letOut?.by ?? 'what was let out'];
  return {
    name: 'Take the band in',
    act: isHelped
      ? `${reader === 'facing' ? 'Step behind the wearer. ' : ''}Ask the wearer to hold the bow. Take the band in from ${longest} to ${mark}, ${by} shorter. The bow rises to the collar button.`
      : `Take the band in from ${longest} to ${mark}, ${by} shorter, or have somebody behind you do it while you hold the bow. The bow rises to the collar button.`,
    hands: isHelped
      ? [`${ownHand}: holds the sewn part of the band still.`, `${otherHand}: moves ${moved} to ${mark}.`]
      : [
          `${ownHand}: holds the bow by its knot, so that it does not turn.`,
          `${otherHand}: reaches behind the neck and moves ${moved} to ${mark}.`,
        ],
    check: `The half-knot sits at the collar button, and ${ONE_FINGER}.`,
    trap: `If it presses before ${mark} is reached, stop at the setting before. ${TOO_TIGHT}`,
    more: 'The figure is read at the back of the band, where it was set at the beginning.',
    feel: 'The knot comes up to the button. One finger still goes in between band and throat.',
  };
}

const BUTTON_COVERED = 'The button is under the bow. One finger goes in between band and throat.';

/** The last look, by the collar that is worn. */
export function collarDownWords(context: StepContext): StepWords {
  const { ownHand, otherHand } = namesFor(context);
  const { collar = USUAL_COLLAR, handling } = context;
  const isButtoned = collar.style === 'buttonDown';
  const turn = `turns the collar down on that side${isButtoned ? ', and buttons the point' : ''}.`;
  const isUnder = collar.bowPosition === 'underLeaf';
  const more = sentences(
    (handling === 'slides' || handling === 'slippery') &&
      'Look again later in the evening: this cloth loosens. Draw the loops up a little if it has.',
    AT_NIGHT,
  );
  if (collar.style === 'wing') {
    const isBehind = collar.wings === 'behind';
    return {
      name: 'Wings and last look',
      act: isBehind ? 'Stand both wings behind the bow, and look again.' : 'Lay both wings over the bow’s upper edge, and look again.',
      hands: [`${ownHand}: sets the wing on that side.`, `${otherHand}: sets the wing on that side.`],
      check: `The bow covers the button, the wings ${isBehind ? 'stand behind it' : 'lie over it'}, and ${ONE_FINGER}.`,
      trap: TOO_TIGHT,
      more,
      feel: BUTTON_COVERED,
    };
  }
  if (collar.style === 'band')
    return {
      name: 'Last look',
      act: 'Nothing is turned down on a band collar. Turn the bow level, and look again.',
      hands: [`${ownHand}: takes the bow on that side and levels it.`, `${otherHand}: takes the bow on that side and levels it.`],
      check: `The bow covers the button, the band lies flat all the way round, and ${ONE_FINGER}.`,
      trap: TOO_TIGHT,
      more,
      feel: BUTTON_COVERED,
    };
  return {
    name: 'Collar down',
    act: `Turn the collar down over the band all the way round.${isUnder ? ' The bow’s upper edge goes under the leaf.' : ''}${isButtoned ? ' Tuck the wings of the back bow under the leaf if they stand out. Button the points again.' : ''} Look again.`,
    hands: [`${ownHand}: ${turn}`, `${otherHand}: ${turn}`],
    check: `No band shows, the button is hidden, the bow lies ${isUnder ? 'partly under the leaf' : 'on the edge of the leaf'}${isButtoned ? ', both points are buttoned' : ''}, and ${ONE_FINGER}.`,
    trap: TOO_TIGHT,
    more,
    feel: 'Run a finger round the fold of the collar: no band. One finger goes in between band and throat.',
  };
}

/** From a leg to the neck. The bow comes off the leg as its own mirror image: what lay on one side lies on the other. */
export function toTheNeckWords(context: StepContext): StepWords {
  const { isHelped, other, ownHand, otherHand } = namesFor(context);
  const { onThigh, reader, collar = USUAL_COLLAR, longEnd } = context;
  const mark = onThigh?.neckMark ?? 'its mark';
  const fasten =
    context.band?.hardware === 'fixed'
      ? 'Fasten the band round the collar.'
      : onThigh?.legMark === mark
        ? `Fasten the band round the collar at ${mark} again.`
        : `Set the band to ${mark} and fasten it round the collar.`;
  const isTurned = collar.style !== 'wing' && collar.style !== 'band';
  const after = isTurned
    ? `Turn the collar down over it${collar.style === 'buttonDown' ? ', and button the points again' : ''}.`
    : collar.style === 'wing'
      ? `${collar.wings === 'behind' ? 'Stand the wings behind it' : 'Lay the wings over it'}.`
      : '';
  const onNeck = reader === 'wearer' ? `your ${longEnd}` : `the wearer’s ${longEnd}`;
  return {
    name: 'Over to the neck',
    act: `${isHelped ? `${ASK_FIRST} ` : ''}Open the hook, or slide the band off, without letting go of the bow. ${fasten} ${after}`.trim(),
    hands: [`${ownHand}: holds the bow.`, `${otherHand}: opens the band, leads it round the neck, and fastens it.`],
    check: `The bow’s upper edge is up and its front faces out. ${isTurned ? 'No band shows, the button is hidden' : 'The bow covers the button'}, and ${ONE_FINGER}.`,
    trap: `A band that cannot be opened does not come off the leg as a tied bow. ${TOO_TIGHT}`,
    more: `On the neck the bow is seen from its other side. The front loop, on ${other} while it lay on the leg, is on ${onNeck} now. ${AT_NIGHT}`,
    feel: BUTTON_COVERED,
  };
}
