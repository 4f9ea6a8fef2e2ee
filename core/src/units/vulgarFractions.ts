/** Single characters for fractions (Unicode, Number Forms and Latin-1) with numerator and denominator. */
export const VULGAR_FRACTIONS: ReadonlyMap<string, readonly [number, number]> = new Map([
  ['¼', [1, 4]],
  ['½', [1, 2]],
  ['¾', [3, 4]],
  ['⅛', [1, 8]],
  ['⅜', [3, 8]],
  ['⅝', [5, 8]],
  ['⅞', [7, 8]],
  ['⅓', [1, 3]],
  ['⅔', [2, 3]],
]);
