import { applyPulls, type BowState, type Pull } from '@easytuck/core';

/** What can be taken hold of on a tied bow, by what it does. */
export type Layer = 'flatEnd' | 'tailSide' | 'knotSide';

/** What a bow's layers have been drawn by, in mm: each to and fro, so that two numbers say it all. */
export interface Tried {
  /** Flat end drawn out; negative where the loop's tail-side layer was. */
  readonly flatEndMm: number;
  /** Knot-side layer drawn out; negative where it was eased back. */
  readonly knotSideMm: number;
}

export const NOT_TRIED: Tried = { flatEndMm: 0, knotSideMm: 0 };

/** No edge is drawn nearer to the knot's middle than this, and none further out. In mm. */
const EDGES = { nearest: 5, furthest: 98 } as const;

/** The pulls that come to what was tried. */
const pullsOf = ({ flatEndMm, knotSideMm }: Tried): readonly Pull[] => [
  { kind: 'drawFlatEnd', byMm: flatEndMm },
  { kind: 'drawKnotSide', byMm: knotSideMm },
];

/** The bow after what was tried. */
export const triedOn = (bow: BowState, tried: Tried): BowState => applyPulls(bow, pullsOf(tried));

/** One layer drawn on by some mm more, in whole mm; less where an edge would leave the picture. */
export function drawOn(bow: BowState, tried: Tried, layer: Layer, byMm: number): Tried {
  const step = Math.sign(byMm);
  let now = tried;
  for (let left = Math.round(Math.abs(byMm)); left > 0; left -= 1) {
    const next = drawnByOne(now, layer, step);
    if (pastEdges(triedOn(bow, next)) > pastEdges(triedOn(bow, now))) return now;
    now = next;
  }
  return now;
}

/** How far the worse of a bow's edges lies outside the picture, in mm; 0 where none does. */
const pastEdges = ({ loopMm, flatEndMm }: BowState): number =>
  Math.max(0, ...[loopMm, flatEndMm].flatMap((mm) => [EDGES.nearest - mm, mm - EDGES.furthest]));

function drawnByOne(tried: Tried, layer: Layer, step: number): Tried {
  if (layer === 'knotSide') return { ...tried, knotSideMm: tried.knotSideMm + step };
  return { ...tried, flatEndMm: tried.flatEndMm + (layer === 'flatEnd' ? step : -step) };
}

/** How far a layer's own edge moves for each mm that is drawn of it: a loop lies double. */
export const edgePerMm = (layer: Layer): number => (layer === 'flatEnd' ? 1 : 0.5);

/** What was drawn of a layer, in words; empty where nothing was. */
export function triedWords({ flatEndMm, knotSideMm }: Tried, fine: (lengthMm: number) => string): readonly string[] {
  const flat =
    flatEndMm > 0 ? `flat end ${fine(flatEndMm)} out` : flatEndMm < 0 ? `layer that shortens the flat end ${fine(-flatEndMm)} out` : null;
  const layer = 'layer that tightens the knot';
  const knot = knotSideMm > 0 ? `${layer} ${fine(knotSideMm)} out` : knotSideMm < 0 ? `${layer} ${fine(-knotSideMm)} back` : null;
  return [flat, knot].filter((words) => words !== null);
}
