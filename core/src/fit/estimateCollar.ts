import { inchesToMm, MM_PER_UNIT, type CollarSize, type CollarSystem } from '../units/index.ts';

/** A shirt's collar is about this much larger than the bare neck (common practice, no source). */
export const COLLAR_OVER_NECK_MM = inchesToMm(1 / 2);
/** Shirts are sold in steps of half an inch, or of a centimetre. */
const SIZE_STEP: Readonly<Record<CollarSystem, number>> = { in: 0.5, cm: 1 };

/** Collar size to propose where only the bare neck was measured: the shirt size nearest to neck and half an inch. An estimate, to be shown as one. */
export function estimateCollar(bareNeckMm: number, system: CollarSystem): CollarSize {
  const step = SIZE_STEP[system];
  return { system, label: Math.round((bareNeckMm + COLLAR_OVER_NECK_MM) / MM_PER_UNIT[system] / step) * step };
}
