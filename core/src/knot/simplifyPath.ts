import { cross, dot, subtract, type Point3 } from '../geometry/index.ts';

/**
 * Takes out corners of a closed path that can be drawn straight without passing through another piece, until none is
 * left: the knot stays what it is, with far fewer pieces. (Koniaris & Muthukumar 1991; Taylor 2000, from memory.)
 */
export function simplifyPath(path: readonly Point3[]): readonly Point3[] {
  let corners = [...path];
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 0; i < corners.length && corners.length > 3; i += 1) {
      if (!canStraighten(corners, i)) continue;
      corners = corners.filter((_, k) => k !== i);
      changed = true;
      i -= 1;
    }
  }
  return corners;
}

/** Whether no piece passes through the triangle that corner i makes with its neighbours. */
function canStraighten(corners: readonly Point3[], i: number): boolean {
  const n = corners.length;
  const at = (k: number): Point3 => corners[(k + n) % n] ?? { x: 0, y: 0, z: 0 };
  const triangle = [at(i - 1), at(i), at(i + 1)] as const;
  for (let k = 0; k < n; k += 1) {
    // pieces that share a corner of the triangle touch it anyway
    const isBeside = [i - 2, i - 1, i, i + 1].some((own) => (own + n) % n === k);
    if (!isBeside && passesThrough(triangle, at(k), at(k + 1))) return false;
  }
  // a neighbouring piece that lies in the triangle's plane and inside it would be cut
  return !leansInto(triangle, at(i - 2), at(i - 1)) && !leansInto(triangle, at(i + 2), at(i + 1));
}

const TOUCHING = 1e-9;

function passesThrough([a, b, c]: readonly [Point3, Point3, Point3], p: Point3, q: Point3): boolean {
  const normal = cross(subtract(b, a), subtract(c, a));
  const size = dot(normal, normal);
  if (size < TOUCHING) return false;
  const [dp, dq] = [dot(normal, subtract(p, a)), dot(normal, subtract(q, a))];
  if (dp * dq > 0) return false;
  if (dp === dq) return false;
  const t = dp / (dp - dq);
  const hit: Point3 = { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y), z: p.z + t * (q.z - p.z) };
  const inside = (from: Point3, to: Point3): number => dot(cross(subtract(to, from), subtract(hit, from)), normal) / size;
  return inside(a, b) > -TOUCHING && inside(b, c) > -TOUCHING && inside(c, a) > -TOUCHING;
}

/** Whether a piece that ends in a corner of the triangle lies in its plane: it is left alone rather than judged. */
function leansInto([a, b, c]: readonly [Point3, Point3, Point3], from: Point3, corner: Point3): boolean {
  const normal = cross(subtract(b, a), subtract(c, a));
  if (dot(normal, normal) < TOUCHING) return false;
  return Math.abs(dot(normal, subtract(from, corner))) < TOUCHING;
}
