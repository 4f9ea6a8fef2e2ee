import { inThread } from '../inThread.ts';
import { threadModule } from '../threads.ts';
import type { BackupReason, Manifest } from './shopFile.ts';

const MOST_MEMORY_MB = 192;

/** As `saveShop`, in a thread of its own. */
export const saveInThread = (databaseUrl: string, path: string, reason: BackupReason, madeAt: Date): Promise<Manifest> =>
  inThread<Manifest>(threadModule('save'), {
    data: { databaseUrl, path, reason, madeAt: madeAt.toISOString() },
    mostMemoryMb: MOST_MEMORY_MB,
  });
