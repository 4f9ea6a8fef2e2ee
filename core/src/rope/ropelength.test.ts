import type { Point3 } from '../geometry/index.ts';
import { ropelengthDiameters } from './index.ts';

/** A torus knot of three or five crossings, roomy. */
const torus =
  (turns: number) =>
  (t: number): Point3 => ({
    x: 4 * (2 + Math.cos(turns * t)) * Math.cos(2 * t),
    y: 4 * (2 + Math.cos(turns * t)) * Math.sin(2 * t),
    z: 4 * Math.sin(turns * t),
  });

const path = (knot: (t: number) => Point3): Point3[] => Array.from({ length: 2_000 }, (_, i) => knot((2 * Math.PI * i) / 2_000));

describe('the length of a tight rope, in its diameters', () => {
  // ropelengths count in radii: Ashton, Cantarella, Piatek & Rawdon, Exp. Math. 20 (2011) 57–90; figures from memory
  it.each([
    ['a trefoil', 3, 32.743, { stations: 120, patience: 300 }],
    ['a cinquefoil', 5, 47.202, { stations: 160, patience: 600 }],
  ])('is that of %s within 2 %%', (_name, turns, radii, options) => {
    const length = ropelengthDiameters(path(torus(turns)), options);
    expect(Math.abs(length / (radii / 2) - 1)).toBeLessThan(0.02);
  });
});
