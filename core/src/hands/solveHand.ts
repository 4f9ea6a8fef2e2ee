import type { Side } from '../fit/index.ts';
import { add, cross, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { elbowOf, type TyingHands } from './arm.ts';
import {
  DIGITS,
  END_JOINT_RATIO,
  firstJoint,
  handDirections,
  handPoints,
  JOINT_COUNT,
  JOINT_RANGES,
  placeHand,
  pointIndex,
  RADII_MM,
  RANGES,
  tipOf,
  type HandPose,
  type HandPoints,
} from './handModel.ts';
import {
  BALL_COUNT,
  HAND_BALLS,
  placeBalls,
  pushOfBody,
  pushOfCloth,
  pushOfHand,
  type NearCloth,
  type Push,
  type TouchedSide,
} from './obstacles.ts';

/** A pad that is to lie on a place. */
export interface PadAim {
  readonly digit: number;
  /** Where the pad touches, in mm. */
  readonly place: Point3;
  /** Unit direction out of the cloth on the side that is touched. */
  readonly face: Point3;
  /** The cloth that is touched; null for anything else. */
  readonly touched: TouchedSide | null;
}

/** What a hand is to do at one moment. */
export interface HandAims {
  readonly pads: readonly PadAim[];
  /** What the digits keep to one side of, though they need not touch it: what was just let go, or will be taken next. */
  readonly beside?: readonly PadAim[];
  /** Whether fingers that touch nothing lie on the forefinger's side of what it touches, or wherever there is room. */
  readonly together: boolean;
  /** Pose that the hand had better be in, and how much it is held to it. */
  readonly near: { readonly pose: HandPose; readonly placeWeight: number; readonly turnWeight: number; readonly jointWeight: number };
}

/** What a hand must not go into, and whose arm it is on. */
export interface HandSurroundings {
  readonly hands: TyingHands;
  /** Side of the wearer that the arm comes from. */
  readonly from: Side;
  readonly collarRadiusMm: number;
  readonly cloth: NearCloth;
  /** Balls of the other hand; none where there is no other. */
  readonly other: Float64Array;
}

const SIZE = 6 + JOINT_COUNT;
const PAD_WEIGHT = 1;
const PAD_TURN_WEIGHT = 3.5;
const CLEAR_WEIGHT = 3.5;
const WRIST_WEIGHT = 90;
/** Obstacles are kept off by this much more than nothing, in mm. */
const MARGIN_MM = 0.4;
const MOST_STEP = { mm: 30, rad: 0.45 } as const;

const { abs, sqrt, min, max, sin } = Math;

const WRIST = {
  bent: sin(RANGES.wristBend[1]),
  back: sin(-RANGES.wristBend[0]),
  ulnar: sin(RANGES.wristAside[1]),
  radial: sin(-RANGES.wristAside[0]),
} as const;

/** Weights of a row of the least squares, and how far it is off. */
class Normal {
  readonly matrix = new Float64Array(SIZE * SIZE);
  readonly right = new Float64Array(SIZE);
  readonly row = new Float64Array(SIZE);
  private readonly filled = new Uint8Array(SIZE);

  clear(): void {
    this.matrix.fill(0);
    this.right.fill(0);
  }

  /** Adds the row, weighted, which is to take away `off`; and clears it. */
  take(weight: number, off: number): void {
    const { matrix, right, row, filled } = this;
    const square = weight * weight;
    // most of a row is nothing: a finger does not move with its neighbours' joints
    let count = 0;
    for (let i = 0; i < SIZE; i += 1) {
      const a = row[i] ?? 0;
      if (a === 0) continue;
      filled[count] = i;
      count += 1;
      const wa = square * a;
      right[i] = (right[i] ?? 0) + wa * off;
      for (let k = 0; k < count; k += 1) {
        const j = filled[k] ?? 0;
        matrix[i * SIZE + j] = (matrix[i * SIZE + j] ?? 0) + wa * (row[j] ?? 0);
      }
    }
    row.fill(0);
  }

  /** Solves by Cholesky; what lies on the diagonal is raised by `damping`. */
  solve(damping: number, into: Float64Array): void {
    const { matrix: m, right } = this;
    for (let i = 0; i < SIZE; i += 1) {
      for (let j = 0; j <= i; j += 1) {
        let sum = (m[i * SIZE + j] ?? 0) + (i === j ? damping : 0);
        for (let k = 0; k < j; k += 1) sum -= (m[i * SIZE + k] ?? 0) * (m[j * SIZE + k] ?? 0);
        m[i * SIZE + j] = i === j ? sqrt(max(1e-9, sum)) : sum / (m[j * SIZE + j] ?? 1);
      }
    }
    for (let i = 0; i < SIZE; i += 1) {
      let sum = right[i] ?? 0;
      for (let k = 0; k < i; k += 1) sum -= (m[i * SIZE + k] ?? 0) * (into[k] ?? 0);
      into[i] = sum / (m[i * SIZE + i] ?? 1);
    }
    for (let i = SIZE - 1; i >= 0; i -= 1) {
      let sum = into[i] ?? 0;
      for (let k = i + 1; k < SIZE; k += 1) sum -= (m[k * SIZE + i] ?? 0) * (into[k] ?? 0);
      into[i] = sum / (m[i * SIZE + i] ?? 1);
    }
  }
}

const normal = new Normal();
const points: HandPoints = handPoints();
const balls = new Float64Array(4 * BALL_COUNT);
const step = new Float64Array(SIZE);
const push: Push = { depthMm: 0, x: 0, y: 0, z: 0 };

/** How a point of the hand moves along a direction: fills the row for a point on a bone of a digit, or on the palm (bone −1). */
function pointRow(
  hand: HandPose,
  digit: number,
  bone: number,
  px: number,
  py: number,
  pz: number,
  nx: number,
  ny: number,
  nz: number,
): void {
  const { row } = normal;
  const { wrist } = hand;
  row[0] = nx;
  row[1] = ny;
  row[2] = nz;
  const [dx, dy, dz] = [px - wrist.x, py - wrist.y, pz - wrist.z];
  row[3] = dy * nz - dz * ny;
  row[4] = dz * nx - dx * nz;
  row[5] = dx * ny - dy * nx;
  if (bone < 0) return;
  const handed = hand.side === 'right' ? 1 : -1;
  const { pointsMm, axes } = points;
  const turn = (joint: number, pivot: number): number => {
    const at = 3 * pointIndex(digit, pivot);
    const [qx, qy, qz] = [px - (pointsMm[at] ?? 0), py - (pointsMm[at + 1] ?? 0), pz - (pointsMm[at + 2] ?? 0)];
    const [ax, ay, az] = [axes[3 * joint] ?? 0, axes[3 * joint + 1] ?? 0, axes[3 * joint + 2] ?? 0];
    return handed * (nx * (ay * qz - az * qy) + ny * (az * qx - ax * qz) + nz * (ax * qy - ay * qx));
  };
  const first = firstJoint(digit);
  row[6 + first] = turn(first, 0);
  row[6 + first + 1] = turn(first + 1, 0);
  if (digit === 0) {
    if (bone >= 1) row[6 + first + 2] = turn(first + 2, 1);
    if (bone >= 2) row[6 + first + 3] = turn(first + 3, 2);
    return;
  }
  if (bone >= 1) row[6 + first + 2] = turn(first + 2, 1) + (bone >= 2 ? END_JOINT_RATIO * turn(first + 2, 2) : 0);
}

/** How a direction of the hand turns along another: fills the row. */
function directionRow(v: Point3, along: Point3): void {
  const turned = cross(v, along);
  normal.row[3] = turned.x;
  normal.row[4] = turned.y;
  normal.row[5] = turned.z;
}

/** How a pad's direction turns along another: with the hand, and with the joints of its digit. */
function padRow(hand: HandPose, digit: number, pad: Point3, along: Point3): void {
  directionRow(pad, along);
  const handed = hand.side === 'right' ? 1 : -1;
  const turn = (joint: number): number => {
    const axis = { x: points.axes[3 * joint] ?? 0, y: points.axes[3 * joint + 1] ?? 0, z: points.axes[3 * joint + 2] ?? 0 };
    return handed * dot(cross(axis, pad), along);
  };
  const first = firstJoint(digit);
  const count = digit === 0 ? 4 : 3;
  for (let k = 0; k < count; k += 1) normal.row[6 + first + k] = turn(first + k) * (digit !== 0 && k === 2 ? 1 + END_JOINT_RATIO : 1);
}

const AXES: readonly Point3[] = [
  { x: 1, y: 0, z: 0 },
  { x: 0, y: 1, z: 0 },
  { x: 0, y: 0, z: 1 },
];

function addAims(hand: HandPose, { pads, near }: HandAims): void {
  for (const { digit, place, face } of pads) {
    const r = RADII_MM[DIGITS[digit] ?? 'thumb'][3];
    const tip = tipOf(points.pointsMm, digit);
    const off = subtract(add(place, scale(face, r)), tip);
    const pad = { x: points.pads[3 * digit] ?? 0, y: points.pads[3 * digit + 1] ?? 0, z: points.pads[3 * digit + 2] ?? 0 };
    const padOff = subtract(scale(face, -1), pad);
    for (const axis of AXES) {
      pointRow(hand, digit, 2, tip.x, tip.y, tip.z, axis.x, axis.y, axis.z);
      normal.take(PAD_WEIGHT, dot(off, axis));
      padRow(hand, digit, pad, axis);
      normal.take(PAD_TURN_WEIGHT, dot(padOff, axis));
    }
  }
  const { pose, placeWeight, turnWeight, jointWeight } = near;
  for (const axis of AXES) {
    normal.row[0] = axis.x;
    normal.row[1] = axis.y;
    normal.row[2] = axis.z;
    normal.take(placeWeight, dot(subtract(pose.wrist, hand.wrist), axis));
    directionRow(hand.distal, axis);
    normal.take(turnWeight, dot(subtract(pose.distal, hand.distal), axis));
    directionRow(hand.palmar, axis);
    normal.take(turnWeight, dot(subtract(pose.palmar, hand.palmar), axis));
  }
  for (let joint = 0; joint < JOINT_COUNT; joint += 1) {
    normal.row[6 + joint] = 1;
    normal.take(jointWeight, (pose.joints[joint] ?? 0) - (hand.joints[joint] ?? 0));
  }
}

/** Which side of what is touched each digit lies on. */
function sidesOf({ pads, beside = pads, together }: HandAims): readonly (TouchedSide | null)[] {
  const of = (digit: number): TouchedSide | null => beside.find((pad) => pad.digit === digit)?.touched ?? null;
  return DIGITS.map((_, digit) => of(digit) ?? (digit === 0 || !together ? null : of(1)));
}

function addObstacles(hand: HandPose, aims: HandAims, { cloth, collarRadiusMm, other }: HandSurroundings): void {
  placeBalls(points.pointsMm, balls);
  const sides = sidesOf(aims);
  for (let ball = 0; ball < BALL_COUNT; ball += 1) {
    const at = 4 * ball;
    const [x, y, z, r] = [balls[at] ?? 0, balls[at + 1] ?? 0, balls[at + 2] ?? 0, (balls[at + 3] ?? 0) + MARGIN_MM];
    const of = HAND_BALLS[ball];
    const clear = (): void => {
      if (push.depthMm <= 0) return;
      pointRow(hand, of?.digit ?? 0, of?.bone ?? -1, x, y, z, push.x, push.y, push.z);
      normal.take(CLEAR_WEIGHT, push.depthMm);
    };
    pushOfCloth(cloth, x, y, z, r, push, of ? sides[of.digit] : null);
    clear();
    pushOfBody(collarRadiusMm, x, y, z, r, push);
    clear();
    pushOfHand(other, x, y, z, r, push);
    clear();
  }
}

/** Which of the wrist's limits are passed, and by how much; the arm is taken as it stands. */
function addWrist(hand: HandPose, { hands, from }: HandSurroundings): void {
  const fore = unit(subtract(hand.wrist, elbowOf(hands, from, hand.wrist, hand.distal)));
  const limit = (own: Point3, share: number, most: number, sign: 1 | -1): void => {
    const off = sign * share - most;
    if (off <= 0) return;
    // of a direction of the hand along the fixed forearm
    directionRow(own, scale(fore, sign));
    normal.take(WRIST_WEIGHT, -off);
  };
  const [bend, aside] = [dot(fore, hand.palmar), dot(fore, hand.radial)];
  limit(hand.palmar, bend, WRIST.back, 1);
  limit(hand.palmar, bend, WRIST.bent, -1);
  limit(hand.radial, aside, WRIST.ulnar, 1);
  limit(hand.radial, aside, WRIST.radial, -1);
  const ahead = dot(fore, hand.distal);
  if (ahead < 0.3) {
    directionRow(hand.distal, fore);
    normal.take(WRIST_WEIGHT, 0.3 - ahead);
  }
}

/** How far a wrist is bent towards the palm and turned to the little finger's side, in radians, the arm being where it comes from. */
function wristAngles(hand: HandPose, hands: TyingHands, from: Side): { readonly bendRad: number; readonly asideRad: number } {
  const fore = unit(subtract(hand.wrist, elbowOf(hands, from, hand.wrist, hand.distal)));
  return { bendRad: Math.asin(-dot(fore, hand.palmar)), asideRad: Math.asin(dot(fore, hand.radial)) };
}

/** Turns a direction by a small rotation. */
const turned = (v: Point3, by: Point3): Point3 => add(v, cross(by, v));

/**
 * Brings the pads of a hand to their places and keeps the hand out of cloth, wearer and the other hand: damped Gauss–Newton steps of
 * a least-squares sum, joints held in their ranges after each. (Levenberg 1944; the derivative of a point on a chain is the joint's
 * axis times the lever, Whitney 1969, from memory.)
 *
 * @param steps how many steps are made: a few from a pose of a moment before, thirty from anywhere.
 */
export function solveHand(start: HandPose, aims: HandAims, around: HandSurroundings, steps: number): HandPose {
  let hand: HandPose = { ...start, joints: Float64Array.from(start.joints) };
  for (let k = 0; k < steps; k += 1) {
    placeHand(hand, points);
    normal.clear();
    addAims(hand, aims);
    addObstacles(hand, aims, around);
    addWrist(hand, around);
    holdAtLimits(hand);
    normal.solve(DAMPING, step);
    hand = moved(hand);
    if (isSmall(step)) break;
  }
  return hand;
}

/** Steps smaller than this change nothing that is seen: 0.3 mm, a degree. */
const isSmall = (by: Float64Array): boolean => {
  for (let i = 0; i < SIZE; i += 1) if (abs(by[i] ?? 0) > (i < 3 ? 0.3 : 0.02)) return false;
  return true;
};

const DAMPING = 0.6;
const HELD = 1e9;

/** A joint at the end of its range that is asked to go further does not take part in the step. */
function holdAtLimits({ joints }: HandPose): void {
  for (let joint = 0; joint < JOINT_COUNT; joint += 1) {
    const [least, most] = JOINT_RANGES[joint] ?? [0, 0];
    const angle = joints[joint] ?? 0;
    const i = 6 + joint;
    const asked = normal.right[i] ?? 0;
    if ((angle >= most - 1e-6 && asked > 0) || (angle <= least + 1e-6 && asked < 0)) {
      normal.matrix[i * SIZE + i] = (normal.matrix[i * SIZE + i] ?? 0) + HELD;
      normal.right[i] = 0;
    }
  }
}

/** The hand after the step that was solved, no longer than such a step may be. */
function moved(hand: HandPose): HandPose {
  const [tx, ty, tz] = [step[0] ?? 0, step[1] ?? 0, step[2] ?? 0];
  const [rx, ry, rz] = [step[3] ?? 0, step[4] ?? 0, step[5] ?? 0];
  const far = sqrt(tx * tx + ty * ty + tz * tz);
  const round = sqrt(rx * rx + ry * ry + rz * rz);
  const by = min(1, MOST_STEP.mm / max(far, 1e-9), MOST_STEP.rad / max(round, 1e-9));
  const turn = { x: by * rx, y: by * ry, z: by * rz };
  const directions = handDirections(hand.side, turned(hand.distal, turn), turned(hand.palmar, turn));
  const joints = hand.joints;
  for (let joint = 0; joint < JOINT_COUNT; joint += 1) {
    const [least, most] = JOINT_RANGES[joint] ?? [0, 0];
    const change = max(-MOST_STEP.rad, min(MOST_STEP.rad, by * (step[6 + joint] ?? 0)));
    joints[joint] = min(most, max(least, (joints[joint] ?? 0) + change));
  }
  return { side: hand.side, wrist: add(hand.wrist, { x: by * tx, y: by * ty, z: by * tz }), ...directions, joints };
}

const DEPTH_COST = 3;

/** How far a pose is from what it is to do, as the sum that {@link solveHand} makes small: pads, wrist, and what it lies in. */
export function costOf(hand: HandPose, aims: HandAims, around: HandSurroundings): number {
  const { hands, from } = around;
  placeHand(hand, points);
  const { pads } = aims;
  let cost = 0;
  for (const { digit, place, face } of pads) {
    const r = RADII_MM[DIGITS[digit] ?? 'thumb'][3];
    const tip = tipOf(points.pointsMm, digit);
    const off = subtract(add(place, scale(face, r)), tip);
    const pad = { x: points.pads[3 * digit] ?? 0, y: points.pads[3 * digit + 1] ?? 0, z: points.pads[3 * digit + 2] ?? 0 };
    const padOff = add(face, pad);
    cost += dot(off, off) + PAD_TURN_WEIGHT ** 2 * dot(padOff, padOff);
  }
  const { bendRad, asideRad } = wristAngles(hand, hands, from);
  const past = (angle: number, [least, most]: readonly [number, number]): number => max(0, angle - most, least - angle);
  cost += (WRIST_WEIGHT * past(bendRad, RANGES.wristBend)) ** 2 + (WRIST_WEIGHT * past(asideRad, RANGES.wristAside)) ** 2;
  return cost + depthCostOf(hand, aims, around);
}

/** How deep a pose lies in cloth, body and the other hand, as that sum counts it; it need not hold its pads. */
export function depthCostOf(hand: HandPose, aims: HandAims, { cloth, collarRadiusMm, other }: HandSurroundings): number {
  placeHand(hand, points);
  placeBalls(points.pointsMm, balls);
  const sides = sidesOf(aims);
  let cost = 0;
  for (let ball = 0; ball < BALL_COUNT; ball += 1) {
    const at = 4 * ball;
    const [x, y, z, r] = [balls[at] ?? 0, balls[at + 1] ?? 0, balls[at + 2] ?? 0, balls[at + 3] ?? 0];
    const of = HAND_BALLS[ball];
    pushOfCloth(cloth, x, y, z, r, push, of ? sides[of.digit] : null);
    cost += DEPTH_COST * push.depthMm ** 2;
    pushOfBody(collarRadiusMm, x, y, z, r, push);
    cost += DEPTH_COST * push.depthMm ** 2;
    pushOfHand(other, x, y, z, r, push);
    cost += DEPTH_COST * push.depthMm ** 2;
  }
  return cost;
}
