import type { Deed } from '@easytuck/contract';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';

/** Something that was done, before it has a number. */
interface NewDeed {
  readonly personId: string | null;
  readonly personName: string;
  readonly what: string;
  readonly about: string | null;
  readonly from: string;
}

/** The record of who did what. There is a way to add to it and to read it, and none to change it. */
export interface DeedRepository {
  readonly add: (deed: NewDeed) => Promise<void>;
  /** Latest first, older than a number where one is given. */
  readonly list: (before: number | undefined, limit: number) => Promise<Deed[]>;
}

export function deedRepository({ sequelize }: Pick<Database, 'sequelize'>): DeedRepository {
  return {
    add: async ({ personId, personName, what, about, from }) => {
      await writeRows(
        sequelize,
        'INSERT INTO deeds (at, person_id, person_name, what, about, came_from) VALUES (UTC_TIMESTAMP(3), ?, ?, ?, ?, ?)',
        [personId, personName.slice(0, 60), what.slice(0, 80), about?.slice(0, 120) ?? null, from.slice(0, 60)],
      );
    },
    list: async (before, limit) => {
      const rows = await readRows<Omit<Deed, 'at'> & { at: Date }>(
        sequelize,
        `SELECT number, at, person_name AS personName, what, about, came_from AS \`from\` FROM deeds
          ${before === undefined ? '' : 'WHERE number < ?'} ORDER BY number DESC LIMIT ?`,
        before === undefined ? [limit] : [before, limit],
      );
      return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
    },
  };
}
