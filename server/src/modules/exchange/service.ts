import type { ExchangeKind, ImportMode, ImportProgress, ImportReport, KnownRows, WearerData } from '@easytuck/contract';
import { createHash } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import { withLease } from '../../database/lease.ts';
import { requireReady, type Database } from '../../plugins/database.ts';
import { toProblemError } from '../../plugins/errors.ts';
import { ProblemError } from '../../problem.ts';
import { tieRepository } from '../ties/repository.ts';
import { dataOf } from '../ties/service.ts';
import { wearerRepository, type KeptWearer } from '../wearers/repository.ts';
import { importLog, type ImportMark } from './repository.ts';
import type { ImportStep } from './importTable.ts';
import { runImport } from './runImport.ts';
import { tieTable } from './tieTable.ts';
import { wearerTable } from './wearerTable.ts';
import { writeTable } from './writeTable.ts';

type Format = 'csv' | 'json';

/** A file that was sent and lies in a folder of its own until it is read. */
export interface SentFile {
  readonly path: string;
  readonly format: Format;
  /** SHA-256. */
  readonly fingerprint: string;
}

/** Tables out and in. */
export interface ExchangeService {
  /** The table in pieces, as it is read: the whole is never held. With `ids`, of these records alone. */
  readonly exportTable: (kind: ExchangeKind, format: Format, ids?: readonly string[]) => AsyncIterable<string>;
  /**
   * Nothing is taken in unless the mode asks for it; what is, all at once or not at all. Imports are taken in one after another,
   * so that the same file sent twice at once finds its own rows there. The same key is done once.
   * @param gone says that nobody waits for it any more: it is then cancelled.
   */
  readonly importFile: (
    kind: ExchangeKind,
    how: { readonly mode: ImportMode; readonly known: KnownRows; readonly key: string },
    file: SentFile,
    gone: AbortSignal,
  ) => Promise<ImportReport>;
  readonly progress: (key: string) => Promise<ImportProgress>;
  readonly cancel: (key: string) => Promise<ImportProgress>;
}

const PAGE = 1_000;
const KEEP_STEP_MS = 500;
const LOOK_AGAIN_MS = 150;
/** An import before this one is waited for so long. */
const WAIT_MS = 60 * 60_000;

export function exchangeService(database: Database): ExchangeService {
  const ties = tieRepository(database);
  const wearers = wearerRepository(database);
  const log = importLog(database.jobs);

  const wearerPages = async function* (ids?: readonly string[]): AsyncGenerator<readonly WearerData[]> {
    if (ids !== undefined) {
      yield (await wearers.keptOf(ids)).map(wearerDataOf);
      return;
    }
    for (let page = await wearers.page('', PAGE); page.last !== null; page = await wearers.page(page.last, PAGE))
      yield page.wearers.map(wearerDataOf);
  };
  const tiePages = async function* (ids?: readonly string[]) {
    yield (await ties.list()).filter(({ id }) => ids === undefined || ids.includes(id)).map(dataOf);
  };
  const progress = async (key: string): Promise<ImportProgress> => {
    requireReady(database);
    const found = await log.find(key);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such import.' });
    return found;
  };

  /** Runs it, keeps how far it is, and ends it when its client is gone or somebody cancels it. */
  const runLogged = async (mark: ImportMark, known: KnownRows, file: SentFile, gone: AbortSignal): Promise<ImportReport> => {
    const { key, kind, mode } = mark;
    const cancelled = new AbortController();
    let step: ImportStep = { rows: 0, share: 0 };
    const keep = async (): Promise<void> => {
      if (await log.step(key, step.rows, step.share)) cancelled.abort();
    };
    const keeping = setInterval(() => void keep().catch(() => undefined), KEEP_STEP_MS);
    const signal = AbortSignal.any([gone, cancelled.signal]);
    const run = (): Promise<ImportReport> => {
      if (signal.aborted) throw new ProblemError('cancelled');
      return runImport(database.jobs, { kind, mode, known, format: file.format, path: file.path }, (next) => (step = next), signal);
    };
    try {
      const report = mode === 'check' ? await run() : await withLease(database.jobs, 'import', WAIT_MS, async () => run());
      if (report === null) throw new ProblemError('busy', { detail: 'Another import has been going on for an hour. Cancel it first.' });
      await log.end(key, 'done', { report });
      return report;
    } catch (error) {
      const why = toProblemError(error as Parameters<typeof toProblemError>[0]);
      await log.end(key, why.code === 'cancelled' ? 'cancelled' : 'failed', { problem: why.toProblem() }).catch(() => undefined);
      throw error;
    } finally {
      clearInterval(keeping);
    }
  };

  /** The same import sent again: what came of the first. */
  const awaitFirst = async (key: string, gone: AbortSignal): Promise<ImportReport> => {
    for (;;) {
      const { report, problem, state } = await progress(key);
      if (report !== null) return report;
      if (problem !== null)
        throw new ProblemError(state === 'cancelled' ? 'cancelled' : 'unreadable', { detail: problem.detail ?? problem.title });
      if (state === 'interrupted') throw new ProblemError('busy', { detail: 'The import was cut off. Send it again.' });
      if (gone.aborted) throw new ProblemError('cancelled');
      await pause(LOOK_AGAIN_MS);
    }
  };

  return {
    exportTable: (kind, format, ids) => {
      requireReady(database);
      return kind === 'ties'
        ? writeTable(tieTable, format, tiePages(ids), (data) => data)
        : writeTable(wearerTable, format, wearerPages(ids), jsonOf);
    },
    importFile: async (kind, { mode, known, key }, file, gone) => {
      requireReady(database);
      const mark: ImportMark = { key, kind, mode, fingerprint: markOf(file, known) };
      switch (await log.begin(mark)) {
        case 'now':
          return runLogged(mark, known, file, gone);
        case 'before':
          return awaitFirst(key, gone);
        case 'other':
          throw new ProblemError('keyInUse', { detail: 'Another import was sent under this key.' });
      }
    },
    progress,
    cancel: async (key) => {
      await progress(key);
      await log.askToCancel(key);
      return progress(key);
    },
  };
}

/** The same file with another answer for what is on record already is another import. */
const markOf = ({ fingerprint }: SentFile, known: KnownRows): string =>
  known === 'skip' ? fingerprint : createHash('sha256').update(`${fingerprint} ${known}`).digest('hex');

/** As it stands in a file: the collar as it was written, and nothing of who took the measures or how. */
const jsonOf = (data: WearerData): unknown =>
  Object.assign({}, data, { collar: data.collar?.text ?? '', takenBy: undefined, collarEstimated: undefined });

/** A wearer as they were typed: a collar that was only proposed is left for the next reader to propose again. */
function wearerDataOf(kept: KeptWearer): WearerData {
  return Object.assign({}, kept, { collar: kept.collarEstimated ? null : kept.collar, takenBy: '' });
}
