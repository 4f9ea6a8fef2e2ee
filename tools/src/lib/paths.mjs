import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Folder of the checkout. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..', '..');

/** Folder for what is made and can be made again; git-ignored. */
export const CACHE = join(ROOT, '.cache');

/** Folder of the private databases; git-ignored. */
export const DATA = join(ROOT, '.data');
