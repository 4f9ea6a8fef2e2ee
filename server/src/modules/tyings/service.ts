import type { Tying, TyingData } from '@easytuck/contract';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField } from '../../problem.ts';
import { insertOnce } from '../insertOnce.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { tyingRepository } from './repository.ts';

/** What can be done with tyings. */
export interface TyingService {
  readonly ofWearer: (wearerId: string) => Promise<Tying[]>;
  readonly ofTie: (tieId: string) => Promise<Tying[]>;
  readonly record: (data: TyingData) => Promise<{ stored: Tying; created: boolean }>;
}

export function tyingService(shop: Database): TyingService {
  const repository = tyingRepository(shop);
  const wearers = wearerRepository(shop);
  const ties = tieRepository(shop);
  return {
    ofWearer: async (wearerId) => {
      requireReady(shop);
      return repository.ofWearer(wearerId);
    },
    ofTie: async (tieId) => {
      requireReady(shop);
      return repository.ofTie(tieId);
    },
    record: async (data) => {
      requireReady(shop);
      if (!(await wearers.find(data.wearerId))) throw invalidField('wearerId', 'This wearer is no longer on record.');
      if (!(await ties.find(data.tieId))) throw invalidField('tieId', 'This tie is no longer in the drawer.');
      return insertOnce({
        insert: () => repository.insert(data, new Date()),
        find: () => repository.find(data.id),
        sameAs: ({ tieName: _name, tiedAt: _at, ...stored }) => [stored, data],
      });
    },
  };
}
