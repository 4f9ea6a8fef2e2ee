import { VULGAR_FRACTIONS } from './vulgarFractions.ts';

/** What came of reading a number as people write it. */
export type NumberReading =
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'unreadable'; readonly reason: 'empty' | 'notANumber' | 'zeroDenominator' | 'negative' };

/** No number that anybody writes for a measure is longer, in characters. */
export const LONGEST_NUMBER_TEXT = 40;
const DECIMAL = /^\d+(?:[.,]\d+)?$/;
/** After white space was made single spaces. */
const FRACTION = /^(?:(\d+)(?: ?- ?| and | ))?(\d+) ?\/ ?(\d+)$/;

/**
 * Reads a non-negative number written with a decimal point or comma, as a fraction, or as a whole number and a
 * fraction: `15.75`, `15,75`, `3/4`, `15 3/4`, `15-3/4`, `15¾`.
 *
 * Fails with a reason, never with NaN. A minus sign is read only to be refused by name.
 */
export function parseNumber(text: string): NumberReading {
  const typed = text.trim();
  if (typed === '') return unreadable('empty');
  if (typed.length > LONGEST_NUMBER_TEXT) return unreadable('notANumber');
  const plain = spellOutFractions(typed).trim().toLowerCase().replace(/\s+/g, ' ');
  if (/^[-−–] ?\d/.test(plain)) return unreadable('negative');
  if (DECIMAL.test(plain)) return { kind: 'number', value: Number(plain.replace(',', '.')) };
  const match = FRACTION.exec(plain);
  if (!match) return unreadable('notANumber');
  const [, whole = '0', numerator = '', denominator = ''] = match;
  if (Number(denominator) === 0) return unreadable('zeroDenominator');
  return { kind: 'number', value: Number(whole) + Number(numerator) / Number(denominator) };
}

function unreadable(reason: Extract<NumberReading, { kind: 'unreadable' }>['reason']): NumberReading {
  return { kind: 'unreadable', reason };
}

/** Turns `15¾` into `15 3/4` and every kind of slash into `/`. */
function spellOutFractions(text: string): string {
  let spelled = text.replace(/[⁄∕]/g, '/');
  for (const [glyph, [numerator, denominator]] of VULGAR_FRACTIONS) {
    spelled = spelled.replaceAll(glyph, ` ${numerator}/${denominator}`);
  }
  return spelled;
}
