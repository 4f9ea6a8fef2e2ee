/** Modules that run in a thread of their own, by where they lie below this folder, as written or as built. */
const THREADS = { import: 'modules/exchange/importThread', save: 'backup/saveThread', sheets: 'modules/coach/sheetsThread' } as const;

/** Address of a thread's module. */
export const threadModule = (thread: keyof typeof THREADS): URL =>
  new URL(`./${THREADS[thread]}${isWritten(import.meta.url) ? '.ts' : '.mjs'}`, import.meta.url);

/** Whether a module is TypeScript as it was written; else it is part of the built server. */
export const isWritten = (address: string): boolean => address.endsWith('.ts');
