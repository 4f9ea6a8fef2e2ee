import {
  settingWords,
  type Fitting,
  type FittingData,
  type FittingQuery,
  type HandedOver,
  type LedgerLine,
  type MeasuredHere,
  type Recomputed,
  type Reader,
  type Wearer,
  NO_MEASURES,
} from '@easytuck/contract';
import { formatLength, MODEL_VERSION, settingAt, tieForWearer, type LengthUnit } from '@easytuck/core';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { isDuplicate } from '../../database/databaseErrors.ts';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { composeCard, type CardNeeds } from '../cards/composeCard.ts';
import { insertOnce } from '../insertOnce.ts';
import { shopRepository } from '../shop/repository.ts';
import { dataOf } from '../ties/service.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository, type KeptWearer } from '../wearers/repository.ts';
import { keptOf, keptWearer, measuresBetween } from '../wearers/service.ts';
import { handsOfWearers, tieInHandsOf } from '../tyings/ownTakeUps.ts';
import { tyingRepository } from '../tyings/repository.ts';
import { computeFitting } from './computeFitting.ts';
import { fittingRepository } from './repository.ts';

/** What can be done with fittings. */
export interface FittingService {
  readonly get: (id: string) => Promise<Fitting>;
  readonly list: (query: FittingQuery) => Promise<Fitting[]>;
  /** A page of the ledger, latest first, and whether there is more. */
  readonly ledger: (query: FittingQuery) => Promise<{ lines: LedgerLine[]; more: boolean }>;
  readonly revisions: (id: string) => Promise<Fitting[]>;
  /** Works an old fitting out again with today's tie and model, beside what was given out. Nothing is kept. */
  readonly recompute: (id: string) => Promise<Recomputed>;
  /**
   * Works out the answer and keeps it, together with a new wearer where there is one: both or neither. What was measured of a
   * known wearer at this fitting goes on the record; `stale`, with the record, where that has changed since it was seen. Where
   * it revises an older one that is no longer the latest: `stale`, with
   * the latest. `told`: whom the card speaks to, where that is known better than by the wearer's record.
   */
  readonly giveOut: (data: FittingData, told?: Reader) => Promise<{ stored: Fitting; created: boolean }>;
}

export function fittingService(database: Database): FittingService {
  const fittings = fittingRepository(database);
  const wearers = wearerRepository(database);
  const ties = tieRepository(database);
  const settings = shopRepository(database);
  const tyings = tyingRepository(database);

  const enterWearer = async (id: string, name: string, data: FittingData, transaction: Transaction): Promise<Fitting['wearer']> => {
    const kept = keptWearer({
      ...NO_MEASURES,
      ...measuredIn(data),
      name,
      collar: data.collar,
      longEnd: data.longEnd,
      note: '',
      ...{ contact: '', eventName: '', eventOn: null },
      takenBy: data.staff,
    });
    await wearers.insert([{ id, kept, measures: measuresBetween(null, kept, data.staff) }], new Date(), transaction);
    return { id, name };
  };

  const wearerOf = async (data: FittingData, transaction: Transaction): Promise<Fitting['wearer']> => {
    if (data.wearer.kind === 'new') return enterWearer(data.wearer.id, data.wearer.name, data, transaction);
    const found = await wearers.lockFollowed(data.wearer.id, transaction);
    if (!found) throw invalidField('wearer.id', 'This wearer is no longer on record. Choose another, or type the name to enter a new one.');
    const now = new Date();
    const kept = withMeasured(found, data);
    if (isDeepStrictEqual(kept, keptOf(found))) {
      await wearers.markSeen(found.id, now, transaction);
      return { id: found.id, name: found.name };
    }
    const { version } = data.wearer;
    if (version === null) throw invalidField('wearer.version', 'Say which version of the record was seen when this was measured.');
    if (version !== found.version || found.id !== data.wearer.id) throw new ProblemError('stale', { current: found });
    await wearers.update(found.id, version, kept, measuresBetween(keptOf(found), kept, data.staff), now, transaction);
    return { id: found.id, name: kept.name };
  };

  /** What was told of the tie is done: stock and ties owned. A revision takes back what the fitting before it had done. */
  const moveTie = async (
    data: FittingData,
    wearerId: string,
    { revises }: Fitting['revision'],
    transaction: Transaction,
  ): Promise<void> => {
    const before = revises === null ? null : await fittings.find(revises, transaction);
    const now = new Date();
    const taken = new Map<string, number>();
    const take = (tieId: string, count: number): unknown => taken.set(tieId, (taken.get(tieId) ?? 0) + count);
    if (before && leavesStock(before.handedOver)) take(before.tie.id, -1);
    if (leavesStock(data.handedOver)) take(data.tieId, 1);
    // in the order of their keys, so that two fittings the other way round wait for each other instead of locking up
    for (const [tieId, count] of [...taken].sort(([a], [b]) => (a < b ? -1 : 1))) {
      const tie = count === 0 ? null : await ties.lock(tieId, transaction);
      if (!tie) continue;
      if (tie.inStock < count)
        throw invalidField(
          'handedOver',
          `None of ${tie.name} is in stock, so it can be neither lent nor sold. Correct the stock in the Drawer first.`,
        );
      await ties.takeOutOfStock(tie, count, now, transaction);
    }
    const isOtherTie = before !== null && before.tie.id !== data.tieId;
    if (before?.handedOver === 'sold' && (isOtherTie || data.handedOver !== 'sold'))
      await wearers.disown(wearerId, before.tie.id, transaction);
    if (data.handedOver === 'sold' || data.handedOver === 'theirs') await wearers.own(wearerId, data.tieId, now, transaction);
  };

  /** The card's reader (a helper if somebody else ties), and what the card says because of the wearer's record. */
  const cardFor = async (wearerId: string, transaction: Transaction): Promise<{ reader: Reader; needs: CardNeeds }> => {
    const wearer = await wearers.find(wearerId, transaction);
    const tiesOnLeg = (await tyings.lastWay(wearerId, transaction)) === 'onThigh';
    return { reader: wearer?.dexterity === 'needsHelp' ? 'facing' : 'wearer', needs: { bandNeed: wearer?.bandNeed ?? null, tiesOnLeg } };
  };

  const revisionOf = async (data: FittingData, transaction: Transaction): Promise<Fitting['revision']> => {
    if (data.revises === null) return { number: 1, rootId: data.id, revises: null };
    const revised = await fittings.lock(data.revises, transaction);
    if (!revised) throw invalidField('revises', 'The fitting that this one revises is not on record.');
    const { rootId, number } = revised.fitting.revision;
    if (!revised.isLatest) throw new ProblemError('stale', { current: (await fittings.revisions(rootId, transaction)).at(-1) });
    return { number: number + 1, rootId, revises: data.revises };
  };

  const get = async (id: string): Promise<Fitting> => {
    requireReady(database);
    const found = await fittings.find(id);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such fitting.' });
    return found;
  };

  /** Fittings of a wearer whose record was merged into another are found there. */
  const ofTheSamePerson = async (query: FittingQuery): Promise<FittingQuery> =>
    query.wearerId === undefined ? query : { ...query, wearerId: (await wearers.follow(query.wearerId))?.id ?? query.wearerId };

  return {
    get,
    list: async (query) => {
      requireReady(database);
      return fittings.list(await ofTheSamePerson(query), query.limit);
    },
    ledger: async (query) => {
      requireReady(database);
      const [found, { unit }] = [await fittings.list(await ofTheSamePerson(query), query.limit + 1), await settings.read()];
      return { lines: found.slice(0, query.limit).map((fitting) => ledgerLineOf(fitting, unit)), more: found.length > query.limit };
    },
    revisions: async (id) => fittings.revisions((await get(id)).revision.rootId),
    recompute: async (id) => {
      const fitting = await get(id);
      const tie = await ties.find(fitting.tie.id);
      const about = { then: fitting.result, modelThen: fitting.modelVersion, modelNow: MODEL_VERSION };
      if (!tie) return { ...about, now: null, whyNot: 'The tie is no longer in the drawer.', tieChanged: true };
      // a fitting by the wearer's own hands keeps those in place of the tie's
      const takeUp = fitting.result.takeUpOf === 'wearer' ? fitting.tie.takeUp : tie.takeUp;
      const tieChanged = !isDeepStrictEqual({ ...dataOf(tie), takeUp }, dataOf(fitting.tie));
      const inHands = await tieInHandsOf(database, tie, fitting.wearer.id, fitting.firmness);
      try {
        return { ...about, now: computeFitting(fitting, inHands).result, whyNot: null, tieChanged };
      } catch (error) {
        if (error instanceof ProblemError && error.code === 'cannotBeTied')
          return { ...about, now: null, whyNot: error.message, tieChanged };
        throw error;
      }
    },
    giveOut: async (data, told) => {
      requireReady(database);
      const knownId = data.wearer.kind === 'known' ? (await wearers.follow(data.wearer.id))?.id : undefined;
      // read before the transaction, which locks what it reads
      const hands =
        knownId === undefined ? undefined : (await handsOfWearers(database, [knownId], data.tieId)).get(knownId)?.get(data.tieId);
      return insertOnce({
        insert: () =>
          withTransaction(database.sequelize, async (transaction): Promise<boolean> => {
            // a revision that was kept is itself what made the older one stale, when it is sent again
            if (data.revises !== null && (await fittings.find(data.id, transaction))) return false;
            const revision = await revisionOf(data, transaction);
            const tie = await ties.find(data.tieId, transaction);
            if (!tie) throw invalidField('tieId', 'This tie is no longer in the drawer. Choose another.');
            const inHands = tieForWearer(tie, hands, data.firmness);
            const answer = computeFitting(data, inHands);
            const wearer = await wearerOf(data, transaction);
            const fitting = {
              ...inputsOf(data),
              id: data.id,
              givenOutAt: new Date().toISOString(),
              wearer,
              tie: inHands.tie,
              ...answer,
              revision,
            };
            const { reader, needs } = await cardFor(wearer.id, transaction);
            const card = composeCard(fitting, await settings.read(transaction), told ?? reader, needs);
            // last before the fitting is kept: whoever gives out the same tie waits from here on
            await moveTie(data, wearer.id, revision, transaction);
            await fittings.insert({ ...fitting, card }, transaction);
            return true;
          }).catch(async (error: unknown) => {
            // A new wearer whose key is taken is the same saving sent again only if the fitting is there too.
            if (isDuplicate(error) && (await fittings.find(data.id)) === null) throw new ProblemError('keyInUse', { cause: error });
            throw error;
          }),
        find: () => fittings.find(data.id),
        sameAs: async (stored) => {
          const wearerId = (await wearers.follow(data.wearer.id))?.id ?? data.wearer.id;
          return [
            { wearer: stored.wearer, tieId: stored.tie.id, revises: stored.revision.revises, ...inputsOf(stored) },
            {
              wearer: { id: wearerId, name: data.wearer.name ?? stored.wearer.name },
              tieId: data.tieId,
              revises: data.revises,
              ...inputsOf(data),
            },
          ];
        },
      });
    },
  };
}

/** A tie that is lent or sold is one fewer in the drawer. */
const leavesStock = (handedOver: HandedOver): boolean => handedOver === 'lent' || handedOver === 'sold';

/** What a fitting says of the wearer; what was not measured says nothing. */
function measuredIn({ neckBreadthMm, faceWidthMm, firstButtonMm, buttonSpacingMm }: FittingData): Partial<KeptWearer> {
  const measured = { neckBreadthMm, faceWidthMm, firstButtonMm, buttonSpacingMm };
  return Object.fromEntries(Object.entries(measured).filter(([, value]) => value !== null));
}

/** A wearer's record with what was measured at the fitting, and nothing else of it. The collar is new only where its label is. */
function withMeasured(wearer: Wearer, data: FittingData): KeptWearer {
  if (data.wearer.kind === 'new') throw new Error('somebody new has no record to add to');
  const here = new Set<MeasuredHere>(data.wearer.measured);
  const { system, label } = wearer.collar;
  const isCollarNew = here.has('collar') && (system !== data.collar.system || label !== data.collar.label || wearer.collarEstimated);
  return {
    ...keptOf(wearer),
    ...Object.fromEntries(Object.entries(measuredIn(data)).filter(([name]) => here.has(name as MeasuredHere))),
    ...(here.has('longEnd') ? { longEnd: data.longEnd } : {}),
    ...(here.has('name') && data.wearer.name !== null ? { name: data.wearer.name } : {}),
    ...(isCollarNew ? { collar: data.collar, collarEstimated: false } : {}),
  };
}

function ledgerLineOf(fitting: Fitting, unit: LengthUnit): LedgerLine {
  const { id, givenOutAt, wearer, tie, collar, occasion, staff, school, step, leadMm, longEnd, result, revision } = fitting;
  const setting = settingWords(settingAt(tie.hardware, step), (lengthMm) => formatLength(lengthMm, unit)).phrase;
  return {
    ...{
      id,
      givenOutAt,
      wearerId: wearer.id,
      wearerName: wearer.name,
      tieId: tie.id,
      tieName: tie.name,
      collar,
      occasion,
      staff,
      school,
      setting,
    },
    ...{ setMm: result.setMm, leadMm, longEnd, spreadMm: result.spreadMm, grade: result.grade, revision: revision.number },
  };
}

type Inputs = Omit<FittingData, 'id' | 'wearer' | 'tieId' | 'revises'>;

function inputsOf(data: Inputs): Inputs {
  const { collar, easeMm, longEnd, collarStyle, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm, firstButtonMm, buttonSpacingMm } =
    data;
  const { occasion, wings, bowPosition, folding, firmness, school, staff, step, leadMm, note, handedOver } = data;
  return {
    ...{ collar, easeMm, longEnd, collarStyle, collarPointsMm, neckBreadthMm, faceWidthMm, bareNeckMm, firstButtonMm, buttonSpacingMm },
    ...{ occasion, wings, bowPosition, folding, firmness, school, staff, step, leadMm, note, handedOver },
  };
}
