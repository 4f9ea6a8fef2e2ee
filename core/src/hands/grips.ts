import { subtract, unit, type Point3 } from '../geometry/index.ts';
import type { TyingMeasures } from '../tying/measures.ts';
import { WAY_PARTS } from '../tying/ways.ts';
import type { Digit } from './handModel.ts';

/** The hand on the side of the wearer that the long end starts on, and the other one. */
export const HAND_ROLES = ['own', 'other'] as const;
export type HandRole = (typeof HAND_ROLES)[number];

/** How a hand is held where no finger has a place of its own. */
export type Posture = 'pinch' | 'point' | 'relaxed' | 'wide';

/** A place of the strip: an end, a distance from its nose towards its tip, and where across. */
export interface StripPlace {
  readonly end: 'long' | 'short';
  /** Distance from the nose in mm, or the place of the end that is nearest to a point when the grip begins. */
  readonly at: ((m: TyingMeasures) => number) | { readonly nearestTo: (m: TyingMeasures, knotAt: Point3) => Point3 };
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
  /** Where the fingers point, from where the hand comes in; and where the palm looks, where it matters. */
  readonly fingersTo: Point3;
  readonly palmTo?: Point3;
  readonly posture: Posture;
}

const to = (x: number, y: number, z: number): Point3 => unit({ x, y, z });

type At = (m: TyingMeasures) => number;

const bladeMm = (m: TyingMeasures): number => m.tie.profile.bladeLengthMm;
const bellyMm = (m: TyingMeasures): number => m.tie.measured.blade.noseToBellyMm;

/** Place on the outer layer of a bow, so far from its middle: on the loop's back layer, on its front layer, on the flat end. */
const onBow = (bow: 'front' | 'back') => {
  const of = (m: TyingMeasures) => (bow === 'front' ? m.front : m.back);
  const foldMm = (m: TyingMeasures): number => bladeMm(m) - of(m).flatEndMm - of(m).loopMm;
  return {
    loopBack:
      (share: number): At =>
      (m) =>
        foldMm(m) - (1 - share) * of(m).loopMm,
    loopFront:
      (share: number): At =>
      (m) =>
        foldMm(m) + (1 - share) * of(m).loopMm,
    flatEnd:
      (share: number): At =>
      (m) =>
        bladeMm(m) - of(m).flatEndMm * (1 - share),
    fold:
      (pastMm: number): At =>
      (m) =>
        foldMm(m) + pastMm,
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

const grip = (
  [from, until]: readonly [number, number],
  touches: readonly Touch[],
  fingersTo: Point3,
  more: Partial<Grip> = {},
): Grip => ({ from, until, touches, fingersTo, posture: 'pinch', ...more });

/** The hand that holds the front bow: in from the side, palm to the wearer, so that the thumb lies above and behind. */
const HOLDING = to(-0.85, 0.4, -0.3);
const HOLDING_PALM = { palmTo: to(-0.1, -0.1, -1) };

const HOLDING_OTHER = to(0.85, 0.4, -0.3);
const HOLDING_OTHER_PALM = { palmTo: to(0.1, -0.1, -1) };

/** Directions that the wearer's hands come in from: inwards and up for the hand on the left, and for the one on the right. */
const FROM_LEFT = to(-0.75, 0.62, -0.05);
const FROM_RIGHT = to(0.75, 0.62, -0.05);
const LEFT_ACROSS = to(-0.95, 0.1, -0.2);
const RIGHT_ACROSS = to(0.95, 0.1, -0.2);

/** Where the front of the half-knot and of the finished wrap is. */
const frontOfKnot = (_: TyingMeasures, knotAt: Point3): Point3 => ({ x: 0, y: 0, z: knotAt.z + 30 });

/** Hanging ends are taken by the edge that the hand comes from: their own side's while they are draped, the other once they have crossed. */
const NEAR_EDGE = -0.72;
const FAR_EDGE = 0.72;
const BELLY_OF_LONG = pinchBehind('long', bellyMm, NEAR_EDGE);
const BELLY_OF_SHORT = pinchBehind('short', bellyMm, NEAR_EDGE);
const CROSSED_SHORT = pinchBehind('short', bellyMm, FAR_EDGE);
const CROSSED_LONG = pinchBehind('long', (m) => 0.55 * bellyMm(m), FAR_EDGE);

const DRAWN_SHORT = pinchBehind('short', (m) => 0.8 * bellyMm(m), FAR_EDGE);
const DRAWN_LONG = pinch('long', bellyMm, 0.6);

/** The front bow held by its flat end: thumb behind, forefinger in front. */
const HOLD_FRONT = pinchBehind('short', FRONT.flatEnd(0.6));
/** The same with the forefinger on the long end that hangs over the middle. */
const HOLD_UNDER_DROP: readonly Touch[] = [
  touch('thumb', 'short', FRONT.flatEnd(0.46), 'inner', 0.2),
  touch('forefinger', 'long', { nearestTo: frontOfKnot }, 'outer', -0.5),
];
/** The front bow's loop between thumb, behind, and forefinger. */
const HOLD_LOOP: readonly Touch[] = [
  touch('thumb', 'short', FRONT.loopBack(0.82), 'outer', 0.2),
  touch('forefinger', 'short', FRONT.loopFront(0.82), 'outer'),
];

const DRAW_BACK_LOOP: readonly Touch[] = [
  touch('thumb', 'long', BACK.loopBack(0.86), 'outer'),
  touch('forefinger', 'long', BACK.loopFront(0.86), 'outer'),
];
const DRAW_FRONT_LOOP: readonly Touch[] = [
  touch('thumb', 'short', FRONT.loopBack(0.86), 'outer'),
  touch('forefinger', 'short', FRONT.loopFront(0.86), 'outer'),
];
/** A whole wing, the front bow's half and the back bow's together. */
const LEFT_WING: readonly Touch[] = [
  touch('thumb', 'long', BACK.loopBack(0.86), 'outer'),
  touch('forefinger', 'short', FRONT.flatEnd(0.82), 'outer'),
];
const RIGHT_WING: readonly Touch[] = [
  touch('thumb', 'long', BACK.flatEnd(0.82), 'inner'),
  touch('forefinger', 'short', FRONT.loopFront(0.86), 'outer'),
];

/** What both hands do in each part that the ways are put together from. */
export type PartName = (typeof WAY_PARTS)[keyof typeof WAY_PARTS][number];

export const GRIPS: Readonly<Record<PartName, Readonly<Record<HandRole, readonly Grip[]>>>> = {
  prepare: {
    own: [grip([0, 1], BELLY_OF_LONG, FROM_LEFT)],
    other: [grip([0, 1], BELLY_OF_SHORT, FROM_RIGHT)],
  },
  lead: {
    own: [grip([0, 1], BELLY_OF_LONG, FROM_LEFT)],
    other: [grip([0, 1], BELLY_OF_SHORT, FROM_RIGHT)],
  },
  cross: {
    own: [grip([0, 0.6], BELLY_OF_LONG, FROM_LEFT), grip([0.95, 1], CROSSED_SHORT, FROM_LEFT)],
    other: [grip([0, 0.45], BELLY_OF_SHORT, FROM_RIGHT), grip([0.85, 1], CROSSED_LONG, FROM_RIGHT)],
  },
  halfKnot: {
    own: [grip([0, 0.1], CROSSED_SHORT, FROM_LEFT), grip([0.7, 1], DRAWN_SHORT, FROM_LEFT)],
    other: [grip([0, 0.3], CROSSED_LONG, FROM_RIGHT), grip([0.72, 1], DRAWN_LONG, RIGHT_ACROSS)],
  },
  park: {
    own: [grip([0, 1], DRAWN_SHORT, FROM_LEFT)],
    other: [grip([0, 0.6], DRAWN_LONG, RIGHT_ACROSS)],
  },
  frontBow: {
    own: [
      grip([0.28, 0.64], pinchBehind('short', (m) => bladeMm(m) - 14), FROM_LEFT),
      grip([0.92, 1], HOLD_FRONT, HOLDING, HOLDING_PALM),
    ],
    other: [grip([0.3, 0.76], pinch('short', bellyMm, -0.6), FROM_RIGHT, { posture: 'point' })],
  },
  drop: {
    own: [
      grip([0, 0.55], HOLD_FRONT, HOLDING, HOLDING_PALM),
      grip([0.6, 0.82], HOLD_FRONT.slice(0, 1), HOLDING, HOLDING_PALM),
      grip([0.95, 1], HOLD_UNDER_DROP, HOLDING, HOLDING_PALM),
    ],
    other: [grip([0.4, 0.64], pinch('long', (m) => 0.5 * bellyMm(m)), RIGHT_ACROSS)],
  },
  passage: {
    own: [grip([0, 1], HOLD_UNDER_DROP, HOLDING, HOLDING_PALM)],
    other: [grip([0.3, 1], HOLD_LOOP, HOLDING_OTHER, HOLDING_OTHER_PALM)],
  },
  passageFirst: {
    own: [grip([0, 1], HOLD_FRONT, HOLDING, HOLDING_PALM)],
    other: [grip([0.3, 1], HOLD_LOOP, HOLDING_OTHER, HOLDING_OTHER_PALM)],
  },
  dropLast: {
    own: [
      grip([0, 0.55], HOLD_FRONT, HOLDING, HOLDING_PALM),
      grip([0.6, 0.82], HOLD_FRONT.slice(0, 1), HOLDING, HOLDING_PALM),
      grip([0.95, 1], HOLD_UNDER_DROP, HOLDING, HOLDING_PALM),
    ],
    other: [grip([0.4, 0.64], pinch('long', (m) => 0.5 * bellyMm(m)), RIGHT_ACROSS)],
  },
  wrap: {
    own: [
      grip([0.55, 1], [touch('forefinger', 'long', { nearestTo: frontOfKnot }, 'inner')], LEFT_ACROSS, { posture: 'point' }),
    ],
    other: [grip([0, 1], pinch('long', (m) => 0.8 * bellyMm(m)), RIGHT_ACROSS)],
  },
  pushFront: {
    own: [
      grip([0, 0.05], [touch('forefinger', 'long', { nearestTo: frontOfKnot }, 'inner')], LEFT_ACROSS, { posture: 'point' }),
      grip([0.25, 0.8], [touch('forefinger', 'short', FRONT.fold(9), 'outer')], LEFT_ACROSS, { posture: 'point' }),
    ],
    other: [grip([0, 1], pinch('long', (m) => 0.8 * bellyMm(m)), RIGHT_ACROSS)],
  },
  backBow: {
    own: [
      grip([0, 0.45], HOLD_UNDER_DROP, HOLDING, HOLDING_PALM),
      grip([0.55, 1], HOLD_UNDER_DROP.slice(1), HOLDING, HOLDING_PALM),
    ],
    other: [
      grip([0.14, 0.8], [touch('forefinger', 'long', BACK.fold(9), 'outer')], RIGHT_ACROSS, { posture: 'point' }),
    ],
  },
  backBowHeld: {
    own: [grip([0.3, 1], HOLD_UNDER_DROP.slice(1), HOLDING, HOLDING_PALM)],
    other: [
      grip([0.04, 0.8], [touch('forefinger', 'long', BACK.fold(9), 'outer')], RIGHT_ACROSS, { posture: 'point' }),
    ],
  },
  backBowPlain: {
    own: [
      grip([0, 0.4], HOLD_UNDER_DROP, HOLDING, HOLDING_PALM),
      grip([0.5, 1], HOLD_UNDER_DROP.slice(1), HOLDING, HOLDING_PALM),
    ],
    other: [
      grip([0.2, 0.8], [touch('forefinger', 'long', BACK.fold(9), 'outer')], RIGHT_ACROSS, { posture: 'point' }),
    ],
  },
  tighten: {
    own: [grip([0.25, 1], DRAW_BACK_LOOP, HOLDING, HOLDING_PALM)],
    other: [grip([0.25, 1], DRAW_FRONT_LOOP, HOLDING_OTHER, HOLDING_OTHER_PALM)],
  },
  balance: {
    own: [grip([0.45, 1], LEFT_WING, HOLDING, HOLDING_PALM)],
    other: [grip([0.45, 1], RIGHT_WING, HOLDING_OTHER, HOLDING_OTHER_PALM)],
  },
  collarDown: {
    own: [
      grip([0.2, 0.5], [{ digit: 'forefinger', on: 'leaf', face: 'inner' }], to(-0.5, 0.8, -0.2), { posture: 'relaxed' }),
      grip([0.86, 1], [{ digit: 'forefinger', on: 'leaf', face: 'outer' }], to(-0.5, 0.8, -0.2), { posture: 'relaxed' }),
    ],
    other: [
      grip([0.2, 0.5], [{ digit: 'forefinger', on: 'leaf', face: 'inner' }], to(0.5, 0.8, -0.2), { posture: 'relaxed' }),
      grip([0.86, 1], [{ digit: 'forefinger', on: 'leaf', face: 'outer' }], to(0.5, 0.8, -0.2), { posture: 'relaxed' }),
    ],
  },
};

/** Bent as a posture, in the order of the joints. */
export const POSTURES: Readonly<Record<Posture, Float64Array>> = {
  pinch: Float64Array.from([0.75, 0.4, 0.2, 0.3, 0, 0.8, 0.75, 0, 0.8, 0.75, 0, 0.85, 0.8, 0, 0.9, 0.85]),
  point: Float64Array.from([0.6, 0.4, 0.5, 0.6, 0, 0.25, 0.3, 0, 1.35, 1.6, 0, 1.4, 1.65, 0, 1.4, 1.6]),
  relaxed: Float64Array.from([0.45, 0.6, 0.15, 0.25, 0.05, 0.4, 0.4, 0, 0.5, 0.5, 0, 0.55, 0.55, -0.05, 0.55, 0.55]),
  wide: Float64Array.from([0.7, 0.75, 0.1, 0.2, 0.05, 0.55, 0.5, 0, 0.6, 0.55, 0, 0.65, 0.6, -0.05, 0.7, 0.6]),
};

export const direction = (a: Point3, b: Point3): Point3 => unit(subtract(b, a));
