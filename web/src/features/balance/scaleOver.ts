import { inchesToMm } from '@easytuck/core';

/** Steps that a scale goes in, in mm: round lengths of the unit that is shown. */
const STEPS_MM = { cm: [5, 10, 20, 50], in: [1 / 8, 1 / 4, 1 / 2, 1, 2].map(inchesToMm) } as const;
const MOST_TICKS = 8;

/** The scale of a chart over some lengths in mm: round lengths of the unit around them, in steps that do not crowd. */
export function scaleOver(
  valuesMm: readonly number[],
  unit: 'in' | 'cm',
): { readonly domain: [number, number]; readonly ticks: readonly number[] } {
  const [least, most] = [Math.min(...valuesMm), Math.max(...valuesMm)];
  const steps = STEPS_MM[unit];
  const stepMm = steps.find((step) => (most - least) / step <= MOST_TICKS) ?? steps[steps.length - 1] ?? 50;
  const [low, high] = [Math.floor(least / stepMm) * stepMm, Math.ceil(most / stepMm) * stepMm];
  const count = Math.max(1, Math.round((high - low) / stepMm));
  return { domain: [low, low + count * stepMm], ticks: Array.from({ length: count + 1 }, (_, i) => low + i * stepMm) };
}
