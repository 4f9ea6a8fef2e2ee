/** Takes the pictures of every main view that the README shows, from the demo scenario, into docs/screenshots. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb } from './lib/buildWeb.mjs';
import { CHROMIUM_ARGS, SOFTWARE_3D_ARGS } from './lib/chromiumArgs.mjs';
import { CHROMIUM, ensurePrograms } from './lib/debianPackages.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { DATA, ROOT } from './lib/paths.mjs';
import { runMain } from './lib/run.mjs';

const FOLDER = join(ROOT, 'docs', 'screenshots');
const LAPTOP = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };
const PHONE = { width: 390, height: 844 };
/** For what stands below the first screen. */
const TALL = { width: 1280, height: 1210 };
const ARGS = [...CHROMIUM_ARGS, ...SOFTWARE_3D_ARGS];

/** @typedef {import('@playwright/test').Page} Page */

/** @param {Page} page @param {string} wearer @param {string} tie */
async function fit(page, wearer, tie) {
  await page.getByRole('combobox', { name: 'Wearer', exact: true }).fill(wearer);
  await page.getByRole('option', { name: new RegExp(wearer) }).click();
  await page.getByRole('button', { name: /^Tie/ }).click();
  await page
    .getByRole('listbox', { name: 'Ties' })
    .getByRole('option', { name: new RegExp(tie) })
    .click();
  // the bench is laid out a moment later
  await page.getByRole('textbox', { name: 'Set at' }).waitFor();
}

/** Corin Attleby's fitting with the demo's best-known tie. @param {Page} page */
async function openFitting(page) {
  await page.goto(new URL('/wearers', page.url()).href);
  await page.getByRole('link', { name: /Corin Attleby/ }).click();
  await page
    .getByRole('region', { name: 'Fittings' })
    .getByRole('link', { name: /Harbour Night/ })
    .click();
}

/** A part of the band's dinner. @param {Page} page @param {string} part */
async function openParty(page, part) {
  // by its address: on a telephone the pages stand behind a menu
  await page.goto(new URL('/parties', page.url()).href);
  await page.getByRole('link', { name: /Brass band/ }).click();
  await page.getByRole('link', { name: part, exact: true }).click();
}

/** The coach for that fitting, some steps on. @param {Page} page @param {number} steps */
async function coachAt(page, steps) {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openFitting(page);
  await page.getByRole('link', { name: 'Show the tying' }).click();
  await page.locator('canvas').waitFor();
  for (let i = 0; i < steps; i += 1) await page.keyboard.press('PageDown');
  await page.waitForTimeout(2000);
}

/** @type {Record<string, { size: { width: number, height: number }, open: (page: Page) => Promise<void> }>} */
const VIEWS = {
  'bench-ties-offered': {
    size: LAPTOP,
    open: async (page) => {
      await fit(page, 'Ivo Sandgate', 'Choirstall');
      await page.getByRole('combobox', { name: 'Occasion' }).click();
      await page.getByRole('option', { name: 'Black tie' }).click();
      await page.getByRole('button', { name: /^Tie/ }).click();
    },
  },
  'bench-start': { size: LAPTOP, open: async (page) => page.getByRole('region', { name: 'Due next' }).waitFor() },
  bench: { size: LAPTOP, open: (page) => fit(page, 'Corin Attleby', 'Harbour Night') },
  'bench-tablet-mirror': {
    size: TABLET,
    open: async (page) => {
      await fit(page, 'Ivo Sandgate', 'Lamplighter');
      await page.getByText('in the mirror').click();
    },
  },
  wearers: { size: LAPTOP, open: async (page) => page.getByRole('link', { name: 'Wearers' }).click() },
  wearer: {
    size: TALL,
    open: async (page) => {
      await page.getByRole('link', { name: 'Wearers' }).click();
      await page.getByRole('link', { name: /Corin Attleby/ }).click();
    },
  },
  fitting: {
    size: TALL,
    open: async (page) => {
      await openFitting(page);
    },
  },
  coach: { size: LAPTOP, open: (page) => coachAt(page, 9) },
  balance: {
    size: TALL,
    open: async (page) => {
      await openFitting(page);
      await page.getByRole('link', { name: 'Even out the bow' }).click();
      const halves = { 'Front loop': '68 mm', 'Front flat end': '50 mm', 'Back loop': '55 mm', 'Back flat end': '68 mm' };
      for (const [name, text] of Object.entries(halves)) await page.getByRole('textbox', { name }).fill(text);
      await page.getByRole('table', { name: 'Tyings of this tie in figures' }).waitFor();
    },
  },
  ledger: { size: LAPTOP, open: async (page) => page.getByRole('link', { name: 'Ledger' }).click() },
  shop: {
    size: TALL,
    open: async (page) => {
      await page.getByRole('link', { name: 'Ledger' }).click();
      await page
        .getByRole('row', { name: /Corin Attleby/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Label printer' }).click();
      await page.getByText('Printed.').waitFor();
      await page.getByRole('link', { name: 'Shop' }).click();
      await page.getByRole('img', { name: /^Label/ }).waitFor();
      await page.getByRole('button', { name: 'Back up now' }).click();
      await page.getByText('The last one was made').waitFor();
      await page.getByRole('button', { name: 'Back up now' }).waitFor();
    },
  },
  drawer: { size: LAPTOP, open: async (page) => page.getByRole('link', { name: 'Drawer' }).click() },
  'measure-a-tie': {
    size: LAPTOP,
    open: async (page) => {
      await page.getByRole('link', { name: 'Drawer' }).click();
      await page.getByRole('link', { name: /Signal Red/ }).click();
      await page.getByRole('textbox', { name: 'Tip to belly' }).focus();
    },
  },
  party: {
    size: LAPTOP,
    open: async (page) => {
      await openParty(page, 'People');
      await page.getByRole('button', { name: /^Wilf/ }).click();
    },
  },
  'party-look': { size: TALL, open: (page) => openParty(page, 'One look').then(() => page.getByText(/have a tie/).waitFor()) },
  'party-day': { size: TALL, open: (page) => openParty(page, 'The day') },
  'party-link': {
    size: PHONE,
    open: async (page) => {
      await openParty(page, 'People');
      await page.getByRole('button', { name: /^Jago/ }).click();
      await page.getByRole('button', { name: 'Make them a link' }).click();
      await page.goto(await page.getByText(/\/party#/).innerText());
      await page.getByRole('button', { name: 'Send my size' }).waitFor();
    },
  },
  pocket: {
    size: PHONE,
    open: async (page) => {
      await openFitting(page);
      await page.getByRole('button', { name: /^Give/ }).click();
      await page.goto(await page.getByText(/\/pocket\/#/).innerText());
      await page.getByRole('button', { name: 'Start tying' }).click();
      for (let i = 0; i < 6; i += 1) await page.getByRole('button', { name: 'Next' }).click();
      await page.waitForTimeout(9_000);
    },
  },
  // the last: from then on the demo wants everybody to sign in
  people: {
    size: LAPTOP,
    open: async (page) => {
      await page.goto(`${new URL(page.url()).origin}/people`);
      await page.getByRole('textbox', { name: 'Owner’s name' }).fill('Maud Perrin');
      await page.getByLabel('Password').fill('four lamps by the harbour');
      await page.getByRole('button', { name: 'Set up the owner' }).click();
      for (const [name, role, password] of [
        ['Bram Ilves', 'Fitter', 'blue ladders after supper'],
        ['Odile Trask', 'Workroom', 'nine parcels for the vicar'],
      ]) {
        await page.getByRole('textbox', { name: 'Their name' }).fill(name ?? '');
        await page.getByRole('combobox', { name: 'What they do here' }).last().click();
        await page.getByRole('option', { name: role ?? '' }).click();
        await page.getByLabel('First password').fill(password ?? '');
        await page.getByRole('button', { name: 'Set them up' }).click();
        await page.getByText(`${name} is set up.`).waitFor();
      }
    },
  },
};

/**
 * Waits until a page shows what it is about: no face that something is waited for, and a heading. @param {Page} page @param {string} name
 * @throws where it still waits after ten seconds, so that no picture of a waiting page is kept.
 */
async function isDrawn(page, name) {
  const waiting = () =>
    page.evaluate(() => {
      const faces = [...document.querySelectorAll('[role="progressbar"], [data-waiting]')].filter((face) => face.checkVisibility());
      const drawings = [...document.querySelectorAll('main svg')].filter((drawing) => drawing.getBoundingClientRect().width > 200);
      const isEmpty = (document.querySelector('main')?.textContent ?? '').trim().length < 40;
      return faces.length > 0 || isEmpty || drawings.some((drawing) => drawing.childElementCount === 0);
    });
  // a part that comes late may ask for another one: it is drawn when nothing has been waited for twice in a row
  for (let [tries, calm] = [0, 0]; calm < 2; tries += 1) {
    if (tries > 40) throw new Error(`${name} still waits: no picture was taken`);
    await page.waitForTimeout(250);
    calm = (await waiting()) ? 0 : calm + 1;
  }
  await page.waitForLoadState('networkidle');
}

runMain(async () => {
  await ensureNodePackages();
  const [executablePath = ''] = await ensurePrograms([CHROMIUM]);
  await buildWeb();
  rmSync(join(DATA, 'bench'), { recursive: true, force: true });
  const { startDemo } = await import('./bench/demo.mjs');
  const { chromium } = await import('@playwright/test');
  const demo = await startDemo();
  const browser = await chromium.launch({ executablePath, args: ARGS });
  try {
    const asked = process.argv.slice(2);
    for (const [name, { size, open }] of Object.entries(VIEWS)) {
      if (asked.length > 0 && !asked.includes(name)) continue;
      const page = await (await browser.newContext({ viewport: size, locale: 'en-GB', timezoneId: 'UTC' })).newPage();
      await page.goto(demo.address, { waitUntil: 'networkidle' });
      await open(page);
      await page.waitForLoadState('networkidle');
      await page.evaluate(() => document.fonts.ready);
      await isDrawn(page, name);
      await page.screenshot({ path: join(FOLDER, `${name}.png`) });
      console.log(`docs/screenshots/${name}.png`);
      await page.close();
    }
  } finally {
    await browser.close();
    await demo.stop();
  }
});
