import AxeBuilder from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import { findingsOf } from './layout.ts';
import { openPage, pagesOf } from './pages.ts';
import { expect, test } from './shop.ts';

const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** Windows from a small phone to a wide screen. A laptop at 200 % has half as many pixels of its own. */
const SIZES: Readonly<Record<string, { readonly width: number; readonly height: number }>> = {
  'a small phone': { width: 320, height: 640 },
  'a phone': { width: 390, height: 844 },
  'a laptop at 200 %': { width: 640, height: 400 },
  'a tablet held upright': { width: 820, height: 1180 },
  'a laptop': { width: 1280, height: 800 },
  'a wide screen': { width: 3840, height: 2160 },
};

/** A page opened as by somebody who was not here before, and without movement. */
async function freshPage(browser: Browser, viewport: { width: number; height: number }, more: object = {}): Promise<Page> {
  const context = await browser.newContext({ viewport, reducedMotion: 'reduce', locale: 'en-GB', ...more });
  await context.addInitScript(() => sessionStorage.clear());
  return context.newPage();
}

for (const [name, size] of Object.entries(SIZES)) {
  test(`on ${name} every page lies within its window, nothing cut off, nothing over another, and axe finds nothing`, async ({
    browser,
    shop,
  }) => {
    const page = await freshPage(browser, size);
    const found: Record<string, unknown> = {};
    for (const walked of await pagesOf(shop)) {
      await openPage(page, shop, walked);
      const { sideways, clipped, overlapping } = await findingsOf(page);
      const { violations } = await new AxeBuilder({ page }).withTags(RULES).setLegacyMode().analyze();
      const broken = violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`);
      if (sideways > 0 || clipped.length + overlapping.length + broken.length > 0)
        found[walked.name] = { sideways, clipped, overlapping, broken };
    }
    await page.context().close();
    expect(found).toEqual({});
  });
}

test('with letters twice as large every page lies within its window, nothing over another', async ({ browser, shop }) => {
  const page = await freshPage(browser, { width: 1280, height: 800 });
  await page.addInitScript(() => {
    document.addEventListener('DOMContentLoaded', () => document.documentElement.style.setProperty('font-size', '32px', 'important'));
  });
  const found: Record<string, unknown> = {};
  for (const walked of await pagesOf(shop)) {
    await openPage(page, shop, walked);
    const { sideways, clipped, overlapping } = await findingsOf(page);
    if (sideways > 0 || clipped.length + overlapping.length > 0) found[walked.name] = { sideways, clipped, overlapping };
  }
  await page.context().close();
  expect(found).toEqual({});
});

test('in forced colours every chosen option is told from the others', async ({ browser, shop }) => {
  const page = await freshPage(browser, { width: 1280, height: 800 }, { forcedColors: 'active' });
  const found: string[] = [];
  for (const walked of await pagesOf(shop)) {
    await openPage(page, shop, walked);
    const alike = await page.evaluate(() => {
      const looks = (element: Element): string => {
        const { backgroundColor, borderBottomColor, borderBottomWidth, outlineStyle, textDecorationLine } = getComputedStyle(element);
        return [backgroundColor, borderBottomColor, borderBottomWidth, outlineStyle, textDecorationLine].join(' ');
      };
      const groups = [...document.querySelectorAll('[role="group"], [role="radiogroup"], fieldset')].filter(
        (group) => group.querySelectorAll('input[type="radio"]').length > 1,
      );
      return groups
        .filter((group) => {
          const radios = [...group.querySelectorAll<HTMLInputElement>('input[type="radio"]')];
          const shown = (radio: HTMLInputElement): string => looks(radio.closest('label') ?? radio);
          const chosen = radios.find(({ checked }) => checked);
          return chosen !== undefined && radios.some((radio) => radio !== chosen && shown(radio) === shown(chosen));
        })
        .map((group) => group.getAttribute('aria-label') ?? group.textContent);
    });
    found.push(...alike.map((group) => `${walked.name}: ${group.slice(0, 60)}`));
  }
  await page.context().close();
  expect(found).toEqual([]);
});
