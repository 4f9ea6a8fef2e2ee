import {
  importReport,
  problem,
  type ExchangeKind,
  type ImportMode,
  type ImportProgress,
  type ImportReport,
  type Problem,
} from '@easytuck/contract';
import { QueryTypes, type Sequelize } from 'sequelize';
import { readDocument } from '../../database/models.ts';

/** What an import is known by, so that the same one sent again is recognised. */
export interface ImportMark {
  readonly key: string;
  readonly kind: ExchangeKind;
  readonly mode: ImportMode;
  /** SHA-256 of the file. */
  readonly fingerprint: string;
}

/** Where an import stands: begun now, begun before by the same saving, or its key taken by another one. */
type Begun = 'now' | 'before' | 'other';

/** The log of imports; the only place that knows its columns. */
export interface ImportLog {
  /** Begins, also where an earlier try under the key was cancelled, failed or cut off. */
  readonly begin: (mark: ImportMark) => Promise<Begun>;
  readonly find: (key: string) => Promise<ImportProgress | null>;
  /** Keeps how far it is, and answers whether somebody wants it to end. */
  readonly step: (key: string, rows: number, share: number) => Promise<boolean>;
  readonly end: (key: string, state: 'done' | 'cancelled' | 'failed', came: { report?: ImportReport; problem?: Problem }) => Promise<void>;
  readonly askToCancel: (key: string) => Promise<void>;
}

/** An import that has not been heard of for this long was cut off: its server is gone. */
const SILENT_S = 15;
const KEEP_DAYS = 30;
const IS_RUNNING = `state IN ('waiting', 'reading') AND heard_at >= UTC_TIMESTAMP(3) - INTERVAL ${SILENT_S} SECOND`;

interface Row {
  id: string;
  kind: string;
  mode: string;
  fingerprint: string;
  state: ImportProgress['state'];
  rows: number;
  share: number;
  report: unknown;
  problem: unknown;
  isRunning: number;
}

export function importLog(jobs: Sequelize): ImportLog {
  const read = async (key: string): Promise<Row | undefined> =>
    (
      await jobs.query<Row>(
        `SELECT id, kind, mode, fingerprint, state, rows_read AS \`rows\`, share, report, problem, (${IS_RUNNING}) AS isRunning
          FROM imports WHERE id = ?`,
        { replacements: [key], type: QueryTypes.SELECT, useMaster: true },
      )
    )[0];
  return {
    begin: async ({ key, kind, mode, fingerprint }) => {
      await jobs.query(`DELETE FROM imports WHERE started_at < UTC_TIMESTAMP(3) - INTERVAL ${KEEP_DAYS} DAY`);
      const values = [key, kind, mode, fingerprint];
      const [, inserted] = await jobs.query(
        `INSERT IGNORE INTO imports (id, kind, mode, fingerprint, state, rows_read, share, cancel_asked, started_at, heard_at)
          VALUES (?, ?, ?, ?, 'waiting', 0, 0, 0, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))`,
        { replacements: values, type: QueryTypes.INSERT },
      );
      if (inserted === 1) return 'now';
      const row = await read(key);
      if (row?.kind !== kind || row.mode !== mode || row.fingerprint !== fingerprint) return 'other';
      if (row.state === 'done' || row.isRunning === 1) return 'before';
      const [, taken] = await jobs.query(
        `UPDATE imports SET state = 'waiting', rows_read = 0, share = 0, report = NULL, problem = NULL, cancel_asked = 0, heard_at = UTC_TIMESTAMP(3)
          WHERE id = ? AND state <> 'done' AND NOT (${IS_RUNNING})`,
        { replacements: [key], type: QueryTypes.UPDATE },
      );
      return taken === 1 ? 'now' : 'before';
    },
    find: async (key) => {
      const row = await read(key);
      return row === undefined ? null : toProgress(row);
    },
    step: async (key, rows, share) => {
      await jobs.query("UPDATE imports SET state = 'reading', rows_read = ?, share = ?, heard_at = UTC_TIMESTAMP(3) WHERE id = ?", {
        replacements: [rows, share, key],
      });
      const [row] = await jobs.query<{ cancelAsked: number }>('SELECT cancel_asked AS cancelAsked FROM imports WHERE id = ?', {
        replacements: [key],
        type: QueryTypes.SELECT,
        useMaster: true,
      });
      return row?.cancelAsked === 1;
    },
    end: async (key, state, { report, problem: why }) => {
      await jobs.query('UPDATE imports SET state = ?, share = 1, report = ?, problem = ?, heard_at = UTC_TIMESTAMP(3) WHERE id = ?', {
        replacements: [state, report ? JSON.stringify(report) : null, why ? JSON.stringify(why) : null, key],
      });
    },
    askToCancel: async (key) => {
      await jobs.query('UPDATE imports SET cancel_asked = 1 WHERE id = ?', { replacements: [key] });
    },
  };
}

function toProgress(row: Row): ImportProgress {
  const isOver = row.state === 'done' || row.state === 'cancelled' || row.state === 'failed';
  return {
    key: row.id,
    state: isOver || row.isRunning === 1 ? row.state : 'interrupted',
    rows: row.rows,
    share: row.share,
    report: row.report === null ? null : importReport.parse(readDocument(row.report)),
    problem: row.problem === null ? null : problem.parse(readDocument(row.problem)),
  };
}
