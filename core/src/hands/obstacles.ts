import type { Pose } from '../tying/pose.ts';
import { shoulderHeight } from '../tying/body.ts';
import { shirtFrontZ } from '../tying/poses/collar.ts';
import { DIGITS, handPoints, placeHand, pointIndex, RADII_MM, WRIST_RADIUS_MM, type HandPose } from './handModel.ts';

/** Balls that stand for a hand where it must not go into something: place and radius, four numbers each, and which bone each is of. */
export const HAND_BALLS: readonly { readonly digit: number; readonly bone: number; readonly share: number; readonly radiusMm: number }[] =
  DIGITS.flatMap((name, digit) =>
    [0, 1, 2].flatMap((bone) =>
      (bone === 0 ? (digit === 0 ? [0.6, 1] : [0.25, 0.62, 1]) : bone === 1 ? [0.5, 1] : [0.5, 1]).map((share) => ({
        digit,
        bone,
        share,
        radiusMm: (RADII_MM[name][bone] ?? 0) * (1 - share) + (RADII_MM[name][bone + 1] ?? 0) * share,
      })),
    ),
  );
/** Balls of the palm: from the wrist to each finger's root. */
const PALM_SHARES = [0.35, 0.7];
const PALM_RADIUS_MM = 12;
export const BALL_COUNT = HAND_BALLS.length + PALM_SHARES.length * 4 + 1;

/** Places of a hand's balls from its points, four numbers each, the radius last. */
export function placeBalls(pointsMm: ArrayLike<number>, into: Float64Array): void {
  let at = 0;
  const put = (from: number, to: number, share: number, radius: number): void => {
    for (let k = 0; k < 3; k += 1) into[at + k] = (pointsMm[3 * from + k] ?? 0) * (1 - share) + (pointsMm[3 * to + k] ?? 0) * share;
    into[at + 3] = radius;
    at += 4;
  };
  for (const { digit, bone, share, radiusMm } of HAND_BALLS) put(pointIndex(digit, bone), pointIndex(digit, bone + 1), share, radiusMm);
  for (let digit = 1; digit < DIGITS.length; digit += 1)
    for (const share of PALM_SHARES) put(0, pointIndex(digit, 0), share, PALM_RADIUS_MM);
  put(0, 0, 0, WRIST_RADIUS_MM);
}

const scratch = handPoints();

/** Balls of a hand. */
export function ballsOf(hand: HandPose): Float64Array {
  placeHand(hand, scratch);
  const balls = new Float64Array(4 * BALL_COUNT);
  placeBalls(scratch.pointsMm, balls);
  return balls;
}

/** Cloth near a hand: nodes of the strip, eleven numbers each: middle, across, outward, half-width, and which node it is. */
export interface NearCloth {
  readonly count: number;
  readonly nodes: Float64Array;
  /** Balls that hold some nodes each with all their width, four numbers a ball: what misses one misses all of them. */
  readonly chunks: Float64Array;
  readonly halfThickMm: number;
  readonly spacingMm: number;
}

const NODE = 11;
/** Nodes further from the hand's middle cannot be touched by it, in mm. */
const NEAR_MM = 150;

/** Every `stride`-th node of a pose within reach of a hand. */
export function clothNear(pose: Pose, x: number, y: number, z: number, halfThickMm: number, stride: number, into: Float64Array): NearCloth {
  let count = 0;
  const { centreMm: c, across: a, outward: o, halfWidthMm } = pose;
  for (let node = 0; node < pose.nodeCount; node += stride) {
    const at = 3 * node;
    const [dx, dy, dz] = [(c[at] ?? 0) - x, (c[at + 1] ?? 0) - y, (c[at + 2] ?? 0) - z];
    if (dx * dx + dy * dy + dz * dz > NEAR_MM * NEAR_MM) continue;
    const to = NODE * count;
    into[to] = c[at] ?? 0;
    into[to + 1] = c[at + 1] ?? 0;
    into[to + 2] = c[at + 2] ?? 0;
    into[to + 3] = a[at] ?? 0;
    into[to + 4] = a[at + 1] ?? 0;
    into[to + 5] = a[at + 2] ?? 0;
    into[to + 6] = o[at] ?? 0;
    into[to + 7] = o[at + 1] ?? 0;
    into[to + 8] = o[at + 2] ?? 0;
    into[to + 9] = halfWidthMm[node] ?? 0;
    into[to + 10] = node;
    count += 1;
  }
  return { count, nodes: into, chunks: chunksOf(into, count), halfThickMm, spacingMm: stride * pose.spacingMm };
}

/** Nodes in a chunk. */
const CHUNK = 8;

function chunksOf(nodes: Float64Array, count: number): Float64Array {
  const chunks = new Float64Array(4 * Math.ceil(count / CHUNK));
  for (let first = 0, at = 0; first < count; first += CHUNK, at += 4) {
    const until = min(count, first + CHUNK);
    const middle = NODE * ((first + until - 1) >> 1);
    const [x, y, z] = [nodes[middle] ?? 0, nodes[middle + 1] ?? 0, nodes[middle + 2] ?? 0];
    let radius = 0;
    for (let i = NODE * first; i < NODE * until; i += NODE) {
      const [dx, dy, dz] = [(nodes[i] ?? 0) - x, (nodes[i + 1] ?? 0) - y, (nodes[i + 2] ?? 0) - z];
      radius = max(radius, sqrt(dx * dx + dy * dy + dz * dz) + (nodes[i + 9] ?? 0));
    }
    chunks[at] = x;
    chunks[at + 1] = y;
    chunks[at + 2] = z;
    chunks[at + 3] = radius;
  }
  return chunks;
}

/** Working room for {@link clothNear}, and whether there is enough of it for a pose. */
export const clothRoom = (pose: Pose): Float64Array => new Float64Array(NODE * pose.nodeCount);
export const holds = (room: Float64Array, pose: Pose): boolean => room.length >= NODE * pose.nodeCount;

/** What something pushes a ball out by: how deep it is in, in mm (0 where it is clear), and the way out. */
export interface Push {
  depthMm: number;
  x: number;
  y: number;
  z: number;
}

const { abs, sqrt, max, min } = Math;

/** Cloth about a place that is touched: a digit lies with all its length on the face that it touches. */
export interface TouchedSide {
  readonly fromNode: number;
  readonly untilNode: number;
  /** 1 for the outer face, −1 for the inner one. */
  readonly sign: 1 | -1;
  /** Where the outer face looks there: beyond a fold the cloth is another layer. */
  readonly outward: { readonly x: number; readonly y: number; readonly z: number };
}

/** Further than this on the wrong side of what it touches, a ball is not led back through the cloth, in mm. */
const LED_BACK_MM = 22;

const SAME_LAYER = 0.5;
const isSameLayer = ({ outward }: TouchedSide, x: number, y: number, z: number): boolean =>
  outward.x * x + outward.y * y + outward.z * z > SAME_LAYER;

/** The deepest that a ball lies in the cloth. */
export function pushOfCloth(
  { count, nodes, chunks, halfThickMm, spacingMm }: NearCloth,
  x: number,
  y: number,
  z: number,
  r: number,
  out: Push,
  touched: TouchedSide | null = null,
): void {
  out.depthMm = 0;
  const half = spacingMm / 2 + 0.5;
  for (let i = 0; i < count; i += 1) {
    if (i % CHUNK === 0) {
      const chunk = (4 * i) / CHUNK;
      const [cx, cy, cz] = [x - (chunks[chunk] ?? 0), y - (chunks[chunk + 1] ?? 0), z - (chunks[chunk + 2] ?? 0)];
      const reach = (chunks[chunk + 3] ?? 0) + r + halfThickMm;
      if (cx * cx + cy * cy + cz * cz > reach * reach) {
        i += CHUNK - 1;
        continue;
      }
    }
    const at = NODE * i;
    const [dx, dy, dz] = [x - (nodes[at] ?? 0), y - (nodes[at + 1] ?? 0), z - (nodes[at + 2] ?? 0)];
    const w = nodes[at + 9] ?? 0;
    const far = w + r;
    const square = dx * dx + dy * dy + dz * dz;
    if (square > far * far) continue;
    const [ox, oy, oz] = [nodes[at + 6] ?? 0, nodes[at + 7] ?? 0, nodes[at + 8] ?? 0];
    const off = dx * ox + dy * oy + dz * oz;
    const node = nodes[at + 10] ?? 0;
    const sided =
      touched !== null &&
      node >= touched.fromNode &&
      node <= touched.untilNode &&
      abs(off) < LED_BACK_MM &&
      isSameLayer(touched, ox, oy, oz);
    const depth = r + halfThickMm - (sided ? touched.sign * off : abs(off));
    if (depth <= out.depthMm) continue;
    const u = dx * (nodes[at + 3] ?? 0) + dy * (nodes[at + 4] ?? 0) + dz * (nodes[at + 5] ?? 0);
    const along = square - off * off - u * u;
    if (along > half * half) continue;
    // beyond the edge the ball is as far from the cloth as from its edge
    const beside = max(0, abs(u) - w);
    if (beside > 0) {
      const apart = sqrt(beside * beside + off * off);
      const deep = r + halfThickMm - apart;
      if (deep <= out.depthMm || apart < 1e-6) continue;
      const side = (u > 0 ? beside : -beside) / apart;
      out.depthMm = deep;
      out.x = side * (nodes[at + 3] ?? 0) + (off / apart) * ox;
      out.y = side * (nodes[at + 4] ?? 0) + (off / apart) * oy;
      out.z = side * (nodes[at + 5] ?? 0) + (off / apart) * oz;
      continue;
    }
    const sign = sided ? touched.sign : off < 0 ? -1 : 1;
    out.depthMm = depth;
    out.x = sign * ox;
    out.y = sign * oy;
    out.z = sign * oz;
  }
}

/** Heights between which neck and collar are a cylinder, in mm. */
const NECK_Y = [-18, 95] as const;

/** Further to a side than this there is no shirt, but arms, in mm. */
export const SHIRT_HALF_WIDTH_MM = 150;

/** How deep a ball lies in neck, collar or shirt. */
export function pushOfBody(collarRadiusMm: number, x: number, y: number, z: number, r: number, out: Push): void {
  out.depthMm = 0;
  const back = z + collarRadiusMm;
  if (y > NECK_Y[0] && y < NECK_Y[1]) {
    const apart = sqrt(x * x + back * back);
    out.depthMm = max(0, collarRadiusMm + r - apart);
    out.x = apart > 1e-6 ? x / apart : 0;
    out.y = 0;
    out.z = apart > 1e-6 ? back / apart : 1;
  }
  // in the shirt it is as deep as its nearest way out is long: forwards, or up off the shoulder
  const under = shoulderHeight(abs(x)) + r - y;
  if (under <= 0 || abs(x) > SHIRT_HALF_WIDTH_MM) return;
  const behind = shirtFrontZ(x, y) + r - z;
  const depth = min(behind, under);
  if (depth <= out.depthMm) return;
  const isForward = behind < under;
  out.depthMm = depth;
  out.x = 0;
  out.y = isForward ? 0 : 1;
  out.z = isForward ? 1 : 0;
}

/** The deepest that a ball lies in another hand's balls. */
export function pushOfHand(balls: Float64Array, x: number, y: number, z: number, r: number, out: Push): void {
  out.depthMm = 0;
  for (let i = 0; i < balls.length; i += 4) {
    const [dx, dy, dz] = [x - (balls[i] ?? 0), y - (balls[i + 1] ?? 0), z - (balls[i + 2] ?? 0)];
    const far = r + (balls[i + 3] ?? 0);
    const square = dx * dx + dy * dy + dz * dz;
    if (square >= far * far) continue;
    const apart = sqrt(square);
    if (far - apart <= out.depthMm || apart < 1e-6) continue;
    out.depthMm = far - apart;
    out.x = dx / apart;
    out.y = dy / apart;
    out.z = dz / apart;
  }
}
