/** Letters that do not come apart into a letter and a mark. */
const PLAIN: Readonly<Record<string, string>> = { ø: 'o', đ: 'd', ð: 'd', ł: 'l', ß: 'ss', æ: 'ae', œ: 'oe', þ: 'th', ı: 'i' };

/** A name or any words as they are compared: no marks, no capitals, single spaces; apostrophes and hyphens part words. */
export const fold = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[øđðłßæœþı]/g, (letter) => PLAIN[letter] ?? letter)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .join(' ');

/** Whether some words hold all the letters looked for, word by word, in any order, whatever the marks: "pique" finds piqué. */
export function holds(words: string, sought: string): boolean {
  const folded = fold(words);
  return fold(sought)
    .split(' ')
    .every((word) => folded.includes(word));
}
