import type { Reader } from '@easytuck/contract';
import type { TyingStep, ViewDirection } from '@easytuck/core';

/** Sides that the strip is looked at from. */
export type ViewName = 'mirror' | 'facing' | 'shoulder' | 'side' | 'passage' | 'free';

/** A view, or for each step the one that shows it best. */
export type ViewChoice = ViewName | 'best';

export interface View extends ViewDirection {
  readonly name: string;
  /** Distance of the eye from the knot, in mm. */
  readonly awayMm: number;
  /** The eye looks at a place this far above the knot, in mm. */
  readonly liftMm: number;
  /** Left and right as in a mirror. */
  readonly isMirror: boolean;
  /** Which of the wearer's sides lies on the left of the picture; null where neither does. */
  readonly onTheLeft: 'left' | 'right' | null;
}

const UP = { x: 0, y: 1, z: 0 } as const;

/** Views for a long end from the wearer's left; `side` and `shoulder` change sides with the hand. */
const VIEWS: Readonly<Record<ViewName, View>> = {
  mirror: { name: 'Mirror', towards: { x: 0, y: 0.1, z: 1 }, up: UP, awayMm: 520, liftMm: -28, isMirror: true, onTheLeft: 'left' },
  facing: { name: 'Facing', towards: { x: 0, y: 0.1, z: 1 }, up: UP, awayMm: 520, liftMm: -28, isMirror: false, onTheLeft: 'right' },
  shoulder: {
    name: 'Over the shoulder',
    towards: { x: -0.5, y: 1, z: 0.12 },
    up: { x: 0, y: 0.2, z: 1 },
    awayMm: 340,
    liftMm: -14,
    isMirror: false,
    onTheLeft: 'left',
  },
  side: { name: 'Side', towards: { x: -1, y: 0.22, z: 0.5 }, up: UP, awayMm: 430, liftMm: -14, isMirror: false, onTheLeft: null },
  passage: {
    name: 'Into the passage',
    towards: { x: -0.34, y: 1, z: 0.5 },
    up: { x: 0, y: 1, z: -0.4 },
    awayMm: 330,
    liftMm: 0,
    isMirror: false,
    onTheLeft: 'right',
  },
  free: { name: 'Free', towards: { x: -0.5, y: 0.35, z: 0.8 }, up: UP, awayMm: 460, liftMm: -14, isMirror: false, onTheLeft: null },
};

export const VIEW_NAMES: readonly ViewName[] = ['mirror', 'facing', 'shoulder', 'side', 'passage', 'free'];

export const viewWords = (name: ViewName): string => VIEWS[name].name;

/** Steps in which the ends hang are looked at from further off; those at the end from close by. */
const FRAMING: Readonly<Partial<Record<TyingStep, { readonly awayRatio: number; readonly liftMm: number }>>> = {
  prepare: { awayRatio: 1.75, liftMm: -158 },
  lead: { awayRatio: 1.75, liftMm: -158 },
  cross: { awayRatio: 1.55, liftMm: -126 },
  halfKnot: { awayRatio: 1.25, liftMm: 12 },
  park: { awayRatio: 1.4, liftMm: -74 },
  drop: { awayRatio: 1.4, liftMm: -74 },
  tighten: { awayRatio: 0.8, liftMm: -6 },
  balance: { awayRatio: 0.72, liftMm: -4 },
  collarDown: { awayRatio: 0.85, liftMm: -6 },
};

/** The view for a hand and a step: sides that are looked from change with the hand, the distance with the step. */
export function viewOf(name: ViewName, longEnd: 'left' | 'right', step: TyingStep | null = null): View {
  const { towards, awayMm, liftMm, ...view } = VIEWS[name];
  // looked at from above, what hangs lies in the line of sight
  const framing = name === 'passage' || name === 'shoulder' || step === null ? undefined : FRAMING[step];
  return {
    ...view,
    towards: longEnd === 'left' ? towards : { ...towards, x: -towards.x },
    awayMm: awayMm * (framing?.awayRatio ?? 1),
    liftMm: framing?.liftMm ?? liftMm,
  };
}

/** The view that shows a step best: the mirror, but for the places that no mirror shows. */
export function bestView(step: TyingStep, reader: Reader): ViewName {
  if (step === 'halfKnot' || step === 'wrap') return 'side';
  if (step === 'passage' || step === 'backBow' || step === 'pushFront') return 'passage';
  return reader === 'facing' ? 'facing' : 'mirror';
}
