import type { Folding, OfferedWay, TyingFault, TyingStep } from '@easytuck/core';

/** What to say of a way of tying: its name, whom it suits, what it costs. */
export interface WayWords {
  readonly name: string;
  readonly suits: string;
  readonly costs: string;
}

/** Common practice, no source. */
export const WAY_WORDS: Readonly<Record<OfferedWay, WayWords>> = {
  main: {
    name: 'Front bow first',
    suits: 'anyone learning: each step can be checked before the next',
    costs: 'the passage is found by feel',
  },
  pinchAndTurn: {
    name: 'Thumb in the passage',
    suits: 'nimble fingers that keep losing the passage',
    costs: 'one thumb is tied up from the front bow on',
  },
  plainPush: {
    name: 'Plain push',
    suits: 'short or stiff ties, stiff fingers',
    costs: 'the back bow lies less well and needs more smoothing',
  },
  evenEnds: {
    name: 'Even ends, round a finger',
    suits: 'those who never remember a lead',
    costs: 'the band is let out to its longest and taken in afterwards, often by someone else; the back bow comes out narrower',
  },
  onThigh: {
    name: 'On the thigh or a cylinder',
    suits: 'practice, and tying for somebody who cannot',
    costs: 'the band is set for that girth, then reset for the neck',
  },
  helper: {
    name: 'Tied by a helper',
    suits: 'those who cannot tie it themselves',
    costs: 'face to face, left and right change places. Ask before working at someone’s throat, say what you will do, stop when asked',
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
    cause: 'The front loop was folded to the side the long end came from. Both half-knots then turn the same way: a granny.',
    remedy: 'Undo it back to the front bow and fold that to the other side.',
    backTo: 'frontBow',
  },
  noPassage: {
    seen: 'There is no gap behind the front bow',
    cause: 'The front bow was folded the wrong way, or the half-knot came loose.',
    remedy: 'Lift the long end off, fold the front bow again and keep hold of the knot.',
    backTo: 'frontBow',
  },
  loopsOnOneSide: {
    seen: 'Both loops on one side; it falls apart',
    cause: 'The back bow was pushed in from the flat end’s side: there is no second half-knot.',
    remedy: 'Draw it back out and push it in from the front loop’s side.',
    backTo: 'passage',
  },
  halfThrough: {
    seen: 'The back loop is small, its flat end long',
    cause: 'The loop was drawn only half through: not the waist but the belly sits in the knot.',
    remedy: 'Hold the front bow and draw the back loop further, until its waist is in the knot.',
    backTo: 'backBow',
  },
  flatEndThrough: {
    seen: 'A flat end came through, all undone',
    cause: 'A flat end was pulled, or a loop was pulled too far.',
    remedy: 'Start again at the front bow; tighten by the loops only.',
    backTo: 'frontBow',
  },
  leadTooLong: {
    seen: 'The back bow is wider than the front',
    cause: 'The lead was too long.',
    remedy: 'Retie with less lead; Balance says how much.',
    backTo: 'lead',
  },
  leadTooShort: {
    seen: 'The front bow is wider than the back',
    cause: 'The lead was too short.',
    remedy: 'Retie with more lead; Balance says how much.',
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
    remedy: 'Let the band out; the Bench says how far.',
    backTo: 'setBand',
  },
  lumpyCrossing: {
    seen: 'The knot is lumpy',
    cause: 'The ends cross on the widened part of the blade.',
    remedy: 'Set the band longer, so that the narrow part crosses.',
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
    cause: 'The half-knot slid forward while the bows were made, or the band is slack.',
    remedy:
      'Drawing the loops only tightens the knot. Push the knot back to the button and take the slack in at the band; if there is none, retie from the half-knot and hold it there.',
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
    cause: 'Loop and flat end are uneven.',
    remedy:
      'Hold the knot. On the loop that runs on to the longer flat end, draw the layer that the flat end comes out of, a little at a time: the flat end gets shorter.',
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
    remedy: 'Stretch the wings out and smooth them. Steam it later, off the neck; no iron on velvet.',
    backTo: 'backBow',
  },
  loosened: {
    seen: 'It shrinks and loosens as the evening goes on',
    cause: 'Slippery cloth, or a knot that was never firm.',
    remedy: 'Draw both loops up again; tie a firmer knot next time.',
    backTo: 'tighten',
  },
};

/** What a bow's faces tell of how it was folded: what was turned, at which step, and which layer of the back loop now tightens it. */
export interface FoldingWords {
  readonly turns: readonly { readonly step: TyingStep; readonly told: string }[];
  readonly tightens: string;
}

/** A folding in words. Which layer runs into the knot follows from where the tail lies (docs/model.md). */
export function foldingWords({ frontTurned, dropTurned, backTurned, backTail }: Folding): FoldingWords {
  return {
    turns: [
      ...(frontTurned ? [{ step: 'frontBow', told: 'The short end was turned over before it was folded.' } as const] : []),
      ...(dropTurned ? [{ step: 'drop', told: 'The long end was turned over as it dropped.' } as const] : []),
      ...(backTurned
        ? [{ step: 'backBow', told: 'The long end was turned over behind the front bow, before its own fold.' } as const]
        : []),
      ...(backTail === 'behind'
        ? [{ step: 'backBow', told: 'The back bow’s tail was folded away behind its loop, not in front of it.' } as const]
        : []),
    ],
    tightens: `The ${backTail === 'before' ? 'back' : 'front'} layer of the back loop runs into the knot: that is the one to draw.`,
  };
}

/** A line of the blade that the fingers hold. */
export type FingerMark = { readonly end: 'long' | 'short'; readonly line: 'nose' | 'belly' | 'waist' | 'tip' };

/** Where the fingers are in a step. */
export const FINGER_MARKS: Readonly<Record<TyingStep, readonly FingerMark[]>> = {
  setBand: [],
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
  takeIn: [],
  collarDown: [],
};
