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

/** What of axe's rules goes by where things lie; all others go by the page's elements alone, and by its colours. */
const RULES_OF_PLACE = ['target-size', 'scrollable-region-focusable'];

/** The page's elements, as far as a rule looks at them. */
const elementsOf = (page: Page): Promise<string> =>
  page.evaluate(() =>
    document.documentElement.outerHTML.replace(
      / (style|class|d|x|y|x1|x2|y1|y2|cx|cy|r|width|height|points|transform|viewBox)="[^"]*"/g,
      '',
    ),
  );

/** `seen`: elements that all rules have passed over in another window already; there only those of place are asked again. */
async function wrongOn(page: Page, withColours: boolean, seen: Set<string>): Promise<readonly string[]> {
  const { sideways, clipped, overlapping } = await findingsOf(page);
  const elements = await elementsOf(page);
  const axe = new AxeBuilder({ page }).setLegacyMode();
  const { violations } = await (
    withColours
      ? axe.withTags(RULES)
      : seen.has(elements)
        ? axe.withRules(RULES_OF_PLACE)
        : axe.withTags(RULES).disableRules(['color-contrast'])
  ).analyze();
  seen.add(elements);
  return [
    ...(sideways > 0 ? [`${sideways} px of sideways scroll`] : []),
    ...clipped,
    ...overlapping,
    ...violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`),
  ];
}

/** Choices among several, and those whose chosen option looks like one of the others. */
const chosenInForcedColours = (page: Page): Promise<{ readonly groups: number; readonly alike: readonly string[] }> =>
  page.evaluate(() => {
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
    return { groups: all.length, alike: same.map((group) => (group.getAttribute('aria-label') ?? group.textContent).slice(0, 60)) };
  });

// a third of the pages each, so that the workers share them
for (const [part, is] of [
  ['first', 0],
  ['second', 1],
  ['last', 2],
] as const)
  test.describe(`the ${part} third of all pages`, () => {
    test.describe.configure({ mode: 'parallel' });

    test('lie within the window from 320 to 3840 px, nothing cut off, nothing over another, axe finds nothing, and what is chosen is seen in forced colours', async ({
      browser,
      shop,
    }) => {
      const context = await browser.newContext({ reducedMotion: 'reduce', locale: 'en-GB' });
      await context.addInitScript(() => sessionStorage.clear());
      const page = await context.newPage();
      const found: Record<string, readonly string[]> = {};
      let groupCount = 0;
      for (const walked of (await pagesOf(shop)).filter((_, i) => i % 3 === is)) {
        await page.setViewportSize(SIZES[0]);
        await openPage(page, shop, walked);
        const seen = new Set<string>();
        for (const { name, width, height } of SIZES) {
          await page.setViewportSize({ width, height });
          await settled(page);
          const wrong = await wrongOn(page, COLOURS_ON.includes(name), seen);
          if (wrong.length > 0) found[`${walked.name}, ${name}`] = wrong;
        }
        await page.setViewportSize(SIZES[0]);
        await page.emulateMedia({ forcedColors: 'active' });
        const { groups, alike } = await chosenInForcedColours(page);
        await page.emulateMedia({ forcedColors: 'none' });
        groupCount += groups;
        if (alike.length > 0) found[`${walked.name}, forced colours`] = alike;
      }
      await context.close();
      expect(groupCount).toBeGreaterThan(4);
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
