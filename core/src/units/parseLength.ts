import { MM_PER_UNIT, type LengthUnit } from './lengthUnit.ts';
import { parseNumber, type NumberReading } from './parseNumber.ts';

/** What came of reading a length: millimetres, the number and unit it was written in, or why it could not be read. */
export type LengthReading =
  | { readonly kind: 'length'; readonly lengthMm: number; readonly value: number; readonly unit: LengthUnit; readonly unitWritten: boolean }
  | Extract<NumberReading, { kind: 'unreadable' }>;

const UNIT_SPELLINGS: readonly (readonly [RegExp, LengthUnit])[] = [
  [/\s*(?:millimet(?:re|er)s?|mm)\.?$/i, 'mm'],
  [/\s*(?:centimet(?:re|er)s?|cm)\.?$/i, 'cm'],
  [/\s*(?:inches|inch|ins|in|"|″|”|'')\.?$/i, 'in'],
];

/** Splits a written length into its number and its unit; `unit` is undefined where none is written. */
export function splitUnit(text: string): { readonly numberText: string; readonly unit: LengthUnit | undefined } {
  const trimmed = text.trim();
  for (const [spelling, unit] of UNIT_SPELLINGS) {
    if (spelling.test(trimmed)) return { numberText: trimmed.replace(spelling, ''), unit };
  }
  return { numberText: trimmed, unit: undefined };
}

/**
 * Reads a length as people write it: `15 3/4`, `15¾ in`, `15-3/4"`, `40 cm`, `40,5cm`, `62 mm`.
 *
 * @param unitIfNone the unit meant where none is written.
 * @returns millimetres (never negative, never NaN), or the reason why the text is no length.
 */
export function parseLength(text: string, unitIfNone: LengthUnit): LengthReading {
  const { numberText, unit } = splitUnit(text);
  const reading = parseNumber(numberText);
  if (reading.kind === 'unreadable') return reading;
  const unitMeant = unit ?? unitIfNone;
  return {
    kind: 'length',
    lengthMm: reading.value * MM_PER_UNIT[unitMeant],
    value: reading.value,
    unit: unitMeant,
    unitWritten: unit !== undefined,
  };
}
