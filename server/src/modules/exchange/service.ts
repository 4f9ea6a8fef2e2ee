import type { ImportMode, ImportReport, TieData, Wearer, WearerData } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { withTransaction } from '../../database/withTransaction.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { tieRepository } from '../ties/repository.ts';
import { dataOf } from '../ties/service.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { keptOf, wholeWearer } from '../wearers/service.ts';
import { readFile, writeFile, type ReadFile } from './importTable.ts';
import { tieTable } from './tieTable.ts';
import { wearerTable } from './wearerTable.ts';

type Format = 'csv' | 'json';

/** Tables out and in. */
export interface ExchangeService {
  readonly exportTies: (format: Format) => Promise<string>;
  readonly exportWearers: (format: Format) => Promise<string>;
  /** Nothing is taken in unless the mode asks for it; what is, all at once or not at all. */
  readonly importTies: (format: Format, text: string, mode: ImportMode) => Promise<ImportReport>;
  readonly importWearers: (format: Format, text: string, mode: ImportMode) => Promise<ImportReport>;
}

const PAGE = 1_000;

export function exchangeService(shop: Database): ExchangeService {
  const ties = tieRepository(shop);
  const wearers = wearerRepository(shop);
  const allWearers = async (): Promise<Wearer[]> => {
    const all: Wearer[] = [];
    for (let page = await wearers.page('', PAGE); page.length > 0; page = await wearers.page(page.at(-1)?.id ?? '', PAGE))
      all.push(...page);
    return all;
  };
  return {
    exportTies: async (format) => {
      requireReady(shop);
      return writeFile(tieTable, format, (await ties.list()).map(dataOf), (data) => data);
    },
    exportWearers: async (format) => {
      requireReady(shop);
      return writeFile(wearerTable, format, (await allWearers()).map(wearerDataOf), ({ takenBy: _by, ...data }) => ({
        ...data,
        collar: data.collar?.text ?? '',
      }));
    },
    importTies: async (format, text, mode) => {
      requireReady(shop);
      const known = new Set((await ties.names()).map((name) => name.trim().toLocaleLowerCase()));
      return takeIn(readFile<TieData>(tieTable, format, text, known), mode, (good) =>
        withTransaction(shop.sequelize, (transaction) =>
          ties.insertAll(
            good.map((data) => ({ id: uuid(), data })),
            new Date(),
            transaction,
          ),
        ),
      );
    },
    importWearers: async (format, text, mode) => {
      requireReady(shop);
      const known = new Set((await allWearers()).map((wearer) => wearerTable.sameAs(wearerDataOf(wearer))));
      return takeIn(readFile<WearerData>(wearerTable, format, text, known), mode, (good) =>
        withTransaction(shop.sequelize, (transaction) =>
          wearers.insert(
            good.map((data) => wholeWearer(uuid(), data)),
            new Date(),
            transaction,
          ),
        ),
      );
    },
  };
}

/** Takes in what may be taken: all rows where none has a mistake, or the good ones where they were chosen. */
async function takeIn<Data>(
  { good, report }: ReadFile<Data>,
  mode: ImportMode,
  insert: (good: readonly Data[]) => Promise<void>,
): Promise<ImportReport> {
  const takes = mode === 'good' || (mode === 'all' && report.bad === 0);
  if (takes && good.length > 0) await insert(good);
  return { ...report, taken: takes ? good.length : 0 };
}

/** A wearer as he was typed: a collar that was only proposed is left for the next reader to propose again. */
function wearerDataOf(wearer: Wearer): WearerData {
  const { collarEstimated, collar, ...rest } = keptOf(wearer);
  return { ...rest, collar: collarEstimated ? null : collar, takenBy: '' };
}
