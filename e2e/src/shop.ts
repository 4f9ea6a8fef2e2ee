import { test as base } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { closeSync, existsSync, mkdirSync, openSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const START_WITHIN_MS = 180_000;
const STOP_WITHIN_MS = 60_000;
const LAST_LINES = 15;

/** A shop started by the start command, as a user would, with a database folder of its own. */
export interface Shop {
  readonly address: string;
  readonly folder: string;
  readonly pids: () => { readonly server: number; readonly database: number; readonly start: number };
}

/** A shop that a test has started itself. */
export interface StartedShop extends Shop {
  /** What the start command has said so far. */
  readonly said: () => string;
  readonly stop: () => Promise<number | null>;
}

interface Running {
  readonly pid: number;
  readonly address: string;
  readonly serverPid: number;
}

/** Where the shops of these tests keep what they keep. */
export const E2E = join(ROOT, '.data', 'e2e');
export const shopFolder = (name: string): string => join(E2E, name);

/** Starts a shop; with the demo scenario unless it is to be empty. Its folder is kept from one start to the next. */
export async function startShop(name: string, { empty = false, port = 0 }: { empty?: boolean; port?: number } = {}): Promise<StartedShop> {
  const log = join(E2E, `${name}-${randomUUID()}.log`);
  mkdirSync(E2E, { recursive: true });
  const written = openSync(log, 'a');
  // what it says goes into a file: a shop that several workers use one after another outlives the one that started it
  const child = spawn(process.execPath, [join('tools', 'src', 'start.mjs'), ...(empty ? [] : ['--demo'])], {
    cwd: ROOT,
    env: { ...process.env, EASYTUCK_DATA: shopFolder(name), PORT: String(port), DATABASE_URL: '' },
    stdio: ['ignore', written, written],
  });
  closeSync(written);
  const said = (): string => readFileSync(log, 'utf8');
  await waitFor(
    () => said().includes('is ready at') || child.exitCode !== null,
    START_WITHIN_MS,
    () => `the shop did not start:\n${said()}`,
  );
  if (child.exitCode !== null) throw new Error(`the shop stopped:\n${said()}`);
  child.unref();
  return { ...running(name), said, stop: () => stopChild(child) };
}

/** A shop that runs, by what its folder says. */
function running(name: string): Shop & { readonly startPid: () => number } {
  const folder = shopFolder(name);
  const read = (): Running => JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as Running;
  return {
    address: read().address,
    folder,
    pids: () => ({ server: read().serverPid, database: Number(readFileSync(join(folder, 'database.pid'), 'utf8')), start: read().pid }),
    startPid: () => read().pid,
  };
}

/** Ends every shop that still runs in the tests' folder: those that workers share, and what a run that was cut off left behind. */
export async function stopShops(): Promise<void> {
  if (!existsSync(E2E)) return;
  const left = readdirSync(E2E).filter(saysItRuns).map(running);
  // (its database may have ended already)
  for (const { startPid } of left) if (isStart(startPid())) process.kill(startPid(), 'SIGINT');
  await waitFor(
    () => !left.some(({ folder }) => isStillThere(basename(folder))),
    STOP_WITHIN_MS,
    () => 'a shop did not stop',
  );
}

/** Whether a shop’s start command still runs; where it has taken its word back meanwhile, it does not. */
function isStillThere(name: string): boolean {
  try {
    return isStart(running(name).startPid());
  } catch (error) {
    if (existsSync(join(shopFolder(name), 'running.json'))) throw error;
    return false;
  }
}

/** Whether a process is a start command, and not another one that was given its number since. */
function isStart(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  } catch {
    return false; // it is gone
  }
}

/** What a shop has said last, for whoever looks into a journey that failed. */
function lastSaid(name: string): string {
  const logs = existsSync(E2E) ? readdirSync(E2E).filter((file) => file.startsWith(`${name}-`) && file.endsWith('.log')) : [];
  return logs.map((file) => readFileSync(join(E2E, file), 'utf8').split('\n').slice(-LAST_LINES).join('\n')).join('\n');
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

/** Tests get a demo shop that no other test uses at the time; workers that follow one another share it. */
export const test = base.extend<{ tellsOfShop: undefined }, { shop: Shop }>({
  tellsOfShop: [
    // eslint needs the pattern, Playwright reads the fixture's needs from it
    async ({ browserName }, use, info) => {
      await use(undefined);
      if (info.status !== info.expectedStatus)
        console.log(`The shop of “${info.title}” said last:\n${lastSaid(`${browserName}-${info.parallelIndex}`)}`);
    },
    { auto: true },
  ],
  shop: [
    // eslint needs the pattern, Playwright reads the fixture's needs from it
    async ({ browserName }, use, { parallelIndex }) => {
      const name = `${browserName}-${parallelIndex}`;
      await use(saysItRuns(name) ? running(name) : await startShop(name));
    },
    { scope: 'worker', timeout: START_WITHIN_MS },
  ],
});

export { expect } from '@playwright/test';
