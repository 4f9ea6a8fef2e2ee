import { LINK_HEADER, POCKET_FORM, type FlatPicture, type PocketCoach, type Problem } from '@easytuck/contract';
import { useCallback, useEffect, useState } from 'react';
import { readStored, storedKeys, writeStored } from '../common/stored.ts';
import { sendTries } from './tries.ts';

declare global {
  interface Window {
    /** What was asked for before the program was loaded, and the answer’s body once it is there. */
    easytuckEarly?: { readonly key: string; readonly kept: boolean; readonly answer: Promise<Response>; readonly body?: unknown };
    /** Paints a flat picture into the box that a canvas has. */
    easytuckPaint?: (canvas: HTMLCanvasElement, picture: FlatPicture) => void;
  }
}

/** What the coach stands at. `gone`: the key opens nothing (any more). `away`: nothing is kept, and no network. */
export type PocketReading =
  | { readonly state: 'waiting' }
  | { readonly state: 'ready'; readonly coach: PocketCoach; readonly isKept: boolean }
  | { readonly state: 'gone'; readonly why: string }
  | { readonly state: 'away' }
  | { readonly state: 'older' };

const keptAt = (key: string): string => `easytuck.pocket.coach.${key}`;

/** What was kept on this device under a key; null where there is none, or it is of another form. */
export const readKept = (key: string): PocketCoach | null =>
  readStored<PocketCoach | null>(
    keptAt(key),
    (value) =>
      typeof value === 'object' && value !== null && 'form' in value && value.form === POCKET_FORM ? (value as PocketCoach) : null,
    null,
  );

/** Coaches that are stored on this device, whose links were opened here. */
export const listCoaches = (): readonly { readonly key: string; readonly tie: string; readonly shop: string }[] =>
  storedKeys(keptAt('')).flatMap((stored) => {
    const key = stored.slice(keptAt('').length);
    const coach = readKept(key);
    return coach === null || Date.parse(coach.endsAt) < Date.now() ? [] : [{ key, tie: coach.tie.name, shop: coach.shop }];
  });

/** What was answered before the program was loaded; null if nothing was, or it is of another form. */
function readEarly(key: string): PocketCoach | null {
  const early = window.easytuckEarly;
  const body = early?.key === key ? early.body : undefined;
  return typeof body === 'object' && body !== null && 'form' in body && body.form === POCKET_FORM ? (body as PocketCoach) : null;
}

/** Asks the shop for what a key opens. What it answers is kept; what it no longer opens is forgotten. */
export async function askShop(key: string, fetched?: Promise<Response>): Promise<PocketReading> {
  let response: Response;
  let body: unknown;
  try {
    response = await (fetched ?? fetch('/api/pocket', { headers: { [LINK_HEADER]: key } }));
    body = await response.json();
  } catch {
    const kept = readKept(key);
    return kept ? { state: 'ready', coach: kept, isKept: true } : { state: 'away' };
  }
  if (response.ok) {
    // (the shop checks what it sends; another form is another version's)
    const coach = body as PocketCoach;
    if ((coach.form as number) !== POCKET_FORM) return { state: 'older' };
    writeStored(keptAt(key), coach);
    return { state: 'ready', coach, isKept: false };
  }
  const { code, title } = body as Partial<Problem>;
  if (code === 'noSuchLink') {
    writeStored(keptAt(key), null);
    return { state: 'gone', why: title ?? '' };
  }
  const kept = readKept(key);
  return kept ? { state: 'ready', coach: kept, isKept: true } : { state: 'away' };
}

/** The coach of a key: what is kept at once, then what the shop says; asked again when the network is back. */
export function usePocketCoach(key: string): PocketReading {
  const [reading, setReading] = useState<PocketReading>(() => {
    const early = key === '' ? null : readEarly(key);
    if (early) return { state: 'ready', coach: early, isKept: false };
    const kept = key === '' ? null : readKept(key);
    return kept ? { state: 'ready', coach: kept, isKept: true } : { state: 'waiting' };
  });
  const ask = useCallback(
    async (early?: Promise<Response>) => {
      const next = await askShop(key, early);
      setReading((before) =>
        // the same again is no reason to begin the step anew
        before.state === 'ready' && next.state === 'ready' && sameCoach(before.coach, next.coach)
          ? { ...before, isKept: next.isKept }
          : before.state === 'ready' && next.state === 'ready'
            ? { ...next, coach: shareUnchanged(before.coach, next.coach) }
            : next,
      );
      if (next.state === 'ready' && !next.isKept) await sendTries();
    },
    [key],
  );
  useEffect(() => {
    if (key === '') return undefined;
    const early = window.easytuckEarly?.key === key ? window.easytuckEarly.answer : undefined;
    delete window.easytuckEarly;
    const soon = setTimeout(() => void ask(early));
    const again = (): void => void ask();
    const look = (): void => {
      if (document.visibilityState === 'visible') again();
    };
    window.addEventListener('online', again);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearTimeout(soon);
      window.removeEventListener('online', again);
      document.removeEventListener('visibilitychange', look);
    };
  }, [key, ask]);
  return key === '' ? { state: 'gone', why: 'This address has no key. Scan the code on your card, or ask the shop for a link.' } : reading;
}

/** The newer coach, with those parts of the older one that are the same: an hour that moves at a party begins no step anew. */
function shareUnchanged(older: PocketCoach, newer: PocketCoach): PocketCoach {
  const parts = Object.entries(newer) as [keyof PocketCoach, unknown][];
  const shared = parts.map(([name, part]) => [name, JSON.stringify(older[name]) === JSON.stringify(part) ? older[name] : part] as const);
  return Object.fromEntries<unknown>(shared) as unknown as PocketCoach;
}

const sameCoach = (a: PocketCoach, b: PocketCoach): boolean => JSON.stringify(a) === JSON.stringify(b);
