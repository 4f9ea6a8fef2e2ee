import type { Side } from '../fit/index.ts';
import type { Point3 } from '../geometry/index.ts';
import { collarLeafMm, shirtFrontZ } from './poses/collar.ts';

/** A part of the wearer that cloth lies on, as a grid of points. */
export interface BodyPart {
  readonly name: 'neck' | 'stand' | 'leaf' | 'shirt' | 'placket' | 'button';
  readonly rows: number;
  readonly columns: number;
  /** Three numbers a point, row by row, in mm in the wearer's frame. */
  readonly pointsMm: Float32Array;
}

/** Heights of the collar about the collar button, in mm (assumed, no source): foot and fold line of the stand. */
export const COLLAR_HEIGHT = { foot: -16, fold: 20 } as const;

/** Angles between which the leaf turns: nearly upright, and lying down over the band. */
const LEAF_TURN_RAD = { up: 0.06, down: Math.PI - 0.2 } as const;

/**
 * Neck, collar and shirt front, the collar being a round cylinder whose button is the origin.
 *
 * @param collarDown how far the leaf is turned down, 0 to 1.
 */
export function bodyParts(collarRadiusMm: number, collarDown: number): readonly BodyPart[] {
  return [
    neck(collarRadiusMm),
    jaw(collarRadiusMm),
    stand(collarRadiusMm),
    leaf(collarRadiusMm, collarDown, 1),
    leaf(collarRadiusMm, collarDown, -1),
    shirt(collarRadiusMm),
    placket(),
    ...BUTTONS_Y.map(button),
  ];
}

/** Heights of the buttons of an ordinary shirt, from the collar's down, in mm (common practice, no source). */
const BUTTONS_Y = [-2, -65, -155, -245] as const;
const BUTTON_RADIUS_MM = 5.6;

function grid(
  name: BodyPart['name'],
  rows: number,
  columns: number,
  at: (row: number, column: number) => readonly [number, number, number],
): BodyPart {
  const pointsMm = new Float32Array(3 * rows * columns);
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1)
      pointsMm.set(at(row / (rows - 1), column / (columns - 1)), 3 * (row * columns + column));
  }
  return { name, rows, columns, pointsMm };
}

/** A point on a circle about the neck's axis, at an angle from the front towards the wearer's left. */
const around = (collarRadiusMm: number, radiusMm: number, angleRad: number, y: number): readonly [number, number, number] => [
  radiusMm * Math.sin(angleRad),
  y,
  radiusMm * Math.cos(angleRad) - collarRadiusMm,
];

function neck(collarRadiusMm: number): BodyPart {
  return grid('neck', 9, 41, (v, u) => {
    const radius = collarRadiusMm - 5 - 3 * Math.sin(v * Math.PI) - 6 * v * v;
    return around(collarRadiusMm, radius, 2 * Math.PI * u, -6 + 142 * v);
  });
}

function stand(collarRadiusMm: number): BodyPart {
  return grid('stand', 3, 49, (v, u) => {
    const angle = 2 * Math.PI * u;
    return around(collarRadiusMm, collarRadiusMm, angle, standHeight(angle, v));
  });
}

/** The stand is cut lower at the front. */
const standHeight = (angleRad: number, share: number): number => {
  const rise = 4 * (1 - Math.cos(angleRad));
  const cutAway = 60 * Math.max(0, Math.cos(angleRad) - 0.9);
  return COLLAR_HEIGHT.foot + rise + share * (COLLAR_HEIGHT.fold - COLLAR_HEIGHT.foot - cutAway);
};

/** One half of the leaf, from the middle of the back to its edge at the front, which runs away from the button to the collar's point. */
function leaf(collarRadiusMm: number, down: number, side: 1 | -1): BodyPart {
  const turn = LEAF_TURN_RAD.up + (LEAF_TURN_RAD.down - LEAF_TURN_RAD.up) * down;
  return grid('leaf', 7, 25, (v, u) => {
    const first = leafEdgeRad(v);
    const angle = first + (Math.PI - first) * u;
    const length = v * collarLeafMm(angle);
    const fold = standHeight(angle, 1);
    return around(collarRadiusMm, collarRadiusMm + 0.4 + length * Math.sin(turn), side * angle, fold + length * Math.cos(turn));
  });
}

/** Where the leaf's front edge lies, `share` of the way from the fold to the point, as an angle from the button. */
const leafEdgeRad = (share: number): number => 0.05 + 0.55 * share;

/** Chin and jaw above the collar, so that up is up; the wearer looks straight ahead (assumed). */
function jaw(collarRadiusMm: number): BodyPart {
  return grid('neck', 9, 31, (v, u) => {
    const angle = 2 * Math.PI * u;
    // from the lowest line, under the chin, up to where the picture ends
    const rise = 0.02 + 0.7 * v;
    const reach = Math.sqrt(1 - (1 - rise) ** 2);
    return [58 * reach * Math.sin(angle), 88 + 62 * rise, -0.86 * collarRadiusMm + 80 * reach * Math.cos(angle)];
  });
}

/** The doubled strip that the buttons are sewn on. */
function placket(): BodyPart {
  return grid('placket', 14, 3, (v, u) => {
    const [x, y] = [PLACKET_HALF_MM * (2 * u - 1), -17 - 255 * v];
    return [x, y, shirtFrontZ(x, y) + 0.9];
  });
}
const PLACKET_HALF_MM = 16;

/** A button, sewn flat on the placket or on the stand. */
function button(y: number, index: number): BodyPart {
  const z = index === 0 ? 1.4 : shirtFrontZ(0, y) + 2.4;
  return grid('button', 3, 17, (v, u) => {
    const angle = 2 * Math.PI * u;
    const r = BUTTON_RADIUS_MM * Math.min(1, 2 * v);
    return [r * Math.sin(angle), y + r * Math.cos(angle), z - (v === 1 ? 2 : 0)];
  });
}

const SHIRT_HALF_MM = 208;

function shirt(collarRadiusMm: number): BodyPart {
  return grid('shirt', 26, 43, (v, u) => {
    const x = SHIRT_HALF_MM * (2 * u - 1);
    // from the bottom of the front up to the shoulder, and over it to the back
    const top = shoulderHeight(Math.abs(x));
    const upFront = Math.min(1, v / 0.7);
    const y = -270 + upFront * (top + 270);
    const z = shirtFrontZ(x, y);
    if (v <= 0.7) return [x, y, z];
    const over = (v - 0.7) / 0.3;
    return [x, top + 10 * Math.sin(over * Math.PI) - 14 * over, z - over * (2 * collarRadiusMm + 20)];
  });
}

/** How high the shirt reaches at a distance from the middle: it meets the collar's foot and falls to the shoulder. */
export const shoulderHeight = (x: number): number => -18 - Math.max(0, x - 50) * 0.3 - Math.max(0, x - 150) ** 2 / 75;

/** Where a hand takes the leaf of the collar to turn it, on one of the wearer's sides, and which way its outside looks there. */
export function leafPlace(collarRadiusMm: number, collarDown: number, side: Side): { readonly at: Point3; readonly outward: Point3 } {
  const sign = side === 'left' ? 1 : -1;
  const turn = LEAF_TURN_RAD.up + (LEAF_TURN_RAD.down - LEAF_TURN_RAD.up) * collarDown;
  const angle = LEAF_TAKEN_RAD;
  const length = 0.85 * collarLeafMm(angle);
  const [x, y, z] = around(
    collarRadiusMm,
    collarRadiusMm + 0.4 + length * Math.sin(turn),
    sign * angle,
    standHeight(angle, 1) + length * Math.cos(turn),
  );
  const [out, up] = [Math.cos(turn), -Math.sin(turn)];
  // the face that looks out once the leaf is down looks towards the neck while it stands
  return { at: { x, y, z }, outward: { x: -sign * Math.sin(angle) * out, y: -up, z: -Math.cos(angle) * out } };
}

const LEAF_TAKEN_RAD = 0.75;
