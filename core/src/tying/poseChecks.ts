import { cross, dot, subtract, type Point3 } from '../knot/index.ts';
import { pointOf, type Pose } from './pose.ts';
import { distance } from './strand.ts';

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
  for (let i = 0; i < pieces.length; i += 1) {
    for (let j = i + 1; j < pieces.length; j += 1) {
      const [a, b] = [pieces[i], pieces[j]];
      if (!a || !b || b.node - a.node < NEIGHBOURS) continue;
      if (distance(a.middle, b.middle) > a.radiusMm + b.radiusMm) continue;
      const at = meet(a.triangles, b.triangles);
      if (at && distance(at, centre) > coreMm) found.push({ nodes: [a.node, b.node], at });
    }
  }
  return found;
}

interface Piece {
  readonly node: number;
  readonly middle: Point3;
  readonly radiusMm: number;
  readonly triangles: readonly [Triangle, Triangle];
}

function pieceOf(pose: Pose, node: number): Piece {
  const [a, b] = edgesOf(pose, node);
  const [c, d] = edgesOf(pose, node + 1);
  const middle = { x: (a.x + b.x + c.x + d.x) / 4, y: (a.y + b.y + c.y + d.y) / 4, z: (a.z + b.z + c.z + d.z) / 4 };
  const radiusMm = Math.max(...[a, b, c, d].map((corner) => distance(corner, middle)));
  return {
    node,
    middle,
    radiusMm,
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
      deepest = Math.max(deepest, radiusMm - Math.hypot(corner.x, corner.z + radiusMm));
    }
  }
  return deepest;
}

/**
 * Writhe of a pose's centre line: the crossings with their signs, averaged over all directions of view. It changes evenly
 * as the strip is led about, and jumps by 2 where one strand passes through another. (Fuller 1971; sum over pairs of pieces
 * as in Klenin & Langowski 2000, method 1a, from memory.)
 *
 * @param knotAt within 25 mm of it every node counts, elsewhere every sixth.
 */
export function writheOf(pose: Pose, knotAt: Point3): number {
  const points: Point3[] = [];
  for (let node = 0; node < pose.nodeCount; node += 1) {
    const point = pointOf(pose.centreMm, node);
    if (node % 6 === 0 || node === pose.nodeCount - 1 || distance(point, knotAt) < 25) points.push(point);
  }
  let sum = 0;
  for (let i = 0; i + 1 < points.length; i += 1) {
    for (let j = i + 2; j + 1 < points.length; j += 1) {
      const [a, b, c, d] = [points[i], points[i + 1], points[j], points[j + 1]];
      if (a && b && c && d) sum += solidAngle(a, b, c, d);
    }
  }
  return sum / (2 * Math.PI);
}

/** Signed part of the sphere of views from which two pieces are seen to cross. */
function solidAngle(a: Point3, b: Point3, c: Point3, d: Point3): number {
  const [ac, ad, bc, bd] = [subtract(c, a), subtract(d, a), subtract(c, b), subtract(d, b)];
  const faces = [cross(ac, ad), cross(ad, bd), cross(bd, bc), cross(bc, ac)].map((n) => {
    const size = Math.sqrt(dot(n, n));
    return size < 1e-12 ? null : { x: n.x / size, y: n.y / size, z: n.z / size };
  });
  let angle = 0;
  for (let k = 0; k < 4; k += 1) {
    const [m, n] = [faces[k], faces[(k + 1) % 4]];
    if (!m || !n) return 0;
    angle += Math.asin(Math.max(-1, Math.min(1, dot(m, n))));
  }
  return angle * Math.sign(dot(cross(subtract(d, c), subtract(b, a)), ac));
}
