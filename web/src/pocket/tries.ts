import { LINK_HEADER, type PocketTry, type Problem } from '@easytuck/contract';
import { useSyncExternalStore } from 'react';
import { readStored, writeStored } from '../common/stored.ts';

/** A try as it is kept on this device: under the key it was made with, and whether the shop has it. */
export interface KeptTry {
  readonly key: string;
  readonly at: number;
  readonly sent: 'waiting' | 'sent' | 'refused';
  readonly what: Omit<PocketTry, 'agoMs'>;
}

const STORED = 'easytuck.pocket.tries';
const MOST_KEPT = 200;
const AGAIN_MS = 20_000;
const listeners = new Set<() => void>();

let shown: readonly KeptTry[] | null = null;

function readAll(): readonly KeptTry[] {
  return readStored<readonly KeptTry[]>(STORED, (value) => (Array.isArray(value) ? (value as KeptTry[]) : null), []);
}

function writeAll(tries: readonly KeptTry[]): void {
  writeStored(STORED, tries.slice(0, MOST_KEPT));
  shown = null;
  for (const listener of listeners) listener();
}

/** Tries of a key, latest first. */
export function useTries(key: string): readonly KeptTry[] {
  const all = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => (shown ??= readAll()),
  );
  return all.filter((each) => each.key === key);
}

/** Logs a try: kept here first, then sent, now or once there is a network. Logging it twice keeps it once. */
export async function logTry(key: string, what: KeptTry['what'], at: number): Promise<void> {
  const all = readAll();
  if (!all.some((each) => each.what.id === what.id)) writeAll([{ key, at, sent: 'waiting', what }, ...all]);
  await sendTries();
}

let again: ReturnType<typeof setTimeout> | undefined;

/** Sends what is waiting, oldest first; what cannot be sent now stays. Two pages at once send each try once all the same: it has a key of its own. */
export async function sendTries(): Promise<void> {
  clearTimeout(again);
  for (const one of readAll()
    .filter(({ sent }) => sent === 'waiting')
    .reverse()) {
    const answer = await send(one);
    if (answer === 'later') {
      again = setTimeout(() => void sendTries(), AGAIN_MS);
      return;
    }
    writeAll(readAll().map((each) => (each.what.id === one.what.id ? { ...each, sent: answer } : each)));
  }
}

async function send({ key, at, what }: KeptTry): Promise<'sent' | 'refused' | 'later'> {
  try {
    const response = await fetch('/api/pocket/tries', {
      method: 'POST',
      headers: { 'content-type': 'application/json', [LINK_HEADER]: key },
      body: JSON.stringify({ ...what, agoMs: Math.max(0, Date.now() - at) } satisfies PocketTry),
    });
    if (response.ok) return 'sent';
    const { code } = (await response.json()) as Partial<Problem>;
    // what the shop will never take is not offered again; what passes by itself is
    return code === 'noSuchLink' || response.status === 400 || response.status === 409 ? 'refused' : 'later';
  } catch {
    return 'later';
  }
}
