import { mayDo, NEEDS_PASSWORD, type Action, type Session } from '@easytuck/contract';
import { useSyncExternalStore } from 'react';
import { readStored, writeStored } from '../stored.ts';

/** Who is at this browser, and whether they are asked to sign in over what is open. */
interface Standing {
  /** Null until the shop has told; pages then go by what is refused. */
  readonly session: Session | null;
  /** Whether the shop was asked, with or without an answer. */
  readonly isAsked: boolean;
  /** A session ended under an open page: it is signed in over it, and nothing typed is lost. */
  readonly isOver: boolean;
}

let standing: Standing = { session: null, isAsked: false, isOver: false };
let waiting: { readonly resolve: () => void; readonly reject: (why: Error) => void }[] = [];
const listeners = new Set<() => void>();

function set(next: Partial<Standing>): void {
  standing = { ...standing, ...next };
  for (const listener of listeners) listener();
}

/** Puts down who is signed in, as the shop has just told; null where it could not be asked. */
export function setSession(session: Session | null): void {
  const isIn = session !== null && (session.state === 'in' || session.state === 'open');
  const isSame = ownerOf(session) === ownerOf(standing.session);
  if (isIn) writeStored(LAST_OWNER, ownerOf(session));
  set({ session: session ?? standing.session, isAsked: true, ...(isIn ? { isOver: false } : {}) });
  if (!isIn) return;
  const left = waiting;
  waiting = [];
  // what one person was about to save is never saved by another
  for (const { resolve, reject } of left) {
    if (isSame) resolve();
    else reject(new Error('somebody else signed in'));
  }
}

const LAST_OWNER = 'easytuck.person';
const ownerOf = (session: Session | null): string => session?.person?.id ?? '';

/** Whose text is typed here: a person's key, or empty at a counter where nobody signs in. Without an answer from the shop, the last one known. */
export const currentOwner = (): string =>
  standing.session === null
    ? readStored<string>(LAST_OWNER, (value) => (typeof value === 'string' ? value : null), '')
    : ownerOf(standing.session);

/**
 * Puts down what the shop answered when it was asked who is here. Where somebody was in and is no longer, what they were at stays
 * open under the asking.
 */
export function hearSession(session: Session | null): void {
  const before = standing.session;
  if (session !== null && before?.state === 'in' && (session.state === 'out' || session.state === 'away'))
    set({ session: { ...before, hands: session.hands }, isOver: true });
  else setSession(session);
}

/** What goes along with every change. */
export const tokenNow = (): string | null => standing.session?.token ?? null;

/**
 * Asks to sign in over what is open, where somebody was signed in here before; at once refused where nobody was: the page then
 * asks by itself. Resolves once somebody has signed in.
 */
export function askToSignIn(): Promise<void> {
  if (standing.session?.state !== 'in' && !standing.isOver) {
    if (standing.session !== null && standing.session.state !== 'away') set({ session: { ...SIGNED_OUT, shop: standing.session.shop } });
    return Promise.reject(new Error('nobody is signed in'));
  }
  set({ isOver: true });
  return new Promise((resolve, reject) => waiting.push({ resolve, reject }));
}

/** Lets go of what waits for somebody to sign in: what was to be saved stays on its page. */
export function leaveSignIn(): void {
  const left = waiting;
  waiting = [];
  set({ isOver: false, session: SIGNED_OUT });
  for (const { reject } of left) reject(new Error('nobody signed in'));
}

const SIGNED_OUT: Session = { state: 'out', person: null, by: null, token: null, endsAt: null, hands: [], shop: '' };

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useStanding = (): Standing => useSyncExternalStore(subscribe, () => standing);

/** Who is signed in; null at an open counter. */
export const usePerson = (): Session['person'] => useStanding().session?.person ?? null;

/** Whether whoever is here may do something: what they may not is left out. At an open counter everybody may. */
export function useMay(): (action: Action) => boolean {
  const { session } = useStanding();
  return (action) => (session?.person ? mayDo(session.person.role, action) : true);
}

/** Whether a PIN, which is what they signed in by, is not enough for something that they may do. */
export function useNeedsPassword(action: Action): boolean {
  const { session } = useStanding();
  return session?.by === 'pin' && NEEDS_PASSWORD.includes(action);
}
