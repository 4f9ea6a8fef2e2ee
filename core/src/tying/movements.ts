import { distance, scale, add, subtract, unit, blend, type Point3 } from '../geometry/index.ts';
import { leafPlace } from './body.ts';
import { poseStep, type Choreography } from './choreography.ts';
import { foldFromNoseMm, hasLeaf, type TyingMeasures } from './measures.ts';
import { pointOf, type Pose } from './pose.ts';
import { partsOfWay, type PartName } from './ways.ts';

/** A place on the strip whose path is drawn, and between which shares of the part it moves. */
interface Tracked {
  readonly end: 'long' | 'short';
  /** Distance from the nose towards the tip, in mm. */
  readonly at: (m: TyingMeasures) => number;
  readonly from: number;
  readonly until: number;
}

const tracked = (end: Tracked['end'], at: Tracked['at'], from = 0, until = 1): Tracked => ({ end, at, from, until });

const belly = ({ tie }: TyingMeasures): number => tie.measured.blade.noseToBellyMm;
const nearTip = ({ tie }: TyingMeasures): number => 0.92 * tie.profile.bladeLengthMm;
const foldOf =
  (bow: 'front' | 'back') =>
  (m: TyingMeasures): number =>
    foldFromNoseMm(m, bow);

const LOOPS_APART = [tracked('long', foldOf('back'), 0.45), tracked('short', foldOf('front'), 0.45)];
const THROUGH = [tracked('long', foldOf('back'), 0.09, 0.97)];
const DROPPED = [tracked('long', belly, 0.45)];

/** The places that each part moves; of the collar's leaf see {@link movementsOf}. */
const TRACKED: Readonly<Record<PartName, readonly Tracked[]>> = {
  setBand: [],
  prepare: [tracked('long', belly, 0.5), tracked('short', belly, 0.5)],
  lead: [tracked('long', belly), tracked('short', belly)],
  cross: [tracked('long', belly)],
  halfKnot: [tracked('long', belly)],
  park: [tracked('long', belly, 0, 0.8)],
  frontBow: [tracked('short', nearTip, 0.02)],
  drop: DROPPED,
  dropLast: DROPPED,
  passage: [tracked('short', foldOf('front'), 0.34, 0.8)],
  passageFirst: [tracked('short', foldOf('front'), 0.4, 0.86)],
  wrap: [tracked('long', belly)],
  pushFront: [tracked('short', foldOf('front'), 0.1)],
  backBow: THROUGH,
  backBowHeld: THROUGH,
  backBowTurned: THROUGH,
  backBowPlain: THROUGH,
  tighten: LOOPS_APART,
  balance: [],
  takeIn: [],
  collarDown: [],
};

/** Points that a path is made of. */
const POINTS = 20;
/** A path shorter than this is drawn longer, on beyond its end, so that it can be seen. In mm. */
const LEAST_MM = 26;
/** A path that hardly moves is not drawn, in mm. */
const NO_PATH_MM = 0.5;

/**
 * The paths along which a step moves the cloth, each from where it starts to where it comes to rest, in mm in the wearer's frame: what an
 * arrow is drawn along. Empty for a step that moves nothing. The paths are those of places on the strip, smoothed.
 * @throws RangeError for a step that the choreography does not have.
 */
export function movementsOf(choreography: Choreography, stepIndex: number): readonly (readonly Point3[])[] {
  const { measures, way, steps } = choreography;
  const step = steps[stepIndex];
  const part = partsOfWay(way, measures.letOutMm > 0)[stepIndex];
  if (!step || !part) throw new RangeError(`a way of tying has no step ${stepIndex}`);
  if (part === 'collarDown' && hasLeaf(measures.collar))
    return (['left', 'right'] as const).map((side) =>
      Array.from({ length: POINTS }, (_, k) => leafPlace(measures.collarRadiusMm, k / (POINTS - 1), side, measures.collar).at),
    );
  const { bladeLengthMm } = measures.tie.profile;
  // two places that move together are followed through the same poses
  const poses = new Map<number, Pose>();
  const poseAt = (share: number): Pose => {
    const pose = poses.get(share) ?? poseStep(choreography, step, share, SPACING_MM).pose;
    poses.set(share, pose);
    return pose;
  };
  return TRACKED[part].flatMap(({ end, at, from, until }) => {
    const fromTipMm = bladeLengthMm - Math.min(bladeLengthMm, Math.max(0, at(measures)));
    const places = Array.from({ length: POINTS }, (_, k): Point3 => {
      const pose = poseAt(from + ((until - from) * k) / (POINTS - 1));
      const node = Math.round(fromTipMm / pose.spacingMm);
      return pointOf(pose.centreMm, end === 'short' ? node : pose.nodeCount - 1 - node);
    });
    const path = longEnough(smooth(places));
    return path ? [path] : [];
  });
}

/** A path is followed on a coarser strip. */
const SPACING_MM = 4;

/** Each point in the middle of itself and its neighbours, three times; the ends stay. */
function smooth(places: readonly Point3[]): readonly Point3[] {
  let path = places;
  for (let round = 0; round < 3; round += 1)
    path = path.map((point, k) => {
      const [before, after] = [path[k - 1], path[k + 1]];
      return before && after ? blend(point, blend(before, after, 0.5), 2 / 3) : point;
    });
  return path;
}

function longEnough(path: readonly Point3[]): readonly Point3[] | null {
  const [first, last] = [path[0], path[path.length - 1]];
  if (!first || !last) return null;
  const lengthMm = path.reduce((sum, point, k) => sum + distance(point, path[k - 1] ?? point), 0);
  const acrossMm = distance(first, last);
  if (acrossMm < NO_PATH_MM) return lengthMm < LEAST_MM ? null : path;
  return lengthMm >= LEAST_MM ? path : [...path, add(last, scale(unit(subtract(last, first)), LEAST_MM - lengthMm))];
}
