import type { CollarInput, StockCollar } from '@easytuck/contract';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { afterChange, insertOnce } from '../insertOnce.ts';
import { collarRepository } from './repository.ts';

/** What can be done with the collars in stock. */
export interface CollarService {
  readonly list: () => Promise<StockCollar[]>;
  readonly create: (id: string, data: CollarInput) => Promise<{ stored: StockCollar; created: boolean }>;
  readonly change: (id: string, version: number, data: CollarInput) => Promise<StockCollar>;
  readonly remove: (id: string, version: number) => Promise<void>;
}

export function collarService(database: Database): CollarService {
  const repository = collarRepository(database);
  const get = async (id: string): Promise<StockCollar> => {
    requireReady(database);
    const found = await repository.find(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such collar in stock.' });
    return found;
  };
  return {
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
      await get(id);
      const saved = await repository.update(id, version, data, new Date());
      const current = await get(id);
      return afterChange(current, saved, version, [dataOf(current), data]);
    },
    remove: async (id, version) => {
      const current = await get(id);
      if (!(await repository.remove(id, version))) throw new ProblemError('stale', { current });
    },
  };
}

/** What of a collar was typed. */
function dataOf({ id: _id, version: _v, createdAt: _c, updatedAt: _u, ...data }: StockCollar): CollarInput {
  return data;
}
