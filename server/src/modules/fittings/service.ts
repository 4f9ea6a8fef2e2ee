import type { Fitting, FittingData } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { isDuplicate } from '../../database/databaseErrors.ts';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { insertOnce } from '../insertOnce.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { computeFitting } from './computeFitting.ts';
import { fittingRepository } from './repository.ts';

/** What can be done with fittings. */
export interface FittingService {
  readonly get: (id: string) => Promise<Fitting>;
  readonly list: (wearerId: string | undefined, limit: number) => Promise<Fitting[]>;
  /** Works out the answer and keeps it, together with a new wearer where there is one: both or neither. */
  readonly giveOut: (data: FittingData) => Promise<{ stored: Fitting; created: boolean }>;
}

export function fittingService(shop: Database): FittingService {
  const fittings = fittingRepository(shop);
  const wearers = wearerRepository(shop);
  const ties = tieRepository(shop);

  const wearerOf = async (data: FittingData, transaction: Transaction): Promise<Fitting['wearer']> => {
    const { wearer, collar, longEnd } = data;
    if (wearer.kind === 'new') {
      await wearers.insert(wearer.id, { name: wearer.name, collar, longEnd, note: '' }, new Date(), transaction);
      return { id: wearer.id, name: wearer.name };
    }
    const found = await wearers.find(wearer.id, transaction);
    if (!found) throw missing('wearer.id', 'This wearer is no longer on record. Choose another, or type the name to enter a new one.');
    return { id: found.id, name: found.name };
  };

  return {
    get: async (id) => {
      requireReady(shop);
      const found = await fittings.find(id);
      if (!found) throw new ProblemError('notFound', { detail: 'There is no such fitting.' });
      return found;
    },
    list: async (wearerId, limit) => {
      requireReady(shop);
      return fittings.list(wearerId, limit);
    },
    giveOut: async (data) => {
      requireReady(shop);
      return insertOnce({
        insert: () =>
          withTransaction(shop.sequelize, async (transaction) => {
            const tie = await ties.find(data.tieId, transaction);
            if (!tie) throw missing('tieId', 'This tie is no longer in the drawer. Choose another.');
            const answer = computeFitting(data, tie);
            const wearer = await wearerOf(data, transaction);
            await fittings.insert(
              { ...inputsOf(data), id: data.id, givenOutAt: new Date().toISOString(), wearer, tie, ...answer },
              transaction,
            );
          }).catch(async (error: unknown) => {
            // A new wearer whose key is taken is the same saving sent again only if the fitting is there too.
            if (isDuplicate(error) && (await fittings.find(data.id)) === null) throw new ProblemError('taken', { cause: error });
            throw error;
          }),
        find: () => fittings.find(data.id),
        sameAs: (stored) => [
          { wearerId: stored.wearer.id, tieId: stored.tie.id, ...inputsOf(stored) },
          { wearerId: data.wearer.id, tieId: data.tieId, ...inputsOf(data) },
        ],
      });
    },
  };
}

type Inputs = Omit<FittingData, 'id' | 'wearer' | 'tieId'>;

function inputsOf({
  collar,
  easeMm,
  longEnd,
  collarStyle,
  collarPointsMm,
  neckBreadthMm,
  faceWidthMm,
  school,
  step,
  leadMm,
  note,
}: Inputs): Inputs {
  return { collar, easeMm, longEnd, collarStyle, collarPointsMm, neckBreadthMm, faceWidthMm, school, step, leadMm, note };
}

function missing(path: string, message: string): ProblemError {
  return new ProblemError('invalid', { detail: message, errors: [{ path, message }] });
}
