import type { KinLearning, Tying, TyingData, WearerTakeUps } from '@easytuck/contract';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { fittingRepository } from '../fittings/repository.ts';
import { insertOnce } from '../insertOnce.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { handsOfWearer, kinOf } from './ownTakeUps.ts';
import { tyingRepository } from './repository.ts';

/** What can be done with tyings. */
export interface TyingService {
  readonly ofWearer: (wearerId: string) => Promise<Tying[]>;
  readonly ofTie: (tieId: string) => Promise<Tying[]>;
  /** What other ties of a tie's maker or cloth showed against the shape of their knots. */
  readonly ofKin: (tieId: string) => Promise<KinLearning>;
  /** A wearer's own take-ups of the ties they have tied and measured. */
  readonly takeUpsOf: (wearerId: string) => Promise<WearerTakeUps>;
  /** Takes a tying off the record, or puts it back. */
  readonly keep: (id: string, isKept: boolean) => Promise<void>;
  /** Records one, tied now or at a moment before. */
  readonly record: (data: TyingData, tiedAt?: Date) => Promise<{ stored: Tying; created: boolean }>;
}

export function tyingService(database: Database): TyingService {
  const repository = tyingRepository(database);
  const wearers = wearerRepository(database);
  const ties = tieRepository(database);
  const fittings = fittingRepository(database);
  return {
    ofWearer: async (wearerId) => {
      requireReady(database);
      return repository.ofWearer((await wearers.follow(wearerId))?.id ?? wearerId);
    },
    ofTie: async (tieId) => {
      requireReady(database);
      return repository.ofTie(tieId);
    },
    ofKin: async (tieId) => {
      requireReady(database);
      const tie = await ties.find(tieId);
      if (!tie) throw new ProblemError('notFound', { detail: 'There is no such tie.' });
      return { ties: await kinOf(database, tie) };
    },
    takeUpsOf: async (wearerId) => {
      requireReady(database);
      const id = (await wearers.follow(wearerId))?.id ?? wearerId;
      return { ties: [...(await handsOfWearer(database, id))].map(([tieId, hands]) => ({ tieId, ...hands })) };
    },
    keep: async (id, isKept) => {
      requireReady(database);
      if (!(await repository.keep(id, isKept, new Date()))) throw new ProblemError('notFound', { detail: 'There is no such tying.' });
    },
    record: async (data, tiedAt = new Date()) => {
      requireReady(database);
      return insertOnce({
        insert: () =>
          withTransaction(database.sequelize, async (transaction) => {
            const wearer = await wearers.lockFollowed(data.wearerId, transaction);
            if (!wearer) throw invalidField('wearerId', 'This wearer is no longer on record.');
            if (!(await ties.find(data.tieId, transaction))) throw invalidField('tieId', 'This tie is no longer in the drawer.');
            if (data.fittingId !== null && !(await fittings.find(data.fittingId, transaction)))
              throw invalidField('fittingId', 'The fitting that it was tied after is not on record.');
            await repository.insert({ ...data, wearerId: wearer.id }, tiedAt, transaction);
          }),
        find: () => repository.find(data.id),
        sameAs: async ({ tieName: _name, tiedAt: _at, ...stored }) => {
          const wearerId = (await wearers.follow(data.wearerId))?.id ?? data.wearerId;
          return [stored, { ...data, wearerId }];
        },
      });
    },
  };
}
