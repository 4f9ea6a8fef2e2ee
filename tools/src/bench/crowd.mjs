/*
 * Invented people for filling a shop, by the table that the interface takes in.
 */

/** Names put together from parts, so that beginnings are shared by few, some and very many. */
const FIRST = [
  'Corin',
  'Marit',
  'Desmond',
  'Ottoline',
  'Ivo',
  'Agnes',
  'Tobias',
  'Rafferty',
  'Emeka',
  'Piet',
  'Wenna',
  'Leocadia',
  'Hepzibah',
  'Zorica',
  'Åse',
  'Mara',
  'Marius',
];
const SYLLABLES = [
  'ash',
  'bel',
  'cor',
  'dun',
  'el',
  'far',
  'gar',
  'hol',
  'ing',
  'jar',
  'kel',
  'lar',
  'mar',
  'nor',
  'ot',
  'pen',
  'quil',
  'ren',
  'sol',
  'tol',
  'ul',
  'van',
  'wim',
  'yar',
  'zan',
];

/** @param {number} i */
const nameOf = (i) => {
  const at = (/** @type {number} */ n) => SYLLABLES[n % SYLLABLES.length] ?? '';
  const surname = `${at(i)}${at(Math.floor(i / 25))}${at(Math.floor(i / 625))}`;
  return `${FIRST[i % FIRST.length]} ${surname.charAt(0).toUpperCase()}${surname.slice(1)}${i % 3 === 0 ? `-${at(i * 7)}by` : ''}`;
};

/** A table of so many people. @param {number} count @param {number} [from] the number of the first */
export function fileOfPeople(count, from = 0) {
  const rows = Array.from({ length: count }, (_, i) => i + from).map(
    (k) => `${nameOf(k)} ${k},${14 + (k % 9) / 2} in,${k % 4 === 0 ? 'right' : 'left'},"note, with ""quotes"" ${k}"`,
  );
  return `name,collar,long end,note\r\n${rows.join('\r\n')}\r\n`;
}

/** Sends a table as the interface does. @param {string} address @param {string} text */
export async function takeIn(address, text) {
  const form = new FormData();
  form.append('file', new File([text], 'people.csv'));
  const started = performance.now();
  const answer = await fetch(`${address}/api/exchange/wearers?mode=all`, { method: 'POST', body: form });
  const { taken } = await answer.json();
  return { taken, tookMs: performance.now() - started };
}

/** What is typed to find some of them: beginnings of names, of one word and of two. @param {number} count */
export const searchLetters = (count) =>
  Array.from({ length: count }, (_, i) => {
    const name = nameOf(i * 151);
    const [first = '', last = ''] = name.split(' ');
    return (
      [
        first.slice(0, 1 + (i % 4)),
        last.slice(0, 1 + (i % 6)),
        `${first.slice(0, 2)} ${last.slice(0, 3)}`,
        `${last.slice(0, 2)} ${first.slice(0, 1)}`,
      ][i % 4] ?? ''
    );
  });
