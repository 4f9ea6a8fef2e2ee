import { Worker } from 'node:worker_threads';
import { isWritten } from './threads.ts';

/** Options of a thread: what it is given, what is done with what it says before its answer, and how much memory it may take. */
export interface ThreadOptions<Said> {
  readonly data: Readonly<Record<string, unknown>>;
  readonly onSaid?: (said: Said) => void;
  readonly mostMemoryMb: number;
  /** Is told to the thread as the message `cancel`; the thread ends by itself. */
  readonly signal?: AbortSignal;
}

/** What a thread's last message holds; all others are what it says meanwhile. */
export interface ThreadAnswer<Answer> {
  readonly answer: Answer;
}

/**
 * Runs a module in a thread of its own, so that what it works out holds no request up. The module ends with
 * `parentPort.postMessage({ answer })`.
 * @param module address of the module.
 * @throws what the module threw; an error with the code ERR_WORKER_OUT_OF_MEMORY where it took too much.
 */
export function inThread<Answer, Said = never>(module: URL, { data, onSaid, mostMemoryMb, signal }: ThreadOptions<Said>): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(isWritten(module.href) ? new URL('./thread.mjs', import.meta.url) : module, {
      workerData: { ...data, module: module.href },
      execArgv: ['--no-warnings'],
      resourceLimits: { maxOldGenerationSizeMb: mostMemoryMb },
    });
    const cancel = (): void => worker.postMessage('cancel');
    signal?.addEventListener('abort', cancel, { once: true });
    worker.on('message', (message: ThreadAnswer<Answer> | Said) => {
      if (typeof message === 'object' && message !== null && 'answer' in message) resolve(message.answer);
      else onSaid?.(message);
    });
    worker.once('error', reject);
    worker.once('exit', () => {
      signal?.removeEventListener('abort', cancel);
      reject(new Error('a thread ended without an answer'));
    });
  });
}
