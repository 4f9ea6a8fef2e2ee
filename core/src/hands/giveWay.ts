import type { Pose } from '../tying/pose.ts';
import { BALL_COUNT, placeBalls } from './obstacles.ts';

/** Cloth gives way by no more than this, in mm: it is held elsewhere (assumed, no source). */
const MOST_MM = 6;
/** So far along the strip from a finger the cloth still gives way, less and less, in mm. */
const REACH_MM = 16;
/** A finger whose middle is nearer to the cloth than this pushes it less: on which side it lies is not certain. In mm. */
const UNCERTAIN_MM = 2;

const balls = new Float64Array(4 * BALL_COUNT);

/**
 * The strip as fingers press it: cloth that a finger lies in moves out of the finger's way, across its own face, and takes its
 * neighbourhood along. Fingers on both faces hold each other up.
 * @param hands points of each hand, as `handPoints` lays them out.
 * @param halfThickMm half the cloth's thickness.
 */
export function giveWay(pose: Pose, hands: readonly ArrayLike<number>[], halfThickMm: number): Pose {
  const { nodeCount, spacingMm, outward } = pose;
  // how far cloth is pushed towards its outer face, and towards its inner one
  const [out, inwards] = [new Float64Array(nodeCount), new Float64Array(nodeCount)];
  let isTouched = false;
  for (const points of hands) {
    placeBalls(points, balls);
    for (let ball = 0; ball < balls.length; ball += 4)
      isTouched = pressedBy(pose, balls.subarray(ball, ball + 4), halfThickMm, out, inwards) || isTouched;
  }
  if (!isTouched) return pose;
  spread(out, REACH_MM / spacingMm);
  spread(inwards, REACH_MM / spacingMm);
  const centreMm = Float32Array.from(pose.centreMm);
  for (let node = 0; node < nodeCount; node += 1) {
    const by = (out[node] ?? 0) - (inwards[node] ?? 0);
    if (by === 0) continue;
    for (let k = 3 * node; k < 3 * node + 3; k += 1) centreMm[k] = (centreMm[k] ?? 0) + by * (outward[k] ?? 0);
  }
  return { ...pose, centreMm };
}

/** Notes by how much one ball of a hand pushes each node. @returns whether it pushes any. */
function pressedBy(
  { nodeCount, spacingMm, centreMm: c, across: a, outward: o, halfWidthMm }: Pose,
  ball: Float64Array,
  halfThickMm: number,
  out: Float64Array,
  inwards: Float64Array,
): boolean {
  const [x = 0, y = 0, z = 0, r = 0] = ball;
  let isTouched = false;
  for (let node = 0; node < nodeCount; node += 1) {
    const at = 3 * node;
    const [dx, dy, dz] = [x - (c[at] ?? 0), y - (c[at + 1] ?? 0), z - (c[at + 2] ?? 0)];
    const w = halfWidthMm[node] ?? 0;
    const square = dx * dx + dy * dy + dz * dz;
    if (square > (w + r) ** 2) continue;
    const off = dx * (o[at] ?? 0) + dy * (o[at + 1] ?? 0) + dz * (o[at + 2] ?? 0);
    const aside = dx * (a[at] ?? 0) + dy * (a[at + 1] ?? 0) + dz * (a[at + 2] ?? 0);
    if (square - off * off - aside * aside > spacingMm ** 2) continue;
    const beside = Math.max(0, Math.abs(aside) - w);
    const depth = Math.sqrt(Math.max(0, r * r - beside * beside)) + halfThickMm - Math.abs(off);
    if (depth <= 0) continue;
    isTouched = true;
    const by = Math.min(MOST_MM, depth) * Math.min(1, Math.abs(off) / UNCERTAIN_MM);
    const side = off > 0 ? inwards : out;
    side[node] = Math.max(side[node] ?? 0, by);
  }
  return isTouched;
}

/** Takes neighbours along: each node by as much as its nearest pushed ones, less the further they are away. */
function spread(by: Float64Array, reach: number): void {
  const fall = MOST_MM / reach;
  for (let node = 1; node < by.length; node += 1) by[node] = Math.max(by[node] ?? 0, (by[node - 1] ?? 0) - fall);
  for (let node = by.length - 2; node >= 0; node -= 1) by[node] = Math.max(by[node] ?? 0, (by[node + 1] ?? 0) - fall);
}
