import { serverSaid, type Running, type RunningServer, type ServerSaid } from '@easytuck/contract';
import { isClustered } from '../../database/cluster.ts';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';

/** What a server is known by. */
interface ServerMark {
  readonly id: string;
  readonly machine: string;
  readonly version: string;
  readonly startedAt: Date;
}

/** The servers that run on the shop's records, and the records themselves, for whoever looks after them. */
export interface WatchRepository {
  /** Says that a server is there, and how it is. */
  readonly say: (mark: ServerMark, said: ServerSaid, at: Date) => Promise<void>;
  /** Forgets servers that were last seen before a time. */
  readonly forget: (before: Date) => Promise<void>;
  readonly servers: (here: string, at: Date) => Promise<readonly RunningServer[]>;
  readonly database: () => Promise<Running['database']>;
}

/** A server that said nothing for longer is gone. */
const SILENT_MS = 35_000;
/** Tables whose sizes say how large a shop is. */
const COUNTED_UP_TO = 20_000;
const COUNTED = ['wearers', 'ties', 'fittings', 'tyings', 'parties'];

interface ServerRow extends Omit<RunningServer, keyof ServerSaid | 'startedAt' | 'seenAt' | 'isHere' | 'isThere'> {
  readonly startedAt: Date;
  readonly seenAt: Date;
  readonly said: unknown;
}

export function watchRepository({ sequelize }: Pick<Database, 'sequelize'>): WatchRepository {
  /** The database's own estimate of a large table; of one that is small it says little, and counting is quick. */
  const count = async (of: string, about: number): Promise<Running['database']['rows'][number]> => {
    if (about > COUNTED_UP_TO) return { of, count: about, isAbout: true };
    const [row] = await readRows<{ rows: unknown }>(sequelize, `SELECT COUNT(*) AS \`rows\` FROM ${of}`, []);
    return { of, count: Number(row?.rows ?? 0), isAbout: false };
  };
  return {
    say: async ({ id, machine, version, startedAt }, said, at) => {
      await writeRows(
        sequelize,
        `INSERT INTO servers (id, machine, node, version, started_at, seen_at, said) VALUES (?, ?, @@wsrep_node_name, ?, ?, ?, ?)
          ON DUPLICATE KEY UPDATE node = VALUES(node), seen_at = VALUES(seen_at), said = VALUES(said)`,
        [id, machine, version, startedAt, at, JSON.stringify(said)],
      );
    },
    forget: async (before) => {
      await writeRows(sequelize, 'DELETE FROM servers WHERE seen_at < ?', [before]);
    },
    servers: async (here, at) => {
      const rows = await readRows<ServerRow>(
        sequelize,
        'SELECT id, machine, node, version, started_at AS startedAt, seen_at AS seenAt, said FROM servers ORDER BY machine, started_at DESC',
        [],
      );
      return rows.map(({ startedAt, seenAt, said, ...row }) => ({
        ...row,
        startedAt: startedAt.toISOString(),
        seenAt: seenAt.toISOString(),
        isHere: row.id === here,
        isThere: at.getTime() - seenAt.getTime() < SILENT_MS,
        ...serverSaid.parse(typeof said === 'string' ? JSON.parse(said) : said),
      }));
    },
    database: async () => {
      const [about] = await readRows<{ version: string; node: string }>(
        sequelize,
        'SELECT VERSION() AS version, @@wsrep_node_name AS node',
        [],
      );
      const tables = await readRows<{ of: string; about: unknown; bytes: unknown }>(
        sequelize,
        'SELECT table_name AS `of`, table_rows AS about, data_length + index_length AS bytes FROM information_schema.tables WHERE table_schema = DATABASE()',
        [],
      );
      const [size] = isClustered(sequelize)
        ? await readRows<{ nodes: unknown }>(
            sequelize,
            "SELECT variable_value AS nodes FROM information_schema.global_status WHERE variable_name = 'WSREP_CLUSTER_SIZE'",
            [],
          )
        : [];
      return {
        version: about?.version ?? '',
        node: isClustered(sequelize) ? (about?.node ?? '') : '',
        nodes: Number(size?.nodes ?? 1),
        bytes: tables.reduce((sum, { bytes }) => sum + Number(bytes), 0),
        rows: await Promise.all(COUNTED.map((name) => count(name, Number(tables.find(({ of }) => of === name)?.about ?? 0)))),
      };
    },
  };
}
