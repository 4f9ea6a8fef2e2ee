import { MM_PER_UNIT, type LengthUnit } from './lengthUnit.ts';

/** The finest fraction of an inch shown to people: an eighth, as tapes are marked. */
export const FINEST_INCH_FRACTION = 8;

const MINUS = '−';
/** Set between two digits, the fraction slash makes type set a fraction; the narrow space keeps the whole number out of it, and no line is broken there: a length never reads as its whole number alone. */
const FRACTION_SLASH = '\u2044';
const NARROW_SPACE = '\u202f';

/**
 * A length in inches to the nearest eighth (or `finest`, a power of two), without its unit: 15 3⁄4, −1 1⁄2, 3⁄8, 0, with a narrow space before the
 * fraction and a fraction slash in it, so that any good type sets it as one. `parseNumber` reads it back.
 * Accuracy: within 1/16 in (1.6 mm).
 */
export function formatInches(lengthMm: number, finest: number = FINEST_INCH_FRACTION): string {
  const { negative, whole, numerator, denominator } = inchParts(lengthMm, finest);
  const fraction = numerator === 0 ? '' : `${numerator}${FRACTION_SLASH}${denominator}`;
  if (fraction === '') return `${negative ? MINUS : ''}${whole}`;
  return `${negative ? MINUS : ''}${whole === 0 ? '' : `${whole}${NARROW_SPACE}`}${fraction}`;
}

/** As {@link formatInches}, in characters that every keyboard has: `15 3/4`. What is put into a field to be edited. */
export function formatInchesPlain(lengthMm: number, finest: number = FINEST_INCH_FRACTION): string {
  const { negative, whole, numerator, denominator } = inchParts(lengthMm, finest);
  const parts = [whole === 0 && numerator > 0 ? '' : String(whole), numerator > 0 ? `${numerator}/${denominator}` : ''];
  return `${negative ? '-' : ''}${parts.filter((part) => part !== '').join(' ')}`;
}

/** The finest fraction of an inch that a tied bow is read and evened out to: as fine as a tape goes. A power of two. */
export const FINE_INCH_FRACTION = 16;

/** A length on a tied bow with its unit: inches to a sixteenth, centimetres to a millimetre, or whole millimetres. */
export function formatFine(lengthMm: number, unit: LengthUnit): string {
  return unit === 'in' ? `${formatInches(lengthMm, FINE_INCH_FRACTION)} in` : formatLength(lengthMm, unit);
}

/** A length with its unit: inches to an eighth (`4 7⁄8 in`), centimetres to a millimetre (`12.4 cm`), or whole millimetres. */
export function formatLength(lengthMm: number, unit: LengthUnit): string {
  return `${formatLengthBare(lengthMm, unit)} ${unit}`;
}

/** As {@link formatLength}, without the unit. */
export function formatLengthBare(lengthMm: number, unit: LengthUnit): string {
  if (unit === 'in') return formatInches(lengthMm);
  const digits = unit === 'cm' ? 1 : 0;
  const text = (Math.abs(lengthMm) / MM_PER_UNIT[unit]).toFixed(digits);
  return lengthMm < 0 && Number(text) !== 0 ? `${MINUS}${text}` : text;
}

function inchParts(lengthMm: number, finest: number): { negative: boolean; whole: number; numerator: number; denominator: number } {
  const parts = Math.round((Math.abs(lengthMm) / MM_PER_UNIT.in) * finest);
  let numerator = parts % finest;
  let denominator = finest;
  while (numerator > 0 && numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  return { negative: lengthMm < 0 && parts > 0, whole: Math.floor(parts / finest), numerator, denominator };
}
