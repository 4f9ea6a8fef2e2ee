import { oppositeSide, seenKnotHeightMm, type Bow, type Fit, type PreparedTie, type Side } from '../fit/index.ts';
import { widthAt } from '../strip/index.ts';
import { pathThrough, round, type DrawingPoint } from './path.ts';

/** One wing of a tied bow, seen from the front, as SVG path data in mm about the knot's centre. */
export interface WingDrawing {
  readonly side: Side;
  readonly outline: string;
  /** Lines where the gathered cloth falls into pleats at the knot. */
  readonly pleats: readonly string[];
  /** Half-width of the wing: knot's centre line to its edge. */
  readonly extentMm: number;
}

/** A bow as two wings; the loop has a layer that is seen and one behind it. */
export interface BowDrawing {
  readonly loopHidden: WingDrawing;
  readonly loopSeen: WingDrawing;
  readonly flatEnd: WingDrawing;
}

/** The tied tie, back to front. */
export interface TiedDrawing {
  readonly back: BowDrawing;
  readonly front: BowDrawing;
  readonly knot: string;
  readonly knotWidthMm: number;
  readonly knotHeightMm: number;
}

const SAMPLES = 28;
/** Radius to which the corners of a fold are drawn; the cloth turns there, it is not cut. */
const FOLD_CORNER_MM = 4;

/**
 * Draws the tied bow from the widths that lie in it: the seen layer of a loop at x is the strip at v_c − x, the hidden
 * layer at v_f − (r − x), the flat end at v_c + x; near the knot all are gathered to the waist's, which the wrap stands over.
 */
export function drawTied(tie: PreparedTie, fit: Fit): TiedDrawing {
  const { blade, cloth } = tie.measured;
  const heightMm = seenKnotHeightMm({ ...cloth, waistWidthMm: blade.waistWidthMm });
  const widthMm = Math.min(fit.knotFaceMm, 2 * heightMm);
  return {
    back: drawBow(tie, fit.back, oppositeSide(fit.frontLoopSide)),
    front: drawBow(tie, fit.front, fit.frontLoopSide),
    knot: drawKnot(widthMm, heightMm),
    knotWidthMm: widthMm,
    knotHeightMm: heightMm,
  };
}

function drawBow(tie: PreparedTie, bow: Bow, loopSide: Side): BowDrawing {
  const { profile } = tie;
  const hidden = (x: number): number => widthAt(profile, bow.foldAtMm - (bow.loopMm - x));
  const seen = (x: number): number => widthAt(profile, bow.centreAtMm - x);
  const flat = (x: number): number => widthAt(profile, bow.centreAtMm + x);
  const knotMm = tie.takeUp.knotHeightMm;
  const flatSide = oppositeSide(loopSide);
  const tipMm = profile.tipDepthMm;
  return {
    loopHidden: drawWing(hidden, bow.loopMm, knotMm, loopSide, FOLD_CORNER_MM, 0),
    loopSeen: drawWing(seen, bow.loopMm, knotMm, loopSide, FOLD_CORNER_MM, 0),
    flatEnd: drawWing(flat, bow.flatEndMm, knotMm, flatSide, tipMm === 0 ? 0.8 : 0, tipMm),
  };
}

/** Widths along a wing, gathered to the knot's height and fanned out over about one knot height. */
function gathered(widthMm: number, xMm: number, knotMm: number): number {
  const ratio = Math.min(1, Math.max(0, xMm / knotMm));
  const eased = ratio * ratio * (3 - 2 * ratio);
  const pinchedMm = Math.min(widthMm, knotMm);
  return pinchedMm + (widthMm - pinchedMm) * eased;
}

function drawWing(
  width: (x: number) => number,
  extentMm: number,
  knotMm: number,
  side: Side,
  cornerMm: number,
  tipMm: number,
): WingDrawing {
  const sign = side === 'left' ? 1 : -1;
  const half = (x: number): number => gathered(width(x), x, knotMm) / 2;
  const upper: DrawingPoint[] = [];
  for (const x of wingPositions(extentMm, cornerMm, tipMm)) {
    upper.push({ x: sign * x, y: -Math.max(0, half(Math.min(x, extentMm)) - cornerCut(x, extentMm, cornerMm)) });
  }
  const lower = [...upper].reverse().map(({ x, y }) => ({ x, y: -y }));
  return { side, outline: pathThrough([...upper, ...lower], true), pleats: drawPleats(half, extentMm, knotMm, sign), extentMm };
}

function wingPositions(extentMm: number, cornerMm: number, tipMm: number): number[] {
  const bodyMm = Math.max(0, extentMm - Math.max(cornerMm, tipMm));
  const positions = Array.from({ length: SAMPLES + 1 }, (_, i) => (bodyMm * i) / SAMPLES);
  const ending = extentMm - bodyMm;
  for (let i = 1; ending > 0 && i <= 10; i += 1) positions.push(bodyMm + ending * Math.sin((i / 10) * (Math.PI / 2)));
  return positions;
}

/** How much a rounded corner takes off the half-height at x. */
function cornerCut(x: number, extentMm: number, cornerMm: number): number {
  const into = x - (extentMm - cornerMm);
  if (cornerMm === 0 || into <= 0) return 0;
  return cornerMm - Math.sqrt(Math.max(0, cornerMm * cornerMm - into * into));
}

function drawPleats(half: (x: number) => number, extentMm: number, knotMm: number, sign: 1 | -1): string[] {
  const reachMm = Math.min(extentMm * 0.5, 1.5 * knotMm);
  return [-0.62, -0.22, 0.22, 0.62].map((share) => {
    const startMm = 0.3 * knotMm;
    const from = { x: sign * startMm, y: share * half(startMm) };
    const to = { x: sign * reachMm * (1 - 0.25 * Math.abs(share)), y: share * 0.95 * half(reachMm) };
    return `M${round(from.x)} ${round(from.y)}Q${round(sign * reachMm * 0.6)} ${round(from.y * 1.15)} ${round(to.x)} ${round(to.y)}`;
  });
}

/** The knot's face: a little narrower at the middle than where it rolls over. */
function drawKnot(widthMm: number, heightMm: number): string {
  const [w, h] = [widthMm / 2, heightMm / 2];
  const c = (n: number): string => String(round(n));
  return (
    `M${c(-w * 0.94)} ${c(-h)}Q0 ${c(-h * 1.14)} ${c(w * 0.94)} ${c(-h)}` +
    `Q${c(w * 1.06)} ${c(-h * 0.5)} ${c(w * 0.95)} 0Q${c(w * 1.02)} ${c(h * 0.6)} ${c(w * 0.86)} ${c(h)}` +
    `Q0 ${c(h * 1.12)} ${c(-w * 0.86)} ${c(h)}Q${c(-w * 1.02)} ${c(h * 0.6)} ${c(-w * 0.95)} 0Q${c(-w * 1.06)} ${c(-h * 0.5)} ${c(-w * 0.94)} ${c(-h)}Z`
  );
}
