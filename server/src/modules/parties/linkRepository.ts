import type { PartyLink } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';
import { END_SQL, endOfEvent } from '../links/linkEnd.ts';

/** A link to be kept. The key is known by its hash alone. */
interface NewPartyLinkRow {
  readonly id: string;
  readonly keyHash: string;
  readonly partyId: string;
  readonly memberId: string | null;
  readonly givenBy: string;
  readonly endsAt: Date;
}

/** What a key opens. */
export interface OpenedParty {
  readonly id: string;
  readonly partyId: string;
  readonly memberId: string | null;
}

/** Reads and writes links to parties; the only place that knows their columns. */
export interface PartyLinkRepository {
  /** Latest first. */
  readonly ofParty: (partyId: string) => Promise<PartyLink[]>;
  readonly find: (id: string) => Promise<(PartyLink & { readonly partyId: string }) | null>;
  /** Keeps a link; one of the same key and party gets the new secret in place of its old one. */
  readonly put: (link: NewPartyLinkRow, at: Date) => Promise<void>;
  readonly withdraw: (id: string, partyId: string, at: Date) => Promise<void>;
  /** What a secret opens now; null for all that open nothing, whatever the reason. */
  readonly opened: (keyHash: string, at: Date) => Promise<OpenedParty | null>;
  readonly markOpened: (id: string, at: Date) => Promise<void>;
  /** Moves the ends of a party’s links that still work to where its new day puts them. */
  readonly moveEnds: (partyId: string, day: string, now: Date, transaction: Transaction) => Promise<void>;
}

const COLUMNS = `id, party_id AS partyId, member_id AS memberId, given_by AS givenBy, given_at AS givenAt, ends_at AS endsAt,
  opened_at AS openedAt, openings, withdrawn_at AS withdrawnAt`;

type Row = Omit<PartyLink, 'givenAt' | 'endsAt' | 'openedAt' | 'withdrawnAt'> & {
  readonly partyId: string;
  readonly givenAt: Date;
  readonly endsAt: Date;
  readonly openedAt: Date | null;
  readonly withdrawnAt: Date | null;
};

export function partyLinkRepository({ sequelize }: Pick<Database, 'sequelize'>): PartyLinkRepository {
  return {
    ofParty: async (partyId) =>
      (
        await readRows<Row>(sequelize, `SELECT ${COLUMNS} FROM party_links WHERE party_id = ? ORDER BY given_at DESC, id DESC`, [partyId])
      ).map((row) => toLink(row)),
    find: async (id) => {
      const [row] = await readRows<Row>(sequelize, `SELECT ${COLUMNS} FROM party_links WHERE id = ?`, [id]);
      return row ? { ...toLink(row), partyId: row.partyId } : null;
    },
    put: async ({ id, keyHash, partyId, memberId, givenBy, endsAt }, at) => {
      await writeRows(
        sequelize,
        `INSERT INTO party_links (id, key_hash, party_id, member_id, given_by, given_at, ends_at, openings) VALUES (?, ?, ?, ?, ?, ?, ?, 0)
          ON DUPLICATE KEY UPDATE key_hash = IF(party_id = VALUES(party_id) AND member_id <=> VALUES(member_id), VALUES(key_hash), key_hash)`,
        [id, keyHash, partyId, memberId, givenBy, at, endsAt],
      );
    },
    withdraw: async (id, partyId, at) => {
      await writeRows(sequelize, 'UPDATE party_links SET withdrawn_at = ? WHERE id = ? AND party_id = ? AND withdrawn_at IS NULL', [
        at,
        id,
        partyId,
      ]);
    },
    opened: async (keyHash, at) => {
      // one that has run out stays so, also where a clock is set back
      await writeRows(
        sequelize,
        'UPDATE party_links SET withdrawn_at = ends_at WHERE key_hash = ? AND withdrawn_at IS NULL AND ends_at <= ?',
        [keyHash, at],
      );
      const [row] = await readRows<OpenedParty & { id: string }>(
        sequelize,
        'SELECT id, party_id AS partyId, member_id AS memberId FROM party_links WHERE key_hash = ? AND withdrawn_at IS NULL',
        [keyHash],
      );
      return row ?? null;
    },
    moveEnds: async (partyId, day, now, transaction) => {
      const end = endOfEvent(day);
      await writeRows(
        sequelize,
        `UPDATE party_links SET ends_at = ${END_SQL}
          WHERE party_id = ? AND withdrawn_at IS NULL AND ends_at > ?`,
        [end, end, partyId, now],
        transaction,
      );
    },
    markOpened: async (id, at) => {
      await writeRows(sequelize, 'UPDATE party_links SET opened_at = ?, openings = openings + 1 WHERE id = ?', [at, id]);
    },
  };
}

const toLink = ({ id, memberId, givenBy, givenAt, endsAt, openedAt, openings, withdrawnAt }: Row): PartyLink => ({
  ...{ id, memberId, givenBy, openings },
  givenAt: givenAt.toISOString(),
  endsAt: endsAt.toISOString(),
  openedAt: openedAt?.toISOString() ?? null,
  withdrawnAt: withdrawnAt?.toISOString() ?? null,
});
