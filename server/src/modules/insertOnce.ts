import { isDeepStrictEqual } from 'node:util';
import { isDuplicate } from '../database/databaseErrors.ts';
import { ProblemError } from '../problem.ts';

/** What is on record and what was sent, to be compared. */
type Compared = readonly [stored: unknown, sent: unknown];

/** How a record that carries its own key is saved once, however often it is sent. */
export interface InsertOnce<Stored> {
  /** Inserts; answers false where it found the record there already. */
  readonly insert: () => Promise<unknown>;
  readonly find: () => Promise<Stored | null>;
  /** What of the stored record must equal what was sent for it to be the same saving. */
  readonly sameAs: (stored: Stored) => Compared | Promise<Compared>;
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
  if (!created && !isDeepStrictEqual(...(await sameAs(stored)))) throw new ProblemError('keyInUse', { current: stored });
  return { stored, created };
}

/**
 * What a change over a version came to. Where it was not saved because the record has moved on, but what is there now is just
 * what was sent, one version later, it is the same saving sent again after its answer was lost.
 * @throws ProblemError `stale`, with what is there now.
 */
export function afterChange<Stored extends { readonly version: number }>(
  current: Stored,
  saved: boolean,
  version: number,
  [stored, sent]: Compared,
): Stored {
  const isSentAgain = current.version === version + 1 && isDeepStrictEqual(stored, sent);
  if (!saved && !isSentAgain) throw new ProblemError('stale', { current });
  return current;
}
