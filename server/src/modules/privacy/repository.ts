import { holdEverywhere } from '../../database/cluster.ts';
import type { Erasure } from '@easytuck/contract';
import { QueryTypes, type Transaction } from 'sequelize';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';
import { NOBODY_ID } from './nobody.ts';

type Row = Record<string, unknown>;

/** Reads and takes away all that goes back to a wearer. */
export interface PrivacyRepository {
  /** A record and those that were merged into it; they are locked within a transaction. */
  readonly records: (id: string, transaction?: Transaction) => Promise<readonly string[]>;
  readonly count: (ids: readonly string[], transaction?: Transaction) => Promise<Omit<Erasure, 'records'>>;
  readonly erase: (ids: readonly string[], at: Date, transaction: Transaction) => Promise<void>;
  /** Rows of a table that go back to one of these records, as they stand. */
  readonly rowsOf: (table: HeldTable, ids: readonly string[]) => Promise<Row[]>;
  /** What ties and parties are called, by their keys. */
  readonly tieNames: (ids: readonly string[]) => Promise<ReadonlyMap<string, string>>;
  readonly partyNames: (ids: readonly string[]) => Promise<ReadonlyMap<string, string>>;
  /** Those who were last seen before a day, longest ago first. */
  readonly lastSeenBefore: (day: Date, limit: number) => Promise<readonly { id: string; name: string; seenAt: Date; version: number }[]>;
}

/** Tables in which something of a wearer stands, and the column that says of whom. */
const HELD_IN = {
  wearers: 'id',
  wearer_measures: 'wearer_id',
  wearer_ties: 'wearer_id',
  fittings: 'wearer_id',
  tyings: 'wearer_id',
  coach_links: 'wearer_id',
  party_members: 'wearer_id',
} as const;
type HeldTable = keyof typeof HELD_IN;

/** What stands in a party’s list where somebody was. */
const ERASED_NAME = '(erased)';

/** What of a fitting's inputs was measured of the person, or written about them. */
const PERSONAL_INPUTS = ['$.neckBreadthMm', '$.faceWidthMm', '$.bareNeckMm', '$.firstButtonMm', '$.buttonSpacingMm'] as const;

export function privacyRepository({ sequelize }: Pick<Database, 'sequelize'>): PrivacyRepository {
  const places = (ids: readonly string[]): string => ids.map(() => '?').join(', ');
  const namesIn = async (table: 'ties' | 'parties', ids: readonly string[]): Promise<ReadonlyMap<string, string>> => {
    if (ids.length === 0) return new Map();
    const rows = await readRows<{ id: string; name: string }>(sequelize, `SELECT id, name FROM ${table} WHERE id IN (${places(ids)})`, ids);
    return new Map(rows.map(({ id, name }) => [id, name]));
  };
  return {
    records: async (id, transaction) => {
      const rows = await readRows<{ id: string }>(
        sequelize,
        `SELECT id FROM wearers WHERE (id = ? OR merged_into = ?) AND id <> ? ORDER BY id${transaction ? ' FOR UPDATE' : ''}`,
        [id, id, NOBODY_ID],
        transaction,
      );
      const ids = rows.map((row) => row.id);
      if (transaction) await holdEverywhere(transaction, 'wearers', ids);
      return ids;
    },
    count: async (ids, transaction) => {
      const of = async (table: HeldTable): Promise<number> => {
        const [row] = await readRows<{ found: unknown }>(
          sequelize,
          `SELECT COUNT(*) AS found FROM ${table} WHERE ${HELD_IN[table]} IN (${places(ids)})`,
          ids,
          transaction,
        );
        return Number(row?.found ?? 0);
      };
      return {
        measures: await of('wearer_measures'),
        fittings: await of('fittings'),
        tyings: await of('tyings'),
        links: await of('coach_links'),
      };
    },
    erase: async (ids, at, transaction) => {
      const change = (statement: string, values: readonly unknown[]): Promise<number> =>
        writeRows(sequelize, statement, values, transaction);
      await change(
        `INSERT IGNORE INTO wearers (id, name, collar_text, collar_system, collar_label, collar_estimated, long_end, note, measures, contact, event_name,
          merged_into, version, created_at, updated_at, seen_at) VALUES (?, '', '', 'in', 15.5, 0, 'left', '', '{}', '', '', ?, 1, ?, ?, ?)`,
        [NOBODY_ID, NOBODY_ID, at, at, at],
      );
      // labels carry the name, printed or not, and are titled by their card
      await change(
        `DELETE labels FROM labels JOIN fittings ON labels.title = CONCAT(JSON_VALUE(card, '$.wearer'), ': ', JSON_VALUE(card, '$.tie')) WHERE fittings.wearer_id IN (${places(ids)})`,
        ids,
      );
      await change(`DELETE FROM coach_links WHERE wearer_id IN (${places(ids)})`, ids);
      await change(
        `UPDATE fittings SET wearer_id = ?, wearer_name = '',
          inputs = JSON_SET(inputs, ${PERSONAL_INPUTS.map((path) => `'${path}', NULL`).join(', ')}, '$.note', ''),
          card = IF(card IS NULL, NULL, JSON_SET(card, '$.wearer', '')) WHERE wearer_id IN (${places(ids)})`,
        [NOBODY_ID, ...ids],
      );
      await change(`UPDATE tyings SET wearer_id = ?, note = '' WHERE wearer_id IN (${places(ids)})`, [NOBODY_ID, ...ids]);
      // where a tie is goes on being told; whose it is does not
      await change(`DELETE FROM party_links WHERE member_id IN (SELECT id FROM party_members WHERE wearer_id IN (${places(ids)}))`, ids);
      await change(
        `UPDATE party_members SET wearer_id = NULL, fitting_id = NULL, name = '${ERASED_NAME}', version = version + 1,
          details = JSON_SET(details, '$.collar', NULL, '$.ground', NULL, '$.bareNeckMm', NULL, '$.longEnd', NULL, '$.note', '')
          WHERE wearer_id IN (${places(ids)})`,
        ids,
      );
      // what a table's rows were answered may name anybody
      await change("DELETE FROM imports WHERE kind = 'wearers' AND state NOT IN ('waiting', 'reading')", []);
      for (const table of ['wearer_words', 'wearer_measures', 'wearer_ties'])
        await change(`DELETE FROM ${table} WHERE wearer_id IN (${places(ids)})`, ids);
      // those that point first
      await change(`UPDATE wearers SET merged_into = NULL WHERE id IN (${places(ids)})`, ids);
      await change(`DELETE FROM wearers WHERE id IN (${places(ids)})`, ids);
    },
    rowsOf: (table, ids) =>
      ids.length === 0
        ? Promise.resolve([])
        : sequelize.query<Row>(`SELECT * FROM ${table} WHERE ${HELD_IN[table]} IN (${places(ids)})`, {
            replacements: [...ids],
            type: QueryTypes.SELECT,
          }),
    tieNames: async (ids) => namesIn('ties', ids),
    partyNames: async (ids) => namesIn('parties', ids),
    lastSeenBefore: (day, limit) =>
      sequelize.query<{ id: string; name: string; seenAt: Date; version: number }>(
        `SELECT id, name, seen_at AS seenAt, version FROM wearers WHERE merged_into IS NULL AND seen_at < ?
          AND (event_on IS NULL OR event_on < CURRENT_DATE) ORDER BY seen_at, id LIMIT ?`,
        { replacements: [day, limit], type: QueryTypes.SELECT },
      ),
  };
}
