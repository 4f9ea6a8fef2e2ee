import { cross, dot, subtract, type Point3 } from '../geometry/index.ts';
import { pointOf, type Pose } from './pose.ts';
import { distance } from '../geometry/index.ts';

/** Length of a pose's centre line from tip to tip, in mm, and the piece of it that is most stretched or squeezed. */
export function measureCloth(pose: Pose): { readonly lengthMm: number; readonly worstPieceRatio: number } {
  let lengthMm = 0;
  let worstPieceRatio = 0;
  for (let node = 0; node + 1 < pose.nodeCount; node += 1) {
    const piece = distance(pointOf(pose.centreMm, node), pointOf(pose.centreMm, node + 1));
    lengthMm += piece;
    worstPieceRatio = Math.max(worstPieceRatio, Math.abs(piece / pose.spacingMm - 1));
  }
  return { lengthMm, worstPieceRatio };
}

type Triangle = readonly [Point3, Point3, Point3];

/** A piece of cloth between two nodes that passes through another. */
export interface ClothCrossing {
  readonly nodes: readonly [number, number];
  readonly at: Point3;
}

/** Pieces this close along the strip share an edge or a bend and are not held against one another. */
const NEIGHBOURS = 4;

/**
 * Where a pose's cloth passes through itself, outside a ball about the knot. The cloth is taken as two triangles between each
 * two nodes, from edge to edge.
 *
 * @param coreMm pairs of pieces of which either has its middle this close to `centre` are in the knot and are not judged.
 */
export function clothCrossings(pose: Pose, centre: Point3, coreMm: number): readonly ClothCrossing[] {
  const pieces = Array.from({ length: pose.nodeCount - 1 }, (_, node) => pieceOf(pose, node)).filter(
    ({ middle }) => distance(middle, centre) > coreMm,
  );
  const found: ClothCrossing[] = [];
  const boxes = Float64Array.from(pieces.flatMap(({ box }) => box));
  const apart = (i: number, j: number): boolean => {
    for (let k = 0; k < 3; k += 1) {
      const [least, most] = [boxes[6 * i + k] ?? 0, boxes[6 * i + 3 + k] ?? 0];
      if (least > (boxes[6 * j + 3 + k] ?? 0) || most < (boxes[6 * j + k] ?? 0)) return true;
    }
    return false;
  };
  for (let i = 0; i < pieces.length; i += 1) {
    for (let j = i + 1; j < pieces.length; j += 1) {
      if (apart(i, j)) continue;
      const [a, b] = [pieces[i], pieces[j]];
      if (!a || !b || b.node - a.node < NEIGHBOURS) continue;
      const at = meet(a.triangles, b.triangles);
      if (at && distance(at, centre) > coreMm) found.push({ nodes: [a.node, b.node], at });
    }
  }
  return found;
}

interface Piece {
  readonly node: number;
  readonly middle: Point3;
  /** Least x, y, z, then most. */
  readonly box: readonly number[];
  readonly triangles: readonly [Triangle, Triangle];
}

function pieceOf(pose: Pose, node: number): Piece {
  const [a, b] = edgesOf(pose, node);
  const [c, d] = edgesOf(pose, node + 1);
  const middle = { x: (a.x + b.x + c.x + d.x) / 4, y: (a.y + b.y + c.y + d.y) / 4, z: (a.z + b.z + c.z + d.z) / 4 };
  const corners = [a, b, c, d];
  const all = [corners.map(({ x }) => x), corners.map(({ y }) => y), corners.map(({ z }) => z)];
  return {
    node,
    middle,
    box: [...all.map((values) => Math.min(...values)), ...all.map((values) => Math.max(...values))],
    triangles: [
      [a, b, c],
      [b, d, c],
    ],
  };
}

/** Both edges of the cloth at a node. */
export function edgesOf(pose: Pose, node: number): readonly [Point3, Point3] {
  const [centre, across] = [pointOf(pose.centreMm, node), pointOf(pose.across, node)];
  const half = pose.halfWidthMm[node] ?? 0;
  const edge = (side: number): Point3 => ({
    x: centre.x + side * half * across.x,
    y: centre.y + side * half * across.y,
    z: centre.z + side * half * across.z,
  });
  return [edge(-1), edge(1)];
}

function meet(a: readonly [Triangle, Triangle], b: readonly [Triangle, Triangle]): Point3 | null {
  for (const first of a) {
    for (const second of b) {
      const at = triangleMeets(first, second) ?? triangleMeets(second, first);
      if (at) return at;
    }
  }
  return null;
}

/** Where an edge of the first triangle passes through the second; touching does not count. (Möller & Trumbore 1997.) */
function triangleMeets([a, b, c]: Triangle, [p, q, r]: Triangle): Point3 | null {
  const [u, v] = [subtract(q, p), subtract(r, p)];
  for (const [from, to] of [
    [a, b],
    [b, c],
    [c, a],
  ] as const) {
    const along = subtract(to, from);
    const h = cross(along, v);
    const det = dot(u, h);
    if (Math.abs(det) < 1e-9) continue;
    const s = subtract(from, p);
    const first = dot(s, h) / det;
    if (first < EPSILON || first > 1 - EPSILON) continue;
    const qv = cross(s, u);
    const second = dot(along, qv) / det;
    if (second < EPSILON || first + second > 1 - EPSILON) continue;
    const t = dot(v, qv) / det;
    if (t > EPSILON && t < 1 - EPSILON) return { x: from.x + t * along.x, y: from.y + t * along.y, z: from.z + t * along.z };
  }
  return null;
}

const EPSILON = 1e-6;

/** How deep the cloth of a pose lies inside a round upright collar of a radius whose axis runs through (0, ·, −radius), in mm; 0 where it is clear. */
export function depthInCollar(pose: Pose, radiusMm: number, fromY: number, toY: number): number {
  let deepest = 0;
  for (let node = 0; node < pose.nodeCount; node += 1) {
    for (const corner of [...edgesOf(pose, node), pointOf(pose.centreMm, node)]) {
      if (corner.y < fromY || corner.y > toY) continue;
      deepest = Math.max(deepest, radiusMm - Math.sqrt(corner.x ** 2 + (corner.z + radiusMm) ** 2));
    }
  }
  return deepest;
}

/**
 * Writhe of a pose's centre line: the crossings with their signs, averaged over all directions of view. It changes evenly
 * as the strip is led about, and jumps by 2 where one strand passes through another. (Fuller 1971; sum over pairs of pieces
 * as in Klenin & Langowski 2000, method 1a, from memory.)
 *
 * @param knotAt near it every node counts, further off every third or ninth.
 */
export function writheOf(pose: Pose, knotAt: Point3): number {
  const points: number[] = [];
  for (let node = 0; node < pose.nodeCount; node += 1) {
    const { x, y, z } = pointOf(pose.centreMm, node);
    const away = distance({ x, y, z }, knotAt);
    const every = away < 20 ? 1 : away < 32 ? 2 : 9;
    if (node % every === 0 || node === pose.nodeCount - 1) points.push(x, y, z);
  }
  const p = Float64Array.from(points);
  let sum = 0;
  for (let i = 0; i + 6 < p.length; i += 3) {
    for (let j = i + 6; j + 3 < p.length; j += 3) sum += farAngle(p, i, j) ?? solidAngle(p, i, j);
  }
  return sum / (2 * Math.PI);
}

/** Pieces further apart than this many of their lengths are taken by Gauss's integrand at their middles; the writhe of a pose then is within a hundredth of its exact value. */
const FAR = 4;

/** As {@link solidAngle} for two pieces that lie far apart; null where they do not. */
function farAngle(p: Float64Array, i: number, j: number): number | null {
  const at = (k: number): number => p[k] ?? 0;
  const [ux, uy, uz] = [at(i + 3) - at(i), at(i + 4) - at(i + 1), at(i + 5) - at(i + 2)];
  const [vx, vy, vz] = [at(j + 3) - at(j), at(j + 4) - at(j + 1), at(j + 5) - at(j + 2)];
  const x = (at(j) + at(j + 3) - at(i) - at(i + 3)) / 2;
  const y = (at(j + 1) + at(j + 4) - at(i + 1) - at(i + 4)) / 2;
  const z = (at(j + 2) + at(j + 5) - at(i + 2) - at(i + 5)) / 2;
  const apart = x * x + y * y + z * z;
  if (apart < FAR * FAR * Math.max(ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz)) return null;
  return ((vy * uz - vz * uy) * x + (vz * ux - vx * uz) * y + (vx * uy - vy * ux) * z) / (apart * Math.sqrt(apart));
}

/** Scratch of {@link solidAngle}: the normals of four faces. */
const faces = new Float64Array(12);

/** Signed part of the sphere of views from which two pieces, each from a point to the next, are seen to cross. */
function solidAngle(p: Float64Array, i: number, j: number): number {
  const at = (k: number): number => p[k] ?? 0;
  const [ax, ay, az, bx, by, bz] = [at(i), at(i + 1), at(i + 2), at(i + 3), at(i + 4), at(i + 5)];
  const [cx, cy, cz, dx, dy, dz] = [at(j), at(j + 1), at(j + 2), at(j + 3), at(j + 4), at(j + 5)];
  const isFull =
    face(0, cx - ax, cy - ay, cz - az, dx - ax, dy - ay, dz - az) &&
    face(3, dx - ax, dy - ay, dz - az, dx - bx, dy - by, dz - bz) &&
    face(6, dx - bx, dy - by, dz - bz, cx - bx, cy - by, cz - bz) &&
    face(9, cx - bx, cy - by, cz - bz, cx - ax, cy - ay, cz - az);
  if (!isFull) return 0;
  let angle = 0;
  for (let k = 0; k < 12; k += 3) {
    const n = (k + 3) % 12;
    const cosine =
      (faces[k] ?? 0) * (faces[n] ?? 0) + (faces[k + 1] ?? 0) * (faces[n + 1] ?? 0) + (faces[k + 2] ?? 0) * (faces[n + 2] ?? 0);
    angle += Math.asin(Math.max(-1, Math.min(1, cosine)));
  }
  const [ux, uy, uz, vx, vy, vz] = [dx - cx, dy - cy, dz - cz, bx - ax, by - ay, bz - az];
  const turn = (uy * vz - uz * vy) * (cx - ax) + (uz * vx - ux * vz) * (cy - ay) + (ux * vy - uy * vx) * (cz - az);
  return angle * Math.sign(turn);
}

/** Puts the unit normal of two directions into the scratch. @returns false where they lie on one line. */
function face(to: number, ux: number, uy: number, uz: number, vx: number, vy: number, vz: number): boolean {
  const [x, y, z] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  const size = Math.sqrt(x * x + y * y + z * z);
  if (size < 1e-12) return false;
  faces[to] = x / size;
  faces[to + 1] = y / size;
  faces[to + 2] = z / size;
  return true;
}
