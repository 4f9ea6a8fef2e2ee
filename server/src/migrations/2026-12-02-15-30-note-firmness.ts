import type { MigrationStep } from '../database/migrate.ts';

/** How firmly the knot of a tying was found to be drawn up. */
export const noteFirmness: MigrationStep = {
  name: '2026-12-02-15-30-note-firmness',
  statements: ['ALTER TABLE tyings ADD COLUMN IF NOT EXISTS firmness VARCHAR(20) NULL AFTER back_flat_end_mm'],
};
