import { DIGITS, HAND_POINTS, HAND_ROLES, pointIndex } from '@easytuck/core';
import { NODE_NUMBERS, type BakedPoses } from './bakedPoses.ts';
import type { View } from './views.ts';

/** Half the height that the lens shows, against the distance: an angle of 28° from top to bottom. */
export const LENS_HALF = Math.tan((14 * Math.PI) / 180);

/** What is shown of a step at the least, in mm: nearer than this a bow is larger than life. */
const LEAST_HEIGHT_MM = 130;
/** Room left about what is framed. */
const ROOM_RATIO = 1.1;
/** From above, what hangs lies in the line of sight: only what is about the knot is framed. */
const ABOUT_KNOT_MM = 105;
/** Band that lies further back than this only leads round the neck, in mm. */
const HIDDEN_BEHIND_MM = -30;
/** A fingertip nearer to the cloth than this is at work, in mm; of the others, and of wrists and arms, nothing need be seen. */
const AT_WORK_MM = 24;
const END_OF_DIGIT = 3;
/** Moments of a step, strip's nodes and hands' points that are looked at. */
const EVERY_MOMENT = 8;
const EVERY_NODE = 6;

/** A place that is framed, in the picture's own directions from the knot, in mm. */
interface Framed {
  readonly right: number;
  readonly up: number;
  readonly ahead: number;
}

/**
 * The view of a step from as far, and turned as much aside and up, as shows the strip and the fingertips at work through the whole step.
 * @param aspect the picture's width over its height.
 */
export function framedView(baked: BakedPoses, stepIndex: number, view: View, aspect: number, withHands: boolean): View {
  const points = framedPoints(baked, stepIndex, view, withHands);
  if (points.length === 0) return view;
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const point of points) {
    left = Math.min(left, point.right);
    right = Math.max(right, point.right);
    low = Math.min(low, point.up);
    high = Math.max(high, point.up);
  }
  const [asideMm, liftMm] = [(left + right) / 2, (low + high) / 2];
  let awayMm = LEAST_HEIGHT_MM / (2 * LENS_HALF);
  for (const point of points) {
    const reach = Math.max(Math.abs(point.up - liftMm), Math.abs(point.right - asideMm) / aspect);
    awayMm = Math.max(awayMm, (ROOM_RATIO * reach) / LENS_HALF + point.ahead);
  }
  return { ...view, awayMm, liftMm, asideMm };
}

function framedPoints(baked: BakedPoses, stepIndex: number, view: View, withHands: boolean): Framed[] {
  const step = baked.steps[stepIndex];
  if (!step) return [];
  const [right, up, towards] = axesOf(view);
  const knot = [step.knotAt[0] ?? 0, step.knotAt[1] ?? 0, step.knotAt[2] ?? 0] as const;
  const isAbove = towards[1] > 0.6;
  const points: Framed[] = [];
  const put = (x: number, y: number, z: number): void => {
    const [dx, dy, dz] = [x - knot[0], y - knot[1], z - knot[2]];
    if (z < HIDDEN_BEHIND_MM || (isAbove && dx * dx + dy * dy + dz * dz > ABOUT_KNOT_MM ** 2)) return;
    const along = (axis: readonly [number, number, number]): number => dx * axis[0] + dy * axis[1] + dz * axis[2];
    points.push({ right: along(right), up: along(up), ahead: along(towards) });
  };
  for (let m = 0; m < step.moments.length; m += EVERY_MOMENT) {
    const packed = step.moments[m];
    const hands = step.hands[Math.floor((m * step.hands.length) / step.moments.length)];
    if (packed)
      for (let node = 0; node < baked.nodeCount; node += EVERY_NODE) {
        const at = NODE_NUMBERS * node;
        put(packed[at] ?? 0, packed[at + 1] ?? 0, packed[at + 2] ?? 0);
      }
    if (withHands && hands && packed)
      for (const [role] of HAND_ROLES.entries())
        for (const [digit] of DIGITS.entries()) {
          const at = 3 * (HAND_POINTS * role + pointIndex(digit, END_OF_DIGIT));
          const tip = [hands[at] ?? 0, hands[at + 1] ?? 0, hands[at + 2] ?? 0] as const;
          if (isAtCloth(packed, baked.nodeCount, tip)) put(...tip);
        }
  }
  // the collar's button is always in the picture
  put(0, 0, 0);
  return points;
}

/** Whether a place is next to the strip. */
function isAtCloth(packed: Float32Array, nodeCount: number, [x, y, z]: Axis): boolean {
  for (let node = 0; node < nodeCount; node += 2) {
    const at = NODE_NUMBERS * node;
    const reach = AT_WORK_MM + (packed[at + 9] ?? 0);
    if (Math.hypot((packed[at] ?? 0) - x, (packed[at + 1] ?? 0) - y, (packed[at + 2] ?? 0) - z) < reach) return true;
  }
  return false;
}

type Axis = readonly [number, number, number];

/** Directions of a picture: to the right, up, and towards the eye. */
export function axesOf({ towards, up }: View): readonly [Axis, Axis, Axis] {
  const unit = ([x, y, z]: Axis): Axis => {
    const size = Math.hypot(x, y, z);
    return [x / size, y / size, z / size];
  };
  const cross = (a: Axis, b: Axis): Axis => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
  const ahead = unit([towards.x, towards.y, towards.z]);
  const right = unit(cross([up.x, up.y, up.z], ahead));
  return [right, cross(ahead, right), ahead];
}
