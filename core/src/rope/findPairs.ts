import type { Rope } from './rope.ts';

/** Out of the innermost loops: looked up in the sandbox that tests run in, they take longer than what they work out. */
const { floor, abs, min, max } = Math;

/** Beads are watched from this part of their thickness apart: more than they move until the next search. */
const WATCH = 0.6;
/** Where cloth turns in its own plane its inner edge puckers: bars closer along it than this part of their width may meet there. */
const PUCKER = 0.7;
const CELLS = 1 << 15;

/** Finds which beads may touch until the next search, by a hashed grid of cells. */
export function findPairs(rope: Rope): void {
  const { beads, edges, strandOf, strands } = rope;
  const n = beads.station.length;
  const at = new Float64Array(3 * n);
  for (let b = 0; b < n; b += 1) {
    const [e, s] = [6 * (beads.station[b] ?? 0), beads.share[b] ?? 0];
    for (let k = 0; k < 3; k += 1) at[3 * b + k] = (1 - s) * (edges[e + k] ?? 0) + s * (edges[e + 3 + k] ?? 0);
  }
  const cellMm = max(...strands.map(({ thicknessMm }) => thicknessMm)) * (1 + WATCH);
  const cell = (b: number, axis: number): number => floor((at[3 * b + axis] ?? 0) / cellMm);
  const key = (i: number, j: number, k: number): number => ((i * 73856093) ^ (j * 19349663) ^ (k * 83492791)) & (CELLS - 1);
  const head = new Int32Array(CELLS).fill(-1);
  const link = new Int32Array(n);
  for (let b = 0; b < n; b += 1) {
    const where = key(cell(b, 0), cell(b, 1), cell(b, 2));
    link[b] = head[where] ?? -1;
    head[where] = b;
  }
  // along one strand cloth turns on half its thickness: what is closer along it than such a half turn is the turn itself
  const turns = strands.map(
    ({ thicknessMm, widthMm, spacingMm }) => max((Math.PI / 2) * thicknessMm, PUCKER * (widthMm - thicknessMm)) / spacingMm,
  );
  const isOneTurn = (i: number, j: number): boolean => {
    const strand = strandOf[i] ?? 0;
    const laid = strands[strand];
    if (strandOf[j] !== strand || !laid) return false;
    const apart = abs(j - i);
    return (laid.isClosed ? min(apart, laid.last - laid.first + 1 - apart) : apart) < (turns[strand] ?? 0);
  };
  let count = 0;
  const keep = (b: number, c: number): void => {
    if (2 * count + 2 > rope.pairs.length) {
      const more = new Int32Array(2 * rope.pairs.length);
      more.set(rope.pairs);
      rope.pairs = more;
    }
    rope.pairs[2 * count] = b;
    rope.pairs[2 * count + 1] = c;
    count += 1;
  };
  const reach2 = cellMm * cellMm;
  for (let b = 0; b < n; b += 1) {
    const [x, y, z] = [at[3 * b] ?? 0, at[3 * b + 1] ?? 0, at[3 * b + 2] ?? 0];
    const [i, j, k] = [cell(b, 0), cell(b, 1), cell(b, 2)];
    for (let near = 0; near < 27; near += 1) {
      const where = key(i + (near % 3) - 1, j + (floor(near / 3) % 3) - 1, k + floor(near / 9) - 1);
      for (let c = head[where] ?? -1; c >= 0; c = link[c] ?? -1) {
        if (c <= b) continue;
        const [dx, dy, dz] = [(at[3 * c] ?? 0) - x, (at[3 * c + 1] ?? 0) - y, (at[3 * c + 2] ?? 0) - z];
        if (dx * dx + dy * dy + dz * dz <= reach2 && !isOneTurn(beads.station[b] ?? 0, beads.station[c] ?? 0)) keep(b, c);
      }
    }
  }
  rope.pairCount = count;
}
