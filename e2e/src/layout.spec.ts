import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { chromium as engine } from '@playwright/test';
import { chromium } from '../playwright.config.ts';
import { findingsOf } from './layout.ts';
import { openPage, pagesOf } from './pages.ts';
import { expect, test } from './shop.ts';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Windows from a small phone to a wide screen. A laptop at 200 % has half as many pixels of its own. */
const SIZES = [
  { name: 'a laptop', width: 1280, height: 800 },
  { name: 'a small phone', width: 320, height: 640 },
  { name: 'a phone', width: 390, height: 844 },
  { name: 'a laptop at 200 %', width: 640, height: 400 },
  { name: 'a tablet held upright', width: 820, height: 1180 },
  { name: 'a wide screen', width: 3840, height: 2160 },
] as const;

/** Colours do not change with the window, and comparing them takes most of axe's time: they are looked at on these. */
const COLOURS_ON: readonly string[] = ['a laptop', 'a phone'];

const settled = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(drawn, 60)))));

async function wrongOn(page: Page, withColours: boolean): Promise<readonly string[]> {
  const { sideways, clipped, overlapping } = await findingsOf(page);
  const axe = new AxeBuilder({ page }).withTags(RULES).setLegacyMode();
  const { violations } = await (withColours ? axe : axe.disableRules(['color-contrast'])).analyze();
  return [
    ...(sideways > 0 ? [`${sideways} px of sideways scroll`] : []),
    ...clipped,
    ...overlapping,
    ...violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`),
  ];
}

// half of the pages each, so that two workers share them
for (const [part, is] of [
  ['first', 0],
  ['other', 1],
] as const)
  test.describe(`the ${part} half of all pages`, () => {
    test.describe.configure({ mode: 'parallel' });

    test('lie within the window from 320 to 3840 px, nothing cut off, nothing over another, and axe finds nothing', async ({
      browser,
      shop,
    }) => {
      const context = await browser.newContext({ reducedMotion: 'reduce', locale: 'en-GB' });
      await context.addInitScript(() => sessionStorage.clear());
      const page = await context.newPage();
      const found: Record<string, readonly string[]> = {};
      for (const walked of (await pagesOf(shop)).filter((_, i) => i % 2 === is)) {
        await page.setViewportSize(SIZES[0]);
        await openPage(page, shop, walked);
        for (const { name, width, height } of SIZES) {
          await page.setViewportSize({ width, height });
          await settled(page);
          const wrong = await wrongOn(page, COLOURS_ON.includes(name));
          if (wrong.length > 0) found[`${walked.name}, ${name}`] = wrong;
        }
      }
      await context.close();
      expect(found).toEqual({});
    });
  });

test('with letters twice as large every page lies within its window, nothing cut off, nothing over another', async ({ shop }) => {
  const browser = await engine.launch({ ...chromium, args: [...chromium.args, '--blink-settings=defaultFontSize=32'] });
  const page = await (await browser.newContext({ reducedMotion: 'reduce', viewport: { width: 1280, height: 800 } })).newPage();
  const found: Record<string, unknown> = {};
  for (const walked of await pagesOf(shop)) {
    await openPage(page, shop, walked);
    const { sideways, clipped, overlapping } = await findingsOf(page);
    if (sideways > 0 || clipped.length + overlapping.length > 0) found[walked.name] = { sideways, clipped, overlapping };
  }
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('32px');
  await browser.close();
  expect(found).toEqual({});
});

test('in forced colours every chosen option is told from the others', async ({ browser, shop }) => {
  const context = await browser.newContext({ forcedColors: 'active', reducedMotion: 'reduce', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const found: string[] = [];
  let groupCount = 0;
  for (const walked of await pagesOf(shop)) {
    await openPage(page, shop, walked);
    const { groups, alike } = await page.evaluate(() => {
      const looks = (element: Element): string => {
        const { backgroundColor, borderBottomColor, borderBottomWidth, outlineStyle, textDecorationLine } = getComputedStyle(element);
        return [backgroundColor, borderBottomColor, borderBottomWidth, outlineStyle, textDecorationLine].join(' ');
      };
      const all = [...document.querySelectorAll('[role="group"], [role="radiogroup"], fieldset')].filter(
        (group) => group.querySelectorAll('input[type="radio"]').length > 1,
      );
      const same = all.filter((group) => {
        const radios = [...group.querySelectorAll<HTMLInputElement>('input[type="radio"]')];
        const shown = (radio: HTMLInputElement): string => looks(radio.closest('label') ?? radio);
        const chosen = radios.find(({ checked }) => checked);
        return chosen !== undefined && radios.some((radio) => radio !== chosen && shown(radio) === shown(chosen));
      });
      return { groups: all.length, alike: same.map((group) => group.getAttribute('aria-label') ?? group.textContent) };
    });
    groupCount += groups;
    found.push(...alike.map((group) => `${walked.name}: ${group.slice(0, 60)}`));
  }
  await context.close();
  expect(groupCount).toBeGreaterThan(20);
  expect(found).toEqual([]);
});
