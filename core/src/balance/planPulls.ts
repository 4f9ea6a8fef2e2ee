import { drawFlatEnd, drawKnotSide, drawTailSide, easeKnotSide, type BowState } from './bowState.ts';

/** The four moves of the hand. */
export type PullKind = 'drawFlatEnd' | 'drawTailSide' | 'drawKnotSide' | 'easeKnotSide';

/** One pull, of so many mm. */
export interface Pull {
  readonly kind: PullKind;
  readonly byMm: number;
}

/** No single pull is longer than this: the bow is looked at again after each (common practice, no source). */
export const LONGEST_PULL_MM = 10;
/** Less than this is no pull: a hand cannot do it. */
const SHORTEST_PULL_MM = 0.25;

/** The pulls that bring a bow to a target, in their order, or how much slack is wanting and what can be reached instead. */
export type PullPlan =
  | { readonly kind: 'reachable'; readonly pulls: readonly Pull[] }
  | {
      readonly kind: 'shortOfSlack';
      readonly byMm: number;
      readonly reachable: Pick<BowState, 'loopMm' | 'flatEndMm'>;
      readonly pulls: readonly Pull[];
    };

const MOVES: Readonly<Record<PullKind, (bow: BowState, p: number) => BowState>> = { drawFlatEnd, drawTailSide, drawKnotSide, easeKnotSide };

/** The bow after some pulls. */
export const applyPulls = (bow: BowState, pulls: readonly Pull[]): BowState =>
  pulls.reduce((now, { kind, byMm }) => MOVES[kind](now, byMm), bow);

/**
 * Plans the pulls from a measured bow to wanted half-widths: first the flat end by t* − t, then the loop's knot side by
 * 2(r* − r) + (t* − t), in pulls of at most 10 mm. Where the knot has not that much slack, the loop goes as far as it
 * has. Derived in docs/model.md.
 */
export function planPulls(bow: BowState, wanted: Pick<BowState, 'loopMm' | 'flatEndMm'>): PullPlan {
  const flatMm = wanted.flatEndMm - bow.flatEndMm;
  const knotMm = 2 * (wanted.loopMm - bow.loopMm) + flatMm;
  const missingMm = knotMm - bow.slackMm;
  const flat = pullsOf(flatMm > 0 ? 'drawFlatEnd' : 'drawTailSide', Math.abs(flatMm));
  if (missingMm < SHORTEST_PULL_MM)
    return { kind: 'reachable', pulls: [...flat, ...pullsOf(knotMm > 0 ? 'drawKnotSide' : 'easeKnotSide', Math.abs(knotMm))] };
  return {
    kind: 'shortOfSlack',
    byMm: missingMm,
    reachable: { loopMm: wanted.loopMm - missingMm / 2, flatEndMm: wanted.flatEndMm },
    pulls: [...flat, ...pullsOf('drawKnotSide', bow.slackMm)],
  };
}

/** One move in as few equal pulls as keep each short enough. */
function pullsOf(kind: PullKind, byMm: number): readonly Pull[] {
  if (byMm < SHORTEST_PULL_MM) return [];
  const count = Math.ceil(byMm / LONGEST_PULL_MM - 1e-9);
  return Array.from({ length: count }, () => ({ kind, byMm: byMm / count }));
}
