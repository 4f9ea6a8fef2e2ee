import { readRows } from '../../database/readRows.ts';
import { writeRows } from '../../database/writeRows.ts';
import type { Database } from '../../plugins/database.ts';
import type { Label } from './service.ts';

/** Labels that were asked for and are not yet printed, as they are kept: whichever server hands them on, and whatever is started again. */
export interface LabelRepository {
  /** Puts a label at the end of a printer's queue; one that is in it already stays where it is. */
  readonly add: (printer: string, label: Label, at: Date) => Promise<void>;
  /** Labels that wait, first asked first. */
  readonly waiting: (printer: string, limit: number) => Promise<readonly Label[]>;
  /** Says that these came out. */
  readonly markPrinted: (ids: readonly string[], at: Date) => Promise<void>;
  /** Forgets what came out before a time. */
  readonly forget: (before: Date) => Promise<void>;
}

export function labelRepository({ sequelize }: Pick<Database, 'sequelize'>): LabelRepository {
  return {
    add: async (printer, { id, title, svg }, at) => {
      await writeRows(sequelize, 'INSERT IGNORE INTO labels (id, printer, title, svg, asked_at, printed_at) VALUES (?, ?, ?, ?, ?, NULL)', [
        id,
        printer,
        title,
        svg,
        at,
      ]);
    },
    waiting: (printer, limit) =>
      readRows<Label>(
        sequelize,
        'SELECT id, title, svg FROM labels WHERE printer = ? AND printed_at IS NULL ORDER BY asked_at, id LIMIT ?',
        [printer, limit],
      ),
    markPrinted: async (ids, at) => {
      if (ids.length === 0) return;
      await writeRows(sequelize, `UPDATE labels SET printed_at = ? WHERE id IN (${ids.map(() => '?').join(', ')}) AND printed_at IS NULL`, [
        at,
        ...ids,
      ]);
    },
    forget: async (before) => {
      await writeRows(sequelize, 'DELETE FROM labels WHERE printed_at < ?', [before]);
    },
  };
}
