import { TIP_CUTS } from './tipShapes.ts';
import { bladeLines, type BladeLine, type BladeMeasures } from './blade.ts';

/** A measure that cannot be, and the measure it contradicts. */
export interface BladeContradiction {
  readonly measure: keyof BladeMeasures;
  /** `tooSmall` and `tooLarge` are absolute; the others name what the measure is compared with. */
  readonly kind:
    | 'notANumber'
    | 'tooSmall'
    | 'tooLarge'
    | 'narrowerThanBand'
    | 'widerThanBelly'
    | 'longerThanTail'
    | 'depthWithoutTip'
    | 'tipWithoutDepth'
    | 'outOfOrder'
    | 'offTheBlade'
    | 'notBetween';
  readonly value: number;
  /** The limit it breaks, in mm. */
  readonly limitMm: number;
  /** For a further width: which one, where it was taken, and the two lines it lies between. */
  readonly extra?: { readonly index: number; readonly atMm: number; readonly between: readonly [BladeLine, BladeLine] };
}

/** Further widths lie at least this far from each other and from the named lines; a tape shows no less. */
export const EXTRA_WIDTH_GAP_MM = 2;

/** Smallest and largest value of each measure, in mm: wider than any tie sold, so that a unit mixed up is caught (common practice, no source). */
export const BLADE_RANGES: Readonly<Record<Exclude<keyof BladeMeasures, 'tipShape' | 'extraWidths'>, readonly [min: number, max: number]>> =
  {
    noseToBellyMm: [15, 160],
    bellyToWaistMm: [15, 160],
    waistToTipMm: [20, 180],
    bandWidthMm: [8, 45],
    bellyWidthMm: [12, 160],
    waistWidthMm: [10, 120],
    tailWidthMm: [12, 160],
    tipDepthMm: [0, 90],
  };

/**
 * Finds measures that cannot belong to one blade. An empty list means that the blade can be cut.
 * Each entry names the measure, what it contradicts and the limit in mm.
 */
export function checkBlade(blade: BladeMeasures): readonly BladeContradiction[] {
  const found: BladeContradiction[] = [];
  for (const [measure, [min, max]] of Object.entries(BLADE_RANGES) as [keyof typeof BLADE_RANGES, readonly [number, number]][]) {
    const value = blade[measure];
    if (!Number.isFinite(value)) found.push({ measure, kind: 'notANumber', value, limitMm: min });
    else if (value < min) found.push({ measure, kind: 'tooSmall', value, limitMm: min });
    else if (value > max) found.push({ measure, kind: 'tooLarge', value, limitMm: max });
  }
  if (found.length > 0) return found;
  for (const measure of ['bellyWidthMm', 'waistWidthMm', 'tailWidthMm'] as const) {
    if (blade[measure] < blade.bandWidthMm)
      found.push({ measure, kind: 'narrowerThanBand', value: blade[measure], limitMm: blade.bandWidthMm });
  }
  if (blade.waistWidthMm > blade.bellyWidthMm) {
    found.push({ measure: 'waistWidthMm', kind: 'widerThanBelly', value: blade.waistWidthMm, limitMm: blade.bellyWidthMm });
  }
  if (blade.tipDepthMm >= blade.waistToTipMm) {
    found.push({ measure: 'tipDepthMm', kind: 'longerThanTail', value: blade.tipDepthMm, limitMm: blade.waistToTipMm });
  }
  if (!TIP_CUTS[blade.tipShape].hasDepth && blade.tipDepthMm > 0) {
    found.push({ measure: 'tipDepthMm', kind: 'depthWithoutTip', value: blade.tipDepthMm, limitMm: 0 });
  }
  if (TIP_CUTS[blade.tipShape].hasDepth && blade.tipDepthMm === 0) {
    found.push({ measure: 'tipDepthMm', kind: 'tipWithoutDepth', value: 0, limitMm: 1 });
  }
  return found.length > 0 ? found : checkExtraWidths(blade);
}

/** Between two named lines a blade only widens or only narrows, so each further width lies between its neighbours'. */
function checkExtraWidths(blade: BladeMeasures): readonly BladeContradiction[] {
  const found: BladeContradiction[] = [];
  const lines = bladeLines(blade);
  let before = { atMm: 0, widthMm: blade.bandWidthMm };
  (blade.extraWidths ?? []).forEach(({ atMm, widthMm }, index) => {
    const upper = lines.findIndex((line) => line.atMm > atMm);
    const [from, to] = [lines[upper - 1], lines[upper]];
    const refuse = (kind: BladeContradiction['kind'], value: number, limitMm: number): void => {
      const between = [from?.name ?? 'waist', to?.name ?? 'tail'] as const;
      found.push({ measure: 'extraWidths', kind, value, limitMm, extra: { index, atMm, between } });
    };
    const lastMm = lines[lines.length - 1]?.atMm ?? 0;
    if (!Number.isFinite(atMm) || !Number.isFinite(widthMm)) refuse('notANumber', widthMm, 0);
    else if (atMm <= 0 || !from || !to) refuse('offTheBlade', atMm, lastMm);
    else if (atMm - before.atMm < EXTRA_WIDTH_GAP_MM && atMm - from.atMm >= EXTRA_WIDTH_GAP_MM)
      refuse('outOfOrder', atMm, before.atMm + EXTRA_WIDTH_GAP_MM);
    else if (atMm - from.atMm < EXTRA_WIDTH_GAP_MM || to.atMm - atMm < EXTRA_WIDTH_GAP_MM) {
      refuse('outOfOrder', atMm, atMm - from.atMm < EXTRA_WIDTH_GAP_MM ? from.atMm + EXTRA_WIDTH_GAP_MM : to.atMm - EXTRA_WIDTH_GAP_MM);
    } else {
      const last = before.atMm > from.atMm ? before.widthMm : from.widthMm;
      const [low, high] = [Math.min(last, to.widthMm), Math.max(last, to.widthMm)];
      if (widthMm < low || widthMm > high) refuse('notBetween', widthMm, widthMm < low ? low : high);
      else before = { atMm, widthMm };
    }
  });
  return found;
}
