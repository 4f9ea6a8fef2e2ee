import { VULGAR_FRACTIONS } from './vulgarFractions.ts';

/** Everything that people and their keyboards use for a short dash: hyphens, no-break hyphen, dashes, minus. */
const DASHES = /[\u2010-\u2015\u2212\ufe58\ufe63\uff0d]/g;
/** Slashes of fractions and divisions. */
const SLASHES = /[\u2044\u2215]/g;
/** Decimal separator of Arabic numerals. */
const ARABIC_DECIMAL = /\u066b/g;
/** First code of each row of ten Arabic digits: Arabic-Indic and its eastern forms. */
const ARABIC_ZEROS = [0x0660, 0x06f0] as const;

/**
 * A measure in plain characters: `15¾` as `15 3/4`, every dash as `-`, full-width and Arabic digits as 0 to 9, white space
 * as single spaces, lower case. Takes a time that grows no faster than the text is long.
 */
export function plainText(text: string): string {
  let plain = text;
  // before the compatibility form, which would join 15¾ to 153/4
  for (const [glyph, [numerator, denominator]] of VULGAR_FRACTIONS) plain = plain.replaceAll(glyph, ` ${numerator}/${denominator}`);
  return plain
    .normalize('NFKC')
    .replace(/[\u0660-\u0669\u06f0-\u06f9]/g, latinDigit)
    .replace(ARABIC_DECIMAL, '.')
    .replace(SLASHES, '/')
    .replace(DASHES, '-')
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim();
}

function latinDigit(digit: string): string {
  const code = digit.charCodeAt(0);
  const zero = ARABIC_ZEROS.find((first) => code >= first && code < first + 10) ?? code;
  return String(code - zero);
}
