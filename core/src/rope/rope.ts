import { BEADS_PER_THICKNESS, type RopeLaws } from './laws.ts';
import type { RopeStrand } from './strand.ts';

/** Out of the innermost loops: looked up in the sandbox that tests run in, they take longer than what they work out. */
const { hypot, ceil } = Math;

/** One strand among the stations of a rope. The spacing changes while it is reeled in. */
export interface LaidStrand {
  readonly first: number;
  readonly last: number;
  readonly isClosed: boolean;
  readonly widthMm: number;
  readonly thicknessMm: number;
  spacingMm: number;
}

/** Strands as they move. */
export interface Rope {
  readonly laws: RopeLaws;
  readonly count: number;
  /** Both edges of each bar, its round ends left out: six numbers a station, in mm. */
  readonly edges: Float64Array;
  /** The same, before the last step. */
  readonly before: Float64Array;
  /** 1, or 0 where a station is held. */
  readonly mobility: Float64Array;
  readonly strands: readonly LaidStrand[];
  readonly strandOf: Int32Array;
  readonly beads: Beads;
  /** Beads that may touch, two numbers a pair, as found last. */
  pairs: Int32Array;
  pairCount: number;
}

/** Spheres that stand for the body of the bars. */
interface Beads {
  readonly station: Int32Array;
  /** Place on the bar, 0 to 1 from edge to edge. */
  readonly share: Float64Array;
}

/** Lays strands out to be moved; their first stations are held where they are not closed. */
export function layRope(strands: readonly RopeStrand[], laws: RopeLaws): Rope {
  const count = strands.reduce((sum, { centresMm }) => sum + centresMm.length, 0);
  const edges = new Float64Array(6 * count);
  const mobility = new Float64Array(count).fill(1);
  const strandOf = new Int32Array(count);
  const laid: LaidStrand[] = [];
  const [station, share]: [number[], number[]] = [[], []];
  let at = 0;
  strands.forEach((strand, index) => {
    const { spacingMm, isClosed, widthMm, thicknessMm } = strand;
    const halfMm = (widthMm - thicknessMm) / 2;
    const gaps = ceil((2 * halfMm * BEADS_PER_THICKNESS) / thicknessMm);
    laid.push({ first: at, last: at + strand.centresMm.length - 1, isClosed, widthMm, thicknessMm, spacingMm });
    if (!isClosed) mobility[at] = 0;
    strand.centresMm.forEach(({ x, y, z }, i) => {
      const { x: ax, y: ay, z: az } = strand.across[i] ?? { x: 0, y: 1, z: 0 };
      edges.set([x - halfMm * ax, y - halfMm * ay, z - halfMm * az, x + halfMm * ax, y + halfMm * ay, z + halfMm * az], 6 * at);
      strandOf[at] = index;
      for (let k = 0; k <= gaps; k += 1) {
        station.push(at);
        share.push(gaps === 0 ? 0.5 : k / gaps);
      }
      at += 1;
    });
  });
  const beads = { station: Int32Array.from(station), share: Float64Array.from(share) };
  return {
    ...{ laws, count, edges, before: edges.slice(), mobility, strands: laid, strandOf, beads },
    ...{ pairs: new Int32Array(4096), pairCount: 0 },
  };
}

/** Middle of a bar, along one axis: 0, 1, 2 for x, y, z. */
export const middleOf = ({ edges }: Rope, station: number, axis: number): number =>
  ((edges[6 * station + axis] ?? 0) + (edges[6 * station + 3 + axis] ?? 0)) / 2;

/** Length of a strand along the middles of its bars, in mm. */
export function strandLengthMm(rope: Rope, { first, last, isClosed }: LaidStrand): number {
  let lengthMm = 0;
  for (let i = first; i < last + (isClosed ? 1 : 0); i += 1) {
    const next = i === last ? first : i + 1;
    const along = (axis: number): number => middleOf(rope, next, axis) - middleOf(rope, i, axis);
    lengthMm += hypot(along(0), along(1), along(2));
  }
  return lengthMm;
}
