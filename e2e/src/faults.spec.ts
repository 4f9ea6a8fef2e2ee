import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { Bench } from './bench.ts';
import { expect, forgetShop, saysItRuns, startShop, test, waitFor, type Shop } from './shop.ts';

/** Time that a killed part may take to be there again. */
const BACK_WITHIN_MS = 30_000;

const isReady = async (shop: Shop): Promise<boolean> => {
  try {
    return (await fetch(`${shop.address}/readyz`)).ok;
  } catch {
    return false; // nobody answers at all
  }
};

test.describe.configure({ mode: 'serial', timeout: 300_000 });

test.describe('a shop whose parts are killed', () => {
  let shop: Shop;
  test.beforeAll(async () => {
    test.setTimeout(300_000);
    forgetShop('faults');
    shop = await startShop('faults');
  });
  test.afterAll(async () => {
    await shop.stop();
  });

  for (const part of ['database', 'server'] as const) {
    test(`loses no fitting that was acknowledged when the ${part} is killed in the middle of saving`, async () => {
      const acknowledged: string[] = [];
      const tie = ((await (await fetch(`${shop.address}/api/ties`)).json()) as { ties: { id: string }[] }).ties[1];
      let isSaving = true;
      const save = async (): Promise<void> => {
        while (isSaving) {
          const id = newKey();
          const body = {
            id,
            wearer: { kind: 'new', id: newKey(), name: `Saved while the ${part} was killed` },
            collar: '16',
            easeMm: 6.35,
            longEnd: 'left',
            collarStyle: 'turndown',
            collarPointsMm: null,
            neckBreadthMm: null,
            faceWidthMm: null,
            tieId: tie?.id,
            school: 'true',
            step: 2,
            leadMm: 38,
          };
          try {
            const answer = await fetch(`${shop.address}/api/fittings`, {
              method: 'POST',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify(body),
            });
            if (answer.status === 201) acknowledged.push(id);
            else expect([500, 503]).toContain(answer.status);
          } catch {
            await new Promise((resolve) => setTimeout(resolve, 20)); // not acknowledged: the connection was cut
          }
        }
      };
      const savers = [save(), save(), save(), save()];
      await waitFor(
        () => acknowledged.length > 60,
        BACK_WITHIN_MS,
        () => `only ${acknowledged.length} were saved`,
      );
      process.kill(shop.pids()[part], 'SIGKILL');
      await waitFor(
        async () => !(await isReady(shop)),
        BACK_WITHIN_MS,
        () => `the ${part} was never away`,
      );
      await waitFor(
        () => isReady(shop),
        BACK_WITHIN_MS,
        () => `the ${part} did not come back`,
      );
      const before = acknowledged.length;
      await waitFor(
        () => acknowledged.length > before + 10,
        BACK_WITHIN_MS,
        () => 'nothing could be saved afterwards',
      );
      isSaving = false;
      await Promise.all(savers);
      for (const id of acknowledged) expect((await fetch(`${shop.address}/api/fittings/${id}`)).status).toBe(200);
    });
  }

  test('says that the records are away, keeps what is typed, and goes on by itself when they are back', async ({ page }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.fill('In The Dark');
    await bench.collar.fill('16');
    await bench.chooseTie('Harbour Night');
    const { database } = shop.pids();
    process.kill(database, 'SIGSTOP');
    await bench.giveOutButton.click();
    await expect(page.getByText(/Not saved\./)).toBeVisible({ timeout: 60_000 });
    await expect(bench.name).toHaveValue('In The Dark');
    process.kill(database, 'SIGCONT');
    await waitFor(
      () => isReady(shop),
      BACK_WITHIN_MS,
      () => 'the database did not come back',
    );
    await bench.giveOut();
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

  // the start command itself killed: the next start ends the database it left behind and goes on with it
  const left = second.pids();
  process.kill(left.start, 'SIGKILL');
  const third = await startShop('restart', empty);
  expect((await request.get(`${third.address}/api/wearers/${id}`)).status()).toBe(200);
  expect(isRunning(left.database)).toBe(false);
  await third.stop();
});

/** Whether a process runs; one that ended and was not yet collected by its parent has no command line. */
function isRunning(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8') !== '';
  } catch {
    return false; // there is no such process
  }
}

/** A key as the application makes them: time first (UUID version 7, RFC 9562). */
function newKey(): string {
  const time = Date.now().toString(16).padStart(12, '0');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${randomUUID().slice(15)}`;
}
