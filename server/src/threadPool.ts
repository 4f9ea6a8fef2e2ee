import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { isWritten } from './threads.ts';

const MOST_MEMORY_MB = 768;
/** A thread that has nothing to do ends after this: starting one again costs a quarter of a second. */
const IDLE_MS = 5 * 60_000;

/**
 * Threads that stay, for work that keeps a core busy for seconds. One core is left to the requests, each of the others works on one task,
 * and the rest wait their turn.
 * @param module address of a module whose default export does the work.
 */
export function threadPool<Answer>(module: URL): (task: object) => Promise<Answer> {
  const isTypeScript = isWritten(module.href);
  let pool: Piscina<object, Answer> | undefined;
  return (task) => {
    pool ??= new Piscina<object, Answer>({
      filename: isTypeScript ? fileURLToPath(new URL('./poolThread.mjs', import.meta.url)) : fileURLToPath(module),
      minThreads: 0,
      maxThreads: Math.max(1, availableParallelism() - 1),
      idleTimeout: IDLE_MS,
      execArgv: ['--no-warnings'],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    });
    return pool.run(isTypeScript ? { module: module.href, task } : task);
  };
}
