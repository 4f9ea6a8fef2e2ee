import { DIGITS, pointIndex, RADII_MM, SLEEVE_POINT } from '@easytuck/core';
import { BufferAttribute, BufferGeometry } from 'three';

/** Parts of a drawn hand, as the shader tells them apart: the digits by their numbers, then these. */
export const HAND_PARTS = { palm: DIGITS.length, cuff: DIGITS.length + 1, sleeve: DIGITS.length + 2 } as const;

/** Corners of a ring round a finger, and round palm and arm. */
const FINGER_CORNERS = 12;
const PALM_CORNERS = 20;

/** Rings along a digit: from which joint, how far to the next, and how much of the radius there. */
const FINGER_RINGS: readonly (readonly [bone: number, share: number, swell: number])[] = [
  [0, -0.35, 0.92],
  [0, 0, 1.02],
  [0, 0.3, 0.97],
  [0, 0.7, 0.95],
  [1, 0, 1.03],
  [1, 0.35, 0.97],
  [1, 0.75, 0.97],
  [2, 0, 1.02],
  [2, 0.5, 1],
  [2, 0.9, 1],
];
/** Rings of the rounded tip, by the angle from the finger's side to its end. */
const TIP_ANGLES = [0.5, 0.95, 1.3, 1.55];

/** Palm and arm from the elbow's side to the knuckles: where along, half its breadth and half its thickness, in mm, and its part. */
const ARM_RINGS: readonly (readonly [alongMm: number, halfBreadth: number, halfThickness: number, part: number])[] = [
  [-150, 43, 40, HAND_PARTS.sleeve],
  [-95, 41, 37, HAND_PARTS.sleeve],
  [-52, 38, 34, HAND_PARTS.sleeve],
  [-50, 33, 28, HAND_PARTS.sleeve],
  [-49, 34, 29, HAND_PARTS.cuff],
  [-32, 34, 29, HAND_PARTS.cuff],
  [-31, 27, 21, HAND_PARTS.cuff],
  [-30, 27.5, 21, HAND_PARTS.palm],
  [-10, 25.5, 18.5, HAND_PARTS.palm],
  [10, 28, 17.5, HAND_PARTS.palm],
  [32, 36, 17, HAND_PARTS.palm],
  [55, 41, 15.5, HAND_PARTS.palm],
  [74, 42.5, 13, HAND_PARTS.palm],
  [86, 39, 10, HAND_PARTS.palm],
  [93, 30, 5, HAND_PARTS.palm],
];

/** Cosine and sine of each corner of a ring. */
const turnsOf = (corners: number): Float64Array =>
  Float64Array.from({ length: 2 * corners }, (_, i) => (i % 2 === 0 ? Math.cos : Math.sin)((2 * Math.PI * Math.floor(i / 2)) / corners));
const FINGER_TURNS = turnsOf(FINGER_CORNERS);
const PALM_TURNS = turnsOf(PALM_CORNERS);

/** A gloved hand as triangles that are laid anew every frame. */
export interface HandGeometry {
  readonly geometry: BufferGeometry;
  /** Lays the hand by its points. */
  readonly lay: (points: Float32Array, from: number) => void;
}

interface Tube {
  readonly first: number;
  readonly rings: number;
  readonly corners: number;
}

type Vector = [number, number, number];
const AHEAD: Vector = [1, 0, 0];
const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const plus = (a: Vector, b: Vector, by: number): Vector => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
const crossed = (a: Vector, b: Vector): Vector => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const sized = (a: Vector): Vector => {
  const size = Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]) || 1;
  return [a[0] / size, a[1] / size, a[2] / size];
};

export function handGeometry(): HandGeometry {
  const tubes: Tube[] = [];
  let count = 0;
  const add = (rings: number, corners: number): void => {
    tubes.push({ first: count, rings, corners });
    count += rings * corners;
  };
  for (let digit = 0; digit < DIGITS.length; digit += 1) add(FINGER_RINGS.length + TIP_ANGLES.length, FINGER_CORNERS);
  add(ARM_RINGS.length, PALM_CORNERS);
  const positions = new BufferAttribute(new Float32Array(3 * count), 3);
  const normals = new BufferAttribute(new Float32Array(3 * count), 3);
  const parts = new BufferAttribute(new Float32Array(count), 1);
  const index: number[] = [];
  tubes.forEach(({ first, rings, corners }, tube) => {
    for (let ring = 0; ring < rings; ring += 1) {
      for (let k = 0; k < corners; k += 1) {
        const at = first + ring * corners + k;
        parts.array[at] = tube < DIGITS.length ? tube : (ARM_RINGS[ring]?.[3] ?? HAND_PARTS.palm);
        if (ring + 1 === rings) continue;
        const [a, b, c, d] = [
          at,
          first + ring * corners + ((k + 1) % corners),
          at + corners,
          first + (ring + 1) * corners + ((k + 1) % corners),
        ];
        index.push(a, c, b, b, c, d);
      }
    }
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', positions);
  geometry.setAttribute('normal', normals);
  geometry.setAttribute('part', parts);
  geometry.setIndex(index);
  geometry.boundingSphere = null;

  const p = positions.array as Float32Array;
  const n = normals.array as Float32Array;
  // (numbers one by one: this runs for each corner in each frame)
  const ring = (
    at: number,
    corners: number,
    middle: Vector,
    u: Vector,
    v: Vector,
    ru: number,
    rv: number,
    ahead: Vector,
    lean: number,
  ): void => {
    const turns = corners === FINGER_CORNERS ? FINGER_TURNS : PALM_TURNS;
    const [straight, leaning] = [Math.cos(lean), Math.sin(lean)];
    for (let k = 0; k < corners; k += 1) {
      const [c, s] = [turns[2 * k] ?? 0, turns[2 * k + 1] ?? 0];
      const [nu, nv] = [c * rv, s * ru];
      const size = straight / (Math.sqrt(nu * nu + nv * nv) || 1);
      const [ou, ov] = [nu * size, nv * size];
      const to = 3 * (at + k);
      p[to] = middle[0] + c * ru * u[0] + s * rv * v[0];
      p[to + 1] = middle[1] + c * ru * u[1] + s * rv * v[1];
      p[to + 2] = middle[2] + c * ru * u[2] + s * rv * v[2];
      n[to] = ou * u[0] + ov * v[0] + leaning * ahead[0];
      n[to + 1] = ou * u[1] + ov * v[1] + leaning * ahead[1];
      n[to + 2] = ou * u[2] + ov * v[2] + leaning * ahead[2];
    }
  };

  const lay = (points: Float32Array, from: number): void => {
    const point = (i: number): Vector => [points[from + 3 * i] ?? 0, points[from + 3 * i + 1] ?? 0, points[from + 3 * i + 2] ?? 0];
    const wrist = point(0);
    const [inner, outer] = [point(pointIndex(4, 0)), point(pointIndex(1, 0))];
    const across = sized(minus(outer, inner));
    const knuckles = plus(inner, minus(outer, inner), 0.5);
    const along = sized(minus(knuckles, wrist));
    const through = sized(crossed(across, along));
    const breadth = sized(crossed(along, through));
    // the triangles look outwards for either hand
    for (let digit = 0; digit < DIGITS.length; digit += 1) layFinger(tubes[digit], digit, point, through);
    const arm = tubes[DIGITS.length];
    if (!arm) return;
    const elbow = sized(minus(point(SLEEVE_POINT), wrist));
    ARM_RINGS.forEach(([mm, half, thick], i) => {
      const isArm = mm < 0;
      // the arm turns into the hand over the wrist
      const axis = isArm ? elbow : along;
      const middle = plus(wrist, axis, isArm ? -mm : mm);
      const ahead = isArm ? ([-axis[0], -axis[1], -axis[2]] as Vector) : along;
      const v = sized(crossed(breadth, ahead));
      const u = sized(crossed(ahead, v));
      const last = i === ARM_RINGS.length - 1;
      ring(arm.first + i * arm.corners, arm.corners, middle, u, v, half, thick, ahead, last ? 1 : i > ARM_RINGS.length - 4 ? 0.25 : 0);
    });
    positions.needsUpdate = true;
    normals.needsUpdate = true;
  };

  const layFinger = (tube: Tube | undefined, digit: number, point: (i: number) => Vector, through: Vector): void => {
    if (!tube) return;
    const joint = (k: number): Vector => point(pointIndex(digit, k));
    const radii = RADII_MM[DIGITS[digit] ?? 'thumb'];
    const bones: readonly Vector[] = [sized(minus(joint(1), joint(0))), sized(minus(joint(2), joint(1))), sized(minus(joint(3), joint(2)))];
    let at = tube.first;
    let side = sized(crossed(bones[0] ?? AHEAD, through));
    const put = (middle: Vector, ahead: Vector, r: number, lean: number): void => {
      const v = sized(crossed(side, ahead));
      side = sized(crossed(ahead, v));
      ring(at, tube.corners, middle, side, v, r, r, ahead, lean);
      at += tube.corners;
    };
    for (const [bone, share, swell] of FINGER_RINGS) {
      const [a, b] = [joint(bone), joint(bone + 1)];
      const own = bones[bone] ?? AHEAD;
      // at a joint the ring stands halfway between both bones
      const before = share === 0 && bone > 0 ? (bones[bone - 1] ?? own) : own;
      const ahead = sized(plus(own, before, 1));
      const radius = ((radii[bone] ?? 0) * (1 - Math.max(0, share)) + (radii[bone + 1] ?? 0) * Math.max(0, share)) * swell;
      put(plus(a, minus(b, a), share), ahead, radius, 0);
    }
    const [tip, ahead, r] = [joint(3), bones[2] ?? AHEAD, radii[3]];
    for (const angle of TIP_ANGLES) put(plus(tip, ahead, r * Math.sin(angle)), ahead, r * Math.cos(angle), angle);
  };
  return { geometry, lay };
}

/** Seams on a glove's back, three short lines behind the knuckles, as pairs of points. */
const SEAMS: readonly (readonly [digit: number, from: number, until: number])[] = [
  [1, 0.42, 0.9],
  [2, 0.38, 0.9],
  [3, 0.4, 0.9],
];
const SEAM_PIECES = 5;
const HEM_CORNERS = 24;
export const SEAM_VERTICES = SEAMS.length * SEAM_PIECES * 2 + HEM_CORNERS * 2;

/** Lays the seams of a glove: the three points on its back and the hem. */
export function laySeams(points: Float32Array, from: number, isLeft: boolean, into: Float32Array): void {
  const point = (i: number): Vector => [points[from + 3 * i] ?? 0, points[from + 3 * i + 1] ?? 0, points[from + 3 * i + 2] ?? 0];
  const wrist = point(0);
  const [inner, outer] = [point(pointIndex(4, 0)), point(pointIndex(1, 0))];
  const along = sized(minus(plus(inner, minus(outer, inner), 0.5), wrist));
  const across = sized(minus(outer, inner));
  const palmar = sized(crossed(across, along));
  const back: Vector = isLeft ? palmar : [-palmar[0], -palmar[1], -palmar[2]];
  let at = 0;
  const put = (v: Vector): void => {
    into.set(v, at);
    at += 3;
  };
  for (const [digit, start, end] of SEAMS) {
    const knuckle = point(pointIndex(digit, 0));
    const line = (share: number): Vector => plus(plus(wrist, minus(knuckle, wrist), share), back, 17.6 - 3.4 * share ** 2);
    for (let k = 0; k < SEAM_PIECES; k += 1) {
      put(line(start + ((end - start) * k) / SEAM_PIECES));
      put(line(start + ((end - start) * (k + 1)) / SEAM_PIECES));
    }
  }
  const elbow = sized(minus(point(SLEEVE_POINT), wrist));
  const v = sized(crossed(across, elbow));
  const u = sized(crossed(elbow, v));
  const hem = (k: number): Vector => {
    const angle = (2 * Math.PI * k) / HEM_CORNERS;
    return plus(plus(plus(wrist, elbow, 25), u, 27.4 * Math.cos(angle)), v, 21 * Math.sin(angle));
  };
  for (let k = 0; k < HEM_CORNERS; k += 1) {
    put(hem(k));
    put(hem(k + 1));
  }
}
