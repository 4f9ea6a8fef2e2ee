import { tying as tyingSchema, type Tying, type TyingData } from '@easytuck/contract';
import { readDocument, type TyingRow } from '../../database/models.ts';
import { readRows } from '../../database/readRows.ts';
import type { Database } from '../../plugins/database.ts';

const COLUMNS = `y.id, y.wearer_id AS wearerId, y.tie_id AS tieId, t.name AS tieName, y.fitting_id AS fittingId, y.outcome,
  y.front_loop_mm AS frontLoopMm, y.front_flat_end_mm AS frontFlatEndMm, y.back_loop_mm AS backLoopMm,
  y.back_flat_end_mm AS backFlatEndMm, y.way, y.fault, y.duration_ms AS durationMs, y.steps, y.note, y.tied_at AS tiedAt`;
const FROM = 'FROM tyings y JOIN ties t ON t.id = y.tie_id';

/** Reads and writes tyings; the only place that knows their columns. They are never changed. */
export interface TyingRepository {
  readonly find: (id: string) => Promise<Tying | null>;
  /** Latest first. */
  readonly ofWearer: (wearerId: string) => Promise<Tying[]>;
  readonly insert: (data: TyingData, at: Date) => Promise<void>;
}

export function tyingRepository({ models, sequelize }: Database): TyingRepository {
  type Row = TyingRow & { tieName: string };
  return {
    find: async (id) => {
      const [row] = await readRows<Row>(sequelize, `SELECT ${COLUMNS} ${FROM} WHERE y.id = ?`, [id]);
      return row ? toTying(row) : null;
    },
    ofWearer: async (wearerId) =>
      (
        await readRows<Row>(sequelize, `SELECT ${COLUMNS} ${FROM} WHERE y.wearer_id = ? ORDER BY y.tied_at DESC, y.id DESC LIMIT 200`, [
          wearerId,
        ])
      ).map(toTying),
    insert: async (data, at) => {
      await models.tyings.create({ ...data, tiedAt: at });
    },
  };
}

const toTying = (row: TyingRow & { tieName: string }): Tying =>
  tyingSchema.parse({ ...row, steps: readDocument(row.steps), tiedAt: row.tiedAt.toISOString() });
