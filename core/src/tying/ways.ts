import type { TyingStep } from './steps.ts';

/** Ways that the strip itself moves differently in. A further one is one more name here, and one more entry in `WAY_PARTS`. */
export const TYING_WAYS = ['main', 'pinchAndTurn', 'plainPush', 'evenEnds'] as const;

/**
 * A way of tying. `main`: front bow first, the passage found behind it. `pinchAndTurn`: the passage is kept open by the thumb
 * from the front bow on. `evenEnds`: no lead; the upper end is wrapped round a finger, the other pushed through where the
 * finger was. `plainPush`: the end is pushed through as it hangs, its fold made on the way.
 */
export type TyingWay = (typeof TYING_WAYS)[number];

/** Ways that are offered to whoever ties. On the thigh and on somebody else the strip moves as in the main way. */
export const OFFERED_WAYS = [...TYING_WAYS, 'onThigh', 'helper'] as const;
export type OfferedWay = (typeof OFFERED_WAYS)[number];

/** How the strip moves in a way that is offered. */
export const STRIP_WAY: Readonly<Record<OfferedWay, TyingWay>> = {
  main: 'main',
  pinchAndTurn: 'pinchAndTurn',
  plainPush: 'plainPush',
  evenEnds: 'evenEnds',
  onThigh: 'main',
  helper: 'main',
};

const BEGIN = ['setBand', 'prepare', 'lead', 'cross', 'halfKnot'] as const;
const END = ['tighten', 'balance', 'takeIn', 'collarDown'] as const;

/** The parts that each way is put together from, in their order. */
const WAY_PARTS = {
  main: [...BEGIN, 'park', 'frontBow', 'drop', 'passage', 'backBow', ...END],
  plainPush: [...BEGIN, 'park', 'frontBow', 'drop', 'passage', 'backBowPlain', ...END],
  pinchAndTurn: [...BEGIN, 'park', 'frontBow', 'passageFirst', 'dropLast', 'backBowTurned', ...END],
  evenEnds: [...BEGIN, 'wrap', 'pushFront', 'backBowHeld', ...END],
} as const satisfies Readonly<Record<TyingWay, readonly string[]>>;

/** Parts whose step has another name: a way does the same thing at another time, or by another grip. */
const STEP_OF_PART: Readonly<Record<string, TyingStep>> = {
  passageFirst: 'passage',
  dropLast: 'drop',
  backBowPlain: 'backBow',
  backBowTurned: 'backBow',
  backBowHeld: 'backBow',
};

/** A part that ways are put together from. */
export type PartName = (typeof WAY_PARTS)[TyingWay][number];

/** The parts of a way, in their order. The band is taken in only where it was let out for tying. */
export const partsOfWay = (way: TyingWay, isLetOut: boolean): readonly PartName[] =>
  WAY_PARTS[way].filter((part) => isLetOut || part !== 'takeIn');

/** The steps of a way, in their order: known without choreographing anything. */
export const stepsOfWay = (way: TyingWay, isLetOut = false): readonly TyingStep[] =>
  partsOfWay(way, isLetOut).map((part) => STEP_OF_PART[part] ?? (part as TyingStep));
