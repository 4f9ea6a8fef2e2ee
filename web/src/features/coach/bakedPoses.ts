import {
  giveWay,
  HAND_POINTS,
  HAND_ROLES,
  movementsOf,
  pointsOfHand,
  poseStep,
  type Choreography,
  type DrawnCollar,
  type HandsMoment,
  type HandsPlayer,
  type Point3,
  type Pose,
  type Side,
  type TyingHands,
  type TyingStep,
  type TyingWay,
} from '@easytuck/core';

/** Numbers kept of a node: centre 3, across 3, outward 3, half-width, gather. */
export const NODE_NUMBERS = 11;
/** Numbers kept of both hands: three a point, the hand on the long end's side first. */
export const HANDS_NUMBERS = HAND_ROLES.length * 3 * HAND_POINTS;
/** Moments that a step is worked out at; between two of them the strip moves straight. */
const MOMENTS = 40;

/** Poses of a whole choreography, worked out beforehand so that playing costs next to nothing. */
export interface BakedPoses {
  readonly nodeCount: number;
  readonly backNode: number;
  readonly spacingMm: number;
  readonly way: TyingWay;
  readonly longEnd: 'left' | 'right';
  readonly collarRadiusMm: number;
  readonly collar: DrawnCollar;
  /** Whose hands they are. */
  readonly handsOf: TyingHands;
  readonly steps: readonly BakedStep[];
}

export interface BakedStep {
  readonly step: TyingStep;
  /** One array a moment, {@link NODE_NUMBERS} a node. */
  readonly moments: readonly Float32Array[];
  /** Knot's place at each moment, three numbers each. */
  readonly knotAt: Float32Array;
  readonly collarDown: readonly number[];
  /** Points of both hands, an array every other moment, {@link HANDS_NUMBERS} each. */
  readonly hands: readonly Float32Array[];
  /** Paths that the cloth moves along, three numbers a point. */
  readonly paths: readonly Float32Array[];
}

/** Works out the moments of one step. The steps are worked out in order, since the hands go on from where they were. */
export function bakeStep(choreography: Choreography, index: number, player: HandsPlayer, handsOf: TyingHands): BakedStep {
  const step = choreography.steps[index];
  if (!step) throw new RangeError(`no step ${index}`);
  const knotAt = new Float32Array(3 * (MOMENTS + 1));
  const collarDown: number[] = [];
  const hands: Float32Array[] = [];
  const poses = Array.from({ length: MOMENTS + 1 }, (_, i) => {
    const at = poseStep(choreography, step, i / MOMENTS);
    knotAt.set([at.knotAt.x, at.knotAt.y, at.knotAt.z], 3 * i);
    collarDown.push(at.collarDown);
    if (i % HANDS_EVERY === 0) hands.push(pointsOfBoth(player.at(index, i / MOMENTS, at), handsOf, choreography.longEnd));
    return at.pose;
  });
  // the cloth gives way to the fingers that press it
  const halfThickMm = choreography.measures.tie.measured.cloth.thicknessMm / 2;
  const moments = poses.map((pose, i) => packPose(giveWay(pose, handsOfMoment(hands, i), halfThickMm)));
  const paths = movementsOf(choreography, index).map((path) => Float32Array.from(path.flatMap(({ x, y, z }) => [x, y, z])));
  return { step: step.step, moments, knotAt, collarDown, hands, paths };
}

/** Points of each hand at a moment of a step: at odd moments half way between their neighbours. */
function handsOfMoment(hands: readonly Float32Array[], moment: number): readonly Float32Array[] {
  const [before, after] = [hands[Math.floor(moment / HANDS_EVERY)], hands[Math.ceil(moment / HANDS_EVERY)]];
  if (!before || !after) return [];
  const both = before.map((value, k) => (value + (after[k] ?? value)) / 2);
  return HAND_ROLES.map((_, k) => both.subarray(3 * HAND_POINTS * k, 3 * HAND_POINTS * (k + 1)));
}

/** Hands are worked out at every so many of a step's moments: they move less than the strip. */
const HANDS_EVERY = 2;

function pointsOfBoth(led: HandsMoment, handsOf: TyingHands, longEnd: Side): Float32Array {
  const points = new Float32Array(HANDS_NUMBERS);
  HAND_ROLES.forEach((role, k) => points.set(pointsOfHand(led[role].pose, role, handsOf, longEnd), 3 * HAND_POINTS * k));
  return points;
}

/** A pose's arrays in one. */
export function packPose(pose: Pose): Float32Array {
  const packed = new Float32Array(NODE_NUMBERS * pose.nodeCount);
  for (let node = 0; node < pose.nodeCount; node += 1) {
    const to = NODE_NUMBERS * node;
    packed.set(pose.centreMm.subarray(3 * node, 3 * node + 3), to);
    packed.set(pose.across.subarray(3 * node, 3 * node + 3), to + 3);
    packed.set(pose.outward.subarray(3 * node, 3 * node + 3), to + 6);
    packed[to + 9] = pose.halfWidthMm[node] ?? 0;
    packed[to + 10] = pose.gather[node] ?? 1;
  }
  return packed;
}

/** What is at a moment: the strip's numbers are written into `into`. `time`: step index and the share of it that is done. */
export function momentAt(
  baked: BakedPoses,
  time: number,
  into: Float32Array,
): { knotAt: readonly [number, number, number]; collarDown: number } {
  const index = Math.min(baked.steps.length - 1, Math.max(0, Math.floor(time)));
  const step = baked.steps[index];
  if (!step) throw new RangeError('a choreography has steps');
  const place = Math.min(1, Math.max(0, time - index)) * MOMENTS;
  const first = Math.min(MOMENTS - 1, Math.floor(place));
  const share = place - first;
  const [a, b] = [step.moments[first], step.moments[first + 1]];
  if (!a || !b) throw new RangeError('a step has moments');
  for (let i = 0; i < into.length; i += 1) {
    const from = a[i] ?? 0;
    into[i] = from + ((b[i] ?? 0) - from) * share;
  }
  const at = (k: number): number => {
    const from = step.knotAt[3 * first + k] ?? 0;
    return from + ((step.knotAt[3 * first + 3 + k] ?? 0) - from) * share;
  };
  const down = step.collarDown[first] ?? 0;
  return { knotAt: [at(0), at(1), at(2)], collarDown: down + ((step.collarDown[first + 1] ?? down) - down) * share };
}

/** Where the hands are at a moment: their points are written into `into`. */
export function handsAt(baked: BakedPoses, time: number, into: Float32Array): void {
  const index = Math.min(baked.steps.length - 1, Math.max(0, Math.floor(time)));
  const step = baked.steps[index];
  if (!step) throw new RangeError('a choreography has steps');
  const moments = MOMENTS / HANDS_EVERY;
  const place = Math.min(1, Math.max(0, time - index)) * moments;
  const first = Math.min(moments - 1, Math.floor(place));
  const share = place - first;
  const [a, b] = [step.hands[first], step.hands[first + 1]];
  if (!a || !b) throw new RangeError('a step has moments');
  for (let i = 0; i < into.length; i += 1) into[i] = (a[i] ?? 0) * (1 - share) + (b[i] ?? 0) * share;
}

/** Points of each hand at a moment, for stills. */
export function handPointsAt(baked: BakedPoses, time: number): readonly Float32Array[] {
  const both = new Float32Array(HANDS_NUMBERS);
  handsAt(baked, time, both);
  return HAND_ROLES.map((_, k) => both.subarray(3 * HAND_POINTS * k, 3 * HAND_POINTS * (k + 1)));
}

/** Whether a step still moves at a moment, so that its arrow is shown. */
export const isArrowShown = (time: number): boolean => time - Math.floor(time) <= ARROW_UNTIL;

/** Paths of the step at a moment, as points; none once the movement is nearly over. */
export function pathsAt(baked: BakedPoses, time: number): readonly (readonly Point3[])[] {
  if (!isArrowShown(time)) return [];
  const index = Math.min(baked.steps.length - 1, Math.max(0, Math.floor(time)));
  return (baked.steps[index]?.paths ?? []).map((path) =>
    Array.from({ length: path.length / 3 }, (_, k) => ({ x: path[3 * k] ?? 0, y: path[3 * k + 1] ?? 0, z: path[3 * k + 2] ?? 0 })),
  );
}
/** Share of a step after which its arrow is gone. */
const ARROW_UNTIL = 0.97;

/** A packed pose as core takes it, for stills without WebGL. */
export function unpackPose(
  packed: Float32Array,
  { nodeCount, backNode, spacingMm }: Pick<BakedPoses, 'nodeCount' | 'backNode' | 'spacingMm'>,
): Pose {
  const three = (from: number): Float32Array => {
    const array = new Float32Array(3 * nodeCount);
    for (let node = 0; node < nodeCount; node += 1)
      array.set(packed.subarray(NODE_NUMBERS * node + from, NODE_NUMBERS * node + from + 3), 3 * node);
    return array;
  };
  const one = (from: number): Float32Array =>
    Float32Array.from({ length: nodeCount }, (_, node) => packed[NODE_NUMBERS * node + from] ?? 0);
  return { nodeCount, backNode, spacingMm, centreMm: three(0), across: three(3), outward: three(6), halfWidthMm: one(9), gather: one(10) };
}
