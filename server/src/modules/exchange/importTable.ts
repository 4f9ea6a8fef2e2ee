import type { ExchangeKind, ImportMode, ImportReport, TieData, WearerData } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { defineModels } from '../../database/models.ts';
import { withTransaction, type Sequelize, type Transaction } from '../../database/withTransaction.ts';
import { ProblemError } from '../../problem.ts';
import { tieRepository } from '../ties/repository.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { wholeWearer } from '../wearers/service.ts';
import { readTable, Tally, type PlacedRow, type TableKind } from './readTable.ts';
import { tieTable } from './tieTable.ts';
import { wearerTable } from './wearerTable.ts';

/** What is to be read, and whether it is to be taken in. */
export interface ImportOrder {
  readonly kind: ExchangeKind;
  readonly format: 'csv' | 'json';
  readonly mode: ImportMode;
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
  /** Which of these are on record already, as the table compares them. */
  readonly known: (rows: readonly Data[], transaction: Transaction | null) => Promise<ReadonlySet<string>>;
  readonly insert: (rows: readonly Data[], transaction: Transaction) => Promise<void>;
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
  if (order.mode === 'check') {
    const tally = new Tally(store.table);
    for await (const batch of batchesOf(store, order, onStep, signal)) tally.add(batch, await store.known(dataOf(batch), null));
    return tally.report(0);
  }
  const tally = new Tally(store.table);
  let taken = 0;
  try {
    await withTransaction(sequelize, async (transaction) => {
      for await (const batch of batchesOf(store, order, onStep, signal)) {
        const good = tally.add(batch, await store.known(dataOf(batch), transaction));
        if (order.mode === 'all' && tally.bad > 0) continue;
        await store.insert(good, transaction);
        taken += good.length;
      }
      if (order.mode === 'all' && tally.bad > 0) throw new NothingTaken();
    });
  } catch (error) {
    if (!(error instanceof NothingTaken)) throw error;
    taken = 0;
  }
  return tally.report(taken);
}

/** Ends a transaction whose rows are not to be kept. */
class NothingTaken extends Error {}

const dataOf = <Data>(batch: readonly PlacedRow<Data>[]): Data[] => batch.flatMap(({ data }) => (data === null ? [] : [data]));

async function* batchesOf<Data>(
  { table }: Store<Data>,
  { format, path }: ImportOrder,
  onStep: (step: ImportStep) => void,
  signal: AbortSignal,
): AsyncGenerator<readonly PlacedRow<Data>[]> {
  let rows = 0;
  let batch: PlacedRow<Data>[] = [];
  let began = performance.now();
  for await (const row of readTable(table, format, path)) {
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
      return new Set(
        found.map(({ name, collar, collarEstimated }) => wearerTable.sameAs({ ...EMPTY, name, collar: collarEstimated ? null : collar })),
      );
    },
    insert: async (rows, transaction) =>
      wearers.insert(
        rows.map((data) => wholeWearer(uuid(), data)),
        new Date(),
        transaction,
      ),
  };
}

/** A wearer of whom nothing is known: for comparing by what is. */
const EMPTY: WearerData = {
  ...{ name: '', collar: null, longEnd: 'left', note: '', takenBy: '' },
  ...{ contact: '', eventName: '', eventOn: null },
  ...{ bareNeckMm: null, easeMm: null, neckBreadthMm: null, faceWidthMm: null, firstButtonMm: null, buttonSpacingMm: null },
  ...{ dexterity: null, finish: null, fullness: null, backKnotLayer: null },
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
      return new Set(found.map(sameTieName));
    },
    insert: async (rows, transaction) =>
      ties.insertAll(
        rows.map((data) => ({ id: uuid(), data })),
        new Date(),
        transaction,
      ),
  };
}

const sameTieName = (name: string): string => name.trim().toLocaleLowerCase();
