import { MM_PER_UNIT, type LengthUnit } from './lengthUnit.ts';
import { LONGEST_NUMBER_TEXT, parseNumber, type NumberReading } from './parseNumber.ts';
import { plainText } from './plainText.ts';

/** What came of reading a length: millimetres, the number and unit it was written in, or why it could not be read. */
export type LengthReading =
  | { readonly kind: 'length'; readonly lengthMm: number; readonly value: number; readonly unit: LengthUnit; readonly unitWritten: boolean }
  | Extract<NumberReading, { kind: 'unreadable' }>;

/** How units are written, longest spellings first; a full stop may follow. */
const UNIT_SPELLINGS: readonly (readonly [spelling: string, unit: LengthUnit])[] = [
  ...(['millimetres', 'millimeters', 'millimetre', 'millimeter', 'mm'] as const).map((spelling) => [spelling, 'mm'] as const),
  ...(['centimetres', 'centimeters', 'centimetre', 'centimeter', 'cm'] as const).map((spelling) => [spelling, 'cm'] as const),
  ...(['inches', 'inch', 'ins', 'in', '"', '”', '“', '„', "''", '’’', '‘‘', '′′'] as const).map((spelling) => [spelling, 'in'] as const),
];

/** Splits a written length into its number and its unit; `unit` is undefined where none is written, or the text is too long to be a length. */
export function splitUnit(text: string): { readonly numberText: string; readonly unit: LengthUnit | undefined } {
  const trimmed = text.trim();
  if (trimmed.length > LONGEST_NUMBER_TEXT) return { numberText: trimmed, unit: undefined };
  const plain = plainText(trimmed);
  const bare = plain.endsWith('.') ? plain.slice(0, -1) : plain;
  for (const [spelling, unit] of UNIT_SPELLINGS) {
    if (bare.endsWith(spelling)) return { numberText: bare.slice(0, -spelling.length).trim(), unit };
  }
  return { numberText: plain, unit: undefined };
}

/**
 * Reads a length as people write it: `15 3/4`, `15¾ in`, `15-3/4"`, `40 cm`, `40,5cm`, `62 mm`. Takes a time that grows no
 * faster than the text is long.
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
