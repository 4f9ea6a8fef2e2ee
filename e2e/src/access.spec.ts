import AxeBuilder from '@axe-core/playwright';
import type { Browser } from '@playwright/test';
import { Bench } from './bench.ts';
import { expect, test } from './shop.ts';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What axe finds against WCAG 2.2 AA on a page, as the rule and the elements it names. */
async function findings(browser: Browser, open: (bench: Bench) => Promise<void>, address: string): Promise<string[]> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await open(new Bench(page, address));
  const { violations } = await new AxeBuilder({ page }).withTags(RULES).analyze();
  await context.close();
  return violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary ?? ''}`).join(' | ')}`,
  );
}

const VIEWS: Readonly<Record<string, (bench: Bench) => Promise<void>>> = {
  'the empty bench': (bench) => bench.open(),
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
  'the wearers': async (bench) => {
    await bench.page.goto(`${bench.address}/wearers`);
    await expect(bench.page.getByRole('link', { name: /Corin Attleby/ })).toBeVisible();
  },
  'a wearer and a fitting as given out': async (bench) => {
    await bench.page.goto(`${bench.address}/wearers`);
    await bench.page.getByRole('link', { name: /Ivo Sandgate/ }).click();
    await bench.page.getByRole('region', { name: 'Fittings' }).getByRole('link').first().click();
    await expect(bench.page.getByText(/^given out/)).toBeVisible();
  },
  'the drawer': async (bench) => {
    await bench.page.goto(`${bench.address}/drawer`);
    await expect(bench.page.getByRole('link', { name: /Signal Red/ })).toBeVisible();
  },
  'a tie being measured': async (bench) => {
    await bench.page.goto(`${bench.address}/drawer`);
    await bench.page.getByRole('link', { name: /Signal Red/ }).click();
    await expect(bench.page.getByRole('img', { name: 'The blade as measured' })).toBeVisible();
  },
};

for (const [name, open] of Object.entries(VIEWS)) {
  test(`axe finds nothing against WCAG 2.2 AA on ${name}`, async ({ browser, shop }) => {
    expect(await findings(browser, open, shop.address)).toEqual([]);
  });
}
