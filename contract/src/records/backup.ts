import { z } from 'zod';
import { moment } from '../fields/common.ts';

/** A backup that is older than this is told as old, in hours: two nights were missed. */
export const OLD_BACKUP_H = 50;

/** The last backup, as far as there is one; each was read again and checked before it got its name. */
export const backupStatus = z.object({
  /** False where this server keeps none. */
  isKept: z.boolean(),
  latest: z.object({ name: z.string(), madeAt: moment, bytes: z.int(), reason: z.string() }).nullable(),
  /** One that another machine made, where several work on the same records and it is later. */
  elsewhere: z.object({ machine: z.string(), madeAt: moment }).nullable(),
  count: z.int(),
  isBusy: z.boolean(),
  /** Why the last try failed, since the server started; null where it did not. */
  failure: z.string().nullable(),
});
export type BackupStatus = z.infer<typeof backupStatus>;
