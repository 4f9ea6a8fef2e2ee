import type { BladeMeasures } from './blade.ts';

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
    | 'tipWithoutDepth';
  readonly value: number;
  /** The limit it breaks, in mm. */
  readonly limitMm: number;
}

/** Smallest and largest value of each measure, in mm: wider than any tie sold, so that a unit mixed up is caught (common practice, no source). */
export const BLADE_RANGES: Readonly<Record<Exclude<keyof BladeMeasures, 'tipShape'>, readonly [min: number, max: number]>> = {
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
  for (const [measure, [min, max]] of Object.entries(BLADE_RANGES) as [
    Exclude<keyof BladeMeasures, 'tipShape'>,
    readonly [number, number],
  ][]) {
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
  if (blade.tipShape === 'straight' && blade.tipDepthMm > 0) {
    found.push({ measure: 'tipDepthMm', kind: 'depthWithoutTip', value: blade.tipDepthMm, limitMm: 0 });
  }
  if (blade.tipShape !== 'straight' && blade.tipDepthMm === 0) {
    found.push({ measure: 'tipDepthMm', kind: 'tipWithoutDepth', value: 0, limitMm: 1 });
  }
  return found;
}
