import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** A running shop whose parts can be killed. */
export interface Killable {
  readonly address: string;
  /** The folder that its start writes its numbers into. */
  readonly folder: string;
}

/** What came of killing a part again and again while people save. */
export interface KillOutcome {
  readonly rounds: number;
  readonly acknowledged: number;
  readonly lost: number;
  readonly doubled: number;
  /** Answers that were neither a success nor an honest “not now”. */
  readonly wrongAnswers: readonly string[];
  /** Longest time from a kill until the shop was ready again. */
  readonly longestAwayMs: number;
}

const BACK_WITHIN_MS = 60_000;
const SAVERS = 4;

/** Number of a part's process as it is now. */
function pidOf({ folder }: Killable, part: 'database' | 'server'): number {
  if (part === 'database') return Number(readFileSync(join(folder, 'database.pid'), 'utf8'));
  return (JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as { serverPid: number }).serverPid;
}

export async function isReady({ address }: Pick<Killable, 'address'>): Promise<boolean> {
  try {
    return (await fetch(`${address}/readyz`, { signal: AbortSignal.timeout(8_000) })).ok;
  } catch {
    return false; // nobody answers at all
  }
}

/**
 * Kills a part (SIGKILL) in the middle of saving, waits until the shop is back, and does so again. Those who save send each
 * fitting, with a new wearer, under its own keys until it is acknowledged, as the bench does. At the end everything
 * acknowledged must be there once.
 * @param name distinguishes these rounds' wearers from all others.
 */
export async function killRounds(shop: Killable, part: 'database' | 'server', rounds: number, name: string): Promise<KillOutcome> {
  const { ties } = (await (await fetch(`${shop.address}/api/ties`)).json()) as { ties: { id: string }[] };
  const acknowledged = new Map<string, string>();
  const wrongAnswers: string[] = [];
  let [isSaving, count, longestAwayMs] = [true, 0, 0];
  const save = async (): Promise<void> => {
    while (isSaving) {
      count += 1;
      const [id, wearer] = [newKey(), `${name} ${count} x`];
      const body = JSON.stringify(fittingFor(id, wearer, ties[count % ties.length]?.id ?? ''));
      for (let isKept = false; !isKept;) {
        const answer = await post(`${shop.address}/api/fittings`, body);
        isKept = answer.status === 201 || answer.status === 200;
        if (isKept) acknowledged.set(id, wearer);
        else if (answer.status === 422)
          break; // this tie does not fit that collar
        else if (answer.status !== 0 && answer.status !== 503) wrongAnswers.push(`${answer.status} ${answer.text.slice(0, 200)}`);
        if (!isKept) await pause(15);
      }
    }
  };
  const savers = Array.from({ length: SAVERS }, save);
  for (let round = 0; round < rounds; round += 1) {
    const before = acknowledged.size;
    await waitUntil(() => acknowledged.size > before + 5, 'nothing could be saved');
    // at another moment of a save each time
    await pause((round * 7) % 40);
    const pid = pidOf(shop, part);
    const killedAt = performance.now();
    process.kill(pid, 'SIGKILL');
    await waitUntil(() => !isRunning(pid), 'it did not die');
    await waitUntil(async () => (await isReady(shop)) && pidOf(shop, part) !== pid, `the ${part} did not come back`);
    longestAwayMs = Math.max(longestAwayMs, performance.now() - killedAt);
  }
  isSaving = false;
  await Promise.all(savers);
  return { rounds, acknowledged: acknowledged.size, ...(await countKept(shop, acknowledged, name)), wrongAnswers, longestAwayMs };
}

/** Looks every acknowledged fitting up by its key, and counts the wearers that were entered with them by their names. */
async function countKept(
  shop: Killable,
  acknowledged: ReadonlyMap<string, string>,
  name: string,
): Promise<{ lost: number; doubled: number }> {
  let lost = 0;
  for (const [id, wearer] of acknowledged) {
    const answer = await fetch(`${shop.address}/api/fittings/${id}`);
    const kept = answer.ok ? ((await answer.json()) as { wearer: { name: string } }).wearer.name : null;
    if (kept !== wearer) lost += 1;
  }
  const table = await (await fetch(`${shop.address}/api/exchange/wearers`)).text();
  const entered = table.split('\r\n').flatMap((line) => (line.startsWith(`${name} `) ? [line.slice(0, line.indexOf(','))] : []));
  const missing = [...acknowledged.values()].filter((wearer) => !entered.includes(wearer)).length;
  return { lost: lost + missing, doubled: entered.length - new Set(entered).size };
}

async function post(url: string, body: string): Promise<{ status: number; text: string }> {
  try {
    const answer = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
      signal: AbortSignal.timeout(15_000),
    });
    return { status: answer.status, text: await answer.text() };
  } catch {
    return { status: 0, text: '' }; // the connection was cut
  }
}

const fittingFor = (id: string, wearer: string, tieId: string) => ({
  ...{ id, tieId, wearer: { kind: 'new', id: `${id.slice(0, -1)}${id.endsWith('0') ? '1' : '0'}`, name: wearer } },
  ...{ collar: '16', easeMm: 6.35, longEnd: 'left', collarStyle: 'turndown', collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null },
  ...{ school: 'true', step: 0, leadMm: 38 },
});

/** A key as the application makes them: time first (UUID version 7, RFC 9562). */
export function newKey(): string {
  const time = Date.now().toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${randomUUID().slice(15)}`;
}

/** Whether a process runs; one that ended and was not yet collected by its parent has no command line. */
export function isRunning(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8') !== '';
  } catch {
    return false; // there is no such process
  }
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

async function waitUntil(holds: () => boolean | Promise<boolean>, otherwise: string): Promise<void> {
  const began = Date.now();
  while (!(await holds())) {
    await pause(20);
    if (Date.now() - began > BACK_WITHIN_MS) throw new Error(otherwise);
  }
}
