import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';

/** Large enough for a node and what people save in some minutes. */
const SIZE_MB = 1600;

/**
 * Puts a small disk of its own, in memory, under a folder, so that it can be filled.
 * @param {string} folder
 * @returns {(() => void) | null} what takes it away again; null where this user may make none.
 */
export function mountSmallDisk(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE_MB}M,mode=700`, 'none', folder], { stdio: 'ignore' });
  } catch {
    return null;
  }
  return () => void execFileSync('umount', ['-l', folder]);
}
