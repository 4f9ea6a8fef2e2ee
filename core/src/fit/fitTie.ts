import { widthAt } from '../strip/index.ts';
import { predictBows, spreadOf, type BowPair } from './bow.ts';
import { bindingBound, findBounds, type Bound, type WidthLimits } from './findBounds.ts';
import type { PreparedTie } from './prepareTie.ts';
import { oppositeSide, type Side } from './side.ts';

/** Written into every fitting that is kept, so that an old answer can be told from a new one. */
export const MODEL_VERSION = 'strip-3';

/** What a fit is asked for. Lengths in mm. */
export interface FitRequest {
  readonly tie: PreparedTie;
  readonly neckPathMm: number;
  /** Tip to tip. */
  readonly setMm: number;
  /** Long end's hang less the short end's. */
  readonly leadMm: number;
  /** Which of the wearer's own sides the long end starts on. */
  readonly longEnd: Side;
  readonly limits: WidthLimits;
}

/** `good`: inside every bound. `fair`: past a width rule or a good limit, still sound. `outside`: cannot be worn so. */
export const GRADES = ['good', 'fair', 'outside'] as const;
export type Grade = (typeof GRADES)[number];

/** What a set and a lead give. Lengths in mm, sides the wearer's own. */
export interface Fit extends BowPair {
  readonly neckPathMm: number;
  readonly setMm: number;
  readonly leadMm: number;
  readonly longEnd: Side;
  /** Wider of the two bows. */
  readonly spreadMm: number;
  readonly bowHeightMm: number;
  readonly bounds: readonly Bound[];
  readonly binding: Bound;
  readonly roomShorter: Bound;
  readonly roomLonger: Bound;
  readonly grade: Grade;
  /** Side that the front bow's loop must lie on: opposite to where the long end started, or the knot is a granny. */
  readonly frontLoopSide: Side;
  /** Gathered width of the cloth that crosses the knot's front. */
  readonly knotFaceMm: number;
  /** True where the knot's face would be wider than a third of the bow's height: fold that part lengthwise. */
  readonly foldLengthwise: boolean;
}

/** The knot's face should be no wider than this part of the bow's height (common practice, no source). */
export const KNOT_FACE_RATIO = 1 / 3;

/** Works out what a set and a lead give on a neck, with every bound and its room. */
export function fitTie(request: FitRequest): Fit {
  const { tie, neckPathMm, setMm, leadMm, longEnd, limits } = request;
  const bows = predictBows(tie, neckPathMm, setMm, leadMm);
  const bounds = findBounds(tie, neckPathMm, setMm, leadMm, limits);
  const knotFaceMm = tie.measured.cloth.gatherRatio * faceWidthMm(tie, bows);
  const roomShorter = must(bindingBound(bounds, 'shorter'));
  const roomLonger = must(bindingBound(bounds, 'longer'));
  return {
    front: bows.front,
    back: bows.back,
    neckPathMm,
    setMm,
    leadMm,
    longEnd,
    spreadMm: spreadOf(bows),
    bowHeightMm: tie.bowHeightMm,
    bounds,
    binding: roomShorter.roomMm < roomLonger.roomMm ? roomShorter : roomLonger,
    roomShorter,
    roomLonger,
    grade: gradeOf(bounds),
    frontLoopSide: oppositeSide(longEnd),
    knotFaceMm,
    foldLengthwise: knotFaceMm > KNOT_FACE_RATIO * tie.bowHeightMm,
  };
}

/** Rounding of the computation itself; a set that stands on its bound is inside it. */
export const ON_THE_BOUND_MM = 1e-6;

function gradeOf(bounds: readonly Bound[]): Grade {
  let grade: Grade = 'good';
  for (const bound of bounds) {
    if (bound.outerRoomMm !== null && bound.outerRoomMm < -ON_THE_BOUND_MM) return 'outside';
    if (bound.roomMm < -ON_THE_BOUND_MM) grade = 'fair';
  }
  return grade;
}

/** The long end comes down over the front this far along its way through the knot: as it does in the reference's knots. */
const FACE_AT_RATIO = 0.7;

/** Width of the long end where it comes down over the front. */
const faceWidthMm = ({ profile, takeUp }: PreparedTie, { back }: BowPair): number =>
  widthAt(profile, back.crossingAtMm + FACE_AT_RATIO * takeUp.longMm);

function must(bound: Bound | undefined): Bound {
  if (bound === undefined) throw new Error('a fit has bounds both ways');
  return bound;
}
