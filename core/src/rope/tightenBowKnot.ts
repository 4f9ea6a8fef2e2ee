import type { Point3 } from '../geometry/index.ts';
import { bowKnotStrands, collarRadiusMm, finalSpacingMm, gatheredSection, type BowKnotCase } from './bowKnotStrands.ts';
import { findPairs } from './findPairs.ts';
import { holdEnds, holdWings, type BowStrands } from './holdWings.ts';
import { STEP_MM_PER_N, type RopeLaws } from './laws.ts';
import { layRope, middleOf, strandLengthMm, type LaidStrand, type Rope } from './rope.ts';
import { stepRope } from './stepRope.ts';
import type { RopeStrand } from './strand.ts';

/** A bow's knot drawn tight. Lengths in mm. */
export interface TightKnot {
  /** Strip from the crossing to the knot's centre line: what an end has, less what lies round the neck and out to its loop's edge. */
  readonly shortMm: number;
  readonly longMm: number;
  /** The knot itself: between the outer faces of the cloth at its middle. */
  readonly heightMm: number;
  readonly widthMm: number;
  readonly depthMm: number;
  /** How far the chains are stretched where they are stretched most on the mean of a strand, and how deep cloth lies in cloth. */
  readonly strainRatio: number;
  readonly deepestMm: number;
  readonly steps: number;
  /** Whether it had come to rest: both take-ups within a tenth of a millimetre over 500 steps. */
  readonly isAtRest: boolean;
  /** The knot cut through its middle: where each piece's bars meet the plane of symmetry, y up, z forwards from the collar. */
  readonly section: readonly { readonly piece: PieceName; readonly points: readonly Point3[] }[];
}

/** Pieces of a bow's knot. */
const PIECES = ['shortEnd', 'longEnd', 'shortTail', 'longTail'] as const;
export type PieceName = (typeof PIECES)[number];

const GROW_STEPS = 400;
const SETTLE_STEPS = 300;
/** Rope is reeled in by this part of its length a step, as long as it is pulled less than it is to be. */
const REEL_RATIO = 2e-3;
/** A link that is pulled with 1 N is longer by this after a step: both its stations give way to it. */
const LINK_STRETCH_MM_PER_N = 2 * STEP_MM_PER_N;
/** Steps over which it is judged whether something has come to rest. */
const WATCHED = 500;
const MOST_STEPS = 48_000;

/**
 * Draws a bow's knot tight, knowing no formula: bars of gathered cloth grow to their width on the reference routes, are reeled in
 * until the knot resists with the stated pull, and are then drawn by their loops with it to rest. Nothing is drawn by lot: the same case
 * gives the same knot.
 */
export function tightenBowKnot(knot: BowKnotCase): TightKnot {
  const laws: RopeLaws = {
    ...{ friction: knot.friction, bendingNmm2: knot.bendingNmm2, squeezePerNmm2: knot.squeezePerNmm2 },
    edgeStiffness: (knot.edgeNPerMm * STEP_MM_PER_N) / finalSpacingMm(knot),
    collarRadiusMm: collarRadiusMm(knot),
  };
  // friction holds what reeling has drawn up, so both ends are reeled in at what they are pulled with, on the geometric mean
  const reelStretchMm = LINK_STRETCH_MM_PER_N * Math.sqrt(knot.shortPullN * knot.longPullN);
  let rope = free(layRope(bowKnotStrands(knot), laws));
  let strands = named(rope);
  let isDrawn = false;
  let isAtRest = false;
  let deepestMm = 0;
  let seen: readonly [number, number] = [Infinity, Infinity];
  let step = 0;
  for (; step < MOST_STEPS && !isAtRest; step += 1) {
    const growth = Math.min(1, 0.08 + step / GROW_STEPS);
    if (step % 10 === 0) {
      const thinned = isDrawn ? null : thin(rope, finalSpacingMm(knot));
      if (thinned) {
        rope = free(layRope(thinned, laws));
        strands = named(rope);
      }
      findPairs(rope);
    }
    deepestMm = stepRope(rope, { coasting: 0.98, growth, isForward: step % 2 === 0 });
    holdWings(rope, strands, growth);
    holdEnds(rope, strands, growth, !isDrawn);
    if (step < GROW_STEPS + SETTLE_STEPS) continue;
    if (isDrawn) {
      pull(rope, strands.shortEnd.last, -knot.shortPullN);
      pull(rope, strands.longEnd.last, knot.longPullN);
    } else reelIn(rope, strands, reelStretchMm);
    if (step % WATCHED !== 0) continue;
    const now = takeUps(rope, strands, knot);
    const moved = Math.max(Math.abs(now[0] - seen[0]), Math.abs(now[1] - seen[1]));
    if (!isDrawn && moved < 0.75) isDrawn = true;
    else if (isDrawn && moved < 0.1) isAtRest = true;
    seen = now;
  }
  return { ...describe(rope, strands, knot), deepestMm, steps: step, isAtRest };
}

/** Lets go of the ends that hands hold; the band stays held at the side of the neck. */
function free(rope: Rope): Rope {
  rope.strands.forEach(({ first }, index) => {
    if (index > 1) rope.mobility[first] = 1;
  });
  return rope;
}

function named({ strands }: Rope): BowStrands {
  const [shortEnd, longEnd, shortTail, longTail] = strands;
  if (!shortEnd || !longEnd || !shortTail || !longTail) throw new RangeError('a bow’s knot has four pieces');
  return { shortEnd, longEnd, shortTail, longTail };
}

function pull({ edges }: Rope, station: number, forceN: number): void {
  edges[6 * station] = (edges[6 * station] ?? 0) + forceN * STEP_MM_PER_N;
  edges[6 * station + 3] = (edges[6 * station + 3] ?? 0) + forceN * STEP_MM_PER_N;
}

function reelIn(rope: Rope, { shortEnd, longEnd }: BowStrands, stretchMm: number): void {
  for (const end of [shortEnd, longEnd]) {
    const links = end.last - end.first;
    if (strandLengthMm(rope, end) / links - end.spacingMm < stretchMm) end.spacingMm *= 1 - REEL_RATIO;
  }
}

/** Leaves every second station out of an end whose stations have come too close; null where none has. */
function thin(rope: Rope, spacingMm: number): readonly RopeStrand[] | null {
  const isClose = (strand: LaidStrand, index: number): boolean => index < 2 && strand.spacingMm < 0.75 * spacingMm;
  if (!rope.strands.some(isClose)) return null;
  return rope.strands.map((strand, index) => {
    const every = isClose(strand, index) ? 2 : 1;
    const kept: number[] = [];
    for (let i = strand.last; i >= strand.first; i -= every) kept.unshift(i);
    return {
      ...{ spacingMm: strand.spacingMm * every, widthMm: strand.widthMm, thicknessMm: strand.thicknessMm, isClosed: false },
      centresMm: kept.map((i) => middle(rope, i)),
      across: kept.map((i) => acrossOf(rope, i)),
    };
  });
}

const middle = (rope: Rope, i: number): Point3 => ({ x: middleOf(rope, i, 0), y: middleOf(rope, i, 1), z: middleOf(rope, i, 2) });

function acrossOf({ edges }: Rope, i: number): Point3 {
  const along = (axis: number): number => (edges[6 * i + 3 + axis] ?? 0) - (edges[6 * i + axis] ?? 0);
  const size = Math.hypot(along(0), along(1), along(2));
  return size < 1e-9 ? { x: 0, y: 1, z: 0 } : { x: along(0) / size, y: along(1) / size, z: along(2) / size };
}

/** Take-ups of both ends by their chains' own lengths. */
function takeUps(rope: Rope, { shortEnd, longEnd }: BowStrands, knot: BowKnotCase): readonly [number, number] {
  const of = (end: LaidStrand): number => {
    // where it is held: an odd station may have been left out of it
    const heldRad = Math.atan2(Math.abs(middleOf(rope, end.first, 0)), middleOf(rope, end.first, 2) + collarRadiusMm(knot));
    const roundNeckMm = (knot.neckPathMm * heldRad) / (2 * Math.PI);
    return strandLengthMm(rope, end) - roundNeckMm - Math.abs(middleOf(rope, end.last, 0));
  };
  return [of(shortEnd), of(longEnd)];
}

function describe(
  rope: Rope,
  strands: BowStrands,
  knot: BowKnotCase,
): Pick<TightKnot, 'shortMm' | 'longMm' | 'heightMm' | 'widthMm' | 'depthMm' | 'strainRatio' | 'section'> {
  const { thickMm } = gatheredSection(knot);
  const [shortMm, longMm] = takeUps(rope, strands, knot);
  const { longEnd } = strands;
  // the wrap: stations of the long end that lie in front of everything else at the middle, and what it encloses
  let [top, bottom, front, back, left, right] = [-Infinity, Infinity, -Infinity, Infinity, -Infinity, Infinity];
  for (let i = longEnd.first; i <= longEnd.last; i += 1) {
    const { x, y, z } = middle(rope, i);
    if (Math.abs(x) > 8) continue;
    [top, bottom, front, back] = [Math.max(top, y), Math.min(bottom, y), Math.max(front, z), Math.min(back, z)];
  }
  for (let i = longEnd.first; i <= longEnd.last; i += 1) {
    const { y, z } = middle(rope, i);
    if (front - z > thickMm || Math.abs(y - (top + bottom) / 2) > 2) continue;
    for (const e of [6 * i, 6 * i + 3]) [left, right] = [Math.max(left, rope.edges[e] ?? 0), Math.min(right, rope.edges[e] ?? 0)];
  }
  const strain = (strand: LaidStrand): number =>
    Math.abs(strandLengthMm(rope, strand) / ((strand.last - strand.first) * strand.spacingMm) - 1);
  return {
    ...{ shortMm, longMm, heightMm: top - bottom + thickMm, widthMm: left - right + thickMm, depthMm: front - back + thickMm },
    strainRatio: Math.max(strain(strands.shortEnd), strain(longEnd)),
    section: PIECES.map((piece) => ({ piece, points: cutAtMiddle(rope, strands[piece]) })),
  };
}

const SECTION_HALF_MM = 0.8;

function cutAtMiddle({ edges }: Rope, { first, last }: LaidStrand): readonly Point3[] {
  const points: Point3[] = [];
  for (let i = first; i <= last; i += 1) {
    for (let k = 0; k <= 12; k += 1) {
      const at = (axis: number): number => ((edges[6 * i + axis] ?? 0) * (12 - k) + (edges[6 * i + 3 + axis] ?? 0) * k) / 12;
      if (Math.abs(at(0)) < SECTION_HALF_MM) points.push({ x: at(0), y: at(1), z: at(2) });
    }
  }
  return points;
}
