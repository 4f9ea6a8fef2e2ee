import { test as base } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const START_WITHIN_MS = 180_000;

/** A shop started by the start command, as a user would, with a database folder of its own. */
export interface Shop {
  readonly address: string;
  readonly folder: string;
  /** What the start command has said so far. */
  readonly said: () => string;
  readonly pids: () => { readonly server: number; readonly database: number; readonly start: number };
  readonly stop: () => Promise<number | null>;
}

interface Running {
  readonly pid: number;
  readonly address: string;
  readonly serverPid: number;
}

/** Where a shop of these tests keeps what it keeps. */
export const shopFolder = (name: string): string => join(ROOT, '.data', 'e2e', name);

/** Starts a shop; with the demo scenario unless it is to be empty. Its folder is kept from one start to the next. */
export async function startShop(name: string, { empty = false, port = 0 }: { empty?: boolean; port?: number } = {}): Promise<Shop> {
  const folder = shopFolder(name);
  const runFile = join(folder, 'running.json');
  let output = '';
  const child = spawn(process.execPath, [join('tools', 'src', 'start.mjs'), ...(empty ? [] : ['--demo'])], {
    cwd: ROOT,
    env: { ...process.env, EASYTUCK_DATA: folder, PORT: String(port), DATABASE_URL: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (output += chunk.toString()));
  await waitFor(
    () => output.includes('is ready at') || child.exitCode !== null,
    START_WITHIN_MS,
    () => `the shop did not start:\n${output}`,
  );
  if (child.exitCode !== null) throw new Error(`the shop stopped:\n${output}`);
  const running = (): Running => JSON.parse(readFileSync(runFile, 'utf8')) as Running;
  return {
    address: running().address,
    folder,
    said: () => output,
    pids: () => ({
      server: running().serverPid,
      database: Number(readFileSync(join(folder, 'database.pid'), 'utf8')),
      start: running().pid,
    }),
    stop: () => stopChild(child),
  };
}

/** Removes a shop's folder, so that the next start is the first. */
export function forgetShop(name: string): void {
  rmSync(shopFolder(name), { recursive: true, force: true });
}

/** Whether a shop's folder says that it is running. */
export function saysItRuns(name: string): boolean {
  return existsSync(join(shopFolder(name), 'running.json'));
}

/** Waits until something holds. */
export async function waitFor(holds: () => boolean | Promise<boolean>, withinMs: number, otherwise: () => string): Promise<void> {
  for (const started = Date.now(); !(await holds()); await new Promise((resolve) => setTimeout(resolve, 40))) {
    if (Date.now() - started > withinMs) throw new Error(otherwise());
  }
}

async function stopChild(child: ChildProcess): Promise<number | null> {
  if (child.exitCode !== null) return child.exitCode;
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  child.kill('SIGINT');
  return ended;
}

/** Tests get a demo shop of their worker's own. */
export const test = base.extend<object, { shop: Shop }>({
  shop: [
    // eslint needs the pattern, Playwright reads the fixture's needs from it
    async ({ browserName }, use, { workerIndex }) => {
      const shop = await startShop(`worker-${browserName}-${workerIndex}`);
      await use(shop);
      await shop.stop();
    },
    { scope: 'worker', timeout: START_WITHIN_MS },
  ],
});

export { expect } from '@playwright/test';
