import { readFileSync } from 'node:fs';
import { percentile } from './figure.mjs';

const PEOPLE = 100_000;
const PER_FILE = 10_000;
const SEARCHES = 600;

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

/** @param {number} from */
function fileOf(from) {
  const rows = Array.from(
    { length: PER_FILE },
    (_, k) => `${nameOf(from + k)} ${from + k},${14 + (k % 9) / 2} in,${k % 4 === 0 ? 'right' : 'left'},"note, with ""quotes"" ${k}"`,
  );
  return `name,collar,long end,note\r\n${rows.join('\r\n')}\r\n`;
}

/** Peak memory of a process, in MB. @param {number} pid */
const peakMb = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;

/**
 * Fills a shop with 100,000 wearers by its own import, and searches among them through the server, by the beginnings of
 * names that people type.
 * @param {string} address
 * @param {number} serverPid
 */
export async function measureRecords(address, serverPid) {
  const before = peakMb(serverPid);
  let importS = Number.NaN;
  let importPeakMb = Number.NaN;
  for (let from = 0; from < PEOPLE; from += PER_FILE) {
    const started = performance.now();
    const answer = await fetch(`${address}/api/exchange/wearers?mode=all`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: fileOf(from),
    });
    const { taken } = await answer.json();
    if (taken !== PER_FILE) throw new Error(`${taken} of ${PER_FILE} rows were taken in`);
    if (from > 0) continue;
    importS = (performance.now() - started) / 1000;
    importPeakMb = peakMb(serverPid);
  }
  const letters = Array.from({ length: SEARCHES }, (_, i) => {
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
  const search = async (/** @type {string} */ q) => {
    const started = performance.now();
    const found = await (await fetch(`${address}/api/wearers?${new URLSearchParams({ q })}`)).json();
    if (found.wearers.length === 0) throw new Error(`nobody was found for ${q}`);
    return performance.now() - started;
  };
  for (const q of letters.slice(0, 60)) await search(q);
  const times = [];
  for (const q of letters) times.push(await search(q));
  return { importS, importPeakMb, restingMb: before, searchP95Ms: percentile(times, 0.95), searchMedianMs: percentile(times, 0.5) };
}
