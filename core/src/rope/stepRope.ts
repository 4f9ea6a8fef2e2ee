import { BEADS_PER_THICKNESS, STEP_MM_PER_N } from './laws.ts';
import type { Rope } from './rope.ts';

/** Out of the innermost loops: looked up in the sandbox that tests run in, they take longer than what they work out. */
const { sqrt, min, floor } = Math;

/** Furthest that anything coasts in a step, in mm: a small part of a cloth's thickness, so that none jumps through another. */
const FASTEST_MM = 0.12;

/** How a step is taken. */
export interface Stepping {
  /** Part of the last movement that is kept. */
  readonly coasting: number;
  /** Part of each bar's length that has grown yet. */
  readonly growth: number;
  /** Which end of the strands is mended first; steps take turns. */
  readonly isForward: boolean;
}

/**
 * One step of position-based dynamics with compliances, one pass a step (Macklin, Müller & Chentanez 2016; Macklin et al. 2019;
 * both from memory): edges coast on, then bending, bars' neighbours, contacts, collar, bars and chain are mended in turn. At rest
 * what is pulled and what is mended are in balance.
 *
 * @returns how deep the deepest contact was before it was mended, in mm.
 */
export function stepRope(rope: Rope, { coasting, growth, isForward }: Stepping): number {
  coast(rope, coasting);
  bend(rope);
  square(rope, growth);
  const deepestMm = touch(rope);
  clearCollar(rope);
  keepBars(rope, growth);
  chain(rope, isForward);
  return deepestMm;
}

/** Moves one edge. */
function shift(edges: Float64Array, at: number, x: number, y: number, z: number): void {
  edges[at] = (edges[at] ?? 0) + x;
  edges[at + 1] = (edges[at + 1] ?? 0) + y;
  edges[at + 2] = (edges[at + 2] ?? 0) + z;
}

/** Bars coast as wholes: their turning is not kept. */
function coast({ edges, before, mobility, count }: Rope, part: number): void {
  for (let i = 0; i < count; i += 1) {
    const kept = ((mobility[i] ?? 0) * part) / 2;
    for (let k = 6 * i; k < 6 * i + 3; k += 1) {
      const [one, other] = [edges[k] ?? 0, edges[k + 3] ?? 0];
      const on = kept * (one - (before[k] ?? 0) + other - (before[k + 3] ?? 0));
      const by = on > FASTEST_MM ? FASTEST_MM : on < -FASTEST_MM ? -FASTEST_MM : on;
      before[k] = one;
      before[k + 3] = other;
      edges[k] = one + by;
      edges[k + 3] = other + by;
    }
  }
}

/** Three middles in a row are drawn towards a line. */
function bend({ edges, mobility, strands, laws }: Rope): void {
  if (laws.bendingNmm2 === 0) return;
  for (const { first, last, spacingMm } of strands) {
    const compliance = spacingMm ** 3 / laws.bendingNmm2 / (2 * STEP_MM_PER_N);
    for (let j = first + 1; j < last; j += 1) {
      const [a, b, c] = [6 * (j - 1), 6 * j, 6 * (j + 1)];
      const [wa, wb, wc] = [mobility[j - 1] ?? 0, mobility[j] ?? 0, mobility[j + 1] ?? 0];
      const part = -1 / (wa + 4 * wb + wc + compliance);
      const off = (k: number): number =>
        (part *
          ((edges[a + k] ?? 0) +
            (edges[a + 3 + k] ?? 0) -
            2 * ((edges[b + k] ?? 0) + (edges[b + 3 + k] ?? 0)) +
            (edges[c + k] ?? 0) +
            (edges[c + 3 + k] ?? 0))) /
        2;
      const [x, y, z] = [off(0), off(1), off(2)];
      for (const e of [0, 3]) {
        shift(edges, a + e, wa * x, wa * y, wa * z);
        shift(edges, b + e, -2 * wb * x, -2 * wb * y, -2 * wb * z);
        shift(edges, c + e, wc * x, wc * y, wc * z);
      }
    }
  }
}

/** Neighbouring bars keep their edges apart by the spacing, straight and across: so they stand at right angles to the chain and turn together. */
function square({ edges, mobility, strands, laws }: Rope, growth: number): void {
  if (laws.edgeStiffness === 0) return;
  for (const { first, last, spacingMm, widthMm, thicknessMm } of strands) {
    const barMm = growth * (widthMm - thicknessMm);
    if (barMm <= 0) continue;
    const slantMm = sqrt(spacingMm * spacingMm + barMm * barMm);
    for (let i = first; i < last; i += 1) {
      const [wi, wj] = [mobility[i] ?? 0, mobility[i + 1] ?? 0];
      if (wi + wj === 0) continue;
      const part = laws.edgeStiffness / (wi + wj);
      const [a, b] = [6 * i, 6 * i + 6];
      keepApart(edges, a, b, spacingMm, part * wi, part * wj);
      keepApart(edges, a + 3, b + 3, spacingMm, part * wi, part * wj);
      keepApart(edges, a, b + 3, slantMm, part * wi, part * wj);
      keepApart(edges, a + 3, b, slantMm, part * wi, part * wj);
    }
  }
}

/** Moves two edges towards a distance from one another, each by its part of what is missing. */
function keepApart(edges: Float64Array, a: number, b: number, apartMm: number, partA: number, partB: number): void {
  const dx = (edges[b] ?? 0) - (edges[a] ?? 0);
  const dy = (edges[b + 1] ?? 0) - (edges[a + 1] ?? 0);
  const dz = (edges[b + 2] ?? 0) - (edges[a + 2] ?? 0);
  const d = sqrt(dx * dx + dy * dy + dz * dz);
  if (d < 1e-9) return;
  const f = (d - apartMm) / d;
  shift(edges, a, partA * f * dx, partA * f * dy, partA * f * dz);
  shift(edges, b, -partB * f * dx, -partB * f * dy, -partB * f * dz);
}

/** Beads that lie in one another are moved apart, and held back along one another by friction. */
function touch({ edges, before, mobility, beads, pairs, pairCount, laws, strands, strandOf }: Rope): number {
  const { station, share } = beads;
  const thick = strands.map(({ thicknessMm }) => thicknessMm);
  const give = strands.map(({ thicknessMm, spacingMm }) => {
    // a bead stands for so much cloth, which gives under pressure
    const areaMm2 = (thicknessMm / BEADS_PER_THICKNESS) * spacingMm;
    return (laws.squeezePerNmm2 * thicknessMm) / areaMm2 / (2 * STEP_MM_PER_N);
  });
  let deepestMm = 0;
  for (let n = 0; n < pairCount; n += 1) {
    const [p, q] = [pairs[2 * n] ?? 0, pairs[2 * n + 1] ?? 0];
    const [i, j] = [station[p] ?? 0, station[q] ?? 0];
    const [a, b] = [6 * i, 6 * j];
    const [s, t] = [share[p] ?? 0, share[q] ?? 0];
    const [s0, t0] = [1 - s, 1 - t];
    const dx = t0 * (edges[b] ?? 0) + t * (edges[b + 3] ?? 0) - s0 * (edges[a] ?? 0) - s * (edges[a + 3] ?? 0);
    const dy = t0 * (edges[b + 1] ?? 0) + t * (edges[b + 4] ?? 0) - s0 * (edges[a + 1] ?? 0) - s * (edges[a + 4] ?? 0);
    const dz = t0 * (edges[b + 2] ?? 0) + t * (edges[b + 5] ?? 0) - s0 * (edges[a + 2] ?? 0) - s * (edges[a + 5] ?? 0);
    const [mine, other] = [strandOf[i] ?? 0, strandOf[j] ?? 0];
    const leastMm = ((thick[mine] ?? 1) + (thick[other] ?? 1)) / 2;
    const d2 = dx * dx + dy * dy + dz * dz;
    if (d2 >= leastMm * leastMm || d2 < 1e-12) continue;
    const d = sqrt(d2);
    const depthMm = leastMm - d;
    if (depthMm > deepestMm) deepestMm = depthMm;
    const [wi, wj] = [mobility[i] ?? 0, mobility[j] ?? 0];
    const w = wi * (s0 * s0 + s * s) + wj * (t0 * t0 + t * t);
    if (w === 0) continue;
    const push = depthMm / (w + ((give[mine] ?? 0) + (give[other] ?? 0)) / 2);
    let [fx, fy, fz] = [(-push * dx) / d, (-push * dy) / d, (-push * dz) / d];
    if (laws.friction > 0) {
      // how far they slid along one another in this step
      let sx = dx - t0 * (before[b] ?? 0) - t * (before[b + 3] ?? 0) + s0 * (before[a] ?? 0) + s * (before[a + 3] ?? 0);
      let sy = dy - t0 * (before[b + 1] ?? 0) - t * (before[b + 4] ?? 0) + s0 * (before[a + 1] ?? 0) + s * (before[a + 4] ?? 0);
      let sz = dz - t0 * (before[b + 2] ?? 0) - t * (before[b + 5] ?? 0) + s0 * (before[a + 2] ?? 0) + s * (before[a + 5] ?? 0);
      const along = (sx * dx + sy * dy + sz * dz) / d2;
      [sx, sy, sz] = [sx - along * dx, sy - along * dy, sz - along * dz];
      const slidMm = sqrt(sx * sx + sy * sy + sz * sz);
      if (slidMm > 1e-12) {
        const hold = min(slidMm / w, laws.friction * push) / slidMm;
        [fx, fy, fz] = [fx + hold * sx, fy + hold * sy, fz + hold * sz];
      }
    }
    shift(edges, a, wi * s0 * fx, wi * s0 * fy, wi * s0 * fz);
    shift(edges, a + 3, wi * s * fx, wi * s * fy, wi * s * fz);
    shift(edges, b, -wj * t0 * fx, -wj * t0 * fy, -wj * t0 * fz);
    shift(edges, b + 3, -wj * t * fx, -wj * t * fy, -wj * t * fz);
  }
  return deepestMm;
}

/** No cloth in the collar. */
function clearCollar({ edges, mobility, strands, laws }: Rope): void {
  const R = laws.collarRadiusMm;
  if (R === null) return;
  for (const { first, last, thicknessMm } of strands) {
    const leastMm = R + thicknessMm / 2;
    for (let e = 6 * first; e < 6 * last + 6; e += 3) {
      if (mobility[floor(e / 6)] === 0) continue;
      const [x, z] = [edges[e] ?? 0, (edges[e + 2] ?? 0) + R];
      const d = sqrt(x * x + z * z);
      if (d >= leastMm || d < 1e-9) continue;
      edges[e] = (x * leastMm) / d;
      edges[e + 2] = (z * leastMm) / d - R;
    }
  }
}

/** Each bar is as long as it has grown. */
function keepBars({ edges, mobility, strands }: Rope, growth: number): void {
  for (const { first, last, widthMm, thicknessMm } of strands) {
    for (let i = first; i <= last; i += 1) {
      if (mobility[i] !== 0) keepApart(edges, 6 * i, 6 * i + 3, growth * (widthMm - thicknessMm), 0.5, 0.5);
    }
  }
}

/** Middles of neighbouring bars are a spacing apart. */
function chain({ edges, mobility, strands }: Rope, isForward: boolean): void {
  for (const { first, last, isClosed, spacingMm } of strands) {
    const links = last - first + (isClosed ? 1 : 0);
    for (let n = 0; n < links; n += 1) {
      const i = first + (isForward ? n : links - 1 - n);
      const j = i === last ? first : i + 1;
      const [wi, wj] = [mobility[i] ?? 0, mobility[j] ?? 0];
      const [a, b] = [6 * i, 6 * j];
      const dx = ((edges[b] ?? 0) + (edges[b + 3] ?? 0) - (edges[a] ?? 0) - (edges[a + 3] ?? 0)) / 2;
      const dy = ((edges[b + 1] ?? 0) + (edges[b + 4] ?? 0) - (edges[a + 1] ?? 0) - (edges[a + 4] ?? 0)) / 2;
      const dz = ((edges[b + 2] ?? 0) + (edges[b + 5] ?? 0) - (edges[a + 2] ?? 0) - (edges[a + 5] ?? 0)) / 2;
      const d = sqrt(dx * dx + dy * dy + dz * dz);
      if (d < 1e-9 || wi + wj === 0) continue;
      const f = (d - spacingMm) / d / (wi + wj);
      for (const e of [0, 3]) {
        shift(edges, a + e, wi * f * dx, wi * f * dy, wi * f * dz);
        shift(edges, b + e, -wj * f * dx, -wj * f * dy, -wj * f * dz);
      }
    }
  }
}
