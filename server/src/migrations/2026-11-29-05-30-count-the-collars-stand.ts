import { QueryTypes } from 'sequelize';
import type { MigrationStep } from '../database/migrate.ts';

/** Rows that are filled at once. */
const BATCH = 500;

/** The cloth's thickness of a tie, in mm, as its measures have it. */
const THICKNESS = "CAST(JSON_VALUE(t.measures, '$.cloth.thicknessMm') AS DOUBLE)";

/** What a neck path had missed that was counted as collar and ease alone, for a band of a thickness. As it was when this migration landed. */
const missedMm = (thicknessMm: number): number => 2 * Math.PI * ((1.75 + thicknessMm) / 2 - 3 * Math.sin(0.12));

/**
 * Neck paths are counted where the band lies, outside the collar's stand; what tyings showed is carried over so that every
 * prediction made by it stays as it was. Ties know their maker.
 */
export const countTheCollarsStand: MigrationStep = {
  name: '2026-11-29-05-30-count-the-collars-stand',
  statements: [
    `ALTER TABLE ties
      ADD COLUMN IF NOT EXISTS maker VARCHAR(120) NOT NULL DEFAULT '' AFTER weave,
      ADD KEY IF NOT EXISTS ties_by_maker (maker)`,
    "ALTER TABLE tyings ADD COLUMN IF NOT EXISTS path_model VARCHAR(40) NOT NULL DEFAULT 'strip-1' AFTER neck_path_mm",
    // marked in the same statement, so that going through it again finds nothing left to do
    `UPDATE tyings y JOIN ties t ON t.id = y.tie_id
      SET y.neck_path_mm = y.neck_path_mm + 2 * PI() * ((1.75 + ${THICKNESS}) / 2 - 3 * SIN(0.12)), y.path_model = 'strip-2'
      WHERE y.path_model = 'strip-1'`,
  ],
  fill: async (sequelize) => {
    let after = '';
    for (;;) {
      const ties = await sequelize.query<{ id: string; measures: unknown }>(
        "SELECT id, measures FROM ties WHERE id > ? AND JSON_TYPE(JSON_EXTRACT(measures, '$.takeUp')) = 'OBJECT' ORDER BY id LIMIT ?",
        { replacements: [after, BATCH], type: QueryTypes.SELECT },
      );
      const last = ties.at(-1);
      if (!last) return;
      after = last.id;
      for (const { id, measures } of ties) {
        const kept = (typeof measures === 'string' ? JSON.parse(measures) : measures) as {
          cloth: { thicknessMm: number };
          takeUp: { shortMm: number; longMm: number; model?: string };
        };
        if (kept.takeUp.model !== undefined) continue;
        const lessMm = missedMm(kept.cloth.thicknessMm) / 2;
        const takeUp = {
          ...kept.takeUp,
          shortMm: kept.takeUp.shortMm - lessMm,
          longMm: kept.takeUp.longMm - lessMm,
          model: 'strip-2',
        };
        await sequelize.query('UPDATE ties SET measures = ? WHERE id = ?', {
          replacements: [JSON.stringify({ ...kept, takeUp }), id],
        });
      }
    }
  },
};
