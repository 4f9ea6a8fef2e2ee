import type { BackupStatus } from '@easytuck/contract';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { backupName, dropOldBackups, isBackupDue, listBackups } from '../../backup/keepBackups.ts';
import { saveInThread } from '../../backup/saveInThread.ts';
import type { BackupReason } from '../../backup/shopFile.ts';
import { urlOf } from '../../database/connect.ts';
import { isDatabaseAway, isDiskFull } from '../../database/databaseErrors.ts';
import { withLease } from '../../database/lease.ts';
import { ProblemError } from '../../problem.ts';
import { jobRepository } from './repository.ts';

/** Backups of the whole shop. */
export interface BackupService {
  readonly status: () => Promise<BackupStatus>;
  /** Makes one, and drops those that are no longer needed. One at a time, whichever server makes it. */
  readonly make: (reason: BackupReason) => Promise<void>;
  /** Makes the nightly one where it is due. */
  readonly makeIfDue: (now: Date) => Promise<void>;
  /** The whole shop as a file of its own, for the time of the work with it. */
  readonly withShopFile: <T>(work: (path: string) => Promise<T>) => Promise<T>;
}

/** A backup that another server is making is waited for this long. */
const WAIT_MS = 10 * 60_000;
const JOB = 'backup';

/**
 * @param folder where backups are kept; without it there are none, but for files that are asked for.
 * @param machine what this machine is called: where several work on the same records, one of them makes the backup of the night.
 */
export function backupService(jobs: Sequelize, folder: string | undefined, machine = hostname()): BackupService {
  const done = jobRepository(jobs);
  let busy = 0;
  let failure: string | null = null;

  const save = async (path: string, reason: BackupReason, madeAt: Date): Promise<void> => {
    busy += 1;
    try {
      await saveInThread(urlOf(jobs), path, reason, madeAt);
    } finally {
      busy -= 1;
    }
  };
  const make = async (reason: BackupReason, isNeeded: () => Promise<boolean> = async () => true): Promise<void> => {
    if (folder === undefined) throw new ProblemError('noBackups');
    try {
      await mkdir(folder, { recursive: true, mode: 0o700 });
      const made = await withLease(jobs, 'backup', WAIT_MS, async () => {
        if (!(await isNeeded())) return true;
        const madeAt = new Date();
        await save(join(folder, backupName(madeAt, reason)), reason, madeAt);
        await dropOldBackups(folder);
        // (before the very first tables are changed there may be no list of jobs)
        await done.note(JOB, { doneAt: madeAt, machine }).catch(() => undefined);
        return true;
      });
      if (made === null) throw new ProblemError('busy', { detail: 'Another backup has been going on for ten minutes.' });
      failure = null;
    } catch (error) {
      failure = whyNot(error);
      throw error;
    }
  };
  /** The last one that another machine made, where it is later than this one's own. */
  const lastElsewhere = async (own: Date | null): Promise<BackupStatus['elsewhere']> => {
    const last = await done.last(JOB);
    if (last === null || last.machine === machine || (own !== null && own >= last.doneAt)) return null;
    return { machine: last.machine, madeAt: last.doneAt.toISOString() };
  };
  return {
    status: async () => {
      const backups = folder === undefined ? [] : await listBackups(folder);
      const [latest] = backups;
      return {
        isKept: folder !== undefined,
        latest:
          latest === undefined || folder === undefined
            ? null
            : {
                name: latest.name,
                madeAt: latest.madeAt.toISOString(),
                bytes: (await stat(join(folder, latest.name))).size,
                reason: latest.reason,
              },
        count: backups.length,
        isBusy: busy > 0 || (await whereThere(done.isHeld(JOB), false)),
        elsewhere: await whereThere(lastElsewhere(latest?.madeAt ?? null), null),
        failure,
      };
    },
    make: (reason) => make(reason),
    makeIfDue: async (now) => {
      if (folder === undefined) return;
      const isDue = async (): Promise<boolean> => {
        const [own, any] = [(await listBackups(folder))[0]?.madeAt ?? null, (await done.last(JOB))?.doneAt ?? null];
        return isBackupDue(own === null || (any !== null && any > own) ? any : own, now);
      };
      if (await isDue()) await make('nightly', isDue);
    },
    withShopFile: async (work) => {
      const own = await mkdtemp(join(tmpdir(), 'easytuck-shop-'));
      try {
        const path = join(own, 'shop.zip');
        await save(path, 'asked', new Date());
        return await work(path);
      } finally {
        await rm(own, { recursive: true, force: true });
      }
    },
  };
}

/** What the records say; something else where they cannot be reached: the backups lie in a folder, and are told all the same. */
const whereThere = <T>(asked: Promise<T>, otherwise: T): Promise<T> =>
  asked.catch((error: unknown) => {
    if (isDatabaseAway(error)) return otherwise;
    throw error;
  });

/** In a sentence for the shop. A thread's errors come without their kind; their code is left. */
function whyNot(error: unknown): string {
  if (isDiskFull(error)) return 'The disk is full.';
  if (isDatabaseAway(error)) return 'The shop’s records could not be reached.';
  if (error instanceof ProblemError) return error.message;
  const { code } = error as { readonly code?: unknown };
  return code === 'EACCES' || code === 'EPERM' || code === 'EROFS'
    ? 'The folder for backups may not be written to.'
    : 'Something went wrong in the program; its log says where.';
}
