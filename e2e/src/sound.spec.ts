import type { Page } from '@playwright/test';
import { Bench } from './bench.ts';
import { newKey } from './killRounds.ts';
import { expect, test, type Shop } from './shop.ts';

/** A record as another person changes it, beside the page under test. */
interface Record {
  readonly id: string;
  readonly version: number;
  readonly [field: string]: unknown;
}

const json = { 'content-type': 'application/json' };
const read = async (shop: Shop, path: string): Promise<Record> => (await (await fetch(shop.address + path)).json()) as Record;

/** Waits until a record is as it should be: a button that is off says that it is being saved, not that it was. */
const onRecord = (shop: Shop, path: string, fields: { readonly [field: string]: unknown }): Promise<void> =>
  expect(async () => {
    expect(await read(shop, path)).toMatchObject(fields);
  }).toPass({ timeout: 45_000 });

/** Somebody else saves a record: what is there now, with some fields changed. */
async function saveElsewhere(shop: Shop, path: string, change: object): Promise<void> {
  const { collar, collarEstimated, ...known } = (await read(shop, path)) as Record & {
    collar?: { text: string };
    collarEstimated?: boolean;
  };
  const body = { ...known, ...(collar ? { collar: collarEstimated ? '' : collar.text } : {}), ...change };
  const answer = await fetch(shop.address + path, { method: 'PUT', headers: json, body: JSON.stringify(body) });
  expect(answer.status).toBe(200);
}

const enter = async (shop: Shop, name: string, more: object = {}): Promise<string> => {
  const id = newKey();
  const body = JSON.stringify({ id, name, collar: '16', longEnd: 'left', ...more });
  expect((await fetch(`${shop.address}/api/wearers`, { method: 'POST', headers: json, body })).status).toBe(201);
  return id;
};
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
/** What makes the page look at its records again, as when somebody comes back to it. */
const comeBack = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event('focus')));
const saveButton = (page: Page) => page.getByRole('button', { name: 'Save record' });

test.describe('two people at one wearer', () => {
  test('change different fields and both changes are kept, by saving, by focus, by reload and by going away', async ({ page, shop }) => {
    const id = await enter(shop, 'Shared Four Times', { neckBreadthMm: 130 });
    const path = `/api/wearers/${id}`;
    const ways: readonly (readonly [way: string, come: () => Promise<unknown>])[] = [
      ['saving', async () => undefined],
      ['focus', () => comeBack(page)],
      ['reload', () => page.reload()],
      [
        'going away',
        async () => {
          await page.getByRole('link', { name: 'Ledger' }).click();
          await expect(page.getByRole('heading', { name: 'Ledger' })).toBeVisible();
          await page.goBack();
        },
      ],
    ];
    await page.goto(`${shop.address}/wearers/${id}`);
    for (const [i, [way, come]] of ways.entries()) {
      await field(page, 'Note').fill(`mine by ${way}`);
      await saveElsewhere(shop, path, { neckBreadthMm: 120 + i, finish: i % 2 === 0 ? 'even' : 'handTied' });
      await come();
      await expect(field(page, 'Note')).toHaveValue(`mine by ${way}`);
      await saveButton(page).click();
      await expect(saveButton(page)).toBeDisabled();
      await expect(page.getByText('Not saved')).toBeHidden();
      await onRecord(shop, path, { note: `mine by ${way}`, neckBreadthMm: 120 + i, finish: i % 2 === 0 ? 'even' : 'handTied' });
      await expect(field(page, 'Neck breadth')).toHaveValue(`${120 + i} mm`);
    }
    // the history holds what was measured, once each, and nothing that was put back
    const { measures } = (await read(shop, `${path}/measures`)) as unknown as { measures: { kind: string; value: number }[] };
    expect(measures.filter(({ kind }) => kind === 'neckBreadthMm').map(({ value }) => value)).toEqual([123, 122, 121, 120, 130]);
  });

  test('change the same field, and it is decided field by field, also after a reload', async ({ page, shop }) => {
    const id = await enter(shop, 'Shared And Clashing', { note: 'before' });
    await page.goto(`${shop.address}/wearers/${id}`);
    await field(page, 'Note').fill('mine');
    await field(page, 'Neck breadth').fill('125 mm');
    await field(page, 'Face or spectacles').fill('140 mm');
    await saveElsewhere(shop, `/api/wearers/${id}`, { note: 'theirs', neckBreadthMm: 118 });
    await saveButton(page).click();
    const note = page.getByRole('group', { name: 'Note' });
    await expect(note).toContainText('beforebeforetheirstheirsyoursmine');
    await expect(saveButton(page)).toBeDisabled();
    await page.reload();
    await note.getByRole('button', { name: 'Keep yours' }).click();
    await expect(saveButton(page)).toBeDisabled();
    await page.getByRole('group', { name: 'Neck breadth' }).getByRole('button', { name: 'Take theirs' }).click();
    await saveButton(page).click();
    await expect(page.getByText('in the meantime')).toBeHidden();
    await onRecord(shop, `/api/wearers/${id}`, { note: 'mine', neckBreadthMm: 118, faceWidthMm: 140, version: 3 });
  });

  test('of whom one merges the record away: what is typed goes along to where it went', async ({ page, shop }) => {
    const [into, from] = [await enter(shop, 'Merged Into This'), await enter(shop, 'Merged Away')];
    await page.goto(`${shop.address}/wearers/${from}`);
    await field(page, 'Note').fill('typed into the one that went');
    const merged = await fetch(`${shop.address}/api/wearers/${into}/merge`, {
      method: 'POST',
      headers: json,
      body: JSON.stringify({ fromId: from, version: 1, fromVersion: 1 }),
    });
    expect(merged.status).toBe(200);
    await saveButton(page).click();
    await expect(page).toHaveURL(new RegExp(into));
    expect(await read(shop, `/api/wearers/${into}`)).toMatchObject({ name: 'Merged Into This', note: 'typed into the one that went' });
    expect(await read(shop, `/api/wearers/${from}`)).toMatchObject({ mergedInto: into });
  });
});

test('two people at one tie, and at the house’s habits: what one did not touch stays as the other saved it', async ({ page, shop }) => {
  const { ties } = (await read(shop, '/api/ties')) as unknown as { ties: Record[] };
  const path = `/api/ties/${ties[2]?.id ?? ''}`;
  const before = await read(shop, path);
  await page.goto(`${shop.address}/drawer/${ties[2]?.id ?? ''}`);
  await field(page, 'Price code').fill('MINE');
  await saveElsewhere(shop, path, { inStock: 77, takeUp: { shortMm: 12.5, longMm: 44 } });
  // it looks again when somebody comes back to it, though not every moment
  await expect(async () => {
    await comeBack(page);
    await expect(field(page, 'In stock')).toHaveValue('77', { timeout: 1_000 });
  }).toPass();
  await page.reload();
  await expect(field(page, 'Price code')).toHaveValue('MINE');
  await page.getByRole('button', { name: 'Save tie' }).click();
  await expect(page).toHaveURL(/\/drawer$/);
  expect(await read(shop, path)).toMatchObject({ priceCode: 'MINE', inStock: 77, takeUp: { shortMm: 12.5, longMm: 44 } });
  // as others find it: what a tie takes up decides which is offered first
  await saveElsewhere(shop, path, { priceCode: before['priceCode'], inStock: before['inStock'], takeUp: before['takeUp'] });

  await page.goto(`${shop.address}/shop`);
  const house = await read(shop, '/api/shop');
  await field(page, 'Even means within').fill('2 mm');
  await saveElsewhere(shop, '/api/shop', { paper: 'Letter' });
  await page.getByRole('button', { name: 'Save habits' }).click();
  await expect(page.getByRole('button', { name: 'Save habits' })).toBeDisabled();
  await onRecord(shop, '/api/shop', { evennessMm: 2, paper: 'Letter' });
  await saveElsewhere(shop, '/api/shop', { paper: house['paper'], evennessMm: house['evennessMm'] });
});

test.describe('the bench', () => {
  test('in two tabs holds two people, each with a fitting of their own', async ({ page, context, shop }) => {
    const [one, two] = [new Bench(page, shop.address), new Bench(await context.newPage(), shop.address)];
    for (const [bench, name] of [
      [one, 'In The First Tab'],
      [two, 'In The Second Tab'],
    ] as const) {
      await bench.open();
      await bench.name.fill(name);
      await bench.collar.fill('16');
      await bench.chooseTie('Harbour Night');
    }
    await one.page.reload();
    await expect(one.name).toHaveValue('In The First Tab');
    await two.issue();
    await expect(two.page.getByRole('link', { name: 'In The Second Tab' })).toBeVisible();
    await one.issue();
    await expect(one.page.getByRole('link', { name: 'In The First Tab' })).toBeVisible();
  });

  test('puts nothing old back on the record, follows it, and tells a clash', async ({ page, shop }) => {
    const id = await enter(shop, 'Measured Elsewhere', { neckBreadthMm: 130, faceWidthMm: 140 });
    const bench = new Bench(page, shop.address);
    await page.goto(`${shop.address}/?wearer=${id}`);
    await expect(bench.name).toHaveValue('Measured Elsewhere');
    await bench.chooseTie('Harbour Night');
    await page.getByRole('button', { name: /more measure/ }).click();
    await field(page, 'Face or spectacles').fill('141 mm');
    await saveElsewhere(shop, `/api/wearers/${id}`, { neckBreadthMm: 121, faceWidthMm: 138 });
    await bench.issueButton.click();
    const clash = page.getByRole('group', { name: 'Face or spectacles' });
    await expect(clash).toContainText('the record says 138 mm, here it says 141 mm');
    await expect(field(page, 'Neck breadth')).toHaveValue('121 mm');
    await clash.getByRole('button', { name: 'Keep what is here' }).click();
    await bench.issue();
    expect(await read(shop, `/api/wearers/${id}`)).toMatchObject({ neckBreadthMm: 121, faceWidthMm: 141, version: 3 });
  });

  test('takes a name corrected after a lost answer for a correction', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.fill('Misspelt Nmae');
    await bench.collar.fill('15');
    await bench.chooseTie('Lamplighter');
    let sent = 0;
    await page.route('**/api/fittings', async (route) => {
      sent += 1;
      if (sent > 1) return route.continue();
      await route.fetch();
      return route.abort();
    });
    await bench.issueButton.click();
    await expect(page.getByText(/Not saved\..*Trying again by itself\./)).toBeVisible();
    await bench.name.fill('Misspelt Name');
    await expect(page.getByText(/^issued/)).toBeVisible();
    await expect(page.getByRole('link', { name: 'Misspelt Name' })).toBeVisible();
    const { wearers } = (await read(shop, '/api/wearers?q=misspelt')) as unknown as { wearers: Record[] };
    expect(wearers.map(({ name }) => name)).toEqual(['Misspelt Name']);
  });
});

test('a browser that keeps nothing says so, and leaving is asked about', async ({ page, shop }) => {
  await page.addInitScript(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill('Kept Nowhere');
  await expect(page.getByText('This browser is not keeping what you type')).toBeVisible();
  // within the page it is held all the same
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('link', { name: 'Bench' }).click();
  await expect(bench.name).toHaveValue('Kept Nowhere');
  let isAsked = false;
  page.on('dialog', (dialog) => {
    isAsked = dialog.type() === 'beforeunload';
    void dialog.accept();
  });
  await page.reload();
  expect(isAsked).toBe(true);
});

test('a save goes on by itself once the server answers again, and a new wearer is entered once', async ({ page, shop }) => {
  await page.goto(`${shop.address}/wearers/new`);
  await field(page, 'Name').fill('Entered In The Dark');
  await field(page, 'Collar size').fill('16');
  let isDark = true;
  await page.route('**/api/wearers', async (route) => {
    if (!isDark) return route.continue();
    // it is kept, and the answer is lost
    await route.fetch();
    return route.abort();
  });
  await page.getByRole('button', { name: 'Save wearer', exact: true }).click();
  await expect(page.getByText('Trying again by itself.')).toBeVisible();
  isDark = false;
  await expect(page.getByRole('heading', { name: 'Entered In The Dark' })).toBeVisible();
  const { wearers } = (await read(shop, '/api/wearers?q=entered%20dark')) as unknown as { wearers: Record[] };
  expect(wearers).toHaveLength(1);
});

test('a long import shows how far it is, and is cancelled', async ({ page, shop }) => {
  await page.goto(`${shop.address}/exchange/wearers`);
  const rows = Array.from({ length: 40_000 }, (_, i) => `Cancelled Soon ${i},16,left`);
  await page
    .getByLabel('File to import')
    .setInputFiles({ name: 'many.csv', mimeType: 'text/csv', buffer: Buffer.from(['name,collar,long end', ...rows].join('\n')) });
  await page.getByRole('button', { name: 'Import 40,000' }).click();
  await expect(page.getByText(/Importing … [\d,]+ rows/)).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Nothing was imported. The import was cancelled.')).toBeVisible();
  expect(((await read(shop, '/api/wearers?q=cancelled')) as unknown as { wearers: unknown[] }).wearers).toEqual([]);
});

test('the shop shows its last backup, makes one now, and gives the whole shop away as a file', async ({ page, shop }) => {
  await page.goto(`${shop.address}/shop`);
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByText(/The last one was made within the last hour/)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the whole shop as a file' }).click();
  expect((await download).suggestedFilename()).toMatch(/^whole-shop-\d{4}-\d\d-\d\d\.zip$/);
});
