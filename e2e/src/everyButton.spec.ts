import type { Page } from '@playwright/test';
import { openPage, pagesOf, type WalkedPage } from './pages.ts';
import { expect, forgetShop, startShop, test, type StartedShop } from './shop.ts';
import { READER, setUpByHand, signIn } from './signIn.ts';

/** How long an action has to settle: what is saved is back by then. In milliseconds. */
const SETTLED_MS = 4_000;
/** Pages of the pocket coach and of guests are used by touch; the coach’s other tabs have the buttons of its first. */
const isWalked = ({ path, name }: WalkedPage): boolean =>
  !path.startsWith('/pocket') && !path.startsWith('/party#') && !name.startsWith('the coach,');
/** Leaves the page for good, or opens a window of the system. */
const LEAVES = /^(Choose a file|Save as|Print|Save the PDF|Save picture|Read it aloud|Download)/;

interface Button {
  readonly label: string;
  readonly at: number;
}

/** Buttons that can be pressed: of many that do the same to different things, the first. */
const listButtons = (page: Page): Promise<Button[]> =>
  page.evaluate(() => {
    const counts = new Map<string, number>();
    const scope = document.querySelector('[role="dialog"]') ?? document.querySelector('main');
    return [...(scope?.querySelectorAll<HTMLButtonElement>('button, [role="button"]') ?? [])].flatMap((button, at) => {
      const label = (button.getAttribute('aria-label') ?? button.innerText).replace(/\s+/g, ' ').trim();
      const kind = `${label.split(' ')[0] ?? ''} ${button.className}`;
      counts.set(kind, (counts.get(kind) ?? 0) + 1);
      const isUsable = !button.disabled && button.checkVisibility() && button.closest('[aria-hidden="true"]') === null;
      return isUsable && counts.get(kind) === 1 ? [{ label, at }] : [];
    });
  });

/** Presses a button by its key. @returns whether it was still there. */
const press = (page: Page, { label, at }: Button): Promise<boolean> =>
  page.evaluate(
    ({ label: wanted, at: place }) => {
      const scope = document.querySelector('[role="dialog"]') ?? document.querySelector('main');
      const button = [...(scope?.querySelectorAll<HTMLButtonElement>('button, [role="button"]') ?? [])][place];
      const found = (button?.getAttribute('aria-label') ?? button?.innerText ?? '').replace(/\s+/g, ' ').trim();
      if (!button || found !== wanted || button.disabled) return false;
      button.focus();
      return true;
    },
    { label, at },
  );

const isFocusKept = (page: Page): Promise<boolean> =>
  page.evaluate(() => {
    const at = document.activeElement;
    return at !== null && at !== document.body && at !== document.documentElement;
  });

/** Does something with every button of every page. */
async function pressEverything(
  page: Page,
  shop: StartedShop,
  pages: readonly WalkedPage[],
  { before = () => undefined, after }: { before?: (name: string) => void; after: (name: string) => Promise<void> },
): Promise<number> {
  let pressed = 0;
  for (const walked of pages) {
    await openPage(page, shop, walked);
    const buttons = (await listButtons(page)).filter(({ label }) => !LEAVES.test(label));
    let isFresh = true;
    for (const button of buttons) {
      if (!isFresh) await openPage(page, shop, walked);
      isFresh = true;
      const was = `${page.url()} ${JSON.stringify(await listButtons(page))}`;
      // what an earlier button took away is not there to be pressed
      if (!(await press(page, button))) continue;
      before(`${walked.name}: ${button.label}`);
      await page.keyboard.press('Enter');
      pressed += 1;
      await after(`${walked.name}: ${button.label}`);
      isFresh = `${page.url()} ${JSON.stringify(await listButtons(page))}` === was;
    }
  }
  return pressed;
}

/** A shop of its own for the tests of a describe block: what they press changes its records. */
function ownShop(name: string): () => StartedShop {
  let shop: StartedShop | null = null;
  test.beforeAll(async () => {
    test.setTimeout(300_000);
    forgetShop(name);
    shop = await startShop(name);
  });
  test.afterAll(async () => {
    await shop?.stop();
  });
  return () => {
    if (!shop) throw new Error('the shop has not started');
    return shop;
  };
}

test.describe('every button of every page', () => {
  const started = ownShop('every-button');

  test('leaves the focus in the page', async ({ browser }) => {
    test.setTimeout(900_000);
    const context = await browser.newContext({ locale: 'en-GB', reducedMotion: 'reduce' });
    const page = await context.newPage();
    const lost: string[] = [];
    const shop = started();
    const pressed = await pressEverything(page, shop, (await pagesOf(shop)).filter(isWalked), {
      after: async (name) => {
        const deadline = Date.now() + SETTLED_MS;
        await page.waitForTimeout(150);
        while (!(await isFocusKept(page))) {
          if (Date.now() > deadline) {
            lost.push(name);
            return;
          }
          await page.waitForTimeout(50);
        }
      },
    });
    expect(lost).toEqual([]);
    expect(pressed).toBeGreaterThan(60);
    await context.close();
  });

  test('a tie like another is measured in a few fields, and goes onto the Bench by one key', async ({ browser }) => {
    const context = await browser.newContext({ locale: 'en-GB' });
    const page = await context.newPage();
    const shop = started();
    await page.goto(`${shop.address}/drawer/new`);
    await page.getByRole('combobox', { name: 'Like another tie' }).click();
    await page.getByRole('option', { name: 'Harbour Night butterfly' }).click();
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Harbour Night, second');
    await page.getByRole('button', { name: 'Put in the drawer' }).click();
    await expect(page.getByRole('heading', { name: 'Drawer' })).toBeVisible();
    await page.keyboard.press('f');
    await expect(page.getByRole('button', { name: /^Tie/ })).toContainText('Harbour Night, second');
    const { ties } = (await (await fetch(`${shop.address}/api/ties`)).json()) as {
      ties: { name: string; blade: unknown; hardware: unknown }[];
    };
    const [model, made] = ['Harbour Night butterfly', 'Harbour Night, second'].map((name) => ties.find((tie) => tie.name === name));
    expect([made?.blade, made?.hardware]).toEqual([model?.blade, model?.hardware]);
    await context.close();
  });
});

test.describe('every button of every page, for somebody who only reads', () => {
  const started = ownShop('every-button-read');

  test('ends in no refusal', async ({ browser }) => {
    test.setTimeout(900_000);
    const shop = started();
    const pages = (await pagesOf(shop)).filter(isWalked).filter(({ name }) => name !== 'the coach that is given');
    await setUpByHand(shop.address);
    const context = await browser.newContext({ locale: 'en-GB', reducedMotion: 'reduce' });
    const page = await context.newPage();
    await page.goto(shop.address);
    await signIn(page, READER);
    let now = '';
    const refused: string[] = [];
    page.on('response', (response) => {
      if (response.status() === 403) refused.push(`${now} → ${response.request().method()} ${new URL(response.url()).pathname}`);
    });
    await pressEverything(page, shop, pages, {
      before: (name) => (now = name),
      after: () => page.waitForTimeout(120),
    });
    for (const walked of pages) {
      now = `${walked.name}, opened`;
      await openPage(page, shop, walked);
      for (const key of ['n', 'g', 'r']) {
        now = `${walked.name}, ${key}`;
        await page.keyboard.press(key);
      }
    }
    expect(refused).toEqual([]);
    await context.close();
  });
});
