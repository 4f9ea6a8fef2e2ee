import type { Wearer, WearerData } from '@easytuck/contract';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { insertOnce } from '../insertOnce.ts';
import { wearerRepository } from './repository.ts';

/** What can be done with wearers. */
export interface WearerService {
  readonly get: (id: string) => Promise<Wearer>;
  readonly search: (letters: string, limit: number) => Promise<Wearer[]>;
  readonly create: (id: string, data: WearerData) => Promise<{ stored: Wearer; created: boolean }>;
  /** Saves over the version the change was based on; refused as `stale`, with what is there now, where that is gone. */
  readonly change: (id: string, version: number, data: WearerData) => Promise<Wearer>;
}

export function wearerService(shop: Database): WearerService {
  const repository = wearerRepository(shop);
  const get = async (id: string): Promise<Wearer> => {
    requireReady(shop);
    const found = await repository.find(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such wearer.' });
    return found;
  };
  return {
    get,
    search: async (letters, limit) => {
      requireReady(shop);
      return repository.search(letters, limit);
    },
    create: async (id, data) => {
      requireReady(shop);
      return insertOnce({
        insert: () => repository.insert(id, data, new Date()),
        find: () => repository.find(id),
        sameAs: ({ name, collar, longEnd, note }) => [{ name, collar, longEnd, note }, data],
      });
    },
    change: async (id, version, data) => {
      requireReady(shop);
      const saved = await repository.update(id, version, data, new Date());
      const current = await get(id);
      if (!saved) throw new ProblemError('stale', { current });
      return current;
    },
  };
}
