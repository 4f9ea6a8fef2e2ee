import { holdEverywhere } from '../../database/cluster.ts';
import type { Role, SIGNED_IN_BY } from '@easytuck/contract';
import { QueryTypes, type Transaction } from 'sequelize';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';

export type SignedInBy = (typeof SIGNED_IN_BY)[number];

/** Somebody who works here, with what they sign in by. */
export interface KeptPerson {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly passwordHash: string | null;
  readonly pinHash: string | null;
  readonly passkeys: number;
  readonly leftAt: Date | null;
  readonly seenAt: Date | null;
  readonly version: number;
}

/** A session with whose it is. */
export interface KeptSession {
  readonly personId: string;
  readonly name: string;
  readonly role: Role;
  readonly by: SignedInBy;
  readonly isAway: boolean;
  /** When a password or a passkey was last used at this browser. */
  readonly passwordAt: Date;
  readonly beganAt: Date;
  readonly endsAt: Date;
}

interface KeptPasskey {
  readonly id: string;
  readonly personId: string;
  readonly name: string;
  readonly publicKey: string;
  readonly counter: number;
  readonly transports: readonly string[];
  readonly createdAt: Date;
  readonly usedAt: Date | null;
}

/** Reads and writes people, sessions and passkeys; the only place that knows their columns. */
export interface PeopleRepository {
  readonly isAnybody: () => Promise<boolean>;
  /** As `isAnybody`, one asker at a time until the transaction ends. */
  readonly isAnybodyNow: (transaction: Transaction) => Promise<boolean>;
  readonly isOwner: () => Promise<boolean>;
  readonly all: () => Promise<KeptPerson[]>;
  readonly find: (id: string, transaction?: Transaction) => Promise<KeptPerson | null>;
  readonly named: (name: string) => Promise<KeptPerson | null>;
  /** Owners who work here; nobody changes people until the transaction ends. */
  readonly lockOwners: (transaction: Transaction) => Promise<readonly string[]>;
  readonly insert: (
    person: { id: string; name: string; role: Role; passwordHash: string },
    at: Date,
    transaction?: Transaction,
  ) => Promise<void>;
  /** @returns false where there is nobody of this version. */
  readonly update: (
    id: string,
    version: number,
    change: { name: string; role: Role; leftAt: Date | null },
    at: Date,
    transaction: Transaction,
  ) => Promise<boolean>;
  readonly setPassword: (id: string, passwordHash: string, at: Date) => Promise<void>;
  readonly setPin: (id: string, pinHash: string | null, at: Date) => Promise<void>;
  readonly session: (keyHash: string) => Promise<KeptSession | null>;
  readonly begin: (
    keyHash: string,
    session: { personId: string; by: SignedInBy; passwordAt: Date; endsAt: Date },
    at: Date,
  ) => Promise<void>;
  readonly renew: (keyHash: string, endsAt: Date) => Promise<void>;
  readonly stepAway: (keyHash: string) => Promise<void>;
  readonly end: (keyHash: string) => Promise<void>;
  /** Ends all sessions of somebody, but for one. */
  readonly endAll: (personId: string, except?: string) => Promise<void>;
  readonly dropOld: (at: Date) => Promise<void>;
  readonly passkeysOf: (personId: string) => Promise<KeptPasskey[]>;
  readonly passkey: (id: string) => Promise<KeptPasskey | null>;
  readonly addPasskey: (passkey: Omit<KeptPasskey, 'usedAt'>) => Promise<void>;
  readonly usePasskey: (id: string, counter: number, at: Date) => Promise<void>;
  readonly dropPasskey: (id: string, personId: string) => Promise<boolean>;
  readonly beginCeremony: (idHash: string, challenge: string, personId: string | null, endsAt: Date) => Promise<void>;
  /** A ceremony that is under way, once: it is gone then. */
  readonly takeCeremony: (idHash: string, at: Date) => Promise<{ readonly challenge: string; readonly personId: string | null } | null>;
}

const PERSON = `p.id, p.name, p.role, p.password_hash AS passwordHash, p.pin_hash AS pinHash, p.left_at AS leftAt, p.seen_at AS seenAt, p.version,
  (SELECT COUNT(*) FROM passkeys k WHERE k.person_id = p.id) AS passkeys`;
const PASSKEY = `id, person_id AS personId, name, public_key AS publicKey, counter, transports, created_at AS createdAt, used_at AS usedAt`;

export function peopleRepository({ sequelize }: Pick<Database, 'sequelize'>): PeopleRepository {
  const write = (statement: string, replacements: readonly unknown[], transaction?: Transaction): Promise<number> =>
    writeRows(sequelize, statement, replacements, transaction);
  const one = async (where: string, values: readonly string[], transaction?: Transaction): Promise<KeptPerson | null> => {
    const [row] = await readRows<KeptPerson>(sequelize, `SELECT ${PERSON} FROM people p WHERE ${where}`, values, transaction);
    return row ? toPerson(row) : null;
  };
  return {
    isAnybody: async () => (await readRows(sequelize, 'SELECT 1 FROM people LIMIT 1', [])).length > 0,
    isAnybodyNow: async (transaction) => {
      await write("INSERT IGNORE INTO leases (name, holder, held_until) VALUES ('setUp', '', '2000-01-01')", [], transaction);
      await holdEverywhere(transaction, 'people', ['setUp']);
      await readRows(sequelize, "SELECT name FROM leases WHERE name = 'setUp' FOR UPDATE", [], transaction);
      return (await readRows(sequelize, 'SELECT id FROM people LIMIT 1 LOCK IN SHARE MODE', [], transaction)).length > 0;
    },
    isOwner: async () =>
      (await readRows(sequelize, "SELECT 1 FROM people WHERE role = 'owner' AND left_at IS NULL LIMIT 1", [])).length > 0,
    all: async () =>
      (await readRows<KeptPerson>(sequelize, `SELECT ${PERSON} FROM people p ORDER BY p.left_at IS NOT NULL, p.name`, [])).map(toPerson),
    find: (id, transaction) => one('p.id = ?', [id], transaction),
    named: (name) => one('p.name = ?', [name]),
    lockOwners: async (transaction) => {
      await holdEverywhere(transaction, 'people', ['owners']);
      const rows = await sequelize.query<{ id: string }>(
        "SELECT id FROM people WHERE role = 'owner' AND left_at IS NULL ORDER BY id FOR UPDATE",
        {
          type: QueryTypes.SELECT,
          transaction,
        },
      );
      return rows.map(({ id }) => id);
    },
    insert: async ({ id, name, role, passwordHash }, at, transaction) => {
      await write(
        'INSERT INTO people (id, name, role, password_hash, version, created_at, updated_at) VALUES (?, ?, ?, ?, 1, ?, ?)',
        [id, name, role, passwordHash, at, at],
        transaction,
      );
    },
    update: async (id, version, { name, role, leftAt }, at, transaction) =>
      (await write(
        'UPDATE people SET name = ?, role = ?, left_at = ?, version = version + 1, updated_at = ? WHERE id = ? AND version = ?',
        [name, role, leftAt, at, id, version],
        transaction,
      )) === 1,
    setPassword: async (id, passwordHash, at) => {
      await write('UPDATE people SET password_hash = ?, version = version + 1, updated_at = ? WHERE id = ?', [passwordHash, at, id]);
    },
    setPin: async (id, pinHash, at) => {
      await write('UPDATE people SET pin_hash = ?, version = version + 1, updated_at = ? WHERE id = ?', [pinHash, at, id]);
    },
    session: async (keyHash) => {
      const [row] = await readRows<KeptSession>(
        sequelize,
        `SELECT s.person_id AS personId, p.name, p.role, s.signed_in_by AS \`by\`, s.is_away AS isAway, s.password_at AS passwordAt,
          s.began_at AS beganAt, s.ends_at AS endsAt FROM sessions s JOIN people p ON p.id = s.person_id
          WHERE s.key_hash = ? AND p.left_at IS NULL`,
        [keyHash],
      );
      return row ? { ...row, isAway: (row.isAway as unknown) === 1 || row.isAway } : null;
    },
    begin: async (keyHash, { personId, by, passwordAt, endsAt }, at) => {
      await write(
        'INSERT INTO sessions (key_hash, person_id, signed_in_by, is_away, password_at, began_at, ends_at) VALUES (?, ?, ?, 0, ?, ?, ?)',
        [keyHash, personId, by, passwordAt, at, endsAt],
      );
      await write('UPDATE people SET seen_at = ? WHERE id = ?', [at, personId]);
    },
    renew: async (keyHash, endsAt) => {
      await write('UPDATE sessions SET ends_at = ? WHERE key_hash = ?', [endsAt, keyHash]);
    },
    stepAway: async (keyHash) => {
      await write('UPDATE sessions SET is_away = 1 WHERE key_hash = ?', [keyHash]);
    },
    end: async (keyHash) => {
      await write('DELETE FROM sessions WHERE key_hash = ?', [keyHash]);
    },
    endAll: async (personId, except = '') => {
      await write('DELETE FROM sessions WHERE person_id = ? AND key_hash <> ?', [personId, except]);
    },
    dropOld: async (at) => {
      await write('DELETE FROM sessions WHERE ends_at < ? LIMIT 500', [at]);
      await write('DELETE FROM ceremonies WHERE ends_at < ? LIMIT 500', [at]);
    },
    passkeysOf: async (personId) =>
      (await readRows<KeptPasskey>(sequelize, `SELECT ${PASSKEY} FROM passkeys WHERE person_id = ? ORDER BY created_at`, [personId])).map(
        toPasskey,
      ),
    passkey: async (id) => {
      const [row] = await readRows<KeptPasskey>(sequelize, `SELECT ${PASSKEY} FROM passkeys WHERE id = ?`, [id]);
      return row ? toPasskey(row) : null;
    },
    addPasskey: async ({ id, personId, name, publicKey, counter, transports, createdAt }) => {
      await write('INSERT INTO passkeys (id, person_id, name, public_key, counter, transports, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)', [
        ...[id, personId, name, publicKey, counter, JSON.stringify(transports), createdAt],
      ]);
    },
    usePasskey: async (id, counter, at) => {
      await write('UPDATE passkeys SET counter = ?, used_at = ? WHERE id = ?', [counter, at, id]);
    },
    dropPasskey: async (id, personId) => (await write('DELETE FROM passkeys WHERE id = ? AND person_id = ?', [id, personId])) === 1,
    beginCeremony: async (idHash, challenge, personId, endsAt) => {
      await write('INSERT INTO ceremonies (id_hash, challenge, person_id, ends_at) VALUES (?, ?, ?, ?)', [
        idHash,
        challenge,
        personId,
        endsAt,
      ]);
    },
    takeCeremony: async (idHash, at) => {
      const [row] = await readRows<{ challenge: string; personId: string | null }>(
        sequelize,
        'SELECT challenge, person_id AS personId FROM ceremonies WHERE id_hash = ? AND ends_at > ?',
        [idHash, at.toISOString().slice(0, 23).replace('T', ' ')],
      );
      // whoever deletes it has it: of two that ask at once, one
      return row && (await write('DELETE FROM ceremonies WHERE id_hash = ?', [idHash])) === 1 ? row : null;
    },
  };
}

/** (the driver gives counts and large numbers as it likes) */
const toNumber = (value: unknown): number => Number(value);
const toPerson = (row: KeptPerson): KeptPerson => ({ ...row, passkeys: toNumber(row.passkeys) });
const toPasskey = (row: KeptPasskey): KeptPasskey => ({
  ...row,
  counter: toNumber(row.counter),
  transports: typeof row.transports === 'string' ? (JSON.parse(row.transports) as string[]) : row.transports,
});
