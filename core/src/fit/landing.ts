import type { Bow } from './bow.ts';

/** Where a point of the strip ends up. `outMm` is the distance from the knot's centre line, on the loop's or the flat end's side. */
export type Landing =
  | { readonly part: 'collar' | 'knot'; readonly outMm: 0 }
  | { readonly part: 'loopHidden' | 'loopSeen' | 'flatEnd'; readonly outMm: number };

/**
 * Where the point of the strip at `vMm` from the nose lies when the bow is tied: round the collar, in the knot, on the
 * hidden or the seen layer of the loop, or on the flat end.
 */
export function landingOf(bow: Bow, vMm: number): Landing {
  if (vMm < bow.crossingAtMm) return { part: 'collar', outMm: 0 };
  if (vMm < bow.foldAtMm - bow.loopMm) return { part: 'knot', outMm: 0 };
  if (vMm <= bow.foldAtMm) return { part: 'loopHidden', outMm: vMm - (bow.foldAtMm - bow.loopMm) };
  if (vMm <= bow.centreAtMm) return { part: 'loopSeen', outMm: bow.centreAtMm - vMm };
  return { part: 'flatEnd', outMm: vMm - bow.centreAtMm };
}
