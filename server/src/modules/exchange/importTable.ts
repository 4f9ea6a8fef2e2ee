import {
  NO_MEASURES,
  type ExchangeKind,
  type FileEncoding,
  type ImportMode,
  type ImportReport,
  type KnownRows,
  type TieData,
  type WearerData,
} from '@easytuck/contract';
import { isDeepStrictEqual } from 'node:util';
import { v7 as uuid } from 'uuid';
import { defineModels } from '../../database/models.ts';
import { withTransaction, type Sequelize, type Transaction } from '../../database/withTransaction.ts';
import { ProblemError } from '../../problem.ts';
import { tieRepository } from '../ties/repository.ts';
import { dataOf as tieDataOf } from '../ties/service.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { keptOf, keptWearer, measuresBetween, wholeWearer } from '../wearers/service.ts';
import { readTable, Tally, type PlacedRow, type ReadRow, type TableKind } from './readTable.ts';
import { tieTable } from './tieTable.ts';
import { wearerTable } from './wearerTable.ts';

/** What is to be read, and whether it is to be taken in. */
export interface ImportOrder {
  readonly kind: ExchangeKind;
  readonly format: 'csv' | 'json';
  readonly mode: ImportMode;
  /** What becomes of rows that are on record already. */
  readonly known: KnownRows;
  /** Where the file lies. */
  readonly path: string;
}

/** How far the reading is. */
export interface ImportStep {
  readonly rows: number;
  readonly share: number;
}

/** Rows that are checked, looked up and inserted together. */
const BATCH = 500;
/** Of the time that a batch took, so much is left to others before the next. */
const REST_RATIO = 0.35;
const LONGEST_REST_MS = 60;

/** What a kind of table needs of the records. */
interface Store<Data> {
  readonly table: TableKind<Data>;
  /** Keys of the records that are the same as one of these, as the table compares them. */
  readonly known: (rows: readonly Data[], transaction: Transaction | null) => Promise<ReadonlyMap<string, readonly string[]>>;
  readonly insert: (rows: readonly Data[], transaction: Transaction) => Promise<void>;
  /** Puts what a row gives into the record; what it does not give stays. @returns whether anything differed. */
  readonly update: (id: string, data: Data, given: ReadonlySet<string>, transaction: Transaction) => Promise<boolean>;
}

/**
 * Reads a file row by row, and takes in what may be: all rows where none has a mistake, or the good ones where they were
 * chosen; all at once, or nothing where it is cut off. Leaves time to others between batches.
 * @throws ProblemError `cancelled` once the signal says so; nothing of it is then on record.
 */
export async function importTable(
  sequelize: Sequelize,
  order: ImportOrder,
  onStep: (step: ImportStep) => void,
  signal: AbortSignal,
): Promise<ImportReport> {
  return order.kind === 'ties'
    ? importInto(sequelize, tieStore(sequelize), order, onStep, signal)
    : importInto(sequelize, wearerStore(sequelize), order, onStep, signal);
}

async function importInto<Data>(
  sequelize: Sequelize,
  store: Store<Data>,
  order: ImportOrder,
  onStep: (step: ImportStep) => void,
  signal: AbortSignal,
): Promise<ImportReport> {
  const tally = new Tally(store.table, order.known);
  const read: { as: FileEncoding } = { as: 'utf-8' };
  const batches = (): AsyncGenerator<readonly PlacedRow<Data>[]> => batchesOf(store, order, (as) => (read.as = as), onStep, signal);
  if (order.mode === 'check') {
    for await (const batch of batches()) tally.add(batch, await store.known(dataOf(batch), null));
    return tally.report(0, 0, read.as);
  }
  let [taken, updated] = [0, 0];
  try {
    await withTransaction(sequelize, async (transaction) => {
      for await (const batch of batches()) {
        const { fresh, known } = tally.add(batch, await store.known(dataOf(batch), transaction));
        if (order.mode === 'all' && tally.bad > 0) continue;
        const entered = dataOf(order.known === 'add' ? [...fresh, ...known.map(({ read: row }) => row)] : fresh);
        await store.insert(entered, transaction);
        taken += entered.length;
        if (order.known !== 'update') continue;
        for (const { read: row, id } of known)
          if (row.data !== null && (await store.update(id, row.data, row.given, transaction))) updated += 1;
      }
      if (order.mode === 'all' && tally.bad > 0) throw new NothingTaken();
    });
  } catch (error) {
    if (!(error instanceof NothingTaken)) throw error;
    [taken, updated] = [0, 0];
  }
  return tally.report(taken, updated, read.as);
}

/** Ends a transaction whose rows are not to be kept. */
class NothingTaken extends Error {}

const dataOf = <Data>(batch: readonly ReadRow<Data>[]): Data[] => batch.flatMap(({ data }) => (data === null ? [] : [data]));

async function* batchesOf<Data>(
  { table }: Store<Data>,
  { format, path }: ImportOrder,
  onEncoding: (encoding: FileEncoding) => void,
  onStep: (step: ImportStep) => void,
  signal: AbortSignal,
): AsyncGenerator<readonly PlacedRow<Data>[]> {
  let rows = 0;
  let batch: PlacedRow<Data>[] = [];
  let began = performance.now();
  for await (const row of readTable(table, format, path, onEncoding)) {
    rows += 1;
    batch.push(row);
    if (batch.length < BATCH) continue;
    if (signal.aborted) throw new ProblemError('cancelled');
    yield batch;
    onStep({ rows, share: row.share });
    batch = [];
    await new Promise((resolve) => setTimeout(resolve, Math.min(LONGEST_REST_MS, REST_RATIO * (performance.now() - began))));
    began = performance.now();
  }
  if (signal.aborted) throw new ProblemError('cancelled');
  if (batch.length > 0) yield batch;
  onStep({ rows, share: 1 });
}

function wearerStore(sequelize: Sequelize): Store<WearerData> {
  const wearers = wearerRepository({ sequelize, models: defineModels(sequelize) });
  return {
    table: wearerTable,
    known: async (rows, transaction) => {
      const found = await wearers.named(
        rows.map(({ name }) => name),
        transaction,
      );
      // a collar that was only proposed is nobody's measure
      return keysBy(found, ({ name, collar, collarEstimated }) =>
        wearerTable.sameAs({ ...EMPTY, name, collar: collarEstimated ? null : collar }),
      );
    },
    insert: async (rows, transaction) =>
      wearers.insert(
        rows.map((data) => wholeWearer(uuid(), data)),
        new Date(),
        transaction,
      ),
    update: async (id, data, given, transaction) => {
      const before = await wearers.lock(id, transaction);
      if (!before) return false;
      const was = keptOf(before);
      const { collarEstimated, ...typed } = was;
      const merged = { ...typed, collar: collarEstimated ? null : was.collar, takenBy: '', ...partsOf(data, given) };
      const kept = keptWearer(merged, was.collar.system);
      if (isDeepStrictEqual(kept, was)) return false;
      return wearers.update(id, before.version, kept, measuresBetween(was, kept, data.takenBy), new Date(), transaction);
    },
  };
}

/** The parts of a record that a file gives. */
const partsOf = <Data extends object>(data: Data, given: ReadonlySet<string>): Partial<Data> =>
  Object.fromEntries(Object.entries(data).filter(([part]) => given.has(part))) as Partial<Data>;

/** Keys of records by what they are compared by. */
function keysBy<R extends { readonly id: string }>(records: readonly R[], sameAs: (record: R) => string): Map<string, string[]> {
  const keys = new Map<string, string[]>();
  for (const record of records) keys.set(sameAs(record), [...(keys.get(sameAs(record)) ?? []), record.id]);
  return keys;
}

/** A wearer of whom nothing is known: for comparing by what is. */
const EMPTY: WearerData = {
  ...{ name: '', collar: null, longEnd: 'left', note: '', takenBy: '' },
  ...{ contact: '', eventName: '', eventOn: null },
  ...NO_MEASURES,
};

function tieStore(sequelize: Sequelize): Store<TieData> {
  const ties = tieRepository({ models: defineModels(sequelize) });
  return {
    table: tieTable,
    known: async (rows, transaction) => {
      const found = await ties.named(
        rows.map(({ name }) => name),
        transaction,
      );
      return keysBy(found, ({ name }) => sameTieName(name));
    },
    insert: async (rows, transaction) =>
      ties.insertAll(
        rows.map((data) => ({ id: uuid(), data })),
        new Date(),
        transaction,
      ),
    update: async (id, data, given, transaction) => {
      const before = await ties.lock(id, transaction);
      if (!before) return false;
      const was = tieDataOf(before);
      const merged = { ...was, ...partsOf(data, given) };
      return !isDeepStrictEqual(merged, was) && ties.update(id, before.version, merged, new Date(), transaction);
    },
  };
}

const sameTieName = (name: string): string => name.trim().toLocaleLowerCase();
