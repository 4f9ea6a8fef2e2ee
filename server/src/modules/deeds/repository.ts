import type { Deed, LoggedRecord } from '@easytuck/contract';
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
  /** What records are called now, by their keys; a record that is gone has no name. */
  readonly namesOf: (ids: readonly string[]) => Promise<ReadonlyMap<string, LoggedRecord>>;
}

/** Where each kind of record has its name. */
const NAMED_IN = [
  "SELECT id, 'wearer' AS kind, name FROM wearers WHERE merged_into IS NULL",
  "SELECT id, 'tie' AS kind, name FROM ties WHERE TRUE",
  "SELECT id, 'fitting' AS kind, CONCAT_WS(', ', NULLIF(wearer_name, ''), tie_name) AS name FROM fittings WHERE TRUE",
  "SELECT id, 'party' AS kind, name FROM parties WHERE TRUE",
  "SELECT id, 'person' AS kind, name FROM people WHERE TRUE",
  "SELECT id, 'member' AS kind, name FROM party_members WHERE TRUE",
  "SELECT id, 'coachLink' AS kind, (SELECT name FROM wearers WHERE wearers.id = wearer_id) AS name FROM coach_links WHERE TRUE",
  "SELECT id, 'partyLink' AS kind, (SELECT name FROM parties WHERE parties.id = party_id) AS name FROM party_links WHERE TRUE",
] as const;

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
    namesOf: async (ids) => {
      if (ids.length === 0) return new Map();
      const marks = ids.map(() => '?').join(', ');
      const rows = await readRows<{ id: string } & NonNullable<LoggedRecord>>(
        sequelize,
        NAMED_IN.map((select) => `${select} AND id IN (${marks})`).join(' UNION ALL '),
        NAMED_IN.flatMap(() => ids),
      );
      return new Map(rows.map(({ id, kind, name }) => [id, { kind, name }]));
    },
  };
}
