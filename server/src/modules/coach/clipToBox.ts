type Point = readonly [number, number];

/** A rectangle in the coordinates of a page, y downwards. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The part of a convex polygon that lies in a rectangle (Sutherland & Hodgman 1974); empty where none does. */
export function clipToBox(polygon: readonly Point[], { left, top, right, bottom }: Box): readonly Point[] {
  // nearly all of a picture's patches lie wholly within it
  if (polygon.every(([x, y]) => x >= left && x <= right && y >= top && y <= bottom)) return polygon;
  const sides: readonly ((point: Point) => number)[] = [([x]) => x - left, ([x]) => right - x, ([, y]) => y - top, ([, y]) => bottom - y];
  return sides.reduce<readonly Point[]>((rest, inside) => clipAt(rest, inside), polygon);
}

function clipAt(polygon: readonly Point[], inside: (point: Point) => number): Point[] {
  return polygon.flatMap((to, i): Point[] => {
    const from = polygon[(i + polygon.length - 1) % polygon.length] ?? to;
    const [a, b] = [inside(from), inside(to)];
    const t = a / (a - b);
    const at: Point = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
    if (a >= 0 && b >= 0) return [to];
    if (a < 0 && b < 0) return [];
    return b >= 0 ? [at, to] : [at];
  });
}
