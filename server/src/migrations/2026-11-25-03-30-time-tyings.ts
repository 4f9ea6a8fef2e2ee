import type { MigrationStep } from '../database/migrate.ts';

/** Tyings that were practised (way, time of each step, what was seen to be wrong) and what they were tied with. */
export const timeTyings: MigrationStep = {
  name: '2026-11-25-03-30-time-tyings',
  statements: [
    `ALTER TABLE tyings
      ADD COLUMN way VARCHAR(24) NULL AFTER back_flat_end_mm,
      ADD COLUMN fault VARCHAR(24) NULL AFTER way,
      ADD COLUMN duration_ms INT UNSIGNED NULL AFTER fault,
      ADD COLUMN steps JSON NOT NULL DEFAULT '[]' AFTER duration_ms,
      ADD COLUMN set_mm DOUBLE NULL AFTER steps,
      ADD COLUMN lead_mm DOUBLE NULL AFTER set_mm,
      ADD COLUMN neck_path_mm DOUBLE NULL AFTER lead_mm,
      ADD COLUMN is_confirmed TINYINT(1) NOT NULL DEFAULT 0 AFTER neck_path_mm`,
  ],
};
