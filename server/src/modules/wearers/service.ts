import {
  measureKind,
  MOST_COUNTED,
  type LikeWearer,
  type MeasureKind,
  type TakenMeasure,
  type Wearer,
  type WearerData,
  type WearerList,
  type WearerMeasures,
  type WearerQuery,
  type WearerTies,
  MEASURE_KEYS,
} from '@easytuck/contract';
import { estimateCollar, formatCollarLabel, parseCollarSize, type CollarSystem } from '@easytuck/core';
import { isDeepStrictEqual } from 'node:util';
import type { Transaction } from 'sequelize';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { invalidField, ProblemError } from '../../problem.ts';
import { afterChange, insertOnce } from '../insertOnce.ts';
import { linkRepository } from '../links/repository.ts';
import { tieRepository } from '../ties/repository.ts';
import { likeness } from './likeness.ts';
import { wearerRepository, type KeptWearer, type NewMeasure, type WholeWearer } from './repository.ts';
import { beginning, nameWords, SHORT_WORD } from './searchWords.ts';

/** What can be done with wearers. */
export interface WearerService {
  readonly get: (id: string) => Promise<Wearer>;
  /** A page of wearers, and how many there are in all, where that is asked for. */
  readonly list: (query: WearerQuery) => Promise<WearerList>;
  readonly create: (id: string, data: WearerData) => Promise<{ stored: Wearer; created: boolean }>;
  /** Saves over the version the change was based on; refused as `stale`, with what is there now, where that is gone. */
  readonly change: (id: string, version: number, data: WearerData) => Promise<Wearer>;
  readonly history: (id: string) => Promise<TakenMeasure[]>;
  /** People on record who may be the same person. */
  readonly like: (name: string, collarText: string, except: string | undefined) => Promise<LikeWearer[]>;
  /** Moves another record's history, fittings, ties and tyings here; what is not known here is taken from there. */
  readonly merge: (id: string, version: number, fromId: string, fromVersion: number) => Promise<Wearer>;
  /** Puts a record away, or takes it out again; nothing else of it changes. */
  readonly putAway: (id: string, version: number, away: boolean) => Promise<Wearer>;
  /** Deletes a record that nothing goes back to; `inUse` where something does. */
  readonly remove: (id: string, version: number) => Promise<void>;
  readonly ties: (id: string) => Promise<WearerTies>;
  readonly own: (id: string, tieId: string) => Promise<WearerTies>;
  /** Marks a tie as the wearer’s usual one, which they then own; null: none is marked. */
  readonly markUsual: (id: string, tieId: string | null) => Promise<WearerTies>;
  readonly disown: (id: string, tieId: string) => Promise<WearerTies>;
}

/** Characters that a record's note has room for. */
const LONGEST_NOTE = 2_000;
const MOST_COMPARED = 200;
const MOST_LIKE = 6;

export function wearerService(database: Database): WearerService {
  const repository = wearerRepository(database);
  const links = linkRepository(database);
  const ties = tieRepository(database);
  const get = async (id: string): Promise<Wearer> => {
    requireReady(database);
    const found = await repository.find(id);
    if (!found) throw noSuchWearer();
    return found;
  };
  /** The record that a key leads to, by way of what it was merged into. */
  const follow = async (id: string): Promise<Wearer> => {
    requireReady(database);
    const found = await repository.follow(id);
    if (!found) throw noSuchWearer();
    return found;
  };
  /**
   * Does something to the ties of a wearer, who owns the named one from then on.
   * @returns the wearer’s key.
   */
  const changeTies = async (
    id: string,
    tieId: string | null,
    change: (owner: string, transaction: Transaction) => Promise<void>,
  ): Promise<string> => {
    requireReady(database);
    return withTransaction(database.sequelize, async (transaction) => {
      const found = await repository.lockFollowed(id, transaction);
      if (!found) throw noSuchWearer();
      if (tieId !== null) {
        if (!(await ties.find(tieId, transaction))) throw new ProblemError('notFound', { detail: 'There is no such tie.' });
        await repository.own(found.id, tieId, new Date(), transaction);
      }
      await change(found.id, transaction);
      return found.id;
    });
  };
  return {
    get,
    list: async ({ q, show, sort, offset, limit, counted }) => {
      requireReady(database);
      const today = new Date().toISOString().slice(0, 10);
      // letters bring those seen last first, whatever the order of the list
      const isSearched = show === 'current' && (q !== '' || sort === 'seen');
      const found = isSearched
        ? await repository.search(q, limit, offset)
        : await repository.list(show === 'current' && sort !== 'seen' ? sort : show === 'away' ? 'away' : 'due', today, limit, offset);
      if (counted === 'no') return { wearers: found, total: null, isTotalExact: false };
      const total = await repository.count(show, q, today, MOST_COUNTED + 1);
      const isTotalExact = show !== 'current' || q === '' || total <= MOST_COUNTED;
      return { wearers: found, total: isTotalExact ? total : MOST_COUNTED, isTotalExact };
    },
    create: async (id, data) => {
      requireReady(database);
      return insertOnce({
        insert: () =>
          withTransaction(database.sequelize, (transaction) => repository.insert([wholeWearer(id, data)], new Date(), transaction)),
        find: () => repository.find(id),
        sameAs: (stored) => [keptOf(stored), keptWearer(data)],
      });
    },
    change: async (id, version, data) => {
      requireReady(database);
      const saved = await withTransaction(database.sequelize, async (transaction) => {
        const before = await repository.lock(id, transaction);
        if (!before) throw noSuchWearer();
        const kept = keptWearer(data, before.collar.system);
        const now = new Date();
        if (!(await repository.update(id, version, kept, measuresBetween(before, kept, data.takenBy), now, transaction))) return false;
        if (kept.eventOn !== before.eventOn) await links.moveEnds([id], kept.eventOn, now, transaction);
        return true;
      });
      const current = await follow(id);
      if (current.id !== id) throw new ProblemError('stale', { current });
      return afterChange(current, saved, version, [keptOf(current), keptWearer(data, current.collar.system)]);
    },
    history: async (id) => repository.history((await follow(id)).id),
    like: async (name, collarText, except) => {
      requireReady(database);
      const reading = parseCollarSize(collarText);
      const collar = reading.kind === 'collar' ? reading.collar : null;
      const found = new Map<string, LikeWearer>();
      for (const word of nameWords(name)) {
        for (const wearer of await repository.search(beginning(word, SHORT_WORD), MOST_COMPARED)) {
          const because = wearer.id === except ? [] : likeness(name, collar, wearer);
          if (because.length > 0) found.set(wearer.id, { wearer, because });
        }
      }
      const weight = ({ because }: LikeWearer): number => (because.includes('sameName') ? 2 : 0) + (because.includes('sameCollar') ? 1 : 0);
      return [...found.values()].sort((a, b) => weight(b) - weight(a)).slice(0, MOST_LIKE);
    },
    merge: async (id, version, fromId, fromVersion) => {
      requireReady(database);
      if (id === fromId) throw invalidField('fromId', 'A record cannot be merged into itself.');
      await withTransaction(database.sequelize, async (transaction) => {
        // in the order of their keys, so that two merges the other way round wait for each other instead of locking up
        const [first = id, second = fromId] = [id, fromId].sort();
        const locked = [await repository.lock(first, transaction), await repository.lock(second, transaction)];
        const into = locked.find((wearer) => wearer?.id === id);
        const from = locked.find((wearer) => wearer?.id === fromId);
        if (!into || !from) throw noSuchWearer();
        // the same merging sent again, after its answer was lost
        if (from.mergedInto === id && from.version === fromVersion + 1) return;
        if (into.mergedInto !== null || from.mergedInto !== null)
          throw invalidField('fromId', 'One of the two was merged into another record before.');
        if (into.version !== version || from.version !== fromVersion) throw new ProblemError('stale', { current: into });
        const kept = filledFrom(into, from);
        if (Array.from(kept.note).length > LONGEST_NOTE)
          throw invalidField('fromId', 'The notes of the two together are longer than one record can hold. Shorten one of them first.');
        await repository.moveInto(fromId, id, new Date(), transaction);
        await repository.update(id, version, kept, [], new Date(), transaction);
      });
      return get(id);
    },
    putAway: async (id, version, away) => {
      requireReady(database);
      const now = new Date();
      const saved = await withTransaction(database.sequelize, async (transaction) => {
        if (!(await repository.lock(id, transaction))) throw noSuchWearer();
        return repository.putAway(id, version, away ? now : null, now, transaction);
      });
      const current = await get(id);
      return afterChange(current, saved, version, [current.awayAt !== null, away]);
    },
    remove: async (id, version) => {
      requireReady(database);
      await withTransaction(database.sequelize, async (transaction) => {
        const found = await repository.lock(id, transaction);
        if (!found) throw noSuchWearer();
        if (found.version !== version) throw new ProblemError('stale', { current: found });
        if (await repository.isReferred(id, transaction)) throw new ProblemError('inUse');
        await repository.remove(id, transaction);
      });
    },
    ties: async (id) => repository.ties((await follow(id)).id),
    own: async (id, tieId) => repository.ties(await changeTies(id, tieId, async () => {})),
    markUsual: async (id, tieId) =>
      repository.ties(await changeTies(id, tieId, (owner, transaction) => repository.markUsual(owner, tieId, transaction))),
    disown: async (id, tieId) => {
      const { id: owner } = await follow(id);
      await repository.disown(owner, tieId);
      return repository.ties(owner);
    },
  };
}

const noSuchWearer = (): ProblemError => new ProblemError('notFound', { detail: 'There is no such wearer.' });

/** What is kept of what was typed; a collar that was not is proposed from the bare neck, in the system the wearer is known in. */
export function keptWearer(data: WearerData, system: CollarSystem = 'in'): KeptWearer {
  const { collar, takenBy: _takenBy, ...rest } = data;
  if (collar !== null) return { ...rest, collar, collarEstimated: false };
  if (data.bareNeckMm === null) throw new Error('a wearer has a collar or a neck');
  const proposed = estimateCollar(data.bareNeckMm, system);
  return { ...rest, collar: { text: `${formatCollarLabel(proposed)} ${proposed.system}`, ...proposed }, collarEstimated: true };
}

/** A wearer with the first measures of the history. */
export function wholeWearer(id: string, data: WearerData): WholeWearer {
  const kept = keptWearer(data);
  return { id, kept, measures: measuresBetween(null, kept, data.takenBy) };
}

/** Measures that differ from what was known, to be put on record; one taken back is put down as null. */
export function measuresBetween(before: KeptWearer | null, after: KeptWearer, takenBy: string): readonly NewMeasure[] {
  return measureKind.options.flatMap((kind): NewMeasure[] => {
    const [was, is] = [before && valueOf(before, kind), valueOf(after, kind)];
    return isDeepStrictEqual(was, is) ? [] : [{ kind, value: is, takenBy }];
  });
}

/** An estimated collar is nobody's measure. */
function valueOf(wearer: KeptWearer, kind: MeasureKind): NewMeasure['value'] {
  return kind === 'collar' && wearer.collarEstimated ? null : wearer[kind];
}

/** What is kept of a wearer on record. */
export function keptOf(wearer: Wearer): KeptWearer {
  const { id: _id, version: _v, createdAt: _c, updatedAt: _u, seenAt: _s, mergedInto: _m, awayAt: _a, ...kept } = wearer;
  return kept;
}

/** The record that stays, with what only the other one knew. */
function filledFrom(into: Wearer, from: Wearer): KeptWearer {
  const kept = keptOf(into);
  const filled = Object.fromEntries(MEASURE_KEYS.map((key) => [key, kept[key] ?? from[key]])) as WearerMeasures;
  const collar = kept.collarEstimated && !from.collarEstimated ? { collar: from.collar, collarEstimated: false } : {};
  return {
    ...kept,
    ...filled,
    ...collar,
    note: [kept.note, from.note].filter((note) => note !== '').join('\n'),
    contact: kept.contact === '' ? from.contact : kept.contact,
    ...(kept.eventOn === null && kept.eventName === '' ? { eventName: from.eventName, eventOn: from.eventOn } : {}),
  };
}
