import type { MigrationStep } from '../database/migrate.ts';

/** Imports under their keys: how far each is, and what came of it. */
export const createImports: MigrationStep = {
  name: '2026-11-28-16-00-create-imports',
  statements: [
    `CREATE TABLE imports (
      id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
      kind VARCHAR(12) NOT NULL,
      mode VARCHAR(8) NOT NULL,
      fingerprint CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      state VARCHAR(12) NOT NULL,
      rows_read INT UNSIGNED NOT NULL,
      share DOUBLE NOT NULL,
      report JSON NULL,
      problem JSON NULL,
      cancel_asked TINYINT(1) NOT NULL,
      started_at DATETIME(3) NOT NULL,
      heard_at DATETIME(3) NOT NULL,
      KEY imports_by_time (started_at)
    ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci`,
  ],
};
