import type { MigrationStep } from '../database/migrate.ts';

/** The tie that somebody usually wears, among those that they own. */
export const markUsualTies: MigrationStep = {
  name: '2026-12-01-19-40-mark-usual-ties',
  statements: ['ALTER TABLE wearer_ties ADD COLUMN is_usual TINYINT(1) NOT NULL DEFAULT 0 AFTER since'],
};
