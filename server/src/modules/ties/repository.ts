import { holdEverywhere } from '../../database/cluster.ts';
import { tie as tieSchema, type Tie, type TieData } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readDocument, type TieRow } from '../../database/models.ts';
import type { Database } from '../../plugins/database.ts';

const measuresSchema = tieSchema.pick({
  cloth: true,
  blade: true,
  overhangMm: true,
  hardware: true,
  takeUp: true,
  faces: true,
  quickClasp: true,
  breakaway: true,
  priceCode: true,
});
const BATCH = 500;

/** Reads and writes ties; the only place that knows their columns. */
export interface TieRepository {
  readonly find: (id: string, transaction?: Transaction) => Promise<Tie | null>;
  readonly findAll: (ids: readonly string[]) => Promise<Tie[]>;
  readonly list: () => Promise<Tie[]>;
  readonly insert: (id: string, data: TieData, at: Date, transaction?: Transaction) => Promise<void>;
  /** Many at once. */
  readonly insertAll: (
    ties: readonly { readonly id: string; readonly data: TieData }[],
    at: Date,
    transaction: Transaction,
  ) => Promise<void>;
  /** Ties whose name is one of these, compared more loosely than letter by letter. */
  readonly named: (names: readonly string[], transaction: Transaction | null) => Promise<readonly Pick<Tie, 'id' | 'name'>[]>;
  /** As `find`, and nobody else changes it until the transaction ends. */
  readonly lock: (id: string, transaction: Transaction) => Promise<Tie | null>;
  /** Takes so many out of stock, or puts them back where negative; the tie must be locked. */
  readonly takeOutOfStock: (tie: Tie, count: number, at: Date, transaction: Transaction) => Promise<void>;
  /** Puts it away or takes it out again. @returns as `update`. */
  readonly putAway: (id: string, version: number, awayAt: Date | null, at: Date) => Promise<boolean>;
  /** @returns false where there is no such tie or it no longer has this version. */
  readonly update: (id: string, version: number, data: TieData, at: Date, transaction?: Transaction) => Promise<boolean>;
}

export function tieRepository({ models }: Pick<Database, 'models'>): TieRepository {
  const { ties } = models;
  return {
    find: async (id, transaction) => {
      const row = (await ties.findOne({ where: { id }, raw: true, transaction: transaction ?? null })) as unknown as TieRow | null;
      return row && toTie(row);
    },
    lock: async (id, transaction) => {
      await holdEverywhere(transaction, 'ties', [id]);
      const row = (await ties.findOne({
        where: { id },
        raw: true,
        transaction,
        lock: transaction.LOCK.UPDATE,
      })) as unknown as TieRow | null;
      return row && toTie(row);
    },
    takeOutOfStock: async ({ id, inStock, version }, count, at, transaction) => {
      await ties.update({ inStock: inStock - count, version: version + 1, updatedAt: at }, { where: { id, version }, transaction });
    },
    putAway: async (id, version, awayAt, at) => {
      const [changed] = await ties.update({ awayAt, version: version + 1, updatedAt: at }, { where: { id, version } });
      return changed === 1;
    },
    findAll: async (ids) => ((await ties.findAll({ where: { id: [...ids] }, raw: true })) as unknown as TieRow[]).map(toTie),
    list: async () => {
      const rows = (await ties.findAll({
        order: [
          ['name', 'ASC'],
          ['id', 'ASC'],
        ],
        raw: true,
      })) as unknown as TieRow[];
      return rows.map(toTie);
    },
    insert: async (id, data, at, transaction) => {
      await ties.create(
        { id, ...toColumns(data), version: 1, createdAt: at, updatedAt: at, awayAt: null },
        { transaction: transaction ?? null },
      );
    },
    insertAll: async (all, at, transaction) => {
      for (let i = 0; i < all.length; i += BATCH) {
        const rows = all
          .slice(i, i + BATCH)
          .map(({ id, data }) => ({ id, ...toColumns(data), version: 1, createdAt: at, updatedAt: at, awayAt: null }));
        await ties.bulkCreate(rows, { transaction });
      }
    },
    named: async (names, transaction) =>
      names.length === 0
        ? []
        : ((await ties.findAll({ where: { name: [...names] }, attributes: ['id', 'name'], raw: true, transaction })) as unknown as Pick<
            Tie,
            'id' | 'name'
          >[]),
    update: async (id, version, data, at, transaction) => {
      const [changed] = await ties.update(
        { ...toColumns(data), version: version + 1, updatedAt: at },
        { where: { id, version }, transaction: transaction ?? null },
      );
      return changed === 1;
    },
  };
}

function toColumns({
  name,
  shape,
  fibre,
  weave,
  inStock,
  note,
  cloth,
  blade,
  overhangMm,
  hardware,
  takeUp,
  faces,
  quickClasp,
  breakaway,
  priceCode,
  maker,
}: TieData): Omit<TieRow, 'id' | 'version' | 'createdAt' | 'updatedAt' | 'awayAt'> {
  return {
    name,
    shape,
    fibre,
    weave,
    inStock,
    note,
    maker,
    measures: { cloth, blade, overhangMm, hardware, takeUp, faces, quickClasp, breakaway, priceCode },
  };
}

function toTie(row: TieRow): Tie {
  const { id, name, maker, inStock, note, version } = row;
  return {
    id,
    name,
    maker,
    shape: tieSchema.shape.shape.parse(row.shape),
    fibre: tieSchema.shape.fibre.parse(row.fibre),
    weave: tieSchema.shape.weave.parse(row.weave),
    ...measuresSchema.parse(readDocument(row.measures)),
    inStock,
    note,
    version,
    createdAt: row.createdAt.toISOString(),
    updatedAt: row.updatedAt.toISOString(),
    awayAt: row.awayAt === null ? null : row.awayAt.toISOString(),
  };
}
