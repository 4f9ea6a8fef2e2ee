import { blend, cross, distance, dot, scale, subtract, unit, type Point3 } from '../geometry/index.ts';
import { referenceRoutes } from '../knot/index.ts';
import { evenlyAlong, type RopeStrand } from './strand.ts';

/** What a bow's knot is tied of, and how. Lengths in mm. */
export interface BowKnotCase {
  /** Flat widths of the waist, which lies in the knot, and of the band, which is wrapped round it. */
  readonly waistMm: number;
  readonly bandMm: number;
  /** Thickness of the made-up cloth where it lies flat. */
  readonly thicknessMm: number;
  /** Gathered width over flat width; gathered cloth is thicker in the same measure. */
  readonly gatherRatio: number;
  /** Strip round the neck, along the middle of its thickness. */
  readonly neckPathMm: number;
  /** Pull on each loop, in N. */
  readonly shortPullN: number;
  readonly longPullN: number;
  readonly friction: number;
  readonly bendingNmm2: number;
  /** Stiffness against being bent in the cloth's own plane, in N·mm² for each mm² of the section's width squared. */
  readonly edgeNPerMm: number;
  readonly squeezePerNmm2: number;
  /** Spacing of the stations when all is drawn tight, over that which is usual; 0.5 is half the step. */
  readonly fineness: number;
}

/** The worked tie of docs/model.md in a silk of middling hand, drawn up as firmly as is usual: 6.5 N on each loop (assumed, no source). */
export const WORKED_KNOT: BowKnotCase = {
  ...{ waistMm: 30, bandMm: 20, thicknessMm: 1.1, gatherRatio: 0.65, neckPathMm: 413, shortPullN: 6.5, longPullN: 6.5 },
  ...{ friction: 0.2, bendingNmm2: 0, edgeNPerMm: 45, squeezePerNmm2: 0, fineness: 1 },
};

/** Loops and flat ends are followed so far from the knot's middle. */
export const WING_MM = 50;
/** The band is held at this angle from the front. */
const HELD_RAD = Math.PI / 3;
/** A unit of the reference routes, so wide that gathered cloth finds room. */
const UNIT_MM = 12;
/** Air before the collar. */
const AIR_MM = 3;

/** Thickness of the gathered cloth, and the gathered heights of waist and band. */
export function gatheredSection({ thicknessMm, gatherRatio, waistMm, bandMm }: BowKnotCase): {
  readonly thickMm: number;
  readonly waistMm: number;
  readonly bandMm: number;
} {
  const thickMm = thicknessMm / gatherRatio;
  return { thickMm, waistMm: Math.max(thickMm, gatherRatio * waistMm), bandMm: Math.max(thickMm, gatherRatio * bandMm) };
}

/** Stations end up this far apart. */
export function finalSpacingMm(knot: BowKnotCase): number {
  return knot.fineness * Math.min(1.6, Math.max(0.85, 0.65 * gatheredSection(knot).thickMm));
}

/** Radius of the collar that the band lies on. */
export const collarRadiusMm = (knot: BowKnotCase): number => knot.neckPathMm / (2 * Math.PI) - gatheredSection(knot).thickMm / 2;

type Triple = readonly [number, number, number];

/** Across which way the cloth lies at each point of the reference routes: flat on the neck, hanging, up behind and down the front. */
const SHORT_ACROSS: readonly Triple[] = [
  [0, 1, 0],
  [0.5, 0.9, 0],
  [0.9, 0.4, 0],
  [1, 0, 0],
  [0.5, 0.85, 0],
  [0, 1, 0],
  [0, 1, 0],
];
const LONG_ACROSS: readonly Triple[] = [
  [0, 1, 0],
  [0, 1, 0],
  [-0.7, 0.7, 0],
  ...Array.from({ length: 8 }, (): Triple => [-1, 0, 0]),
  [-1, 0.1, 0],
  [-0.4, 0.9, 0],
  [0, 1, 0],
  [0, 1, 0],
  [0, 1, 0],
];

/**
 * The knot's four pieces as they lie before they are drawn tight: short and long end from the side of the neck to their loops'
 * edges, and the layers that come back from those edges across the middle to the flat ends. Loops are cut at their folds. Long
 * end from the wearer's left.
 */
export function bowKnotStrands(knot: BowKnotCase): readonly RopeStrand[] {
  const { thickMm, waistMm, bandMm } = gatheredSection(knot);
  const spacingMm = 2 * finalSpacingMm(knot);
  const routes = referenceRoutes({ longEnd: 'left', frontLoop: 'right', pushedFrom: 'loop' });
  const radiusMm = collarRadiusMm(knot);
  const ahead = (z: number): number => z * UNIT_MM + thickMm / 2 + AIR_MM;
  const arc = (side: 1 | -1): Point3[] =>
    Array.from({ length: 16 }, (_, i) => {
      const angle = HELD_RAD - (i * (HELD_RAD - 0.3)) / 15;
      const r = radiusMm + thickMm / 2;
      return { x: side * r * Math.sin(angle), y: 0, z: r * Math.cos(angle) - radiusMm };
    });
  const end = (side: 1 | -1, route: readonly Point3[], directions: readonly Triple[], loop: 1 | -1): RopeStrand => {
    const band = arc(side);
    const knotted = route.slice(1).map(({ x, y, z }) => ({ x: UNIT_MM * x, y: UNIT_MM * y, z: ahead(z) }));
    const last = knotted.pop();
    const path = [...band, ...knotted, ...(last ? [{ ...last, x: loop * WING_MM }] : [])];
    const across = [...band.map((): Triple => [0, 1, 0]), ...directions];
    return strandAlong(path, across, spacingMm, bandMm, thickMm);
  };
  const tail = (side: 1 | -1, z: number): RopeStrand =>
    strandAlong(
      [
        { x: side * WING_MM, y: 0, z: ahead(z) },
        { x: -side * WING_MM, y: 0, z: ahead(z) },
      ],
      [
        [0, 1, 0],
        [0, 1, 0],
      ],
      spacingMm / 2,
      waistMm,
      thickMm,
    );
  return [end(-1, routes.short, SHORT_ACROSS, -1), end(1, routes.long, LONG_ACROSS, 1), tail(-1, 1.8), tail(1, 0.85)];
}

function strandAlong(
  path: readonly Point3[],
  across: readonly Triple[],
  wantedSpacingMm: number,
  widthMm: number,
  thicknessMm: number,
): RopeStrand {
  const lengths = path.slice(1).map((point, k) => distance(path[k] ?? point, point));
  const wholeMm = lengths.reduce((sum, each) => sum + each, 0);
  const count = Math.max(3, Math.round(wholeMm / wantedSpacingMm) + 1);
  const { points, spacingMm } = evenlyAlong(path, count);
  const directionAt = (runMm: number): Point3 => {
    let [k, before] = [0, 0];
    while (k < lengths.length - 1 && before + (lengths[k] ?? 0) < runMm) {
      before += lengths[k] ?? 0;
      k += 1;
    }
    const [from, to] = [across[k] ?? [0, 1, 0], across[k + 1] ?? [0, 1, 0]];
    const share = Math.min(1, (runMm - before) / (lengths[k] ?? 1));
    return blend({ x: from[0], y: from[1], z: from[2] }, { x: to[0], y: to[1], z: to[2] }, share);
  };
  return {
    ...{ spacingMm, centresMm: points, widthMm, thicknessMm, isClosed: false },
    across: points.map((point, i) => {
      const along = unit(subtract(points[Math.min(count - 1, i + 2)] ?? point, points[Math.max(0, i - 2)] ?? point));
      const wanted = directionAt(i * spacingMm);
      const flat = subtract(wanted, scale(along, dot(wanted, along)));
      return dot(flat, flat) > 1e-9 ? unit(flat) : unit(cross(along, { x: 0, y: 0, z: 1 }));
    }),
  };
}
