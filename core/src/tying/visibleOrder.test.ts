import { add, cross, distance, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { faultyBow, projectPose, TYING_FAULTS, type Pose } from './index.ts';
import { pointOf } from './pose.ts';
import { MEASURES } from './testing.ts';
import { boxOf, visibleOrder, type SeenPatch } from './visibleOrder.ts';

const square = (left: number, top: number, size: number, depths: readonly number[], isClear = false): SeenPatch => ({
  points: [
    [left, top],
    [left + size, top],
    [left + size, top + size],
    [left, top + size],
  ],
  depths,
  isClear,
});
const flat = (left: number, top: number, size: number, depth: number, isClear = false): SeenPatch =>
  square(left, top, size, [depth, depth, depth, depth], isClear);

/** The wrap of the long end encloses what is in the knot: it is drawn so much nearer where it faces the eye. */
const WRAP_MM = 13;
const PRESSED_MM = 4;
const EDGE_MM = [
  [0.7, 0],
  [-0.7, 0],
  [0, 0.7],
  [0, -0.7],
] as const;

describe('the order in which patches are painted', () => {
  it('is from far to near', () => {
    expect(visibleOrder([flat(0, 0, 10, 3), flat(5, 5, 10, 1), flat(2, 2, 10, 2)])).toEqual([1, 2, 0]);
  });

  it('is that of where they lie over one another, not of their middles', () => {
    // a long floor that rises towards the eye on the left; a chip lies over its low end
    const floor = square(0, 0, 40, [40, 0, 0, 40]);
    const chip = flat(32, 16, 6, 10);
    expect(visibleOrder([floor, chip])).toEqual([0, 1]);
    // and a chip that is under the high end is seen nowhere
    expect(visibleOrder([floor, flat(2, 16, 6, 21)])).toEqual([0]);
  });

  it('leaves out what is covered, but not what is covered by glass alone, nor what is too thin for a cell', () => {
    expect(visibleOrder([flat(0, 0, 10, 0), flat(-1, -1, 12, 5)])).toEqual([1]);
    expect(visibleOrder([flat(0, 0, 10, 0), flat(-1, -1, 12, 5, true)])).toEqual([0, 1]);
    expect(visibleOrder([flat(0, 0, 10, 0), flat(3.1, 3.1, 0.2, -5)])).toEqual([1, 0]);
  });

  it('paints every patch of a ring that lie over one another in turn', () => {
    const beam = (x: number, y: number, wide: number, high: number, from: number, to: number): SeenPatch => ({
      points: [
        [x, y],
        [x + wide, y],
        [x + wide, y + high],
        [x, y + high],
      ],
      depths: wide > high ? [from, to, to, from] : [from, from, to, to],
      isClear: false,
    });
    const ring = [beam(0, 0, 30, 4, 0, 10), beam(26, 0, 4, 30, 0, 10), beam(0, 26, 30, 4, 10, 0), beam(0, 0, 4, 30, 10, 0)];
    const order = visibleOrder(ring);
    expect([...order].sort((a, b) => a - b)).toEqual([0, 1, 2, 3]);
  });

  it('refuses a patch with fewer depths than corners', () => {
    expect(() => visibleOrder([{ points: [[0, 0]], depths: [], isClear: false }])).toThrow('as many depths');
  });

  it.each(TYING_FAULTS)('paints of %s the end that a ray meets first', (fault) => {
    const { pose, knotAt, collarDown } = faultyBow(MEASURES, 'left', fault);
    const still = projectPose({ pose, knotAt, collarDown, collarRadiusMm: MEASURES.collarRadiusMm, view: VIEW, withBody: false });
    const triangles = trianglesOf(pose, knotAt);
    const painted = still.patches.map(({ tone, points }) => ({ tone, points, ...boxOf([{ points }]) }));
    let [wrong, seen] = [0, 0];
    for (let x = -70; x <= 70; x += 1.3)
      for (let y = -46; y <= 46; y += 1.3) {
        // (a patch is not as fine as a ray at an edge)
        const nearest = nearestEnd(triangles, x, y);
        if (!nearest || EDGE_MM.some(([dx, dy]) => nearestEnd(triangles, x + dx, y + dy) !== nearest)) continue;
        const top = painted.findLast(
          ({ left, right, top: high, bottom, points }) => x >= left && x <= right && y >= high && y <= bottom && isInside(points, x, y),
        );
        seen += 1;
        if (!top?.tone.startsWith(nearest)) wrong += 1;
      }
    expect(seen).toBeGreaterThan(60);
    // (two loops that are pressed together may change places in a hair's breadth)
    expect(wrong / seen).toBeLessThan(0.01);
  });
});

/** From the wearer's left and a little from above, as pictures of faults are drawn. */
const VIEW = { towards: { x: 0.25, y: 0.15, z: 1 }, up: { x: 0, y: 1, z: 0 } } as const;
const towards = unit(VIEW.towards);
const right = unit(cross(VIEW.up, towards));
const up = cross(towards, right);

type Corner = readonly [x: number, y: number, depth: number];

/** Triangles of the cloth of both ends, as they are seen. */
const trianglesOf = (pose: Pose, knotAt: Point3) =>
  Array.from({ length: pose.nodeCount - 1 }, (_, node) => {
    const isWrap = node > pose.backNode && distance(pointOf(pose.centreMm, node), knotAt) < WRAP_MM;
    const pressed = isWrap ? PRESSED_MM * dot(pointOf(pose.outward, node), towards) : 0;
    const at = (n: number, side: number): Corner => {
      const out = side * (pose.halfWidthMm[n] ?? 0);
      const place = subtract(add(pointOf(pose.centreMm, n), scale(pointOf(pose.across, n), out)), knotAt);
      return [dot(place, right), -dot(place, up), dot(place, towards) + pressed];
    };
    const [a, b, c, d] = [at(node, -1), at(node + 1, -1), at(node + 1, 1), at(node, 1)];
    const end = node < pose.backNode ? ('short' as const) : ('long' as const);
    return [[a, b, c] as const, [a, c, d] as const].map((corners) => ({
      end,
      corners,
      ...boxOf([{ points: corners.map(([x, y]) => [x, y] as const) }]),
    }));
  }).flat();

/** The end that is nearest to the eye at a place of the picture, by a ray at every piece of cloth; null where there is none, or where two ends are too near one another to tell. */
function nearestEnd(triangles: ReturnType<typeof trianglesOf>, x: number, y: number): 'short' | 'long' | null {
  const depth = { short: -Infinity, long: -Infinity };
  for (const { end, corners, left, right, top, bottom } of triangles) {
    if (x < left || x > right || y < top || y > bottom) continue;
    const [a, b, c] = corners;
    const area = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
    if (Math.abs(area) < 1e-6) continue;
    const v = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / area;
    const w = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / area;
    if (v < 0 || w < 0 || v + w > 1) continue;
    depth[end] = Math.max(depth[end], a[2] + v * (b[2] - a[2]) + w * (c[2] - a[2]));
  }
  // (in the knot the layers are pressed upon one another)
  if (Math.abs(depth.short - depth.long) < 2) return null;
  const nearest = depth.short > depth.long ? 'short' : 'long';
  return depth[nearest] === -Infinity ? null : nearest;
}

/** Whether a place lies in a patch, which is a fan of triangles: at a fold it may cross itself. */
const isInside = (points: readonly (readonly [number, number])[], x: number, y: number): boolean =>
  points.slice(1, -1).some((b, k) => isInTriangle([points[0] ?? b, b, points[k + 2] ?? b], x, y));

function isInTriangle(corners: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let sign = 0;
  for (const [k, [ax, ay]] of corners.entries()) {
    const [bx, by] = corners[(k + 1) % corners.length] ?? [ax, ay];
    const turn = Math.sign((bx - ax) * (y - ay) - (by - ay) * (x - ax));
    if (turn !== 0 && sign !== 0 && turn !== sign) return false;
    if (turn !== 0) sign = turn;
  }
  return true;
}
