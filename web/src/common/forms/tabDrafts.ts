import { v4 as uuid } from 'uuid';
import { currentOwner } from '../session/sessionStore.ts';
import { PASSING as ALIVE, readStored, storedKeys, writeStored } from '../stored.ts';

/**
 * Drafts of what is typed. Each belongs to the person who typed it, and to the tab it was typed in: two tabs never overwrite each
 * other, and nobody gets another person's text. A draft survives a reload; the next tab takes up what a closed one left behind.
 */

const TAB_KEY = 'easytuck.tab';
const DRAFT = 'easytuck.draft.';
/** Browsers let the clocks of hidden tabs run once a minute. */
const ALIVE_MS = 90_000;
const SAY_EVERY_MS = 5_000;
const KEPT_MS = 30 * 86_400_000;

interface KeptDraft {
  readonly at: number;
  readonly weight: number;
  readonly value: unknown;
}

let tab: string | null = null;

/** This tab's name. A reload keeps it; a tab that was duplicated, and began with the other's, takes a new one. */
export function tabName(): string {
  if (tab !== null) return tab;
  const before = readSession();
  tab = before !== null && !isAlive(before) ? before : uuid();
  writeSession(tab);
  const say = (): void => writeStored(ALIVE + (tab ?? ''), Date.now());
  say();
  setInterval(say, SAY_EVERY_MS);
  window.addEventListener('pagehide', () => writeStored(ALIVE + (tab ?? ''), null));
  window.addEventListener('pageshow', say);
  dropOld();
  return tab;
}

/** Keeps a draft. @param weight how much of it was typed by hand: of drafts left behind the weightiest is taken up first. */
export function keepDraft(name: string, value: unknown, weight = 1): void {
  writeStored(keyOf(name, tabName()), { at: Date.now(), weight, value } satisfies KeptDraft);
}

export function forgetDraft(name: string): void {
  writeStored(keyOf(name, tabName()), null);
}

/** This tab's draft, or one that a closed tab left behind, which is this one's from now on; null where there is none that fits. */
export function readDraft<T>(name: string, read: (value: unknown) => T | null): T | null {
  const own = readKept(keyOf(name, tabName()));
  if (own) return read(own.value);
  const left = storedKeys(keyOf(name, ''))
    .filter((key) => !isAlive(key.slice(keyOf(name, '').length)))
    .flatMap((key) => {
      const kept = readKept(key);
      const value = kept === null ? null : read(kept.value);
      return kept === null || value === null ? [] : [{ key, kept, value }];
    })
    .sort((a, b) => b.kept.weight - a.kept.weight || b.kept.at - a.kept.at);
  const [found] = left;
  if (!found) return null;
  writeStored(found.key, null);
  keepDraft(name, found.kept.value, found.kept.weight);
  return found.value;
}

/** Hands a draft on to another name, where that has none of its own. */
export function moveDraft(from: string, to: string): void {
  const [moved, there] = [readKept(keyOf(from, tabName())), readKept(keyOf(to, tabName()))];
  if (!moved || there) return;
  keepDraft(to, moved.value, moved.weight);
  forgetDraft(from);
}

/** Deletes all drafts of the person who is signed in, of every tab. */
export function deleteOwnDrafts(): void {
  for (const key of ownKeys()) writeStored(key, null);
}

/** Names of the person's drafts that hold something typed by hand, of every tab. */
export const listOwnDrafts = (): readonly string[] => [
  ...new Set(
    ownKeys()
      .filter((key) => (readKept(key)?.weight ?? 0) > 0)
      .map((key) => key.slice(prefixOf(currentOwner()).length).split('@')[0] ?? ''),
  ),
];

/** Gives the drafts of a counter where nobody signed in to the first person who does. */
export function adoptDrafts(personId: string): void {
  for (const key of keysOf('')) {
    const kept = readKept(key);
    writeStored(key, null);
    if (kept) writeStored(prefixOf(personId) + key.slice(DRAFT.length), kept);
  }
}

const prefixOf = (owner: string): string => (owner === '' ? DRAFT : `${DRAFT}${owner}/`);
const keysOf = (owner: string): readonly string[] =>
  storedKeys(prefixOf(owner)).filter((key) => owner !== '' || !key.slice(DRAFT.length).includes('/'));
const ownKeys = (): readonly string[] => keysOf(currentOwner());
const keyOf = (name: string, of: string): string => `${prefixOf(currentOwner())}${name}@${of}`;

function readKept(key: string): KeptDraft | null {
  return readStored<KeptDraft | null>(
    key,
    (kept) =>
      typeof kept === 'object' && kept !== null && 'at' in kept && 'value' in kept && 'weight' in kept ? (kept as KeptDraft) : null,
    null,
  );
}

function isAlive(of: string): boolean {
  const at = readStored<number>(ALIVE + of, (value) => (typeof value === 'number' ? value : null), 0);
  return of !== tab && Date.now() - at < ALIVE_MS;
}

/** What nobody has come back to for a month. */
function dropOld(): void {
  for (const key of storedKeys(DRAFT)) if (Date.now() - (readKept(key)?.at ?? 0) > KEPT_MS) writeStored(key, null);
  for (const key of storedKeys(ALIVE)) if (!isAlive(key.slice(ALIVE.length)) && key !== ALIVE + (tab ?? '')) writeStored(key, null);
}

function readSession(): string | null {
  try {
    return sessionStorage.getItem(TAB_KEY);
  } catch {
    return null; // a browser that keeps nothing
  }
}

function writeSession(name: string): void {
  try {
    sessionStorage.setItem(TAB_KEY, name);
  } catch {
    // then a reload is a new tab, and takes up what this one left
  }
}
