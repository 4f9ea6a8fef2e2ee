import { cross, dot, subtract, type Point3, unit } from '../geometry/index.ts';

/**
 * A crossing of a diagram. The four ends of path that meet there are numbered arcs, in order round it against the clock,
 * beginning with the arc that comes in below; `sign` is +1 for a right-handed crossing.
 */
export interface Crossing {
  readonly arcs: readonly [number, number, number, number];
  readonly sign: 1 | -1;
}

/** A closed path seen from one side: its crossings, and how many arcs lie between them. */
export interface Diagram {
  readonly crossings: readonly Crossing[];
  readonly arcCount: number;
}

interface Meeting {
  readonly over: number;
  readonly under: number;
  readonly sign: 1 | -1;
}

/**
 * Crossings of a closed path of straight pieces, projected along a direction of view.
 *
 * @param path corners in order; the last is joined to the first.
 * @param towards direction from the path to the eye; it need not have length 1.
 * @returns null where the view is not general: two corners or three pieces fall on one point. Another direction will do.
 */
export function findCrossings(path: readonly Point3[], towards: Point3): Diagram | null {
  const { right, up, depth } = viewAxes(towards);
  const seen = path.map((point) => ({ x: dot(point, right), y: dot(point, up), z: dot(point, depth) }));
  const meetings: Meeting[] = [];
  for (let i = 0; i < seen.length; i += 1) {
    for (let j = i + 1; j < seen.length; j += 1) {
      const isNeighbour = j === i + 1 || (i === 0 && j === seen.length - 1);
      if (isNeighbour) continue;
      const meeting = meet(seen, i, j);
      if (meeting === 'touch') return null;
      if (meeting) meetings.push(meeting);
    }
  }
  return diagramOf(meetings);
}

/** Parameters closer to a corner than this make the view special; a millionth of a piece. */
const SPECIAL = 1e-6;

function meet(seen: readonly Point3[], i: number, j: number): Meeting | 'touch' | null {
  const [a, b, c, d] = [seen[i], seen[(i + 1) % seen.length], seen[j], seen[(j + 1) % seen.length]];
  if (!a || !b || !c || !d) return null;
  const [u, v, w] = [subtract(b, a), subtract(d, c), subtract(c, a)];
  const area = u.x * v.y - u.y * v.x;
  if (area === 0) return null;
  const s = (w.x * v.y - w.y * v.x) / area;
  const t = (w.x * u.y - w.y * u.x) / area;
  if (s < -SPECIAL || s > 1 + SPECIAL || t < -SPECIAL || t > 1 + SPECIAL) return null;
  if (Math.min(s, t, 1 - s, 1 - t) < SPECIAL) return 'touch';
  const [zi, zj] = [a.z + s * u.z, c.z + t * v.z];
  if (Math.abs(zi - zj) < SPECIAL * (Math.abs(u.z) + Math.abs(v.z) + 1)) return 'touch';
  const isFirstOver = zi > zj;
  // a crossing is right-handed where the upper piece has to turn left to run along the lower one
  const turn = isFirstOver ? area : -area;
  return { over: isFirstOver ? i + s : j + t, under: isFirstOver ? j + t : i + s, sign: turn > 0 ? 1 : -1 };
}

/** Arcs are numbered along the path, a new one after every passage of a crossing, above or below. */
function diagramOf(meetings: readonly Meeting[]): Diagram {
  const passages = meetings.flatMap(({ over, under }, at) => [
    { place: over, at, isOver: true },
    { place: under, at, isOver: false },
  ]);
  passages.sort((p, q) => p.place - q.place);
  const arcCount = passages.length;
  const incoming = meetings.map(() => ({ over: 0, under: 0 }));
  passages.forEach(({ at, isOver }, i) => {
    const entry = incoming[at];
    if (entry) entry[isOver ? 'over' : 'under'] = i;
  });
  const next = (arc: number): number => (arc + 1) % arcCount;
  const crossings = meetings.map(({ sign }, at): Crossing => {
    const { over, under } = incoming[at] ?? { over: 0, under: 0 };
    // against the clock from the arc that comes in below; which way the upper piece runs is told by the sign
    return { sign, arcs: sign === 1 ? [under, next(over), next(under), over] : [under, over, next(under), next(over)] };
  });
  return { crossings, arcCount };
}

function viewAxes(towards: Point3): { right: Point3; up: Point3; depth: Point3 } {
  const depth = unit(towards);
  const helper: Point3 = Math.abs(depth.y) < 0.9 ? { x: 0, y: 1, z: 0 } : { x: 1, y: 0, z: 0 };
  const right = unit(cross(helper, depth));
  return { right, up: cross(depth, right), depth };
}
