import type { CalendarSubscription } from '@easytuck/contract';
import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';

/** Reads and writes subscriptions of the calendar; the only place that knows their columns. */
export interface CalendarRepository {
  /** Latest first. */
  readonly list: () => Promise<readonly CalendarSubscription[]>;
  /** Keeps a subscription; asked again under the same id, it gets the new key. */
  readonly put: (id: string, keyHash: string, madeBy: string, at: Date) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  /** @returns whether there is a subscription with this key, which is then marked as read. */
  readonly markRead: (keyHash: string, at: Date) => Promise<boolean>;
}

interface Row {
  readonly id: string;
  readonly madeBy: string;
  readonly madeAt: Date;
  readonly readAt: Date | null;
}

export function calendarRepository({ sequelize }: Pick<Database, 'sequelize'>): CalendarRepository {
  return {
    list: async () => {
      const rows = await readRows<Row>(
        sequelize,
        'SELECT id, made_by AS madeBy, made_at AS madeAt, read_at AS readAt FROM calendar_subscriptions ORDER BY made_at DESC, id DESC',
        [],
      );
      return rows.map(({ id, madeBy, madeAt, readAt }) => ({
        ...{ id, madeBy, madeAt: madeAt.toISOString(), readAt: readAt?.toISOString() ?? null },
      }));
    },
    put: async (id, keyHash, madeBy, at) => {
      await writeRows(
        sequelize,
        `INSERT INTO calendar_subscriptions (id, key_hash, made_by, made_at) VALUES (?, ?, ?, ?)
          ON DUPLICATE KEY UPDATE key_hash = VALUES(key_hash)`,
        [id, keyHash, madeBy, at],
      );
    },
    remove: async (id) => {
      await writeRows(sequelize, 'DELETE FROM calendar_subscriptions WHERE id = ?', [id]);
    },
    markRead: async (keyHash, at) => {
      const found = await readRows(sequelize, 'SELECT 1 FROM calendar_subscriptions WHERE key_hash = ?', [keyHash]);
      if (found.length === 0) return false;
      await writeRows(sequelize, 'UPDATE calendar_subscriptions SET read_at = ? WHERE key_hash = ?', [at, keyHash]);
      return true;
    },
  };
}
