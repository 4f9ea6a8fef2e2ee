import type { Typeface, Measure } from './display.ts';

/** Where a line may be broken: not between a whole number and its fraction, lest 1½ reads as 1 at a line's end. */
const BETWEEN_WORDS = /[^\S\u00a0\u200a\u202f]+/;

/** Breaks a text into lines no wider than `widthMm`; a word that is wider by itself stands alone, shortened where it must be. */
export function wrapText(text: string, face: Typeface, sizeMm: number, widthMm: number, measure: Measure): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(BETWEEN_WORDS).filter((each) => each !== '')) {
    const last = lines[lines.length - 1];
    const longer = last === undefined ? word : `${last} ${word}`;
    if (last === undefined) lines.push(word);
    else if (measure(longer, face, sizeMm) <= widthMm) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines.map((line) => shorten(line, face, sizeMm, widthMm, measure));
}

/** A text on one line, cut with an ellipsis where it is too wide. */
export function shorten(text: string, face: Typeface, sizeMm: number, widthMm: number, measure: Measure): string {
  if (measure(text, face, sizeMm) <= widthMm) return text;
  const letters = Array.from(text);
  const fits = (count: number): boolean => measure(`${letters.slice(0, count).join('')}…`, face, sizeMm) <= widthMm;
  let [few, many] = [1, letters.length];
  while (many - few > 1) {
    const middle = Math.floor((few + many) / 2);
    if (fits(middle)) few = middle;
    else many = middle;
  }
  return `${letters.slice(0, few).join('').trimEnd()}…`;
}
