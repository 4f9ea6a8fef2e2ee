import type { CollarStyle, HardwareKind } from '@easytuck/core';
import { atPart } from '../hardwareSteps.ts';
import { ASK_FIRST, capital, namesFor, sentences, type StepWords } from './phrases.ts';
import type { BandWords, StepContext } from './stepContext.ts';

const BEFORE_FIRST =
  'It is the knot of a shoelace with two differences: the ends are folded before they are looped, and the second loop goes in behind. Watch all steps once before the first try, and rest your arms between tries. Dry or rough hands snag silk.';

/** What each hand does to set a band: the hand that holds it, and the one that moves the hardware. */
const SETTING_HANDS: Readonly<Record<HardwareKind, (setting: string) => readonly [string, string]>> = {
  slots: (setting) => [
    'holds the band with its back towards you, beside the slots.',
    `pushes the hook flat through ${atPart('slot', setting)} from the back, then turns it a quarter, so that it lies across the slot.`,
  ],
  buttons: (setting) => [
    'holds the band with its back towards you, beside the buttonholes.',
    `buttons it at ${atPart('buttonhole', setting)}.`,
  ],
  slider: (setting) => [
    'holds the sewn end of the strap still.',
    `pushes the slider along until its edge stands at ${setting}, and pulls the strap straight.`,
  ],
  fixed: () => ['holds one end.', 'runs along the band, so that it is not twisted.'],
};

const NO_BAND: BandWords = { hardware: 'slots', setting: 'the mark on the card', readAt: '', hang: null };

/** The band is set before the tie goes round the neck. */
export function setBandWords(context: StepContext): StepWords {
  const { ownHand, otherHand } = namesFor(context);
  const { band = NO_BAND, letOut, onThigh } = context;
  const isFixed = band.hardware === 'fixed';
  const [holds, moves] = SETTING_HANDS[band.hardware](band.setting);
  return {
    name: isFixed ? 'Check the band' : 'Set the band',
    act: isFixed
      ? 'This band is sewn to one length: there is nothing to set. Check that it is the tie on the card.'
      : letOut
        ? `Find ${letOut.mark}: the band ends up there. Now let it out to ${letOut.longest}, its longest, for tying: ${letOut.by} more.`
        : onThigh
          ? onThigh.legMark === onThigh.neckMark
            ? `Set the band at ${onThigh.legMark}, for the leg and for the neck.`
            : `Set the band at ${onThigh.legMark} for the leg. On the neck it goes to ${onThigh.neckMark}: keep that figure beside you.`
          : `Set the band at ${band.setting}, before it goes round the neck.`,
    hands: [`${ownHand}: ${holds}`, `${otherHand}: ${moves}`],
    check: isFixed ? 'The band is flat from end to end.' : 'Pull gently: it holds, and the band lies flat.',
    trap: isFixed
      ? 'A band cut for another neck cannot be let out or taken in.'
      : `Set too short, the bow comes out small and ragged. Set too long, it comes out wide${onThigh ? '' : ' and hangs low'}.`,
    more: sentences(band.readAt),
    feel: isFixed
      ? 'Run the band through your fingers: flat, no twist.'
      : 'Pull the band gently: the hardware holds, and the band is flat.',
  };
}

/** How a collar is made ready, and how the band lies on it. */
const READY: Readonly<Record<CollarStyle, (isBehind: boolean) => string>> = {
  band: () => 'Close the top button. A band collar has nothing to turn up. Lay the tie round the collar',
  turndown: () => 'Collar up, top button closed. Lay the tie round the collar',
  spread: () => 'Collar up, top button closed. Lay the tie round the collar',
  point: () => 'Collar up, top button closed. Lay the tie round the collar',
  buttonDown: () => 'Unbutton the points of the collar and turn it up. Close the top button. Lay the tie round the collar',
  wing: (isBehind) =>
    `Close the top button. Nothing is turned up on a wing collar. Lay the tie round the collar${isBehind ? ', in front of the wings' : ', under the wings'}`,
};

export function drapeWords(context: StepContext): StepWords {
  const { own, ownHand, otherHand, isHelped, behind, inFront } = namesFor(context);
  const { collar, band, onThigh, faces } = context;
  const showFace = faces && `${faces.outer} lies away from ${onThigh ? 'the leg' : 'the shirt'}.`;
  const hands: StepWords['hands'] = [
    `${ownHand}: holds one blade at its widest line, ${behind} behind, ${inFront} in front.`,
    `${otherHand}: holds the other blade the same way. Draw one, then the other.`,
  ];
  if (onThigh)
    return {
      name: 'Drape',
      act: 'Lay the tie round the thigh or a cylinder, at a place about as thick as the collar: just above the knee for many. The seam lies on the leg. Draw it to and fro until it lies flat.',
      hands,
      check: `Both ends lie flat towards you, and the band is not twisted underneath.${showFace ? ` ${capital(showFace)}` : ''}`,
      trap: 'A twist underneath shows much later, as an end that faces the wrong way.',
      more: `${BEFORE_FIRST} On the leg the end on ${own} is the long end.`,
      feel: 'Follow the edge of the band all the way round the leg: it is flat. The seam is underneath.',
    };
  const ready = READY[collar?.style ?? 'turndown'](collar?.wings !== 'over');
  return {
    name: 'Drape',
    act: `${isHelped ? `${ASK_FIRST} ` : ''}${ready}, seam to the shirt, and draw it to and fro until it lies flat.`,
    hands,
    check: `Both ends hang flat, the band is not twisted at the back, the button is closed.${
      band?.hang ? ` With the ends level, the noses hang ${band.hang}.` : ''
    }${showFace ? ` ${capital(showFace)}` : ''}`,
    trap: 'A twist at the back shows much later, as an end that faces the wrong way.',
    more: BEFORE_FIRST,
    feel: 'Follow the edge of the band all the way round: it is flat. The seam is towards the shirt.',
  };
}

export function leadWords(context: StepContext): StepWords {
  const { on, own, ownHand, otherHand } = namesFor(context);
  const { lead } = context;
  return {
    name: 'Lead',
    act: `Draw the end on ${own} ${on.down} until it ${on.lower(lead)} than the other. This is the long end.`,
    hands: [
      `${ownHand}: draws the long end ${on.down}.`,
      `${otherHand}: lets the band slide, then holds it. Work one against the other, like a rope.`,
    ],
    check: `The long end, on ${own}, ${on.lower(lead)}. The band still lies on the ${on.around}.`,
    trap: 'By eye, the lead is often a finger’s width out, and the back bow comes out wider or narrower than the front.',
    more: 'Many go by eye: the short tip level with the narrow waist of the long blade. This tie’s own lead is surer.',
    feel: `Find both tips with your fingertips. The tip on ${own} ${on.lower(lead)}.`,
  };
}

export function levelWords(context: StepContext): StepWords {
  const { own, ownHand, otherHand } = namesFor(context);
  const { evenWidths } = context;
  return {
    name: 'Even ends',
    act: 'Let both tips hang level. This way needs no lead.',
    hands: [`${ownHand}: draws until the tips are level.`, `${otherHand}: holds its end still.`],
    check: 'The tips are level.',
    trap: 'A lead that stays in by accident changes the width of both bows.',
    more: evenWidths
      ? `With level tips this tie’s front bow comes out ${evenWidths.front} wide and its back bow ${evenWidths.back}. To make them alike, slide the band round first, until the end on ${own} hangs ${evenWidths.alikeAt} lower.`
      : null,
    feel: 'Find both tips with your fingertips: they are level.',
  };
}

export function crossWords(context: StepContext): StepWords {
  const { on, other, ownHand, otherHand, behind, inFront } = namesFor(context);
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
    feel: `Under your fingers the long end lies on top. The short end begins to widen just at ${on.middle}.`,
  };
}

/** What a band that is let out does to the half-knot. */
const lowKnot = ({ letOut }: StepContext): { readonly act: string; readonly check: string; readonly trap: string } | null =>
  letOut
    ? {
        act: `Draw the half-knot tight on itself. It hangs about ${letOut.lowerBy} below the collar button, and stays there: the band is let out.`,
        check: `The half-knot is firm, and hangs about ${letOut.lowerBy} below the collar button.`,
        trap: `Do not draw it up to the button: at the end the band is taken in by ${letOut.by}, and it would then press on the throat.`,
      }
    : null;

const LOW_KNOT_FELT = 'A small hard knot, well below the button. Behind it the band is slack.';
const KNOT_FELT = {
  neck: 'The button is under the knot. One finger goes in between band and throat.',
  leg: 'A small hard knot in the middle, close to the leg.',
} as const;

export function halfKnotWords(context: StepContext): StepWords {
  const { on, ownHand, otherHand, behind, inFront } = namesFor(context);
  const { onThigh, handling } = context;
  const low = lowKnot(context);
  return {
    name: 'Half-knot',
    act: `Pass the long end under the crossing and up between tie and ${on.around}. ${low?.act ?? `Draw both ends until the half-knot sits at ${on.middle}.`}`,
    hands: [
      `${ownHand}: draws the short end ${on.down}, ${behind} behind, ${inFront} in front.`,
      `${otherHand}: leads the long end under, lets go, and takes it again above; then draws it ${on.up}.`,
    ],
    check: `${low?.check ?? on.snug} Brought ${on.down} over the front for a moment, the long end is still the longer.`,
    trap:
      low?.trap ??
      (onThigh
        ? 'A half-knot that is slack now leaves a slack bow.'
        : 'For most people this is the last chance to tighten the band. If it stays slack, the bow hangs low. Never draw it so far that it presses.'),
    more: sentences(
      handling === 'thick' && 'This cloth is thick: draw the half-knot firmly, or the knot comes out bulky.',
      'Some even both ends at this moment. The back bow then comes out narrower, and the front bow as much wider.',
    ),
    feel: low ? LOW_KNOT_FELT : KNOT_FELT[onThigh ? 'leg' : 'neck'],
  };
}

/** The half-knot of the way with even ends: neither end is the longer, so they are named by which lies on top. */
export function evenHalfKnotWords(context: StepContext): StepWords {
  const { ownHand, otherHand } = namesFor(context);
  const low = lowKnot(context);
  return {
    name: 'Half-knot',
    act: `Pass the upper end under the crossing and up between tie and collar. ${low?.act ?? 'Draw both ends until the half-knot sits at the collar button.'}`,
    hands: [
      `${ownHand}: draws the lower end down.`,
      `${otherHand}: leads the upper end under, lets go, and takes it again above; then draws it upwards.`,
    ],
    check: `${low?.check ?? 'Snug at the button, with room for one finger between band and throat.'} The upper end comes out on top.`,
    trap: low?.trap ?? 'Never draw it so far that it presses.',
    more: context.handling === 'thick' ? 'This cloth is thick: draw the half-knot firmly, or the knot comes out bulky.' : null,
    feel: low ? LOW_KNOT_FELT : KNOT_FELT.neck,
  };
}

export function evenCrossWords(context: StepContext): StepWords {
  const { own, other, ownHand, otherHand, behind, inFront } = namesFor(context);
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
    feel: 'Both ends are narrow where they cross. The upper one lies on top, towards you.',
  };
}
