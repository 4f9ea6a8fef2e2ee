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
  /** The eye looks at a place this far above the knot in the picture, and this far to the right of it, in mm. */
  readonly liftMm: number;
  readonly asideMm?: number;
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

/** The view for a hand: sides that are looked from change with it. */
export function viewOf(name: ViewName, longEnd: 'left' | 'right'): View {
  const { towards, ...view } = VIEWS[name];
  return { ...view, towards: longEnd === 'left' ? towards : { ...towards, x: -towards.x } };
}

/** Steps in which a helper's hands would hide what the wearer's own leave to be seen; each helper looks from where they stand, or from the side. */
const HELPERS_VIEWS: Readonly<Record<Exclude<Reader, 'wearer'>, Readonly<Partial<Record<TyingStep, ViewName>>>>> = {
  facing: { halfKnot: 'facing', passage: 'side', wrap: 'facing', backBow: 'side' },
  behind: { halfKnot: 'shoulder', passage: 'shoulder' },
};

/** The view that shows a step best: the mirror, except for places that no mirror shows. */
export function bestView(step: TyingStep, reader: Reader): ViewName {
  const helpers = reader === 'wearer' ? undefined : HELPERS_VIEWS[reader][step];
  if (helpers) return helpers;
  if (step === 'halfKnot' || step === 'wrap') return 'side';
  if (step === 'passage' || step === 'backBow' || step === 'pushFront') return 'passage';
  return reader === 'facing' ? 'facing' : 'mirror';
}
