import { passkeyList, passkeyOptions, session, type Passkey, type Session, type SignIn } from '@easytuck/contract';
import { mutate } from 'swr';
import { currentOwner, hearSession, setSession } from '../session/sessionStore.ts';
import { adoptDrafts } from '../forms/tabDrafts.ts';
import { OTHER_PERSON, request } from './request.ts';

const KEY = '/api/session';
/** Other pages of this browser are told when somebody else signs in. */
const channel = 'BroadcastChannel' in window ? new BroadcastChannel('easytuck.session') : null;

/** Asks the shop who is signed in at this browser. */
export async function loadSession(): Promise<void> {
  try {
    const before = currentOwner();
    hearSession(await request('GET', KEY, session));
    // nobody sees what was read for another person
    if (currentOwner() !== before) await mutate(() => true, undefined);
  } catch {
    hearSession(null); // the shop is away: pages say so themselves
  }
}

/** Keeps to who is signed in: when another page of this browser says so, and when this one is looked at again. */
export function followSession(): () => void {
  const look = (): void => {
    if (document.visibilityState === 'visible') void loadSession();
  };
  channel?.addEventListener('message', look);
  document.addEventListener('visibilitychange', look);
  window.addEventListener(OTHER_PERSON, look);
  return () => {
    channel?.removeEventListener('message', look);
    document.removeEventListener('visibilitychange', look);
    window.removeEventListener(OTHER_PERSON, look);
  };
}

/** Somebody is in from now on, or nobody; all that was read is read again, by what they may. */
async function enter(next: Session): Promise<void> {
  setSession(next);
  channel?.postMessage('changed');
  await mutate(() => true, undefined, { revalidate: next.state === 'in' });
}

export const signIn = async (typed: SignIn): Promise<void> => enter(await request('POST', KEY, session, typed));
export const takeOver = async (personId: string, pin: string): Promise<void> =>
  enter(await request('POST', `${KEY}/pin`, session, { personId, pin }));
export const stepAway = async (): Promise<void> => enter(await request('POST', `${KEY}/away`, session));
export const signOut = async (): Promise<void> => enter(await request('DELETE', KEY, session));
export const signOutEverywhere = async (): Promise<void> => enter(await request('POST', `${KEY}/everywhere`, session));

/** Sets the shop up with its owner, who is then signed in. */
export async function setUpOwner(owner: { id: string; name: string; password: string }): Promise<void> {
  const next = await request('POST', '/api/people/first', session, owner);
  adoptDrafts(owner.id);
  await enter(next);
}

/** Whether this page may use passkeys: over https, or on this machine by its name. */
export const canUsePasskeys = (): boolean =>
  window.isSecureContext && 'PublicKeyCredential' in window && !/^[\d.]+$|^\[/.test(window.location.hostname);

/** Lets the device ask for a passkey, and signs in by it. */
export async function signInByPasskey(): Promise<void> {
  const { startAuthentication } = await import('@simplewebauthn/browser');
  const { ceremony, options } = await request('POST', `${KEY}/passkey-options`, passkeyOptions);
  const answer = await startAuthentication({ optionsJSON: options as unknown as Parameters<typeof startAuthentication>[0]['optionsJSON'] });
  await enter(await request('POST', `${KEY}/passkey`, session, { ceremony, answer }));
}

const OWN = '/api/own/passkeys';
export const passkeysKey = OWN;
export const readPasskeys = async (): Promise<readonly Passkey[]> => (await request('GET', OWN, passkeyList)).passkeys;

/** Lets the device make a passkey for whoever is signed in. */
export async function addPasskey(name: string): Promise<void> {
  const { startRegistration } = await import('@simplewebauthn/browser');
  const { ceremony, options } = await request('POST', `${OWN}/options`, passkeyOptions);
  const answer = await startRegistration({ optionsJSON: options as unknown as Parameters<typeof startRegistration>[0]['optionsJSON'] });
  const { passkeys } = await request('POST', OWN, passkeyList, { ceremony, answer, name });
  await mutate(OWN, passkeys, { revalidate: false });
}

export async function dropPasskey(id: string): Promise<void> {
  const { passkeys } = await request('DELETE', `${OWN}/${encodeURIComponent(id)}`, passkeyList);
  await mutate(OWN, passkeys, { revalidate: false });
}

export async function changePassword(current: string, next: string): Promise<void> {
  setSession(await request('PUT', '/api/own/password', session, { current, next }));
}

export async function changePin(password: string, pin: string | null): Promise<void> {
  setSession(await request('PUT', '/api/own/pin', session, { password, pin }));
}
