import { inchesToMm, type LengthUnit } from '@easytuck/core';

/** Round lengths between two, for an axis: half inches or centimetres. In mm. */
export function roundTicks(lowMm: number, highMm: number, unit: LengthUnit): number[] {
  const stepMm = unit === 'in' ? inchesToMm(1 / 2) : 10;
  const first = Math.ceil(lowMm / stepMm);
  return Array.from({ length: Math.max(0, Math.floor(highMm / stepMm) - first + 1) }, (_, i) => (first + i) * stepMm);
}
