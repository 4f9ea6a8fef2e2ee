import type { Tie, WearerTakeUps } from '@easytuck/contract';
import { handsOf, MODEL_VERSION, observationsOf, prepareTie, WEARER_TYINGS } from '@easytuck/core';
import type { TieInHands } from '../fittings/computeFitting.ts';
import type { Database } from '../../plugins/database.ts';
import { tieRepository } from '../ties/repository.ts';
import { tyingRepository } from './repository.ts';

/** Take-ups by a wearer's own hands of each tie they have tied and measured often enough; of one tie only where it is given. */
export async function ownTakeUps(database: Database, wearerId: string, onlyTieId?: string): Promise<WearerTakeUps['ties']> {
  const tyings = tyingRepository(database);
  const often = await tyings.measuredOften(wearerId, WEARER_TYINGS);
  const tieIds = onlyTieId === undefined ? often : often.filter((id) => id === onlyTieId);
  const ties = await tieRepository(database).findAll(tieIds);
  const found = await Promise.all(
    ties.map(async (tie): Promise<WearerTakeUps['ties']> => {
      const hands = handsOf(prepareTie({ ...tie, takeUp: null }), observationsOf(await tyings.ofTie(tie.id)), wearerId);
      return hands === null ? [] : [{ tieId: tie.id, ...hands }];
    }),
  );
  return found.flat();
}

/** A tie as one wearer's hands tie it, where they are known; and whose knot that is. */
export function tieInHands(tie: Tie, own: WearerTakeUps['ties'][number] | undefined): TieInHands {
  if (!own) return { tie, takeUpOf: tie.takeUp === null ? 'model' : 'tie' };
  const { shortMm, longMm, wholeSdMm, leadSdMm } = own;
  return { tie: { ...tie, takeUp: { shortMm, longMm, wholeSdMm, leadSdMm, model: MODEL_VERSION } }, takeUpOf: 'wearer' };
}
