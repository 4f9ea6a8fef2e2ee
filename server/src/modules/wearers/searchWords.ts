/** Words are kept up to this many letters. */
const LONGEST_WORD = 24;
/** Beginnings up to this many letters are kept themselves, latest wearer first; longer ones match few. */
export const SHORT_WORD = 4;

/** Letters that do not come apart into a letter and a mark. */
const PLAIN: Readonly<Record<string, string>> = { ø: 'o', đ: 'd', ð: 'd', ł: 'l', ß: 'ss', æ: 'ae', œ: 'oe', þ: 'th', ı: 'i' };

/** The words of a name without marks and capitals: `Solheim-Groves, Åse` gives solheim, groves, ase. */
export function nameWords(name: string): readonly string[] {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[øđðłßæœþı]/g, (letter) => PLAIN[letter] ?? letter);
  return plain
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map((word) => beginning(word, LONGEST_WORD));
}

/** Endings of words stand behind this mark, which no word has. */
export const ENDING_MARK = '*';
/** Letters from the middle of a name that find it: fewer would find nearly everybody. */
export const SHORTEST_MIDDLE = 3;

/** What a name is found by: its words, their first one to four letters, and their endings for who knows the middle only. */
export function searchWords(name: string): readonly string[] {
  const words = nameWords(name);
  return [
    ...new Set(words.flatMap((word) => [word, ...Array.from({ length: SHORT_WORD }, (_, i) => beginning(word, i + 1)), ...endings(word)])),
  ];
}

function endings(word: string): readonly string[] {
  const letters = Array.from(word);
  const count = Math.max(0, letters.length - SHORTEST_MIDDLE);
  return Array.from({ length: count }, (_, i) => `${ENDING_MARK}${letters.slice(i + 1).join('')}`);
}

/** The first letters of a word. Letters are counted, not the halves that some of them are stored as: 𠮷 is one. */
export const beginning = (word: string, letters: number): string => Array.from(word).slice(0, letters).join('');

/** Whether a word's beginning is kept as it is. */
export const isShortWord = (word: string): boolean => Array.from(word).length <= SHORT_WORD;
