import { kinshipOf, type KinLearning, type Tie } from '@easytuck/contract';
import {
  handsOf,
  observationsOf,
  prepareTie,
  priorOfKin,
  tieForWearer,
  tieOff,
  type Firmness,
  type KnownHands,
  type TieInHands,
} from '@easytuck/core';
import type { Database } from '../../plugins/database.ts';
import { tieRepository } from '../ties/repository.ts';
import { tyingRepository } from './repository.ts';

/** What is known of wearers' own hands: by wearer, then by tie. Ties that they have not tied and measured are not in it. */
export type HandsOfWearers = ReadonlyMap<string, ReadonlyMap<string, KnownHands>>;

/** What other ties of a tie's maker or cloth showed against the shape of their knots. */
export async function kinOf(database: Database, tie: Tie): Promise<KinLearning['ties']> {
  const tyings = await tyingRepository(database).ofKin(tie);
  const others = await tieRepository(database).findAll([...tyings.keys()]);
  return others.flatMap((other) => {
    const off = tieOff(prepareTie({ ...other, takeUp: null }), observationsOf(tyings.get(other.id) ?? [], other));
    return off === null ? [] : [{ tieId: other.id, name: other.name, ...kinshipOf(other), ...off }];
  });
}

/** What is known of the hands of wearers, of one tie only where it is given. */
export async function handsOfWearers(database: Database, wearerIds: readonly string[], onlyTieId?: string): Promise<HandsOfWearers> {
  const tyings = tyingRepository(database);
  const pairs = (await tyings.measuredBy(wearerIds)).filter(({ tieId }) => onlyTieId === undefined || tieId === onlyTieId);
  const ties = await tieRepository(database).findAll([...new Set(pairs.map(({ tieId }) => tieId))]);
  const found = new Map<string, Map<string, KnownHands>>();
  const read = await Promise.all(ties.map(async (tie) => ({ tie, own: await tyings.ofTie(tie.id), kin: await kinOf(database, tie) })));
  for (const { tie, own, kin } of read) {
    const model = prepareTie({ ...tie, takeUp: null });
    const [observations, prior] = [observationsOf(own, tie), priorOfKin(model, kinshipOf(tie), kin)];
    for (const { wearerId, tieId } of pairs) {
      const hands = tieId === tie.id ? handsOf(model, observations, wearerId, prior) : null;
      if (hands) found.set(wearerId, (found.get(wearerId) ?? new Map<string, KnownHands>()).set(tie.id, hands));
    }
  }
  return found;
}

/** What is known of one wearer's hands, by tie. */
export async function handsOfWearer(database: Database, wearerId: string): Promise<ReadonlyMap<string, KnownHands>> {
  return (await handsOfWearers(database, [wearerId])).get(wearerId) ?? new Map<string, KnownHands>();
}

/** A tie as a wearer's hands tie it; as anybody's do where there is no wearer yet. */
export async function tieInHandsOf(
  database: Database,
  tie: Tie,
  wearerId: string | null | undefined,
  firmness: Firmness | null = null,
): Promise<TieInHands<Tie>> {
  const hands = wearerId ? (await handsOfWearers(database, [wearerId], tie.id)).get(wearerId)?.get(tie.id) : null;
  return tieForWearer(tie, hands, firmness);
}
