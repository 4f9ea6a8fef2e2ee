import type { MultipartFile } from '@fastify/multipart';
import { LARGEST_IMPORT_MB } from '@easytuck/contract';
import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ProblemError } from '../../problem.ts';
import type { SentFile } from './service.ts';

/**
 * Takes a file that is sent into a folder of its own, and removes both once the work with it is over.
 * @throws ProblemError `unreadable` where there is no file, or the form around it is broken or breaks off; `tooLarge`.
 */
export async function withSentFile<T>(opening: Promise<MultipartFile | undefined>, work: (file: SentFile) => Promise<T>): Promise<T> {
  const sent = await opening.catch(formBroken);
  if (!sent) throw new ProblemError('unreadable', { detail: 'No file was sent. Choose one.' });
  const folder = await mkdtemp(join(tmpdir(), 'easytuck-import-'));
  try {
    const path = join(folder, 'sent');
    const hash = createHash('sha256');
    const listen = new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        hash.update(chunk);
        done(null, chunk);
      },
    });
    await pipeline(sent.file, listen, createWriteStream(path, { mode: 0o600 })).catch(formBroken);
    if (sent.file.truncated)
      throw new ProblemError('tooLarge', { detail: `No file over ${LARGEST_IMPORT_MB} MB is imported at once. Divide it.` });
    const isJson = sent.mimetype.includes('json') || sent.filename.toLowerCase().endsWith('.json');
    return await work({ path, format: isJson ? 'json' : 'csv', fingerprint: hash.digest('hex') });
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** What the reader of forms says of a broken one has no code, as against what the disk or the server says. */
function formBroken(error: unknown): never {
  if (!(error instanceof Error) || 'code' in error) throw error;
  throw new ProblemError('unreadable', { detail: 'The file did not come whole. Send it again.', cause: error });
}
