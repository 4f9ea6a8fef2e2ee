import { holdEverywhere } from '../../database/cluster.ts';
import { selected } from '../../database/columns.ts';
import { fitting as fittingSchema, readKeptTie, type Fitting, type FittingQuery } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readDocument, type FittingRow } from '../../database/models.ts';
import { readRows } from '../../database/readRows.ts';
import type { Database } from '../../plugins/database.ts';

const inputsSchema = fittingSchema.omit({
  id: true,
  givenOutAt: true,
  wearer: true,
  tie: true,
  modelVersion: true,
  result: true,
  revision: true,
  card: true,
});

/** Reads and writes fittings; the only place that knows their columns. They are never changed; a revision takes the place of one. */
export interface FittingRepository {
  readonly find: (id: string, transaction?: Transaction) => Promise<Fitting | null>;
  /** As `find`, with whether it is the latest revision; nobody else revises it until the transaction ends. */
  readonly lock: (id: string, transaction: Transaction) => Promise<{ readonly fitting: Fitting; readonly isLatest: boolean } | null>;
  /** Latest first. */
  readonly list: (query: FittingQuery, limit: number) => Promise<Fitting[]>;
  /** First to last. */
  readonly revisions: (rootId: string, transaction?: Transaction) => Promise<Fitting[]>;
  /** Keeps a fitting; where it revises another, that one is no longer the latest. */
  readonly insert: (fitting: Fitting, transaction: Transaction) => Promise<void>;
}

export function fittingRepository({ models, sequelize }: Database): FittingRepository {
  const { fittings } = models;
  const columns = selected(fittings);
  const one = async (id: string, transaction: Transaction | undefined, suffix = ''): Promise<FittingRow | undefined> =>
    (await readRows<FittingRow>(sequelize, `SELECT ${columns} FROM fittings WHERE id = ?${suffix}`, [id], transaction))[0];
  return {
    find: async (id, transaction) => {
      const row = await one(id, transaction);
      return row ? toFitting(row) : null;
    },
    lock: async (id, transaction) => {
      await holdEverywhere(transaction, 'fittings', [id]);
      const row = await one(id, transaction, ' FOR UPDATE');
      return row ? { fitting: toFitting(row), isLatest: Boolean(row.isLatest) } : null;
    },
    list: async (query, limit) => {
      const { where, values } = filter(query);
      const rows = await readRows<FittingRow>(
        sequelize,
        `SELECT ${columns} FROM fittings WHERE ${where} ORDER BY given_out_at DESC, id DESC LIMIT ?`,
        [...values, limit],
      );
      return rows.map(toFitting);
    },
    revisions: async (rootId, transaction) => {
      // within a transaction what others have committed since it began counts too
      const now = transaction ? ' LOCK IN SHARE MODE' : '';
      const statement = `SELECT ${columns} FROM fittings WHERE root_id = ? ORDER BY revision${now}`;
      return (await readRows<FittingRow>(sequelize, statement, [rootId], transaction)).map(toFitting);
    },
    insert: async (fitting, transaction) => {
      const { id, givenOutAt, wearer, tie, modelVersion, result, revision, card, occasion, staff } = fitting;
      if (revision.revises !== null) await fittings.update({ isLatest: false }, { where: { id: revision.revises }, transaction });
      const row = {
        ...{ id, wearerId: wearer.id, tieId: tie.id, wearerName: wearer.name, tieName: tie.name, givenOutAt: new Date(givenOutAt) },
        ...{ rootId: revision.rootId, revision: revision.number, revises: revision.revises, isLatest: true, occasion, staff },
        ...{ modelVersion, inputs: inputsSchema.parse(fitting), tie, result, card },
      };
      await fittings.create(row, { transaction });
    },
  };
}

function filter(query: FittingQuery): { where: string; values: (string | number)[] } {
  const parts: string[] = [];
  const values: (string | number)[] = [];
  const add = (condition: string, ...given: readonly (string | number)[]): void => {
    parts.push(condition);
    values.push(...given);
  };
  if (query.all === 'no') add('is_latest = 1');
  if (query.wearerId !== undefined) add('wearer_id = ?', query.wearerId);
  if (query.tieId !== undefined) add('tie_id = ?', query.tieId);
  if (query.occasion !== undefined) add('occasion = ?', query.occasion);
  if (query.staff !== undefined && query.staff !== '') add('staff = ?', query.staff);
  if (query.from !== undefined) add('given_out_at >= ?', `${query.from} 00:00:00`);
  if (query.to !== undefined) add('given_out_at < DATE_ADD(?, INTERVAL 1 DAY)', query.to);
  if (query.q !== undefined && query.q !== '') {
    const like = `%${query.q.replace(/[\\%_]/g, (character) => `\\${character}`)}%`;
    add('(wearer_name LIKE ? OR tie_name LIKE ?)', like, like);
  }
  if (query.before !== undefined) add('(given_out_at, id) < (SELECT given_out_at, id FROM fittings WHERE id = ?)', query.before);
  return { where: parts.length > 0 ? parts.join(' AND ') : '1', values };
}

function toFitting(row: FittingRow): Fitting {
  return {
    id: row.id,
    givenOutAt: row.givenOutAt.toISOString(),
    wearer: { id: row.wearerId, name: row.wearerName },
    tie: readKeptTie(readDocument(row.tie), row.modelVersion),
    ...inputsSchema.parse(readDocument(row.inputs)),
    modelVersion: row.modelVersion,
    result: fittingSchema.shape.result.parse(readDocument(row.result)),
    revision: { number: row.revision, rootId: row.rootId, revises: row.revises },
    card: fittingSchema.shape.card.parse(readDocument(row.card)),
  };
}
