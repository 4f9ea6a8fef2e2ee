import type { Fit, PreparedTie } from '../fit/index.ts';
import { drawTied, type BowDrawing } from './drawBow.ts';
import { drawBlade, layOutStrip, type StripEndLayout } from './drawStrip.ts';
import { round } from './path.ts';

/** What an outline of a flat drawing shows; the renderer chooses colour or hatching by it. */
export const OUTLINE_KINDS = ['long', 'short', 'longLining', 'shortLining', 'knot', 'pleat', 'collar', 'mark'] as const;
export type OutlineKind = (typeof OUTLINE_KINDS)[number];

/** A drawing as a list of outlines, back to front, in mm: x towards the wearer's left, as seen when facing them. */
export interface FlatDrawing {
  readonly minX: number;
  readonly minY: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly outlines: { readonly d: string; readonly shows: OutlineKind }[];
}

/** How much higher than the front bow the back bow is drawn, in mm, so that both are seen. */
export const BACK_BOW_RISE_MM = 6;

/** The strip flat, tip to tip, as a list of outlines: what is printed small on a card. */
export function drawTieFlat(tie: PreparedTie, fit: Fit): FlatDrawing {
  const { long, short } = layOutStrip(tie, fit);
  const blade = drawBlade(tie.profile);
  const bandMm = tie.measured.blade.bandWidthMm;
  const middle = (long.noseX + short.noseX) / 2;
  const band = (end: StripEndLayout): string => rectangle(Math.min(middle, end.noseX), Math.max(middle, end.noseX), bandMm / 2);
  const placed = (end: StripEndLayout): string => movedPath(blade, end.sign, end.noseX, 0);
  const minX = Math.min(long.tipX, short.tipX);
  return {
    minX,
    minY: -tie.bowHeightMm / 2,
    widthMm: Math.abs(long.tipX - short.tipX),
    heightMm: tie.bowHeightMm,
    outlines: [
      { d: band(short), shows: 'short' },
      { d: band(long), shows: 'long' },
      { d: placed(short), shows: 'short' },
      { d: placed(long), shows: 'long' },
      { d: rectangle(middle - 2, middle + 2, bandMm / 2 + 2), shows: 'mark' },
    ],
  };
}

/** The tied bow as a list of outlines. */
export function drawTiedFlat(tie: PreparedTie, fit: Fit): FlatDrawing {
  const { back, front, knot } = drawTied(tie, fit);
  const bow = (drawing: BowDrawing, cloth: 'long' | 'short', riseMm: number): FlatDrawing['outlines'] => [
    { d: movedPath(drawing.flatEnd.outline, 1, 0, -riseMm), shows: cloth },
    { d: movedPath(drawing.loopHidden.outline, 1, 0, -riseMm), shows: `${cloth}Lining` },
    { d: movedPath(drawing.loopSeen.outline, 1, 0, -riseMm), shows: cloth },
  ];
  const reachMm = Math.max(fit.front.loopMm, fit.front.flatEndMm, fit.back.loopMm, fit.back.flatEndMm);
  return {
    minX: -reachMm,
    minY: -tie.bowHeightMm / 2 - BACK_BOW_RISE_MM,
    widthMm: 2 * reachMm,
    heightMm: tie.bowHeightMm + BACK_BOW_RISE_MM,
    outlines: [
      ...bow(back, 'long', BACK_BOW_RISE_MM),
      ...bow(front, 'short', 0),
      { d: [...front.flatEnd.pleats, ...front.loopSeen.pleats].join(''), shows: 'pleat' },
      { d: knot, shows: 'knot' },
    ],
  };
}

/** Path data (absolute M, L, Q, C and Z) mirrored about x = 0 where `sign` is −1 and then moved. */
export function movedPath(path: string, sign: 1 | -1, dx: number, dy: number): string {
  return path.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, x: string, y: string) => `${round(sign * Number(x) + dx)} ${round(Number(y) + dy)}`);
}

function rectangle(fromX: number, toX: number, halfHeight: number): string {
  const [a, b, h] = [round(fromX), round(toX), round(halfHeight)];
  return `M${a} ${-h}L${b} ${-h}L${b} ${h}L${a} ${h}Z`;
}
