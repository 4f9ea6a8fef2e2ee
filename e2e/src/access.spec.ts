import type { Page } from '@playwright/test';
import { axeFindings } from './axe.ts';
import { Bench } from './bench.ts';
import { Coach } from './coach.ts';
import { expect, test } from './shop.ts';

/** One page for all views: what takes longest is to start a page and compile the interface in it, not to look at it. */
let page: Page;
test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  // each view is opened as by somebody who was not here before
  await context.addInitScript(() => {
    localStorage.clear();
    sessionStorage.clear();
  });
  page = await context.newPage();
});
test.afterAll(() => page.context().close());

async function closerLook(bench: Bench, name: string, tie = 'Harbour Night'): Promise<void> {
  await bench.open();
  await bench.chooseWearer('att', 'Corin Attleby');
  await bench.chooseTie(tie);
  await bench.page.getByRole('button', { name: 'more measures' }).click();
  await bench.page.getByRole('button', { name }).click();
  await expect(bench.page.getByRole('button', { name })).toHaveAttribute('aria-pressed', 'true');
  await bench.page.waitForLoadState('networkidle');
}

/** What pages show beside what is there when they are opened, which the walk over all pages looks at. */
const VIEWS: Readonly<Record<string, (bench: Bench) => Promise<void>>> = {
  'a fitting on the bench': async (bench) => {
    await bench.open();
    await bench.chooseWearer('att', 'Corin Attleby');
    await bench.chooseTie('Harbour Night');
    await bench.page.locator('summary').click();
  },
  'a refused collar': async (bench) => {
    await bench.open();
    await bench.collar.fill('16 cm');
    await expect(bench.page.getByRole('alert').first()).toBeVisible();
  },
  'spread over the band, with more measures': (bench) => closerLook(bench, 'Spread over the band'),
  'lead habits': (bench) => closerLook(bench, 'Lead habits'),
  'the hang check': (bench) => closerLook(bench, 'Hang check'),
  'a band set by another tie': (bench) => closerLook(bench, 'Set by another tie'),
  'which face shows': (bench) => closerLook(bench, 'Which face shows', 'Tideline'),
  'the tape on the page': async (bench) => {
    await bench.open();
    await bench.page.keyboard.press('y');
    await expect(bench.page.getByRole('complementary', { name: 'Simulated tape measure' })).toBeVisible();
  },
  'the balance desk': async (bench) => {
    await bench.open();
    await bench.chooseWearer('att', 'Corin Attleby');
    await bench.chooseTie('Harbour Night');
    await bench.issueButton.click();
    await bench.page.getByRole('link', { name: 'Even out the bow' }).click();
    for (const [name, text] of [
      ['Front loop', '66 mm'],
      ['Front flat end', '58 mm'],
      ['Back loop', '60 mm'],
      ['Back flat end', '66 mm'],
    ] as const)
      await bench.page.getByRole('textbox', { name }).fill(text);
    await expect(bench.page.getByRole('region', { name: 'Plan of pulls' })).toBeVisible();
    await expect(bench.page.getByRole('region', { name: 'Tyings of this tie' })).toBeVisible();
  },
  'the coach, practice': async (bench) => {
    const coach = new Coach(bench.page, bench.address);
    await coach.open('?flat');
    await coach.press('p');
    await bench.page.getByRole('button', { name: 'Start' }).click();
    await bench.page.getByRole('button', { name: 'Stop' }).click();
    await expect(bench.page.getByRole('form', { name: 'How the try went' })).toBeVisible();
  },
  'the shop': async (bench) => {
    await bench.page.goto(`${bench.address}/shop`);
    await bench.page.getByRole('button', { name: 'Change Narrow point' }).click();
    await expect(bench.page.getByText('the printer is ready', { exact: false })).toBeVisible();
  },
  'a table with mistakes': async (bench) => {
    await bench.page.goto(`${bench.address}/exchange/wearers`);
    await bench.page
      .getByLabel('File to import')
      .setInputFiles({ name: 'w.csv', mimeType: 'text/csv', buffer: Buffer.from('name,collar,long end\n,16 cm,up\n') });
    await expect(bench.page.getByText('1 row: 0 new, 1 with mistakes', { exact: false })).toBeVisible();
  },
};

for (const [name, open] of Object.entries(VIEWS)) {
  test(`axe finds nothing against WCAG 2.2 AA on ${name}`, async ({ shop }) => {
    await open(new Bench(page, shop.address));
    expect(await axeFindings(page)).toEqual([]);
  });
}
