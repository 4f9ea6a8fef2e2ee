import { blend, distance, type Point3 } from '../geometry/index.ts';

/**
 * A piece of cloth as a chain of bars: evenly spaced stations along its middle, each with a straight bar across. A section is a
 * bar with round ends, as wide and as thick as the cloth is where it is gathered; as wide as thick, it is a round rope.
 */
export interface RopeStrand {
  readonly spacingMm: number;
  /** Middle of the cloth at each station, in mm. */
  readonly centresMm: readonly Point3[];
  /** Direction of the bar at each station, of length 1. */
  readonly across: readonly Point3[];
  /** Width over all and thickness, in mm; the width is not less than the thickness. */
  readonly widthMm: number;
  readonly thicknessMm: number;
  /** The last station is followed by the first. */
  readonly isClosed: boolean;
}

/**
 * Evenly spaced points along straight pieces, the first and the last at the path's ends.
 * @throws RangeError for fewer than two points, or a path without length.
 */
export function evenlyAlong(path: readonly Point3[], count: number): { readonly points: readonly Point3[]; readonly spacingMm: number } {
  const runs = [0];
  path.slice(1).forEach((point, k) => runs.push((runs[k] ?? 0) + distance(path[k] ?? point, point)));
  const lengthMm = runs.at(-1) ?? 0;
  if (count < 2 || lengthMm === 0) throw new RangeError('a path has length, and two points at least lie along it');
  const points: Point3[] = [];
  let k = 0;
  for (let i = 0; i < count; i += 1) {
    const at = (lengthMm * i) / (count - 1);
    while (k < runs.length - 2 && (runs[k + 1] ?? 0) < at) k += 1;
    const [from, to] = [path[k], path[k + 1]];
    if (!from || !to) throw new RangeError('a path has two points at least');
    const [start, end] = [runs[k] ?? 0, runs[k + 1] ?? 0];
    points.push(blend(from, to, end > start ? (at - start) / (end - start) : 0));
  }
  return { points, spacingMm: lengthMm / (count - 1) };
}
