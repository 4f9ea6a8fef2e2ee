import type { ClothLearning, Tying, TyingData } from '@easytuck/contract';
import { observationsOf, prepareTie, tieOff } from '@easytuck/core';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { insertOnce } from '../insertOnce.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { tyingRepository } from './repository.ts';

/** What can be done with tyings. */
export interface TyingService {
  readonly ofWearer: (wearerId: string) => Promise<Tying[]>;
  readonly ofTie: (tieId: string) => Promise<Tying[]>;
  /** What the other ties of a tie's cloth showed against the model. */
  readonly ofCloth: (tieId: string) => Promise<ClothLearning>;
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
    ofCloth: async (tieId) => {
      requireReady(shop);
      const tie = await ties.find(tieId);
      if (!tie) throw new ProblemError('notFound', { detail: 'There is no such tie.' });
      const tyings = await repository.ofCloth(tie.clothKind, tieId);
      const others = await ties.findAll([...tyings.keys()]);
      return {
        ties: others.flatMap((other) => {
          const off = tieOff(prepareTie({ ...other, takeUp: null }), observationsOf(tyings.get(other.id) ?? []));
          return off === null ? [] : [{ tieId: other.id, name: other.name, ...off }];
        }),
      };
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
