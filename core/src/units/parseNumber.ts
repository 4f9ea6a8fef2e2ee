import { plainText } from './plainText.ts';

/** Why a text is no number that a tape could show. */
export type UnreadableReason = 'empty' | 'notANumber' | 'zeroDenominator' | 'negative' | 'improperFraction';

/** What came of reading a number as people write it. */
export type NumberReading =
  { readonly kind: 'number'; readonly value: number } | { readonly kind: 'unreadable'; readonly reason: UnreadableReason };

/** No number that anybody writes for a measure is longer, in characters. */
export const LONGEST_NUMBER_TEXT = 40;
/** `15.` is a number on its way: nothing is wrong with it yet. */
const DECIMAL = /^(?:\d+[.,]?|\d*[.,]\d+)$/;
const FRACTION = /^(?:(\d+)(?: ?- ?| and | ))?(\d+) ?\/ ?(\d+)$/;

/**
 * Reads a non-negative number written with a decimal point or comma, as a fraction, or as a whole number and a
 * fraction: `15.75`, `15,75`, `3/4`, `15 3/4`, `15-3/4`, `15¾`. A fraction is less than one: `31/2` is more likely 3 1/2
 * with its space forgotten than fifteen and a half, so it is refused rather than guessed.
 *
 * Fails with a reason, never with NaN. A minus sign is read only to be refused by name.
 */
export function parseNumber(text: string): NumberReading {
  const typed = text.trim();
  if (typed === '') return unreadable('empty');
  if (typed.length > LONGEST_NUMBER_TEXT) return unreadable('notANumber');
  const plain = plainText(typed);
  if (/^- ?[\d.,]/.test(plain)) return unreadable('negative');
  if (DECIMAL.test(plain)) return { kind: 'number', value: Number(plain.replace(',', '.')) };
  const match = FRACTION.exec(plain);
  if (!match) return unreadable('notANumber');
  const [, whole = '0', numerator = '', denominator = ''] = match;
  if (Number(denominator) === 0) return unreadable('zeroDenominator');
  if (Number(numerator) >= Number(denominator)) return unreadable('improperFraction');
  return { kind: 'number', value: Number(whole) + Number(numerator) / Number(denominator) };
}

function unreadable(reason: UnreadableReason): NumberReading {
  return { kind: 'unreadable', reason };
}
