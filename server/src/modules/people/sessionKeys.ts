import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/** A key that opens a session, 256 bits; only its hash is kept. */
export const newSessionKey = (): string => randomBytes(32).toString('base64url');

/** A key of a link, 128 bits. */
export const newLinkKey = (): string => randomBytes(16).toString('base64url');

/** What of a key is kept and looked up. It is random, so that one round of a plain hash is enough. */
export const hashOfKey = (key: string): string => createHash('sha256').update(key).digest('hex');

/** What a page must send along with a change: it follows from the session's key, which no page can read. */
export const tokenOf = (sessionKey: string): string => createHmac('sha256', sessionKey).update('page').digest('base64url').slice(0, 32);

/** Compares in the same time whatever is different. */
export function isSameText(a: string, b: string): boolean {
  const [one, other] = [Buffer.from(a), Buffer.from(b)];
  return one.length === other.length && timingSafeEqual(one, other);
}
