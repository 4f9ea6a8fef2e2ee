import { TYPICAL_BUTTONS, type ShirtButtons, type TypicalCollar } from '../fit/index.ts';
import { mirrored, pathThrough, round, type DrawingPoint } from './path.ts';

/** A collar, neck and shirt front seen from the front, as SVG path data in mm about the collar button. */
export interface CollarDrawing {
  readonly neck: string;
  readonly shirt: string;
  /** The band of the collar round the neck. */
  readonly stand: string;
  /** Leaves or wings, the wearer's left first; none of a band collar. */
  readonly leaves: readonly string[];
  readonly placket: string;
  /** Shirt buttons below the collar button. */
  readonly buttons: readonly DrawingPoint[];
  /** Outer points of the collar, the wearer's left first. */
  readonly points: readonly [DrawingPoint, DrawingPoint];
}

const NECK_RISES_MM = 78;
const SHOULDER_MM = { across: 205, drop: 74 } as const;

/**
 * Draws a collar on a neck.
 *
 * @param pointsMm distance between the collar's outer points.
 * @param depthMm how far down the shirt front is drawn.
 * @param buttons where the shirt's own buttons are.
 */
export function drawCollar(
  collar: TypicalCollar,
  neckBreadthMm: number,
  pointsMm: number,
  depthMm: number,
  buttons: ShirtButtons = TYPICAL_BUTTONS,
): CollarDrawing {
  const halfNeck = neckBreadthMm / 2;
  const halfPoints = pointsMm / 2;
  const topY = -collar.standMm * 0.9;
  const dropMm = collar.style === 'wing' ? -collar.standMm + collar.leafMm : Math.sqrt(Math.max(400, collar.leafMm ** 2 - halfPoints ** 2));
  const point = { x: halfPoints, y: dropMm };
  const leaf = collar.style === 'wing' ? wingLeaf(point, collar.standMm) : turnedLeaf(point, halfNeck, topY);
  const flip = (points: readonly DrawingPoint[]): DrawingPoint[] => points.map((p) => mirrored(p, -1));
  return {
    neck: neckPath(halfNeck, topY),
    shirt: shirtPath(halfNeck, depthMm),
    stand: standPath(halfNeck, topY, collar.style === 'wing' ? collar.standMm : 10),
    leaves: collar.style === 'band' ? [] : [pathThrough(leaf, true), pathThrough(flip(leaf), true)],
    placket: pathThrough(
      [
        { x: -14, y: 4 },
        { x: -14, y: depthMm },
        { x: 14, y: depthMm },
        { x: 14, y: 4 },
      ],
      false,
    ),
    buttons: shirtButtons(depthMm, buttons),
    points: [point, mirrored(point, -1)],
  };
}

function shirtButtons(depthMm: number, { firstMm, spacingMm }: ShirtButtons): DrawingPoint[] {
  const buttons: DrawingPoint[] = [];
  for (let y = firstMm; y < depthMm - 4; y += spacingMm) buttons.push({ x: 0, y });
  return buttons;
}

/** A leaf turned down: from the button along its inner edge to the point, up its outer edge, and back along the fold at the neck. */
function turnedLeaf(point: DrawingPoint, halfNeck: number, topY: number): DrawingPoint[] {
  const side = { x: halfNeck + 5, y: topY };
  return [
    { x: 1.5, y: -7 },
    { x: 2, y: 2 },
    point,
    { x: (point.x + side.x) / 2 + 6, y: (point.y + side.y) / 2 },
    side,
    { x: halfNeck - 2, y: topY - 4 },
    { x: halfNeck * 0.55, y: topY * 0.62 },
  ];
}

/** A small wing folded over at the top of a standing band. */
function wingLeaf(point: DrawingPoint, standMm: number): DrawingPoint[] {
  return [{ x: 2, y: -standMm }, { x: 1.5, y: -standMm + 14 }, point, { x: point.x * 0.72, y: -standMm - 2 }];
}

/** The neck: a little waisted, widening to the jaw above and to the shoulders below. */
function neckPath(halfNeck: number, topY: number): string {
  const jaw = -NECK_RISES_MM;
  const side = (sign: 1 | -1): DrawingPoint[] =>
    [0, 0.25, 0.5, 0.75, 1].map((share) => ({
      x: sign * (halfNeck - 2.5 * Math.sin(share * Math.PI) + 3 * share * share),
      y: topY + 14 + share * (jaw - topY - 14),
    }));
  return pathThrough([...side(-1), ...side(1).reverse(), { x: 0, y: 2 }], true);
}

function shirtPath(halfNeck: number, depthMm: number): string {
  const { across, drop } = SHOULDER_MM;
  const n = (value: number): number => round(value);
  const side = (sign: 1 | -1): string =>
    `${n(sign * (halfNeck + 60))} ${n(drop * 0.22)} ${n(sign * (across - 34))} ${n(drop * 0.5)} ${n(sign * across)} ${n(drop)}`;
  return `M${n(-halfNeck)} -22C${side(-1)}L${n(-across)} ${n(depthMm)}L${n(across)} ${n(depthMm)}L${n(across)} ${n(drop)}C${n(across - 34)} ${n(drop * 0.5)} ${n(halfNeck + 60)} ${n(drop * 0.22)} ${n(halfNeck)} -22Q0 14 ${n(-halfNeck)} -22Z`;
}

/** The collar's band: seen inside the leaves of a turned-down collar, and all of a standing one. */
function standPath(halfNeck: number, topY: number, frontMm: number): string {
  const n = (value: number): number => round(value);
  return `M${n(-halfNeck - 1)} ${n(topY - 5)}Q${n(-halfNeck * 0.6)} ${n(-frontMm)} 0 ${n(-frontMm)}Q${n(halfNeck * 0.6)} ${n(-frontMm)} ${n(halfNeck + 1)} ${n(topY - 5)}L${n(halfNeck + 4)} ${n(topY + 16)}Q${n(halfNeck * 0.5)} 7 0 7Q${n(-halfNeck * 0.5)} 7 ${n(-halfNeck - 4)} ${n(topY + 16)}Z`;
}
