import { isDeepStrictEqual } from 'node:util';
import { isDuplicate } from '../database/databaseErrors.ts';
import { ProblemError } from '../problem.ts';

/** How a record that carries its own key is saved once, however often it is sent. */
export interface InsertOnce<Stored> {
  /** Inserts; answers false where it found the record there already. */
  readonly insert: () => Promise<unknown>;
  readonly find: () => Promise<Stored | null>;
  /** What of the stored record must equal what was sent for it to be the same saving. */
  readonly sameAs: (stored: Stored) => readonly [stored: unknown, sent: unknown];
}

/**
 * Inserts a record. Where its key is there already, the same content is taken for the same saving sent again (a double
 * click, an answer lost on the way) and the stored record is returned; other content is refused as `taken`.
 */
export async function insertOnce<Stored>({ insert, find, sameAs }: InsertOnce<Stored>): Promise<{ stored: Stored; created: boolean }> {
  let created: boolean;
  try {
    created = (await insert()) !== false;
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    created = false;
  }
  const stored = await find();
  if (stored === null) throw new ProblemError('unexpected', { detail: 'A record was saved but cannot be found.' });
  if (!created && !isDeepStrictEqual(...sameAs(stored))) throw new ProblemError('taken', { current: stored });
  return { stored, created };
}
