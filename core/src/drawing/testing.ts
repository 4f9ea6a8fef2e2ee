/** What tests of drawings share. */
import { evenLeadMm, type Fit, fitTie, naturalSetMm, type PreparedTie, type Side } from '../fit/index.ts';

/** Paths are rounded to a hundredth of a millimetre. */
export const DRAWN_WITHIN_MM = 0.011;

export function naturalFit(tie: PreparedTie, longEnd: Side, pathMm = 412.75): Fit {
  return fitTie({
    tie,
    neckPathMm: pathMm,
    setMm: naturalSetMm(tie, pathMm),
    leadMm: evenLeadMm(tie),
    longEnd,
    limits: { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null },
  });
}

/** Points of a path made of straight pieces. */
export function pointsOf(path: string): { x: number; y: number }[] {
  return [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) }));
}
