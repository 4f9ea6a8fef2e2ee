import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { backupReason, type BackupReason } from './shopFile.ts';

/** A backup in its folder. */
export interface Backup {
  readonly name: string;
  readonly madeAt: Date;
  readonly reason: BackupReason;
}

/** How many days, weeks, months back there is a backup of each; and how many of those made for another reason are kept. */
const KEPT = { days: 7, weeks: 5, months: 12, others: 10 } as const;

const NAME = /^easytuck_(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z_([a-zA-Z]+)\.zip$/;

/** Name of a backup's file: when and why it was made, in names that sort by time. */
export const backupName = (madeAt: Date, reason: BackupReason): string =>
  `easytuck_${madeAt.toISOString().replaceAll(':', '-').replace('.', '-')}_${reason}.zip`;

/** Reads a file's name; null for a file that is no backup. */
export function readBackupName(name: string): Backup | null {
  const found = NAME.exec(name);
  if (!found) return null;
  const [, day = '', hour = '', minute = '', second = '', ms = '', word = ''] = found;
  const [madeAt, reason] = [new Date(`${day}T${hour}:${minute}:${second}.${ms}Z`), backupReason.safeParse(word)];
  return reason.success && !Number.isNaN(madeAt.getTime()) ? { name, madeAt, reason: reason.data } : null;
}

/** The backups in a folder, latest first; none where there is no such folder. */
export async function listBackups(folder: string): Promise<readonly Backup[]> {
  let names: string[];
  try {
    names = await readdir(folder);
  } catch (error) {
    if ((error as { code?: unknown }).code === 'ENOENT') return [];
    throw error;
  }
  return names.flatMap((name) => readBackupName(name) ?? []).sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime());
}

/**
 * Which of these are no longer needed. Of the nightly ones the latest of each of the last seven days, five weeks and twelve
 * months that have one are kept; of all others the latest ten.
 */
export function backupsToDrop(backups: readonly Backup[]): readonly Backup[] {
  const latestFirst = [...backups].sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime());
  const nightly = latestFirst.filter(({ reason }) => reason === 'nightly');
  const kept = new Set<Backup>(latestFirst.filter(({ reason }) => reason !== 'nightly').slice(0, KEPT.others));
  for (const [most, periodOf] of [
    [KEPT.days, dayOf],
    [KEPT.weeks, weekOf],
    [KEPT.months, monthOf],
  ] as const) {
    const periods = new Set<string>();
    for (const backup of nightly) {
      const period = periodOf(backup.madeAt);
      if (periods.has(period) || periods.size >= most) continue;
      periods.add(period);
      kept.add(backup);
    }
  }
  return latestFirst.filter((backup) => !kept.has(backup));
}

const DAY_MS = 86_400_000;
const dayOf = (at: Date): string => at.toISOString().slice(0, 10);
const monthOf = (at: Date): string => at.toISOString().slice(0, 7);
/** Weeks from Monday to Sunday, counted from the first Monday of 1970. */
const weekOf = (at: Date): string => String(Math.floor((at.getTime() / DAY_MS - 4) / 7));

/** Removes what is no longer needed, and pieces that a backup that was cut off left behind. */
export async function dropOldBackups(folder: string): Promise<void> {
  for (const { name } of backupsToDrop(await listBackups(folder))) await rm(join(folder, name), { force: true });
  for (const name of await readdir(folder)) {
    if (!name.endsWith('.zip.partial')) continue;
    const { mtimeMs } = await stat(join(folder, name));
    if (Date.now() - mtimeMs > DAY_MS) await rm(join(folder, name), { force: true });
  }
}

const NIGHT = { fromHour: 1, toHour: 5 } as const;
const DUE_AT_NIGHT_MS = 20 * 3_600_000;
const DUE_ANYWAY_MS = 26 * 3_600_000;

/** Whether the nightly backup is due: in the small hours, and by day where the night was missed. Hours are the machine's own. */
export function isBackupDue(latest: Date | null, now: Date): boolean {
  if (latest === null) return true;
  const ageMs = now.getTime() - latest.getTime();
  const isNight = now.getHours() >= NIGHT.fromHour && now.getHours() < NIGHT.toHour;
  return ageMs > (isNight ? DUE_AT_NIGHT_MS : DUE_ANYWAY_MS);
}
