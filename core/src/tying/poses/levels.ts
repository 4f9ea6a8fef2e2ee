import type { Point3 } from '../../geometry/index.ts';
import type { TyingMeasures } from '../measures.ts';
import type { BowForm } from './bow.ts';
import { to } from './controls.ts';

/** Levels of cloth over one another at the knot, from the collar outwards, in mm. `loose` opens up those of the bows; the half-knot is drawn up before. */
export interface Levels {
  readonly up: number;
  readonly short: number;
  readonly long: number;
  readonly backKnot: number;
  readonly backTail: number;
  readonly frontKnot: number;
  readonly frontTail: number;
  readonly face: number;
}

export function levels({ layerMm }: TyingMeasures, loose = 0): Levels {
  const up = 1.7;
  const backKnot = up + 3 * layerMm + 4 * loose;
  const frontKnot = backKnot + 2 * layerMm + 6 * loose;
  return {
    up,
    short: up + layerMm,
    long: up + 2 * layerMm,
    backKnot,
    backTail: backKnot + layerMm + 2.5 * loose,
    frontKnot,
    frontTail: frontKnot + layerMm + 3 * loose,
    face: frontKnot + 2 * layerMm + 5 * loose + 9 * Math.max(0, loose - 1),
  };
}

/** Middle of a bow's knot. */
export const knotOf = (m: TyingMeasures, { loose }: Pick<BowForm, 'loose'>): Point3 =>
  to(0, 0, 0.6 * levels(m, loose).up + 0.4 * levels(m, loose).face);
