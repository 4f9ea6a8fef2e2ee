import type { Tie, TieData } from '@easytuck/contract';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { afterChange, insertOnce } from '../insertOnce.ts';
import { tieRepository } from './repository.ts';

/** What can be done with the ties in the drawer. */
export interface TieService {
  readonly get: (id: string) => Promise<Tie>;
  readonly list: () => Promise<Tie[]>;
  readonly create: (id: string, data: TieData) => Promise<{ stored: Tie; created: boolean }>;
  /** Saves over the version the change was based on; refused as `stale`, with what is there now, where that is gone. */
  readonly change: (id: string, version: number, data: TieData) => Promise<Tie>;
  /** Puts a tie away, or takes it out again. What was fitted with it stays on record. */
  readonly putAway: (id: string, version: number, away: boolean) => Promise<Tie>;
}

export function tieService(database: Database): TieService {
  const repository = tieRepository(database);
  const get = async (id: string): Promise<Tie> => {
    requireReady(database);
    const found = await repository.find(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such tie.' });
    return found;
  };
  return {
    get,
    list: async () => {
      requireReady(database);
      return repository.list();
    },
    create: async (id, data) => {
      requireReady(database);
      return insertOnce({
        insert: () => repository.insert(id, data, new Date()),
        find: () => repository.find(id),
        sameAs: (stored) => [dataOf(stored), data],
      });
    },
    change: async (id, version, data) => {
      requireReady(database);
      const saved = await repository.update(id, version, data, new Date());
      const current = await get(id);
      return afterChange(current, saved, version, [dataOf(current), data]);
    },
    putAway: async (id, version, away) => {
      requireReady(database);
      const now = new Date();
      const saved = await repository.putAway(id, version, away ? now : null, now);
      const current = await get(id);
      return afterChange(current, saved, version, [current.awayAt !== null, away]);
    },
  };
}

/** What of a tie was typed. */
export function dataOf(tie: Tie): TieData {
  const { id: _id, version: _v, createdAt: _c, updatedAt: _u, awayAt: _a, ...data } = tie;
  return data;
}
