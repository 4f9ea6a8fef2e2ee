import type { Point3 } from '../geometry/index.ts';
import { DIGITS, pointIndex, RADII_MM, SLEEVE_POINT } from './handModel.ts';

/** A tapered capsule: two middles and two radii, and what it is of. */
export interface Capsule {
  readonly from: Point3;
  readonly to: Point3;
  readonly fromRadiusMm: number;
  readonly toRadiusMm: number;
  /** A digit by its number, or palm or sleeve. */
  readonly of: number | 'palm' | 'sleeve';
  /** Whether its end is a fingertip. */
  readonly isTip: boolean;
}

/** Half the thickness of a palm at the roots of the fingers, in mm. */
const PALM_RADII_MM = { wrist: 17, roots: 12 } as const;
const SLEEVE_RADII_MM = { wrist: 29, end: 36 } as const;

/** The capsules that a hand is made of, from its points. */
export function handCapsules(pointsMm: ArrayLike<number>): readonly Capsule[] {
  const point = (index: number): Point3 => ({
    x: pointsMm[3 * index] ?? 0,
    y: pointsMm[3 * index + 1] ?? 0,
    z: pointsMm[3 * index + 2] ?? 0,
  });
  const wrist = point(0);
  const digits = DIGITS.flatMap((name, digit) =>
    [0, 1, 2].map((bone): Capsule => ({
      from: point(pointIndex(digit, bone)),
      to: point(pointIndex(digit, bone + 1)),
      fromRadiusMm: RADII_MM[name][bone] ?? 0,
      toRadiusMm: RADII_MM[name][bone + 1] ?? 0,
      of: digit,
      isTip: bone === 2,
    })),
  );
  const palm = DIGITS.map((name, digit): Capsule => ({
    from: wrist,
    to: point(pointIndex(digit, 0)),
    fromRadiusMm: PALM_RADII_MM.wrist,
    toRadiusMm: digit === 0 ? RADII_MM[name][0] : PALM_RADII_MM.roots,
    of: 'palm',
    isTip: false,
  }));
  const sleeve: Capsule = {
    from: wrist,
    to: point(SLEEVE_POINT),
    fromRadiusMm: SLEEVE_RADII_MM.wrist,
    toRadiusMm: SLEEVE_RADII_MM.end,
    of: 'sleeve',
    isTip: false,
  };
  return [sleeve, ...palm, ...digits];
}

/** Corners of a drawn capsule's rounded ends, finely and roughly. */
export const CAP_CORNERS = { fine: 7, rough: 4 } as const;

/**
 * Outline of a tapered capsule in a picture: the hull of two circles. Corners go round it; the first `corners` are those of its far
 * end.
 */
export function capsuleOutline(
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number],
  ra: number,
  rb: number,
  corners: number,
): readonly (readonly [number, number])[] {
  const far = Math.hypot(bx - ax, by - ay);
  const turn = Math.atan2(by - ay, bx - ax);
  const round = (cx: number, cy: number, r: number, from: number, to: number): (readonly [number, number])[] =>
    Array.from({ length: corners }, (_, k) => {
      const angle = from + ((to - from) * k) / (corners - 1);
      return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)] as const;
    });
  if (far <= Math.abs(ra - rb) + 1e-6) {
    const [cx, cy, r] = ra > rb ? [ax, ay, ra] : [bx, by, rb];
    return [...round(cx, cy, r, turn - Math.PI / 2, turn + Math.PI / 2), ...round(cx, cy, r, turn + Math.PI / 2, turn + 1.5 * Math.PI)];
  }
  // where the tangents touch both circles
  const lean = Math.acos((ra - rb) / far);
  return [...round(bx, by, rb, turn - lean, turn + lean), ...round(ax, ay, ra, turn + lean, turn + 2 * Math.PI - lean)];
}

/** Sides of an outline that are lines between the circles, and those round its far end. */
export const outlineSides = (corners: number): { readonly flanks: readonly number[]; readonly end: readonly number[] } => ({
  flanks: [corners - 1, 2 * corners - 1],
  end: Array.from({ length: corners - 1 }, (_, k) => k),
});
