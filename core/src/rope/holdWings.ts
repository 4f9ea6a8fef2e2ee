import { WING_MM } from './bowKnotStrands.ts';
import { middleOf, type LaidStrand, type Rope } from './rope.ts';

/** Hands move a wing by no more than this in a step, in mm: slowly enough that cloth gives way to cloth. */
const GENTLY_MM = 0.03;
/** Beside the wrap the wings are wide cloth that stays upright. */
const WRAP_HALF_MM = 4;

const gently = (mm: number): number => Math.max(-GENTLY_MM, Math.min(GENTLY_MM, mm));

/** The strands of a bow's knot by what they are. */
export interface BowStrands {
  readonly shortEnd: LaidStrand;
  readonly longEnd: LaidStrand;
  readonly shortTail: LaidStrand;
  readonly longTail: LaidStrand;
}

/**
 * What hands and wide cloth do to the wings of a bow while its loops are drawn: the layers of a loop stand upright beside the
 * wrap, edge to edge, both bows as high as one another, flat ends as high as their loops.
 */
export function holdWings(rope: Rope, { shortEnd, longEnd, shortTail, longTail }: BowStrands, growth: number): void {
  for (const [end, tail, side] of [
    [shortEnd, shortTail, -1],
    [longEnd, longTail, 1],
  ] as const) {
    for (let i = end.last; i > end.first; i -= 1) {
      const outMm = side * middleOf(rope, i, 0);
      if (outMm < WRAP_HALF_MM) break;
      standUp(rope, i, (growth * (end.widthMm - end.thicknessMm)) / 2);
      if (outMm <= 30) layOn(rope, i, tail, outMm);
    }
    joinAtFold(rope, end, tail);
  }
  const offMm = gently((meanHeightMm(rope, longTail) - meanHeightMm(rope, shortTail)) / 20);
  for (const [tail, byMm] of [
    [shortTail, offMm],
    [longTail, -offMm],
  ] as const) {
    for (let i = tail.first; i <= tail.last; i += 1) lift(rope, i, byMm);
  }
}

/** Keeps the ends at their places to the sides, their bars upright; loops' ends only where they are not drawn out. */
export function holdEnds(rope: Rope, strands: BowStrands, growth: number, loopsAreHeld: boolean): void {
  const { shortEnd, longEnd, shortTail, longTail } = strands;
  const ends = [
    [shortEnd.last, loopsAreHeld ? -WING_MM : null, shortEnd],
    [longEnd.last, loopsAreHeld ? WING_MM : null, longEnd],
    [shortTail.first, -WING_MM, shortTail],
    [shortTail.last, WING_MM, shortTail],
    [longTail.first, WING_MM, longTail],
    [longTail.last, -WING_MM, longTail],
  ] as const;
  for (const [station, atMm, { widthMm, thicknessMm }] of ends) {
    const [x, y, z] = [atMm ?? middleOf(rope, station, 0), middleOf(rope, station, 1), middleOf(rope, station, 2)];
    const half = (growth * (widthMm - thicknessMm)) / 2;
    rope.edges.set([x, y - half, z, x, y + half, z], 6 * station);
  }
}

function lift({ edges }: Rope, station: number, byMm: number): void {
  edges[6 * station + 1] = (edges[6 * station + 1] ?? 0) + byMm;
  edges[6 * station + 4] = (edges[6 * station + 4] ?? 0) + byMm;
}

/** Turns a bar towards upright, its second edge up: the way that the routes bring it there. */
function standUp({ edges }: Rope, station: number, halfMm: number): void {
  for (let axis = 0; axis < 3; axis += 1) {
    const [one, other] = [6 * station + axis, 6 * station + 3 + axis];
    const now = ((edges[other] ?? 0) - (edges[one] ?? 0)) / 2;
    const by = gently(((axis === 1 ? halfMm : 0) - now) / 10);
    edges[one] = (edges[one] ?? 0) - by;
    edges[other] = (edges[other] ?? 0) + by;
  }
}

/** Lays the layer of a loop edge to edge on the other. */
function layOn(rope: Rope, station: number, tail: LaidStrand, outMm: number): void {
  const on = Math.round(tail.first + ((tail.last - tail.first) * (WING_MM - outMm)) / (2 * WING_MM));
  const by = gently(((middleOf(rope, on, 1) - middleOf(rope, station, 1)) * 0.3) / 2);
  lift(rope, station, by);
  lift(rope, on, -by);
}

/** Both layers meet at the fold, and the flat end hangs no lower than it. */
function joinAtFold(rope: Rope, end: LaidStrand, tail: LaidStrand): void {
  const [ofEnd, ofTail] = [middleOf(rope, end.last, 1), middleOf(rope, tail.first, 1)];
  const by = gently((ofTail - ofEnd) / 2);
  lift(rope, end.last, by);
  lift(rope, tail.first, -by);
  const flat = gently(((ofEnd + ofTail) / 2 - middleOf(rope, tail.last, 1)) / 100);
  lift(rope, tail.last, flat);
  lift(rope, end.last, -flat / 2);
  lift(rope, tail.first, -flat / 2);
}

function meanHeightMm(rope: Rope, { first, last }: LaidStrand): number {
  let sum = 0;
  for (let i = first; i <= last; i += 1) sum += middleOf(rope, i, 1);
  return sum / (last - first + 1);
}
