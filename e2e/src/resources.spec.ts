/** What pages hold on to: WebGL contexts, nodes, listeners; and that what is shown belongs together at every moment. */
import type { Page } from '@playwright/test';
import { chromium } from '../playwright.config.ts';
import { Coach } from './coach.ts';
import { pocketPath } from './pages.ts';
import { expect, test, type Shop } from './shop.ts';

test.use({ launchOptions: { ...chromium, args: [...chromium.args, '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] } });

interface Counted {
  readonly contexts: number;
  readonly textures: number;
  readonly programs: number;
  readonly buffers: number;
}

/** Counts what WebGL makes and gives back on a page, from its beginning. */
async function countWebGl(page: Page): Promise<() => Promise<Counted>> {
  await page.addInitScript(() => {
    const counted = { contexts: 0, textures: 0, programs: 0, buffers: 0 };
    Object.assign(window, { counted });
    const seen = new WeakSet<object>();
    const proto = HTMLCanvasElement.prototype as unknown as { getContext: (this: HTMLCanvasElement, ...given: unknown[]) => object | null };
    const { getContext } = proto;
    proto.getContext = function (...given) {
      const context = getContext.apply(this, given);
      if (context && String(given[0]).startsWith('webgl') && !seen.has(context)) {
        seen.add(context);
        counted.contexts += 1;
      }
      return context;
    };
    const gl = WebGL2RenderingContext.prototype as unknown as Record<string, (...given: unknown[]) => unknown>;
    for (const [name, make, drop] of [
      ['textures', 'createTexture', 'deleteTexture'],
      ['programs', 'createProgram', 'deleteProgram'],
      ['buffers', 'createBuffer', 'deleteBuffer'],
    ] as const) {
      const [made, dropped] = [gl[make], gl[drop]];
      gl[make] = function (this: unknown, ...given) {
        counted[name] += 1;
        return made?.apply(this, given);
      };
      gl[drop] = function (this: unknown, ...given) {
        if (given[0]) counted[name] -= 1;
        return dropped?.apply(this, given);
      };
    }
  });
  return () => page.evaluate(() => ({ ...(window as unknown as { counted: Counted }).counted }));
}

/** Nodes and listeners of a page after its rubbish was collected. */
async function held(page: Page): Promise<{ readonly nodes: number; readonly listeners: number }> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  for (let i = 0; i < 3; i += 1) await session.send('HeapProfiler.collectGarbage');
  const { metrics } = await session.send('Performance.getMetrics');
  await session.detach();
  const of = (name: string): number => metrics.find((each) => each.name === name)?.value ?? Number.NaN;
  return { nodes: of('Nodes'), listeners: of('JSEventListeners') };
}

const firstFitting = async (shop: Shop): Promise<string> =>
  ((await (await fetch(`${shop.address}/api/fittings/ledger`)).json()) as { lines: { id: string }[] }).lines[0]?.id ?? '';

test.describe('the coach', () => {
  test('draws with one WebGL context however often tie, way, hand or tab change, and gives back what it no longer needs', async ({
    page,
    shop,
  }) => {
    const counted = await countWebGl(page);
    const warnings: string[] = [];
    page.on('console', (message) => {
      if (/too many active webgl/i.test(message.text())) warnings.push(message.text());
    });
    // small and without movement: what is counted does not depend on it, and software draws slowly
    await page.setViewportSize({ width: 900, height: 620 });
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await page.goto(`${shop.address}/coach`);
    await expect(page.locator('canvas').first()).toBeVisible();
    const ready = () => expect(page.getByRole('progressbar', { name: 'Working out the movement' })).toHaveCount(0);
    const choose = async (name: string, option: string | RegExp): Promise<void> => {
      await page.getByRole('combobox', { name, exact: true }).click();
      await page.getByRole('option', { name: option }).click();
      await ready();
    };
    const ties = ['Harbour Night', 'Sandbank linen'].map((name) => new RegExp(name));
    // each once first: weaves and shaders are kept once they are made
    for (const tie of ties) await choose('Tie', tie);
    const other = async (): Promise<void> => {
      await page.keyboard.press('h');
      await ready();
    };
    await other();
    await other();
    const [first, before] = [await counted(), await held(page)];
    // the stage, and the one that was asked whether there is any, given back at once
    expect(first.contexts).toBeLessThanOrEqual(2);
    for (let i = 0; i < 100; i += 1) {
      if (i % 25 === 9) await choose('Tie', ties[i % 2] ?? /./);
      else if (i % 25 === 19) {
        await page.keyboard.press('p');
        await page.keyboard.press('t');
      } else await other();
    }
    await page.waitForTimeout(1_000);
    const [last, after] = [await counted(), await held(page)];
    expect(last.contexts).toBe(first.contexts);
    expect(last.textures).toBeLessThanOrEqual(first.textures + 2);
    expect(last.programs).toBeLessThanOrEqual(first.programs + 4);
    expect(last.buffers).toBeLessThanOrEqual(first.buffers + 20);
    expect(after.nodes).toBeLessThan(before.nodes + 400);
    expect(after.listeners).toBeLessThan(before.listeners + 200);
    expect(warnings).toEqual([]);
  });

  test('says the step that it counts, while the movement is still worked out slowly', async ({ page, shop }) => {
    const fitting = await firstFitting(shop);
    await page.goto(`${shop.address}/coach?fitting=${fitting}&flat`);
    const coach = new Coach(page, shop.address);
    await coach.isLaid();
    for (let i = 0; i < 8; i += 1) await page.keyboard.press('PageDown');
    await expect(coach.name).toContainText('9/13');
    const ninth = await coach.name.innerText();
    await page.route(/choreography\.worker/, async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 4_000));
      await route.continue();
    });
    await page.reload();
    await expect(coach.name).toContainText('1/13');
    for (let i = 0; i < 8; i += 1) await page.keyboard.press('PageDown');
    // the movement is not there yet, and the words are those of the ninth step all the same
    await expect(page.getByRole('progressbar', { name: 'Working out the movement' })).toBeVisible();
    expect(await coach.name.innerText()).toBe(ninth);
    await coach.isLaid();
    expect(await coach.name.innerText()).toBe(ninth);
  });
});

test.describe('the pocket coach', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('once shown, stays; number, words and picture are of one step after a reload with a slow worker; one context in all', async ({
    page,
    shop,
  }) => {
    const counted = await countWebGl(page);
    await page.addInitScript(() => {
      const seen: string[] = [];
      Object.assign(window, { seen });
      const look = (): void => {
        const now = document.querySelector('h1')?.textContent ?? '';
        if (now !== '' && seen.at(-1) !== now) seen.push(now);
      };
      new MutationObserver(look).observe(document, { subtree: true, childList: true, characterData: true });
    });
    const headings = () => page.evaluate(() => (window as unknown as { seen: string[] }).seen);
    await page.goto(`${shop.address}${await pocketPath(shop, await firstFitting(shop))}`);
    await page.getByRole('button', { name: 'Start tying' }).click();
    // from the first words on, nothing took their place
    expect(await headings()).toHaveLength(1);
    const step = page.locator('section[aria-label="This step"] h2');
    for (let i = 0; i < 8; i += 1) await page.getByRole('button', { name: 'Next', exact: true }).click();
    await expect(step).toContainText('9/13');
    const ninth = await step.innerText();
    await page.route(/choreography\.worker/, async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 3_000));
      await route.continue();
    });
    await page.reload();
    await expect(step).toHaveText(ninth.replace(/\s+/g, ' '));
    await expect(page.getByText('Working out how this tie moves')).toBeVisible();
    // the picture of the untied strip is not shown for a step in which it is tied
    await expect(page.getByRole('img', { name: /The strip before it is tied/ })).toHaveCount(0);
    await expect(page.getByText('Working out how this tie moves')).toHaveCount(0);
    await expect(step).toHaveText(ninth.replace(/\s+/g, ' '));
    expect(await headings()).toHaveLength(1);
    await expect(page.locator('.stage canvas').first()).toBeVisible();
    await page.getByRole('button', { name: 'Tying', exact: true }).click();
    await page.waitForTimeout(2_000);
    const first = await counted();
    for (let i = 0; i < 20; i += 1) {
      await page.getByRole('button', { name: 'Practice', exact: true }).click();
      await page.getByRole('button', { name: 'Tying', exact: true }).click();
    }
    expect((await counted()).contexts).toBe(first.contexts);
    expect(first.contexts).toBeLessThanOrEqual(2);
  });
});

test('the bench and a party hold on to nothing, however often they are dragged and turned over', async ({ page, shop }) => {
  const fitting = await firstFitting(shop);
  await page.goto(`${shop.address}/?copy=${fitting}`);
  const set = page.getByRole('textbox', { name: 'Set at' });
  await expect(set).toBeVisible();
  const step = async (): Promise<void> => {
    for (const key of ['[', ']', '[', ']']) await page.keyboard.press(key);
  };
  await page.getByRole('main').click({ position: { x: 4, y: 4 } });
  await step();
  const before = await held(page);
  for (let i = 0; i < 25; i += 1) await step();
  const after = await held(page);
  expect(after.nodes).toBeLessThan(before.nodes + 200);
  expect(after.listeners).toBeLessThan(before.listeners + 100);

  await page.goto(`${shop.address}/parties`);
  await page.getByRole('link', { name: /Brass band/ }).click();
  await expect(page.getByRole('list', { name: 'People' })).toBeVisible();
  const turn = async (): Promise<void> => {
    for (const part of ['2', '3', '4', '5', '1']) {
      await page.getByRole('main').click({ position: { x: 4, y: 4 } });
      await page.keyboard.press(part);
      await page.waitForTimeout(150);
    }
  };
  await turn();
  await turn();
  const early = await held(page);
  for (let i = 0; i < 4; i += 1) await turn();
  const late = await held(page);
  expect(late.nodes).toBeLessThan(early.nodes * 1.5 + 500);
  expect(late.listeners).toBeLessThan(early.listeners * 1.5 + 300);
});
