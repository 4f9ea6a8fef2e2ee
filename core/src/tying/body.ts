import type { Side } from '../fit/index.ts';
import type { Point3 } from '../geometry/index.ts';
import { hasLeaf, USUAL_DRAWN_COLLAR, type DrawnCollar } from './measures.ts';
import { collarLeafMm, shirtFrontZ } from './poses/collar.ts';

/** A part of the wearer that cloth lies on, as a grid of points. */
export interface BodyPart {
  readonly name: 'leg' | 'neck' | 'stand' | 'leaf' | 'shirt' | 'placket' | 'button';
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
 * Neck, collar and shirt front, the collar being a round cylinder whose button is the origin. There are as many parts, in the same order,
 * however far the leaf is turned.
 *
 * @param collarDown how far the leaf is turned down, or a wing is set, 0 to 1.
 */
export function bodyParts(collarRadiusMm: number, collarDown: number, collar: DrawnCollar = USUAL_DRAWN_COLLAR): readonly BodyPart[] {
  if (collar.style === 'leg') return [leg(collarRadiusMm)];
  return [
    neck(collarRadiusMm),
    jaw(collarRadiusMm),
    stand(collarRadiusMm, collar),
    ...leaves(collarRadiusMm, collarDown, collar),
    shirt(collarRadiusMm),
    placket(),
    ...BUTTONS_Y.map((y, i) => button(0, y, i === 0 ? 1.4 : shirtFrontZ(0, y) + 2.4)),
    ...(collar.style === 'buttonDown' ? ([1, -1] as const).map((side) => pointButton(collarRadiusMm, side, collar)) : []),
  ];
}

/** What is turned, or stands beside the bow; a band collar has nothing of the kind. */
function leaves(collarRadiusMm: number, collarDown: number, collar: DrawnCollar): readonly BodyPart[] {
  if (!hasLeaf(collar)) return [];
  const one = (side: 1 | -1): BodyPart =>
    collar.style === 'wing' ? wing(collarRadiusMm, collarDown, side, collar) : leaf(collarRadiusMm, collarDown, side, collar);
  return [one(1), one(-1)];
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

/** A thigh seen from above, the knee at the top: it gets thicker from there to the hip (assumed, no source). */
function leg(radiusMm: number): BodyPart {
  return grid('leg', 15, 41, (v, u) => {
    const y = -270 + 420 * v;
    return around(radiusMm, radiusMm - 1 + LEG_WIDENS * Math.max(0, -20 - y) - LEG_NARROWS * Math.max(0, y - 20), 2 * Math.PI * u, y);
  });
}
const LEG_WIDENS = 0.06;
const LEG_NARROWS = 0.08;

function neck(collarRadiusMm: number): BodyPart {
  return grid('neck', 9, 41, (v, u) => {
    const radius = collarRadiusMm - 5 - 3 * Math.sin(v * Math.PI) - 6 * v * v;
    return around(collarRadiusMm, radius, 2 * Math.PI * u, -6 + 142 * v);
  });
}

/** A wing collar stands higher, and is not cut away at the front. */
const WING_STAND_MM = 34;

function stand(collarRadiusMm: number, { style }: DrawnCollar): BodyPart {
  return grid('stand', 3, 49, (v, u) => {
    const angle = 2 * Math.PI * u;
    const y = style === 'wing' ? COLLAR_HEIGHT.foot + v * (WING_STAND_MM - COLLAR_HEIGHT.foot) : standHeight(angle, v);
    return around(collarRadiusMm, collarRadiusMm, angle, y);
  });
}

/** The stand is cut lower at the front. */
const standHeight = (angleRad: number, share: number): number => {
  const rise = 4 * (1 - Math.cos(angleRad));
  const cutAway = 60 * Math.max(0, Math.cos(angleRad) - 0.9);
  return COLLAR_HEIGHT.foot + rise + share * (COLLAR_HEIGHT.fold - COLLAR_HEIGHT.foot - cutAway);
};

/** One half of the leaf, from the middle of the back to its edge at the front, which runs away from the button to the collar's point. */
function leaf(collarRadiusMm: number, down: number, side: 1 | -1, collar: DrawnCollar): BodyPart {
  const turn = LEAF_TURN_RAD.up + (LEAF_TURN_RAD.down - LEAF_TURN_RAD.up) * down;
  return grid('leaf', 7, 25, (v, u) => {
    const first = leafEdgeRad(v, collar);
    const angle = first + (Math.PI - first) * u;
    const length = v * collarLeafMm(angle, POINT_AT_RAD[collar.style]);
    const fold = standHeight(angle, 1);
    return around(collarRadiusMm, collarRadiusMm + 0.4 + length * Math.sin(turn), side * angle, fold + length * Math.cos(turn));
  });
}

/** Where the leaf's front edge lies, `share` of the way from the fold to the point, as an angle from the button. */
const leafEdgeRad = (share: number, { style }: DrawnCollar): number => 0.05 + (POINT_AT_RAD[style] - 0.05) * share;

/** Where each collar's point lies, as an angle from the button: further aside, the more it is spread (assumed, no source). */
const POINT_AT_RAD: Readonly<Record<DrawnCollar['style'], number>> = {
  ...{ turndown: 0.6, spread: 0.92, point: 0.42, buttonDown: 0.52, wing: 0.6, band: 0.6, leg: 0.6 },
};

/** Corners of a wing on the wearer's left, in mm: its fold from the front edge up to the top, and its point, nearly out at the bow's corner. */
const WING = { low: [4, 6], high: [31, WING_STAND_MM - 1], point: [33, 4] } as const;
/** How far the point stands off the collar: behind the bow, and over its upper edge. */
const WING_OFF_MM = { behind: 3, over: 24 } as const;

/** One wing: the front corner of the stand, folded outwards. Behind the bow it stays where it is; over the bow it is set at the end. */
function wing(collarRadiusMm: number, set: number, side: 1 | -1, { wings }: DrawnCollar): BodyPart {
  const off = WING_OFF_MM.behind + (WING_OFF_MM[wings] - WING_OFF_MM.behind) * set;
  return grid('leaf', 5, 9, (v, u) => {
    const mix = (k: 0 | 1): number => {
      const fold = WING.low[k] + (WING.high[k] - WING.low[k]) * u;
      return fold + (WING.point[k] - fold) * v;
    };
    const [x, y] = [mix(0), mix(1)];
    // on the stand at its fold
    const onStand = Math.sqrt(Math.max(0, collarRadiusMm ** 2 - x ** 2)) - collarRadiusMm;
    return [side * x, y, onStand + 0.8 + off * v];
  });
}

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
function button(x: number, y: number, z: number, radiusMm = BUTTON_RADIUS_MM): BodyPart {
  return grid('button', 3, 17, (v, u) => {
    const angle = 2 * Math.PI * u;
    const r = radiusMm * Math.min(1, 2 * v);
    return [x + r * Math.sin(angle), y + r * Math.cos(angle), z - (v === 1 ? 2 : 0)];
  });
}

const POINT_BUTTON_RADIUS_MM = 4;

/** The small button that a button-down's point is held by: sewn on the shirt, in front of the leaf once that is down. */
function pointButton(collarRadiusMm: number, side: 1 | -1, collar: DrawnCollar): BodyPart {
  const { rows, columns, pointsMm } = leaf(collarRadiusMm, 1, side, collar);
  const at = 3 * ((rows - 2) * columns);
  const [x, y, z] = [pointsMm[at] ?? 0, pointsMm[at + 1] ?? 0, pointsMm[at + 2] ?? 0];
  return button(x + side * 5, y, z + 3, POINT_BUTTON_RADIUS_MM);
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

/** Where a hand takes the leaf of the collar to turn it, or a wing by its point, on one of the wearer's sides, and which way its outside looks there. */
export function leafPlace(
  collarRadiusMm: number,
  collarDown: number,
  side: Side,
  collar: DrawnCollar = USUAL_DRAWN_COLLAR,
): { readonly at: Point3; readonly outward: Point3 } {
  const sign = side === 'left' ? 1 : -1;
  if (collar.style === 'wing') {
    const { rows, columns, pointsMm } = wing(collarRadiusMm, collarDown, sign, collar);
    const at = 3 * ((rows - 2) * columns + 4);
    return { at: { x: pointsMm[at] ?? 0, y: pointsMm[at + 1] ?? 0, z: pointsMm[at + 2] ?? 0 }, outward: { x: 0, y: 0, z: -1 } };
  }
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
