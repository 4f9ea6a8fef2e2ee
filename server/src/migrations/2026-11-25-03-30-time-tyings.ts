import type { MigrationStep } from '../database/migrate.ts';

/** Tyings that were practised: in which way, how long each step took, and what was seen to be wrong. */
export const timeTyings: MigrationStep = {
  name: '2026-11-25-03-30-time-tyings',
  statements: [
    `ALTER TABLE tyings
      ADD COLUMN way VARCHAR(24) NULL AFTER back_flat_end_mm,
      ADD COLUMN fault VARCHAR(24) NULL AFTER way,
      ADD COLUMN duration_ms INT UNSIGNED NULL AFTER fault,
      ADD COLUMN steps JSON NOT NULL DEFAULT '[]' AFTER duration_ms`,
  ],
};
