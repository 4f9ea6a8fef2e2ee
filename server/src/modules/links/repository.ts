import type { CoachLink } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';
import { END_SQL, endOfEvent } from './linkEnd.ts';

/** A link's row; `fittingId` is the first revision's, so that the link leads to the latest. */
interface LinkRow {
  readonly id: string;
  readonly fittingId: string;
  readonly wearerId: string;
  readonly givenBy: string;
  readonly givenAt: Date;
  readonly endsAt: Date;
  readonly openedAt: Date | null;
  readonly openings: number;
  readonly withdrawnAt: Date | null;
}

/** A link to be kept. The key is known by its hash alone. */
interface NewLinkRow {
  readonly id: string;
  readonly keyHash: string;
  readonly fittingId: string;
  readonly wearerId: string;
  readonly givenBy: string;
  readonly endsAt: Date;
}

/** Reads and writes links; the only place that knows their columns. */
export interface LinkRepository {
  /** Latest first; of a fitting by its first revision's key. */
  readonly ofFitting: (rootId: string) => Promise<CoachLink[]>;
  readonly find: (id: string) => Promise<CoachLink | null>;
  /** Keeps a link; one of the same key and fitting gets the new key in place of its old one. */
  readonly put: (link: NewLinkRow, at: Date) => Promise<void>;
  readonly withdraw: (id: string, at: Date) => Promise<boolean>;
  /** What a key opens now; null for all keys that open nothing, whatever the reason. */
  readonly opened: (
    keyHash: string,
    at: Date,
  ) => Promise<{ readonly id: string; readonly fittingId: string; readonly endsAt: Date } | null>;
  readonly markOpened: (id: string, at: Date) => Promise<void>;
  /** How many tyings of a wearer are on record. */
  readonly triesOf: (wearerId: string) => Promise<number>;
  /** Moves the ends of these wearers’ links that still work to where the new day of their event puts them. */
  readonly moveEnds: (wearerIds: readonly string[], eventOn: string | null, now: Date, transaction: Transaction) => Promise<void>;
  readonly dropOf: (wearerId: string, transaction: Transaction) => Promise<number>;
}

const COLUMNS = `id, fitting_id AS fittingId, wearer_id AS wearerId, given_by AS givenBy, given_at AS givenAt, ends_at AS endsAt,
  opened_at AS openedAt, openings, withdrawn_at AS withdrawnAt`;

export function linkRepository({ sequelize }: Pick<Database, 'sequelize'>): LinkRepository {
  return {
    ofFitting: async (rootId) =>
      (
        await readRows<LinkRow>(sequelize, `SELECT ${COLUMNS} FROM coach_links WHERE fitting_id = ? ORDER BY given_at DESC, id DESC`, [
          rootId,
        ])
      ).map(toLink),
    find: async (id) => {
      const [row] = await readRows<LinkRow>(sequelize, `SELECT ${COLUMNS} FROM coach_links WHERE id = ?`, [id]);
      return row ? toLink(row) : null;
    },
    put: async ({ id, keyHash, fittingId, wearerId, givenBy, endsAt }, at) => {
      await writeRows(
        sequelize,
        `INSERT INTO coach_links (id, key_hash, fitting_id, wearer_id, given_by, given_at, ends_at, openings) VALUES (?, ?, ?, ?, ?, ?, ?, 0)
          ON DUPLICATE KEY UPDATE key_hash = IF(fitting_id = VALUES(fitting_id), VALUES(key_hash), key_hash)`,
        [id, keyHash, fittingId, wearerId, givenBy, at, endsAt],
      );
    },
    withdraw: async (id, at) => {
      await writeRows(sequelize, 'UPDATE coach_links SET withdrawn_at = ? WHERE id = ? AND withdrawn_at IS NULL', [at, id]);
      return (await readRows(sequelize, 'SELECT 1 FROM coach_links WHERE id = ?', [id])).length > 0;
    },
    opened: async (keyHash, at) => {
      // one that has run out stays so, also where a clock is set back
      await writeRows(
        sequelize,
        'UPDATE coach_links SET withdrawn_at = ends_at WHERE key_hash = ? AND withdrawn_at IS NULL AND ends_at <= ?',
        [keyHash, at],
      );
      const [row] = await readRows<{ id: string; fittingId: string; endsAt: Date }>(
        sequelize,
        'SELECT id, fitting_id AS fittingId, ends_at AS endsAt FROM coach_links WHERE key_hash = ? AND withdrawn_at IS NULL',
        [keyHash],
      );
      return row ?? null;
    },
    markOpened: async (id, at) => {
      await writeRows(sequelize, 'UPDATE coach_links SET opened_at = ?, openings = openings + 1 WHERE id = ?', [at, id]);
    },
    triesOf: async (wearerId) => {
      const [row] = await readRows<{ found: unknown }>(sequelize, 'SELECT COUNT(*) AS found FROM tyings WHERE wearer_id = ?', [wearerId]);
      return Number(row?.found ?? 0);
    },
    moveEnds: async (wearerIds, eventOn, now, transaction) => {
      if (wearerIds.length === 0) return;
      const event = eventOn === null ? null : endOfEvent(eventOn);
      await writeRows(
        sequelize,
        `UPDATE coach_links SET ends_at = ${END_SQL}
          WHERE wearer_id IN (${wearerIds.map(() => '?').join(', ')}) AND withdrawn_at IS NULL AND ends_at > ?`,
        [event, event, ...wearerIds, now],
        transaction,
      );
    },
    dropOf: (wearerId, transaction) => writeRows(sequelize, 'DELETE FROM coach_links WHERE wearer_id = ?', [wearerId], transaction),
  };
}

const toLink = ({ id, fittingId, givenBy, givenAt, endsAt, openedAt, openings, withdrawnAt }: LinkRow): CoachLink => ({
  ...{ id, fittingId, givenBy, openings },
  givenAt: givenAt.toISOString(),
  endsAt: endsAt.toISOString(),
  openedAt: openedAt?.toISOString() ?? null,
  withdrawnAt: withdrawnAt?.toISOString() ?? null,
});
