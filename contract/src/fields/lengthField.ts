import { formatLength, parseLength, type LengthUnit } from '@easytuck/core';
import { z } from 'zod';
import { explainNumber } from './explainNumber.ts';

/** A length that a field takes: its name, as forms label it, and its limits in mm. */
export interface LengthLimits {
  readonly what: string;
  readonly minMm: number;
  readonly maxMm: number;
}

/** The measures of a fitting and their limits, in mm; outside them a unit was mixed up (common practice, no source). */
export const FITTING_LENGTHS = {
  easeMm: { what: 'Ease', minMm: 0, maxMm: 40 },
  leadMm: { what: 'Lead', minMm: 0, maxMm: 150 },
  bareNeckMm: { what: 'Bare neck', minMm: 230, maxMm: 600 },
  firstButtonMm: { what: 'First button down', minMm: 30, maxMm: 130 },
  buttonSpacingMm: { what: 'Between buttons', minMm: 40, maxMm: 160 },
  standHeightMm: { what: 'Band height', minMm: 15, maxMm: 80 },
  leafLengthMm: { what: 'Leaf length', minMm: 15, maxMm: 140 },
  halfWidthMm: { what: 'Half-width', minMm: 10, maxMm: 150 },
  smallMm: { what: 'Small style: how much under', minMm: 3, maxMm: 38.1 },
  evennessMm: { what: 'Even means within', minMm: 0.5, maxMm: 15 },
  neckBreadthMm: { what: 'Neck breadth', minMm: 70, maxMm: 220 },
  collarPointsMm: { what: 'Collar points apart', minMm: 30, maxMm: 250 },
  faceWidthMm: { what: 'Face or spectacles', minMm: 90, maxMm: 220 },
} as const satisfies Record<string, LengthLimits>;

/** A length in mm on the wire. */
export function lengthMm(limits: LengthLimits): z.ZodNumber {
  const message = explainRange(limits, 'mm');
  return z
    .number({ error: `${limits.what}: this must be a number of millimetres.` })
    .min(limits.minMm, message)
    .max(limits.maxMm, message);
}

/** A length as people type it, read into mm. `unit` is meant where none is written, and is the one that errors speak in. */
export function lengthField(limits: LengthLimits, unit: LengthUnit): z.ZodType<number, string> {
  const example = formatLength((limits.minMm + limits.maxMm) / 2, unit);
  return z.string().transform((text, context) => {
    const reading = parseLength(text, unit);
    if (reading.kind === 'unreadable') {
      context.addIssue({ code: 'custom', message: explainNumber(reading.reason, limits.what, example) });
      return z.NEVER;
    }
    if (reading.lengthMm < limits.minMm || reading.lengthMm > limits.maxMm) {
      const likely = likelyLength(text, limits, unit);
      context.addIssue({
        code: 'custom',
        message: `${formatLength(reading.lengthMm, reading.unit)} is out of range. ${likely === null ? explainRange(limits, unit) : `Did you mean ${likely}?`}`,
      });
      return z.NEVER;
    }
    return reading.lengthMm;
  });
}

/** As {@link lengthField}, where nothing typed means not measured. */
export function optionalLengthField(limits: LengthLimits, unit: LengthUnit): z.ZodType<number | null, string> {
  const field = lengthField(limits, unit);
  return z.string().transform((text, context) => {
    if (text.trim() === '') return null;
    const parsed = field.safeParse(text);
    if (parsed.success) return parsed.data;
    for (const issue of parsed.error.issues) context.addIssue({ code: 'custom', message: issue.message });
    return z.NEVER;
  });
}

/** A length that was typed without its unit, in the other unit, where only that makes sense: `37` at a neck in inches is 37 cm. */
export function likelyLength(text: string, limits: LengthLimits, unit: LengthUnit): string | null {
  const other: LengthUnit = unit === 'in' ? 'cm' : 'in';
  const reading = parseLength(text, unit);
  const written = `${text.trim()} ${other}`;
  const inOther = parseLength(written, other);
  const isIn = (read: typeof reading): boolean => read.kind === 'length' && read.lengthMm >= limits.minMm && read.lengthMm <= limits.maxMm;
  return !isIn(reading) && isIn(inOther) ? written : null;
}

function explainRange(limits: LengthLimits, unit: LengthUnit): string {
  return `${limits.what}: from ${formatLength(limits.minMm, unit)} to ${formatLength(limits.maxMm, unit)}.`;
}
