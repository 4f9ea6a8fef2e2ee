import type { Page } from '@playwright/test';
import { axeFindings } from './axe.ts';
import { findingsOf } from './layout.ts';
import { openPage, pagesOf } from './pages.ts';
import { expect, test } from './shop.ts';

/** Windows from a small phone to a wide screen. A laptop at 200 % has half as many pixels of its own. */
const SIZES = [
  { name: 'a laptop', width: 1280, height: 800 },
  { name: 'a small phone', width: 320, height: 640 },
  { name: 'a phone', width: 390, height: 844 },
  { name: 'a laptop at 200 %', width: 640, height: 400 },
  { name: 'a tablet held upright', width: 820, height: 1180 },
  { name: 'a wide screen', width: 3840, height: 2160 },
] as const;

/** Colours do not change with the window, and comparing them takes most of the time: they are looked at on these. */
const COLOURS_ON: readonly string[] = ['a laptop', 'a phone'];

const settled = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(drawn, 60)))));

async function wrongOn(page: Page, withColours: boolean): Promise<readonly string[]> {
  const { sideways, clipped, overlapping } = await findingsOf(page);
  return [
    ...(sideways > 0 ? [`${sideways} px of sideways scroll`] : []),
    ...clipped,
    ...overlapping,
    ...(await axeFindings(page, withColours)),
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

/** Looks at a page as it is for somebody who has set the browser's letters to twice their size. */
async function withLettersTwiceAsLarge<T>(page: Page, look: () => Promise<T>): Promise<T> {
  const session = await page.context().newCDPSession(page);
  await session.send('Page.setFontSizes', { fontSizes: { standard: 32 } });
  // drawings take the size of letters when their room changes
  await page.setViewportSize({ ...SIZES[0], width: SIZES[0].width - 8 });
  await settled(page);
  await page.setViewportSize(SIZES[0]);
  await settled(page);
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).fontSize)).toBe('32px');
  const seen = await look();
  await session.send('Page.setFontSizes', { fontSizes: { standard: 16 } });
  await session.detach();
  return seen;
}

// a third of the pages each, so that the workers share them
for (const [part, is] of [
  ['first', 0],
  ['second', 1],
  ['last', 2],
] as const)
  test.describe(`the ${part} third of all pages`, () => {
    test.describe.configure({ mode: 'parallel' });

    test('lie within the window from 320 to 3840 px and with letters twice as large, nothing cut off, nothing over another, axe finds nothing in light or dark colours, and what is chosen is seen in forced colours', async ({
      browser,
      shop,
    }) => {
      const context = await browser.newContext({ reducedMotion: 'reduce', locale: 'en-GB' });
      await context.addInitScript(() => sessionStorage.clear());
      const page = await context.newPage();
      const found: Record<string, unknown> = {};
      let groupCount = 0;
      for (const walked of (await pagesOf(shop)).filter((_, i) => i % 3 === is)) {
        await page.setViewportSize(SIZES[0]);
        await openPage(page, shop, walked);
        for (const { name, width, height } of SIZES) {
          await page.setViewportSize({ width, height });
          await settled(page);
          const wrong = await wrongOn(page, COLOURS_ON.includes(name));
          if (wrong.length > 0) found[`${walked.name}, ${name}`] = wrong;
        }
        await page.setViewportSize(SIZES[0]);
        await page.emulateMedia({ colorScheme: 'dark' });
        const inTheDark = await axeFindings(page);
        if (inTheDark.length > 0) found[`${walked.name}, dark`] = inTheDark;
        await page.emulateMedia({ colorScheme: 'light', forcedColors: 'active' });
        const { groups, alike } = await chosenInForcedColours(page);
        await page.emulateMedia({ forcedColors: 'none' });
        groupCount += groups;
        if (alike.length > 0) found[`${walked.name}, forced colours`] = alike;
        const large = await withLettersTwiceAsLarge(page, () => findingsOf(page));
        if (large.sideways > 0 || large.clipped.length + large.overlapping.length > 0)
          found[`${walked.name}, letters twice as large`] = large;
        await page.setViewportSize(SIZES[0]);
        const plain = await page.evaluate(() => ({
          headings: [...document.querySelectorAll('h1')].filter((each) => each.checkVisibility()).length,
          title: document.title,
          small: [...document.querySelectorAll('button, [role="button"]')]
            .filter((each) => each.checkVisibility())
            .map((each) => ({ text: each.textContent.slice(0, 24), box: each.getBoundingClientRect() }))
            .filter(({ box }) => box.width > 0 && (box.height < 24 || box.width < 24))
            .map(({ text, box }) => `${text} ${Math.round(box.width)}×${Math.round(box.height)}`),
        }));
        // the Bench is its own heading: the four numbers; all else says once what it is
        if (plain.headings > 1 || plain.title === '' || plain.small.length > 0) found[`${walked.name}, heading, title, targets`] = plain;
      }
      await context.close();
      expect(groupCount).toBeGreaterThan(4);
      expect(found).toEqual({});
    });
  });
