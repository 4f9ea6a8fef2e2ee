import type { Point3 } from '../geometry/index.ts';
import { foldFromNoseMm, type TyingMeasures } from '../tying/measures.ts';
import type { PartName } from '../tying/ways.ts';
import type { Digit } from './handModel.ts';

/** The hand on the side of the wearer that the long end starts on, and the other one. */
export const HAND_ROLES = ['own', 'other'] as const;
export type HandRole = (typeof HAND_ROLES)[number];

/** How a hand is held where no finger has a place of its own. */
export type Posture = 'pinch' | 'point' | 'relaxed' | 'wide';

/** A place of the strip: an end, a distance from its nose towards its tip, and where across. */
export interface StripPlace {
  readonly end: 'long' | 'short';
  /**
   * Distance from the nose in mm; or, as the end lies when the grip begins, its place that is nearest to a point, or that of its
   * furthest layer, or of its layer that is nearest from the front, so far to the wearer's left of the knot, in mm; with `isFold` the
   * place goes along with the fold while that is drawn out, though cloth comes up to it from the knot.
   */
  readonly at:
    | ((m: TyingMeasures) => number)
    | { readonly nearestTo: (m: TyingMeasures, knotAt: Point3) => Point3 }
    | { readonly layer: 'back' | 'front'; readonly leftMm: (m: TyingMeasures) => number; readonly isFold?: true };
  /** −1 to 1 between the edges. */
  readonly across?: number;
}

/** A finger on a place of the strip, or on the collar's leaf. */
export interface Touch {
  readonly digit: Digit;
  readonly on: StripPlace | 'leaf';
  /** The face that it lies on; of the leaf, the outer one is seen. */
  readonly face: 'outer' | 'inner';
}

/** What a hand does for a part of a step. Written for a long end from the wearer's left and the wearer's own hands. */
export interface Grip {
  /** Shares of the step between which it holds; before and after, the hand is on its way. */
  readonly from: number;
  readonly until: number;
  readonly touches: readonly Touch[];
  readonly posture: Posture;
}

type At = (m: TyingMeasures) => number;

const bladeMm = (m: TyingMeasures): number => m.tie.profile.bladeLengthMm;
const bellyMm = (m: TyingMeasures): number => m.tie.measured.blade.noseToBellyMm;

/** Place on a bow: so far from its middle on the flat end, or beside its loop's fold. */
const onBow = (bow: 'front' | 'back') => {
  return {
    flatEnd:
      (share: number): At =>
      (m) =>
        bladeMm(m) - m[bow].flatEndMm * (1 - share),
    fold:
      (pastMm: number): At =>
      (m) =>
        foldFromNoseMm(m, bow) + pastMm,
  };
};
const FRONT = onBow('front');
const BACK = onBow('back');

const touch = (digit: Digit, end: 'long' | 'short', at: StripPlace['at'], face: 'outer' | 'inner', across = 0): Touch => ({
  digit,
  on: { end, at, across },
  face,
});

/** Thumb on the outer face and forefinger on the inner one, opposite each other. */
const pinch = (end: 'long' | 'short', at: At, across = 0): readonly Touch[] => [
  touch('thumb', end, at, 'outer', across),
  touch('forefinger', end, at, 'inner', across),
];
/** Forefinger on the outer face and thumb on the inner one. */
const pinchBehind = (end: 'long' | 'short', at: At, across = 0): readonly Touch[] => [
  touch('forefinger', end, at, 'outer', across),
  touch('thumb', end, at, 'inner', across),
];

const grip = ([from, until]: readonly [number, number], touches: readonly Touch[], posture: Posture = 'pinch'): Grip => ({
  ...{ from, until, touches, posture },
});

/** Where the front of the half-knot and of the finished wrap is. */
const frontOfKnot = (_: TyingMeasures, knotAt: Point3): Point3 => ({ x: 0, y: 0, z: knotAt.z + 30 });

/** Hanging ends are taken by the edge that the hand comes from: their own side's while they are draped, the other once they have crossed. */
const NEAR_EDGE = -0.72;
const FAR_EDGE = 0.72;
const BELLY_OF_LONG = pinchBehind('long', bellyMm, NEAR_EDGE);
const BELLY_OF_SHORT = pinchBehind('short', bellyMm, NEAR_EDGE);
const CROSSED_SHORT = pinchBehind('short', bellyMm, FAR_EDGE);
const CROSSED_LONG = pinchBehind('long', (m) => 0.55 * bellyMm(m), FAR_EDGE);

const DRAWN_LONG = pinch('long', bellyMm, 0.75);

/** The front bow held by its flat end: thumb behind, forefinger in front. */
const HOLD_FRONT = pinchBehind('short', FRONT.flatEnd(0.22));
/** The same with the forefinger on the long end that hangs over the middle. */
const HOLD_UNDER_DROP: readonly Touch[] = [
  touch('thumb', 'short', FRONT.flatEnd(0.22), 'inner'),
  touch('forefinger', 'long', { nearestTo: frontOfKnot }, 'outer', -0.5),
];
/** The front bow's loop between thumb, behind, and forefinger. */
const HOLD_LOOP: readonly Touch[] = [
  touch('thumb', 'short', { layer: 'back', leftMm: (m) => -0.72 * m.front.loopMm }, 'outer', 0.2),
  touch('forefinger', 'short', { layer: 'front', leftMm: (m) => -0.72 * m.front.loopMm }, 'outer'),
];

/** One layer of a loop, the forefinger inside the loop: pinching both layers would draw the flat end out of the knot. */
const DRAW_BACK_LOOP: readonly Touch[] = [
  touch('thumb', 'long', { layer: 'back', leftMm: (m) => 0.72 * m.back.loopMm }, 'outer', 0.35),
  touch('forefinger', 'long', { layer: 'back', leftMm: (m) => 0.72 * m.back.loopMm }, 'inner', 0.35),
];
const DRAW_FRONT_LOOP: readonly Touch[] = [
  touch('thumb', 'short', { layer: 'back', leftMm: (m) => -0.72 * m.front.loopMm }, 'outer', 0.35),
  touch('forefinger', 'short', { layer: 'back', leftMm: (m) => -0.72 * m.front.loopMm }, 'inner', 0.35),
];
/** The blade pinched at its belly, both layers beside the fold. */
const PINCH_FOLD: readonly Touch[] = [touch('thumb', 'long', BACK.fold(12), 'outer'), touch('forefinger', 'long', BACK.fold(-12), 'outer')];
/** The fold that has come through, taken on the far side by both of its edges: a bulky fold is squashed small there. */
const CATCH_FOLD: readonly Touch[] = [
  touch('thumb', 'long', { layer: 'front', leftMm: (m) => m.back.loopMm, isFold: true }, 'outer', -0.85),
  touch('forefinger', 'long', { layer: 'front', leftMm: (m) => m.back.loopMm, isFold: true }, 'outer', 0.85),
];
/** A whole wing, the front bow's half and the back bow's together. */
const LEFT_WING: readonly Touch[] = [
  touch('thumb', 'long', { layer: 'back', leftMm: (m) => 0.8 * Math.min(m.back.loopMm, m.front.flatEndMm) }, 'outer'),
  touch('forefinger', 'short', { layer: 'front', leftMm: (m) => 0.8 * Math.min(m.back.loopMm, m.front.flatEndMm) }, 'outer'),
];
const RIGHT_WING: readonly Touch[] = [
  touch('thumb', 'long', { layer: 'back', leftMm: (m) => -0.8 * Math.min(m.back.flatEndMm, m.front.loopMm) }, 'inner'),
  touch('forefinger', 'short', { layer: 'front', leftMm: (m) => -0.8 * Math.min(m.back.flatEndMm, m.front.loopMm) }, 'outer'),
];

/** The finger that the upper end is laid over, which keeps its turn open. */
const IN_THE_TURN: readonly Touch[] = [touch('forefinger', 'long', { nearestTo: frontOfKnot }, 'inner')];

/** The forefinger that pushes: in front of the widest line, beside the fold. */
const PUSH: readonly Touch[] = [touch('forefinger', 'long', BACK.fold(9), 'outer')];

/** The leaf taken near its edge, from outside, until it falls by itself. */
const LEAF_LED: readonly Touch[] = [{ digit: 'forefinger', on: 'leaf', face: 'inner' }];

const DROP: Readonly<Record<HandRole, readonly Grip[]>> = {
  own: [grip([0, 0.62], HOLD_FRONT), grip([0.62, 0.94], HOLD_FRONT.slice(1)), grip([0.94, 1], HOLD_UNDER_DROP)],
  other: [
    grip(
      [0.46, 0.79],
      pinch('long', (m) => 0.8 * bellyMm(m), 0.7),
    ),
  ],
};

/** The hand that holds the front bow until the other one has it, and then catches the fold. */
const HOLDS_THEN_CATCHES: readonly Grip[] = [
  grip([0, 0.36], HOLD_UNDER_DROP),
  grip([0.36, 0.76], HOLD_UNDER_DROP.slice(1)),
  grip([0.84, 1], CATCH_FOLD),
];
/** The hand that pushes the fold in, and then takes over the front bow. */
const PUSHES_THEN_HOLDS: readonly Grip[] = [grip([0.17, 0.54], PUSH, 'point'), grip([0.64, 1], HOLD_LOOP)];

/** What both hands do in each part that the ways are put together from. */
export const GRIPS: Readonly<Record<PartName, Readonly<Record<HandRole, readonly Grip[]>>>> = {
  setBand: { own: [], other: [] },
  prepare: {
    own: [grip([0, 1], BELLY_OF_LONG)],
    other: [grip([0, 1], BELLY_OF_SHORT)],
  },
  lead: {
    own: [grip([0, 1], BELLY_OF_LONG)],
    other: [grip([0, 1], BELLY_OF_SHORT)],
  },
  cross: {
    own: [grip([0, 0.6], BELLY_OF_LONG)],
    other: [grip([0, 0.24], BELLY_OF_SHORT), grip([0.58, 1], CROSSED_LONG)],
  },
  halfKnot: {
    own: [grip([0.06, 1], CROSSED_SHORT)],
    other: [grip([0, 0.24], CROSSED_LONG), grip([0.7, 1], DRAWN_LONG)],
  },
  park: {
    own: [grip([0, 1], CROSSED_SHORT)],
    other: [grip([0, 0.8], DRAWN_LONG)],
  },
  frontBow: {
    own: [grip([0, 0.16], CROSSED_SHORT), grip([0.74, 1], HOLD_FRONT)],
    other: [grip([0.38, 0.78], pinch('short', bellyMm, -0.75), 'point')],
  },
  drop: DROP,
  passage: {
    own: [grip([0, 1], HOLD_UNDER_DROP)],
    other: [grip([0.34, 0.8], HOLD_LOOP)],
  },
  passageFirst: {
    own: [grip([0, 1], HOLD_FRONT)],
    other: [grip([0.4, 0.86], HOLD_LOOP)],
  },
  dropLast: DROP,
  // the finger comes from the side on which the loop will come out; the other hand lays the upper end over it
  wrap: {
    own: [
      grip(
        [0, 0.94],
        pinch('long', (m) => 0.8 * bellyMm(m)),
      ),
    ],
    other: [grip([0.55, 1], IN_THE_TURN, 'point')],
  },
  pushFront: {
    own: [grip([0.24, 0.5], [touch('forefinger', 'short', FRONT.fold(9), 'outer')], 'point')],
    other: [grip([0, 0.42], IN_THE_TURN, 'point'), grip([0.54, 0.9], [touch('forefinger', 'short', FRONT.fold(6), 'inner')], 'point')],
  },
  backBow: {
    own: HOLDS_THEN_CATCHES,
    other: PUSHES_THEN_HOLDS,
  },
  backBowHeld: {
    own: [grip([0.14, 0.76], HOLD_UNDER_DROP.slice(1)), grip([0.84, 1], CATCH_FOLD)],
    other: PUSHES_THEN_HOLDS,
  },
  backBowTurned: {
    own: HOLDS_THEN_CATCHES,
    other: [grip([0.1, 0.52], PINCH_FOLD), grip([0.64, 1], HOLD_LOOP)],
  },
  backBowPlain: {
    own: HOLDS_THEN_CATCHES,
    other: PUSHES_THEN_HOLDS,
  },
  tighten: {
    own: [grip([0.45, 1], DRAW_BACK_LOOP)],
    other: [grip([0.45, 1], DRAW_FRONT_LOOP)],
  },
  balance: {
    own: [grip([0, 0.08], DRAW_BACK_LOOP), grip([0.62, 0.94], LEFT_WING)],
    other: [grip([0, 0.08], DRAW_FRONT_LOOP), grip([0.62, 0.94], RIGHT_WING)],
  },
  takeIn: { own: [], other: [] },
  collarDown: {
    own: [grip([0.5, 0.68], LEAF_LED, 'relaxed')],
    other: [grip([0.5, 0.68], LEAF_LED, 'relaxed')],
  },
};

/** Bent as a posture, in the order of the joints. */
export const POSTURES: Readonly<Record<Posture, Float64Array>> = {
  pinch: Float64Array.from([0.75, 0.4, 0.2, 0.3, 0, 0.8, 0.75, 0, 0.8, 0.75, 0, 0.85, 0.8, 0, 0.9, 0.85]),
  point: Float64Array.from([0.6, 0.4, 0.5, 0.6, 0, 0.25, 0.3, 0, 1.35, 1.6, 0, 1.4, 1.65, 0, 1.4, 1.6]),
  relaxed: Float64Array.from([0.45, 0.6, 0.15, 0.25, 0.05, 0.4, 0.4, 0, 0.5, 0.5, 0, 0.55, 0.55, -0.05, 0.55, 0.55]),
  wide: Float64Array.from([0.7, 0.75, 0.1, 0.2, 0.05, 0.55, 0.5, 0, 0.6, 0.55, 0, 0.65, 0.6, -0.05, 0.7, 0.6]),
};
