import type { MigrationStep } from '../database/migrate.ts';

/** Addresses under which calendar programs read the days that ties are for; only the hash of each key is kept. */
export const subscribeToCalendars: MigrationStep = {
  name: '2026-12-01-20-00-subscribe-to-calendars',
  statements: [
    `CREATE TABLE calendar_subscriptions (
      id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
      key_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      made_by VARCHAR(60) NOT NULL,
      made_at DATETIME(3) NOT NULL,
      read_at DATETIME(3) NULL,
      UNIQUE KEY calendar_subscriptions_by_key (key_hash)
    ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`,
  ],
};
