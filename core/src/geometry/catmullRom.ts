import { blend, distance, type Point3 } from './point3.ts';

/**
 * The centripetal Catmull–Rom curve from `b` to `c`, by its share t from 0 to 1: Barry & Goldman's pyramid with knots a square
 * root of the distance apart (Yuksel, Schaefer & Keyser 2011, from memory: it neither overshoots nor makes cusps where the
 * points lie at unequal distances).
 * @example catmullRom(a, b, c, d)(0) // b
 */
export function catmullRom(a: Point3, b: Point3, c: Point3, d: Point3): (t: number) => Point3 {
  const knot = (p: Point3, q: Point3): number => Math.max(1e-4, Math.sqrt(distance(p, q)));
  const t1 = knot(a, b);
  const t2 = t1 + knot(b, c);
  const t3 = t2 + knot(c, d);
  return (t) => {
    const s = t1 + t * (t2 - t1);
    const mix = (p: Point3, q: Point3, from: number, to: number): Point3 => blend(p, q, (s - from) / (to - from));
    const [ab, bc, cd] = [mix(a, b, 0, t1), mix(b, c, t1, t2), mix(c, d, t2, t3)];
    return mix(mix(ab, bc, 0, t2), mix(bc, cd, t1, t3), t1, t2);
  };
}
