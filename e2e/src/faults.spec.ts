import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Bench } from './bench.ts';
import { isReady, isRunning, killRounds, newKey } from './killRounds.ts';
import { expect, forgetShop, ROOT, saysItRuns, shopFolder, startShop, test, waitFor, type StartedShop } from './shop.ts';

/** Time that a killed part may take to be there again. */
const BACK_WITHIN_MS = 30_000;

const ROUNDS = 10;

test.describe.configure({ mode: 'serial', timeout: 300_000 });

test.describe('a shop whose parts are killed', () => {
  let shop: StartedShop;
  test.beforeAll(async () => {
    test.setTimeout(300_000);
    forgetShop('faults');
    shop = await startShop('faults');
  });
  test.afterAll(async () => {
    await shop.stop();
  });

  for (const part of ['database', 'server'] as const) {
    test(`loses and doubles nothing that was acknowledged when the ${part} is killed ${ROUNDS} times in the middle of saving`, async () => {
      const outcome = await killRounds(shop, part, ROUNDS, `Saved while the ${part} was killed`);
      console.log(`kills of the ${part}: ${JSON.stringify(outcome)}`);
      expect(outcome).toMatchObject({ rounds: ROUNDS, lost: 0, doubled: 0, wrongAnswers: [] });
      expect(outcome.acknowledged).toBeGreaterThan(ROUNDS * 6);
    });
  }

  test('answers everything within six seconds while the database does not answer at all, for twenty', async () => {
    const { database } = shop.pids();
    const wearer = ((await (await fetch(`${shop.address}/api/wearers`)).json()) as { wearers: { id: string; name: string }[] }).wearers[0];
    const requests: readonly (readonly [method: string, path: string, body?: object])[] = [
      ['GET', '/api/wearers'],
      ['GET', `/api/wearers/${wearer?.id ?? ''}`],
      ['GET', '/api/ties'],
      ['GET', '/api/shop'],
      ['GET', '/api/fittings/ledger'],
      ['GET', '/api/exchange/wearers'],
      ['GET', '/readyz'],
      ['POST', '/api/wearers', { id: newKey(), name: 'While It Stood Still', collar: '16', longEnd: 'left' }],
      ['PUT', `/api/wearers/${wearer?.id ?? ''}`, { name: wearer?.name, collar: '16', longEnd: 'left', version: 1 }],
      ['PUT', `/api/wearers/${wearer?.id ?? ''}/ties/${newKey()}`],
    ];
    process.kill(database, 'SIGSTOP');
    // a signal takes a moment to arrive, in which the database still answers
    await waitFor(
      () => /^State:\s+T/m.test(readFileSync(`/proc/${database}/status`, 'utf8')),
      BACK_WITHIN_MS,
      () => 'the database did not stop',
    );
    const answers: { path: string; status: number; tookMs: number }[] = [];
    try {
      const until = Date.now() + 20_000;
      // more at once than there are connections
      const ask = async (): Promise<void> => {
        for (let i = 0; Date.now() < until; i += 1) {
          const [method, path, body] = requests[i % requests.length] ?? ['GET', '/readyz'];
          const began = performance.now();
          const answer = await fetch(shop.address + path, {
            method,
            ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
          });
          await answer.text();
          answers.push({ path: `${method} ${path}`, status: answer.status, tookMs: performance.now() - began });
        }
      };
      await Promise.all(Array.from({ length: 30 }, ask));
    } finally {
      process.kill(database, 'SIGCONT');
    }
    expect(answers.length).toBeGreaterThan(60);
    expect(answers.filter(({ status }) => status !== 503)).toEqual([]);
    expect(answers.filter(({ tookMs }) => tookMs > 6_000)).toEqual([]);
    await waitFor(
      () => isReady(shop),
      BACK_WITHIN_MS,
      () => 'the database did not come back',
    );
  });

  test('starts a server again that runs but does nothing any more', async () => {
    const { server } = shop.pids();
    process.kill(server, 'SIGSTOP');
    await waitFor(
      async () => (await isReady(shop)) && shop.pids().server !== server,
      BACK_WITHIN_MS,
      () => 'the server was not started again',
    );
    expect(isRunning(server)).toBe(false);
    expect(shop.said()).toContain('The server has been stuck for 5 s.');
  });

  test('says that the records are away, keeps what is typed, and goes on by itself when they are back', async ({ page }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.fill('In The Dark');
    await bench.collar.fill('16');
    await bench.chooseTie('Harbour Night');
    const { database } = shop.pids();
    process.kill(database, 'SIGSTOP');
    await bench.issueButton.click();
    await expect(page.getByText(/Not saved\..*Trying again by itself\./)).toBeVisible({ timeout: 60_000 });
    await expect(bench.name).toHaveValue('In The Dark');
    process.kill(database, 'SIGCONT');
    // it says that it tries again by itself, and does
    await expect(page.getByText(/^issued/)).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('link', { name: 'In The Dark' })).toBeVisible();
  });

  test('has a face while the records are away, and shows the page once they are back', async ({ page }) => {
    await page.route('**/api/wearers?*', (route) =>
      route.fulfill({
        status: 503,
        contentType: 'application/problem+json',
        body: JSON.stringify({
          type: '/problems/databaseAway',
          title: 'The shop’s records cannot be reached just now.',
          status: 503,
          code: 'databaseAway',
        }),
      }),
    );
    await page.goto(`${shop.address}/wearers`);
    await expect(page.getByRole('heading', { name: 'The shop’s records are away' })).toBeVisible();
    await page.unroute('**/api/wearers?*');
    await expect(page.getByRole('link', { name: /Corin Attleby|Saved while/ }).first()).toBeVisible();
  });
});

test('stops cleanly on Ctrl-C, keeps what was entered, and refuses a second start beside the first', async ({ request }) => {
  forgetShop('restart');
  const empty = { empty: true };
  const first = await startShop('restart', empty);
  const id = newKey();
  await request.post(`${first.address}/api/wearers`, { data: { id, name: 'Kept Over Night', collar: '15', longEnd: 'left' } });
  await expect(startShop('restart', empty)).rejects.toThrow(`Easy Tuck is already running at ${first.address}`);
  const { server, database } = first.pids();
  expect(await first.stop()).toBe(0);
  for (const pid of [server, database]) expect(isRunning(pid)).toBe(false);
  expect(saysItRuns('restart')).toBe(false);

  const second = await startShop('restart', empty);
  expect((await request.get(`${second.address}/api/wearers/${id}`)).status()).toBe(200);
  const wearers = (await (await request.get(`${second.address}/api/wearers`)).json()) as { wearers: unknown[] };
  expect(wearers.wearers).toHaveLength(1);

  // the start command itself killed: its database ends with it, and the next start goes on with what it kept
  const left = second.pids();
  process.kill(left.start, 'SIGKILL');
  await waitFor(
    () => !isRunning(left.database) && !isRunning(left.server),
    BACK_WITHIN_MS,
    () => 'something was left behind',
  );
  const third = await startShop('restart', empty);
  expect((await request.get(`${third.address}/api/wearers/${id}`)).status()).toBe(200);
  expect(isRunning(left.database)).toBe(false);
  await third.stop();
});

test('goes on after a power cut that left half-written files behind, and lets one of two starts at once have the folder', async ({
  request,
}) => {
  forgetShop('half');
  const folder = shopFolder('half');
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'running.json'), '{"pid":');
  writeFileSync(join(folder, 'password'), '');
  writeFileSync(join(folder, 'database.pid'), '');
  const starts = await Promise.allSettled([startShop('half', { empty: true }), startShop('half', { empty: true })]);
  const [shop] = starts.flatMap((each) => (each.status === 'fulfilled' ? [each.value] : []));
  const [refused] = starts.flatMap((each) => (each.status === 'rejected' ? [String(each.reason)] : []));
  expect(refused).toMatch(/Easy Tuck is already (starting in this folder|running at)/);
  if (!shop) throw new Error('neither start had the folder');
  expect((await request.get(`${shop.address}/readyz`)).status()).toBe(200);

  // a backup is made from the terminal while the shop is open, and brought back into it only once it is closed
  const id = newKey();
  await request.post(`${shop.address}/api/wearers`, { data: { id, name: 'In The Backup', collar: '15', longEnd: 'left' } });
  const file = join(folder, 'away.zip');
  expect(await records('half', 'backup', file)).toMatchObject({ code: 0, said: expect.stringContaining('Saved and checked') });
  expect(await records('half', 'restore', file)).toMatchObject({ code: 1, said: expect.stringContaining('Stop it first') });
  await shop.stop();
  expect(await records('half', 'restore', file)).toMatchObject({
    code: 3,
    said: expect.stringContaining('There are records here already: 1 wearers'),
  });
  expect(await records('half', 'restore', file, '--over')).toMatchObject({ code: 0, said: expect.stringContaining('Brought back') });
  const again = await startShop('half', { empty: true });
  expect((await request.get(`${again.address}/api/wearers/${id}`)).status()).toBe(200);
  await again.stop();
});

/** Runs the command for a shop's records. */
async function records(name: string, ...words: string[]): Promise<{ code: number; said: string }> {
  const child = spawn(process.execPath, [join(ROOT, 'tools', 'src', 'records.mjs'), ...words], {
    env: { ...process.env, EASYTUCK_DATA: shopFolder(name), DATABASE_URL: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const [code] = (await once(child, 'close')) as [number];
  return { code, said };
}
