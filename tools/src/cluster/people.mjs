import { randomUUID } from 'node:crypto';
import { sleep } from '../lib/privateDatabase.mjs';

/*
 * Whoever saves while machines fail: they send each change under its own key until it is answered, as the interface does, and keep
 * a book of what was acknowledged.
 */

const ANSWER_WITHIN_MS = 12_000;
const AGAIN_MS = 25;
const LATE_MS = 7_000;
/** After the saving ended an answer is waited for so long: a cluster that never comes back must not hold up whoever says so. */
const LAST_ANSWER_MS = 30_000;
/** So many records are changed by everybody at once. */
const SHARED = 4;
/** Every so many fittings one is revised. */
const REVISE_EVERY = 3;

/**
 * What was acknowledged, and how.
 * @typedef {{
 *   fittings: Map<string, { wearer: string, rootId: string, number: number }>,
 *   shared: Map<string, Map<number, string>>,
 *   unsure: Map<string, Set<number>>,
 *   overwritten: string[],
 *   acknowledgedAt: Map<string, number[]>,
 *   answers: Map<number, number>,
 *   wrong: string[],
 *   slow: string[],
 *   waitUntil: number,
 * }} Book
 */

/** A book in which nothing stands yet. @returns {Book} */
export const emptyBook = () => ({
  fittings: new Map(),
  shared: new Map(),
  unsure: new Map(),
  overwritten: [],
  acknowledgedAt: new Map(),
  answers: new Map(),
  wrong: [],
  slow: [],
  waitUntil: Number.POSITIVE_INFINITY,
});

/**
 * People at several shops who save without a pause until told to end.
 * @param {readonly string[]} addresses of the shops
 * @param {number} perShop
 */
export async function letPeopleSave(addresses, perShop) {
  const book = emptyBook();
  const [home = ''] = addresses;
  const tieId = await tieThatFits(home);
  const shared = await Promise.all(
    Array.from({ length: SHARED }, async (_, i) => {
      const id = newKey();
      await need(home, 'POST', '/api/wearers', { id, name: `Shared ${i} ${id.slice(-6)}`, collar: '16', longEnd: 'left', note: '' });
      book.shared.set(id, new Map());
      book.unsure.set(id, new Set());
      return id;
    }),
  );
  let isSaving = true;
  const working = addresses.flatMap((address, shop) =>
    Array.from({ length: perShop }, (_, i) => work({ address, name: `P${shop}${i}`, isSaving: () => isSaving, book, tieId, shared })),
  );
  return {
    book,
    /** Ends the saving; each last change is still sent until it is answered, or for so long. */
    stop: async () => {
      isSaving = false;
      book.waitUntil = performance.now() + LAST_ANSWER_MS;
      await Promise.all(working);
    },
  };
}

/** @param {{ address: string, name: string, isSaving: () => boolean, book: Book, tieId: string, shared: readonly string[] }} person */
async function work(person) {
  /** @type {{ id: string, wearerId: string, rootId: string, number: number, wearer: string } | undefined} */
  let last;
  for (let i = 0; person.isSaving(); i += 1) {
    if (i % 4 === 3) await changeShared(person, person.shared[Math.floor(Math.random() * person.shared.length)] ?? '');
    else if (last !== undefined && i % REVISE_EVERY === 2) last = await revise(person, last);
    else last = await giveOut(person, i);
  }
}

/** @param {Parameters<typeof work>[0]} person @param {number} i */
async function giveOut({ address, name, book, tieId }, i) {
  const [id, wearerId] = [newKey(), newKey()];
  const wearer = `${name} ${i} ${id.slice(-6)}`;
  const { status } = await untilAnswered(
    address,
    book,
    'POST',
    '/api/fittings',
    fittingFor(id, tieId, { kind: 'new', id: wearerId, name: wearer }),
  );
  if (status !== 201 && status !== 200) return undefined;
  book.fittings.set(id, { wearer, rootId: id, number: 1 });
  return { id, wearerId, rootId: id, number: 1, wearer };
}

/** @param {Parameters<typeof work>[0]} person @param {NonNullable<Awaited<ReturnType<typeof giveOut>>>} last */
async function revise({ address, book, tieId }, last) {
  const id = newKey();
  const body = { ...fittingFor(id, tieId, { kind: 'known', id: last.wearerId }), leadMm: 30 + last.number, revises: last.id };
  const { status } = await untilAnswered(address, book, 'POST', '/api/fittings', body);
  if (status !== 201 && status !== 200) return undefined;
  const next = { ...last, id, number: last.number + 1 };
  book.fittings.set(id, { wearer: last.wearer, rootId: last.rootId, number: next.number });
  return next;
}

/** Changes a record that others change too, over the version that was read; a conflict is read again. @param {Parameters<typeof work>[0]} person @param {string} id */
async function changeShared({ address, name, book, isSaving }, id) {
  for (let isKept = false; !isKept && isSaving();) {
    const seen = await untilAnswered(address, book, 'GET', `/api/wearers/${id}`);
    if (seen.status !== 200) return;
    const { version, name: of } = seen.body;
    const note = `${name} over ${version} ${randomUUID().slice(0, 8)}`;
    const kept = await untilAnswered(address, book, 'PUT', `/api/wearers/${id}`, {
      name: of,
      collar: '16',
      longEnd: 'left',
      note,
      version,
    });
    if (kept.status !== 200) {
      if (kept.status !== 409) return;
      // it may have been kept, its answer lost, and changed again by somebody else before it was sent again
      if (kept.tries > 1) book.unsure.get(id)?.add(version + 1);
      continue;
    }
    isKept = true;
    // what is answered is the record as it is by then, which somebody else may have changed again
    const own = version + 1;
    const versions = book.shared.get(id);
    if (versions?.has(own) || kept.body.version < own) book.overwritten.push(`${id} version ${own}`);
    versions?.set(own, note);
  }
}

/**
 * Sends a change again and again until it is answered with anything but "not now", or nobody waits any longer.
 * @param {string} address @param {Book} book @param {string} method @param {string} path @param {object} [body]
 * @returns {Promise<{ status: number, body: any, tries: number }>}
 */
async function untilAnswered(address, book, method, path, body) {
  for (let tries = 1; ; tries += 1) {
    const sent = performance.now();
    const answer = await send(address, method, path, body);
    const tookMs = performance.now() - sent;
    // (a request is promised an answer within six seconds)
    if (tookMs > LATE_MS)
      book.slow.push(
        `${method} ${path.split('/').slice(0, 3).join('/')} at ${address}: ${answer.status} after ${(tookMs / 1000).toFixed(1)} s`,
      );
    book.answers.set(answer.status, (book.answers.get(answer.status) ?? 0) + 1);
    if (answer.status === 200 || answer.status === 201) {
      if (method !== 'GET') note(book.acknowledgedAt, address);
      return { ...answer, tries };
    }
    if (answer.status === 409) return { ...answer, tries };
    if (answer.status !== 0 && answer.status !== 503) {
      book.wrong.push(`${method} ${path} ${answer.status} ${JSON.stringify(answer.body).slice(0, 200)}`);
      return { ...answer, tries };
    }
    if (performance.now() > book.waitUntil) return { ...answer, tries };
    await sleep(AGAIN_MS);
  }
}

/** @param {Map<string, number[]>} times @param {string} address */
function note(times, address) {
  const at = times.get(address);
  if (at) at.push(performance.now());
  else times.set(address, [performance.now()]);
}

/** @param {string} address @param {string} method @param {string} path @param {object} [body] @returns {Promise<{ status: number, body: any }>} */
async function send(address, method, path, body) {
  try {
    const answer = await fetch(address + path, {
      method,
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
    });
    const text = await answer.text();
    // (what stands before the servers answers in words of its own where none is there)
    return { status: answer.status === 502 || answer.status === 504 ? 503 : answer.status, body: readJson(text) };
  } catch {
    return { status: 0, body: null }; // cut off
  }
}

/** @param {string} text */
function readJson(text) {
  try {
    return JSON.parse(text);
  } catch {
    return text.slice(0, 200);
  }
}

/** @param {string} address @param {string} method @param {string} path @param {object} [body] */
async function need(address, method, path, body) {
  for (let i = 0; i < 200; i += 1) {
    const answer = await send(address, method, path, body);
    if (answer.status === 200 || answer.status === 201) return answer.body;
    if (answer.status !== 0 && answer.status !== 503)
      throw new Error(`${method} ${path} was answered ${answer.status}: ${JSON.stringify(answer.body)}`);
    await sleep(50);
  }
  throw new Error(`${method} ${path} was not answered`);
}

/** A tie of the drawer that fits the collar that is used here. @param {string} address */
export async function tieThatFits(address) {
  const { ties } = await need(address, 'GET', '/api/ties');
  for (const { id: tieId } of ties) {
    const [id, wearerId] = [newKey(), newKey()];
    const { status } = await send(
      address,
      'POST',
      '/api/fittings',
      fittingFor(id, tieId, { kind: 'new', id: wearerId, name: `Tried on ${id}` }),
    );
    if (status === 201) return tieId;
  }
  throw new Error('no tie in the drawer fits a 16 in collar');
}

/** What is sent to give a tie out. @param {string} id @param {string} tieId @param {object} wearer */
export const fittingFor = (id, tieId, wearer) => ({
  ...{ id, tieId, wearer, collar: '16', easeMm: 6.35, longEnd: 'left', collarStyle: 'turndown', collarPointsMm: null },
  ...{ neckBreadthMm: null, faceWidthMm: null, school: 'true', step: 0, leadMm: 30 },
});

/** A key as the interface makes them: time first (UUID version 7, RFC 9562). */
export function newKey() {
  const time = Date.now().toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${randomUUID().slice(15)}`;
}

/** The longest time between two acknowledged changes at any shop, within a span, in ms. @param {Book} book @param {readonly string[]} addresses @param {number} from @param {number} to */
export function longestAwayMs(book, addresses, from, to) {
  return Math.max(
    ...addresses.map((address) => {
      const within = (book.acknowledgedAt.get(address) ?? []).filter((at) => at > from && at < to);
      return [from, ...within, to].reduce((longest, at, i, all) => Math.max(longest, at - (all[i - 1] ?? at)), 0);
    }),
  );
}
