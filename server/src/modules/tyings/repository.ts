import { selected } from '../../database/columns.ts';
import { tying as tyingSchema, type Tie, type Tying, type TyingData } from '@easytuck/contract';
import { MODEL_VERSION } from '@easytuck/core';
import type { Transaction } from 'sequelize';
import { readDocument, type TyingRow } from '../../database/models.ts';
import { readRows } from '../../database/readRows.ts';
import type { Database } from '../../plugins/database.ts';

// in this order: from the few ties first, the database goes through all tyings of a wearer instead of the latest off his key
const FROM = 'FROM tyings y STRAIGHT_JOIN ties t ON t.id = y.tie_id';

/** What is read to learn of a tie's kin: more would hardly tell more. */
const KIN_READ = 40;
const TYINGS_READ_OF_EACH = 12;

/** Reads and writes tyings; the only place that knows their columns. They are never changed. */
export interface TyingRepository {
  readonly find: (id: string) => Promise<Tying | null>;
  /** Latest first. */
  readonly ofWearer: (wearerId: string) => Promise<Tying[]>;
  /** The way of a wearer's latest tying; null if it is not on record, or there is none. */
  readonly lastWay: (wearerId: string, transaction?: Transaction) => Promise<Tying['way']>;
  /** Latest first, by whomever it was tied. */
  readonly ofTie: (tieId: string) => Promise<Tying[]>;
  /** The latest measured tyings of each other tie of a tie's maker or cloth, by tie; of the ties that were changed last. */
  readonly ofKin: (tie: Tie) => Promise<ReadonlyMap<string, readonly Tying[]>>;
  readonly insert: (data: TyingData, at: Date, transaction: Transaction) => Promise<void>;
  /** Takes one off the record, or puts it back. @returns false where there is no such tying. */
  readonly keep: (id: string, isKept: boolean, at: Date) => Promise<boolean>;
  /** Which ties wearers have tied and measured whole. */
  readonly measuredBy: (wearerIds: readonly string[]) => Promise<readonly { readonly wearerId: string; readonly tieId: string }[]>;
}

export function tyingRepository({ models, sequelize }: Database): TyingRepository {
  type Row = TyingRow & { tieName: string };
  const columns = `${selected(models.tyings, { alias: 'y' })}, t.name AS tieName`;
  const latest = async (column: 'wearer_id' | 'tie_id', id: string): Promise<Tying[]> =>
    (
      await readRows<Row>(
        sequelize,
        `SELECT ${columns} ${FROM} WHERE y.${column} = ? AND y.removed_at IS NULL ORDER BY y.tied_at DESC, y.id DESC LIMIT 200`,
        [id],
      )
    ).map(toTying);
  const measured = `y.removed_at IS NULL AND y.outcome = 'tied' AND y.set_mm IS NOT NULL AND y.front_loop_mm IS NOT NULL AND y.back_loop_mm IS NOT NULL`;
  return {
    lastWay: async (wearerId, transaction) => {
      const [row] = await readRows<Pick<Tying, 'way'>>(
        sequelize,
        'SELECT y.way FROM tyings y WHERE y.wearer_id = ? AND y.removed_at IS NULL ORDER BY y.tied_at DESC, y.id DESC LIMIT 1',
        [wearerId],
        transaction,
      );
      return row?.way ?? null;
    },
    ofKin: async ({ id: ownId, maker, fibre, weave }) => {
      // one row of each tie is looked for; as EXISTS the database goes through all tyings there are
      const ids = await readRows<{ id: string }>(
        sequelize,
        `SELECT t.id FROM ties t WHERE ((t.fibre = ? AND t.weave <=> ?) OR (t.maker <> '' AND t.maker = ?)) AND t.id <> ?
         AND (SELECT 1 FROM tyings y WHERE y.tie_id = t.id AND ${measured} LIMIT 1) IS NOT NULL ORDER BY t.updated_at DESC LIMIT ${KIN_READ}`,
        [fibre, weave, maker, ownId],
      );
      if (ids.length === 0) return new Map();
      // a few rows off the key of each tie, rather than all their tyings to be sorted
      const each = `(SELECT ${columns} ${FROM} WHERE y.tie_id = ? AND ${measured} ORDER BY y.tied_at DESC, y.id DESC LIMIT ${TYINGS_READ_OF_EACH})`;
      const rows = await readRows<Row>(
        sequelize,
        ids.map(() => each).join(' UNION ALL '),
        ids.map(({ id }) => id),
      );
      return new Map(ids.map(({ id }) => [id, rows.filter((row) => row.tieId === id).map(toTying)]));
    },
    find: async (id) => {
      const [row] = await readRows<Row>(sequelize, `SELECT ${columns} ${FROM} WHERE y.id = ?`, [id]);
      return row ? toTying(row) : null;
    },
    ofWearer: (wearerId) => latest('wearer_id', wearerId),
    ofTie: (tieId) => latest('tie_id', tieId),
    insert: async (data, at, transaction) => {
      await models.tyings.create({ ...data, pathModel: MODEL_VERSION, tiedAt: at, removedAt: null }, { transaction });
    },
    keep: async (id, isKept, at) => {
      await models.tyings.update({ removedAt: isKept ? null : at }, { where: { id } });
      return (await models.tyings.count({ where: { id } })) === 1;
    },
    measuredBy: async (wearerIds) =>
      wearerIds.length === 0
        ? []
        : readRows<{ wearerId: string; tieId: string }>(
            sequelize,
            `SELECT DISTINCT y.wearer_id AS wearerId, y.tie_id AS tieId FROM tyings y WHERE y.wearer_id IN (${wearerIds.map(() => '?').join(', ')}) AND ${measured}`,
            [...wearerIds],
          ),
  };
}

const toTying = (row: TyingRow & { tieName: string }): Tying =>
  tyingSchema.parse({
    ...row,
    steps: readDocument(row.steps),
    isConfirmed: row.isConfirmed === true || row.isConfirmed === 1,
    tiedAt: row.tiedAt.toISOString(),
  });
