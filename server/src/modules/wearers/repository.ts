import type { Wearer, WearerData } from '@easytuck/contract';
import { Op, type Transaction } from 'sequelize';
import type { WearerRow } from '../../database/models.ts';
import { readRows } from '../../database/readRows.ts';
import type { Database } from '../../plugins/database.ts';

/** Reads and writes wearers; the only place that knows their columns. */
export interface WearerRepository {
  readonly find: (id: string, transaction?: Transaction) => Promise<Wearer | null>;
  /** Those whose name holds the letters, recently changed first. */
  readonly search: (letters: string, limit: number) => Promise<Wearer[]>;
  readonly insert: (id: string, data: WearerData, at: Date, transaction?: Transaction) => Promise<void>;
  /** @returns false where there is no such wearer or it no longer has this version. */
  readonly update: (id: string, version: number, data: WearerData, at: Date) => Promise<boolean>;
}

const COLUMNS = `id, name, collar_text AS collarText, collar_system AS collarSystem, collar_label AS collarLabel,
  long_end AS longEnd, note, version, created_at AS createdAt, updated_at AS updatedAt`;

export function wearerRepository({ models, sequelize }: Database): WearerRepository {
  const { wearers } = models;
  const inside = (transaction: Transaction | undefined): { transaction: Transaction | null } => ({ transaction: transaction ?? null });
  return {
    find: async (id, transaction) => {
      const [row] = await readRows<WearerRow>(sequelize, `SELECT ${COLUMNS} FROM wearers WHERE id = ?`, [id], transaction);
      return row === undefined ? null : toWearer(row);
    },
    search: async (letters, limit) => {
      const where = letters === '' ? {} : { name: { [Op.like]: `%${escapeLike(letters)}%` } };
      const rows = (await wearers.findAll({
        where,
        order: [
          ['updatedAt', 'DESC'],
          ['id', 'DESC'],
        ],
        limit,
        raw: true,
      })) as unknown as WearerRow[];
      return rows.map(toWearer);
    },
    insert: async (id, data, at, transaction) => {
      await wearers.create({ id, ...toColumns(data), version: 1, createdAt: at, updatedAt: at }, inside(transaction));
    },
    update: async (id, version, data, at) => {
      const [changed] = await wearers.update({ ...toColumns(data), version: version + 1, updatedAt: at }, { where: { id, version } });
      return changed === 1;
    },
  };
}

function toColumns(data: WearerData): Pick<WearerRow, 'name' | 'collarText' | 'collarSystem' | 'collarLabel' | 'longEnd' | 'note'> {
  const { name, collar, longEnd, note } = data;
  return { name, collarText: collar.text, collarSystem: collar.system, collarLabel: collar.label, longEnd, note };
}

function toWearer(row: WearerRow): Wearer {
  const { id, name, longEnd, note, version } = row;
  const collar = { text: row.collarText, system: row.collarSystem, label: row.collarLabel };
  return { id, name, collar, longEnd, note, version, createdAt: row.createdAt.toISOString(), updatedAt: row.updatedAt.toISOString() };
}

function escapeLike(letters: string): string {
  return letters.replace(/[\\%_]/g, (character) => `\\${character}`);
}
