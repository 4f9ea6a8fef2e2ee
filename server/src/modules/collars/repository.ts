import { stockCollar, type StockCollar } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import type { CollarRow } from '../../database/models.ts';
import type { Database } from '../../plugins/database.ts';

type CollarData = Omit<StockCollar, 'id' | 'version' | 'createdAt' | 'updatedAt'>;

/** Reads and writes collars in stock; the only place that knows their columns. */
export interface CollarRepository {
  readonly find: (id: string) => Promise<StockCollar | null>;
  readonly list: () => Promise<StockCollar[]>;
  readonly insert: (id: string, data: CollarData, at: Date, transaction?: Transaction) => Promise<void>;
  /** @returns false where there is no such collar or it no longer has this version. */
  readonly update: (id: string, version: number, data: CollarData, at: Date) => Promise<boolean>;
  readonly remove: (id: string, version: number) => Promise<boolean>;
}

export function collarRepository({ models }: Database): CollarRepository {
  const { collars } = models;
  return {
    find: async (id) => {
      const row = (await collars.findOne({ where: { id }, raw: true })) as unknown as CollarRow | null;
      return row && toCollar(row);
    },
    list: async () => {
      const rows = (await collars.findAll({
        order: [
          ['name', 'ASC'],
          ['id', 'ASC'],
        ],
        raw: true,
      })) as unknown as CollarRow[];
      return rows.map(toCollar);
    },
    insert: async (id, data, at, transaction) => {
      await collars.create({ id, ...data, version: 1, createdAt: at, updatedAt: at }, { transaction: transaction ?? null });
    },
    update: async (id, version, data, at) => {
      const [changed] = await collars.update({ ...data, version: version + 1, updatedAt: at }, { where: { id, version } });
      return changed === 1;
    },
    remove: async (id, version) => (await collars.destroy({ where: { id, version } })) === 1,
  };
}

const toCollar = (row: CollarRow): StockCollar =>
  stockCollar.parse({ ...row, createdAt: row.createdAt.toISOString(), updatedAt: row.updatedAt.toISOString() });
