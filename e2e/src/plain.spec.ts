import type { Page } from '@playwright/test';
import { Bench } from './bench.ts';
import { countedKeys } from './countedKeys.ts';
import { Coach } from './coach.ts';
import { newKey } from './killRounds.ts';
import { expect, test, type Shop } from './shop.ts';

const half = (page: Page, name: string) => page.getByRole('textbox', { name, exact: false }).and(page.locator('[data-balance] input'));
const HALVES = ['Front loop', 'Front flat end', 'Back loop', 'Back flat end'] as const;

/** A fitting of the demo's Ivo Sandgate with the Lamplighter, issued, and the balance desk for it. */
async function atTheDesk(page: Page, shop: Shop): Promise<void> {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.chooseWearer('ivo', 'Ivo Sandgate');
  await bench.chooseTie('Lamplighter');
  await bench.issue();
  await page.getByRole('link', { name: 'Even out the bow' }).click();
  await expect(page.getByRole('status', { name: 'Verdict' })).toBeVisible();
}

async function measure(page: Page, texts: readonly string[]): Promise<void> {
  for (const [i, text] of texts.entries()) await half(page, HALVES[i] ?? '').fill(text);
}

test('dark colours stay on this device, and paper stays light', async ({ page, shop }) => {
  const ground = (): Promise<string> => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const isLight = async (): Promise<boolean> => Number(/\d+/.exec(await ground())?.[0]) > 200;
  await page.goto(`${shop.address}/shop#colours`);
  const choice = page.getByRole('group', { name: 'Colours' });
  await expect(choice.getByRole('radio', { name: 'as the device' })).toBeChecked();
  expect(await isLight()).toBe(true);
  await choice.getByText('dark').click();
  expect(await isLight()).toBe(false);
  await page.reload();
  await expect(choice.getByRole('radio', { name: 'dark' })).toBeChecked();
  expect(await isLight()).toBe(false);
  await page.emulateMedia({ media: 'print' });
  expect(await isLight()).toBe(true);
  // (labels change their colour in a fifth of a second)
  const pale = (): Promise<(string | null)[]> =>
    page.evaluate(() =>
      [...document.querySelectorAll('main *')]
        .filter(
          (each) => each.checkVisibility() && [...each.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim() !== ''),
        )
        .filter((each) => Number(/\d+/.exec(getComputedStyle(each).color)?.[0]) > 150)
        .map((each) => each.textContent),
    );
  await expect.poll(pale).toEqual([]);
  await page.emulateMedia({ media: 'screen' });
  await choice.getByText('as the device').click();
  expect(await isLight()).toBe(true);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect.poll(isLight).toBe(false);
});

test.describe('whoever reads', () => {
  test('is told their own sides, and the drawing is turned', async ({ page, shop }) => {
    await atTheDesk(page, shop);
    await measure(page, ['66 mm', '50 mm', '52 mm', '66 mm']);
    const plan = page.getByRole('region', { name: 'Plan of pulls' });
    const readBy = async (name: RegExp): Promise<void> => {
      await page.getByRole('combobox', { name: 'Who is reading' }).click();
      await page.getByRole('option', { name }).click();
    };
    const loopPx = async (): Promise<number> => (await page.getByRole('slider', { name: 'front loop' }).boundingBox())?.x ?? Number.NaN;
    // the front loop lies on the wearer's right: on the left of whoever faces the wearer, on the right of the wearer
    await readBy(/facing the wearer/);
    await expect(plan).toContainText('the wearer’s left (on your right)');
    const faced = await loopPx();
    await readBy(/the wearer, at a mirror/);
    await expect(plan).toContainText('on your left');
    await expect(plan).not.toContainText('the wearer’s');
    expect(await loopPx()).toBeGreaterThan(faced);
    await readBy(/behind the wearer/);
    await expect(plan).toContainText('the wearer’s left (on your left)');
    await page.reload();
    await expect(page.getByRole('combobox', { name: 'Who is reading' })).toContainText('behind');
  });

  test('of even ends is not told of a long end that stays longer', async ({ page, shop }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const coach = new Coach(page, shop.address);
    await coach.open('?flat');
    await coach.chooseWay('Even ends, round a finger');
    for (let i = 0; i < 10; i += 1) {
      await expect(coach.step).not.toContainText(/long end|longer/);
      await coach.press('PageDown');
    }
  });
});

test.describe('no verdict', () => {
  test('is given for what no bow can be, and half-widths are refused where they are typed', async ({ page, shop }) => {
    await atTheDesk(page, shop);
    const verdict = page.getByRole('status', { name: 'Verdict' });
    for (const nonsense of [
      ['500 mm', '500 mm', '500 mm', '500 mm'],
      ['-63 mm', '-63 mm', '-63 mm', '-63 mm'],
      ['63 in', '63 in', '63 in', '63 in'],
      ['63 mm', '', '', ''],
      ['15 mm', '15 mm', '15 mm', '15 mm'],
    ]) {
      await measure(page, nonsense);
      await expect(verdict).not.toContainText(/Even within|to go|retie/);
      await expect(page.getByRole('button', { name: 'Put the tying on record' })).toBeDisabled();
    }
    await expect(half(page, 'Front loop')).toHaveAttribute('aria-invalid', 'false');
    await half(page, 'Front loop').fill('500 mm');
    await expect(half(page, 'Front loop')).toHaveAttribute('aria-invalid', 'true');
    // minus stays minus, and what was typed is there after a reload
    await page.getByRole('textbox', { name: /^Tilt/ }).pressSequentially('-5');
    await page.getByRole('textbox', { name: /^Knot off-centre/ }).pressSequentially('-12 mm');
    await page.reload();
    await expect(page.getByRole('textbox', { name: /^Tilt/ })).toHaveValue('-5');
    await expect(page.getByRole('textbox', { name: /^Knot off-centre/ })).toHaveValue('-12 mm');
    await expect(half(page, 'Front loop')).toHaveValue('500 mm');
  });
});

test.describe('by keyboard alone', () => {
  test('the whole job, from the empty bench to the revised card, takes 60 keys or fewer', async ({ page, shop }) => {
    await new Bench(page, shop.address).open();
    const { press, type, count } = countedKeys(page);
    await press('w');
    await type('piet');
    await expect(page.getByRole('option', { name: /Piet van Hollum/ })).toBeVisible();
    await press('Enter', 'Enter');
    await expect(page.getByRole('listbox', { name: 'Ties' }).getByRole('option').first()).toBeVisible();
    await press('Enter', 'Control+Enter');
    await expect(page.getByRole('heading', { name: 'Piet van Hollum' })).toBeVisible();
    expect(count()).toBeLessThanOrEqual(12);

    // the bow is tied and uneven
    await press('e');
    await expect(half(page, 'Front loop')).toBeFocused();
    const spread = await page.evaluate(async () => {
      const id = new URLSearchParams(location.search).get('fitting') ?? '';
      return ((await (await fetch(`/api/fittings/${id}`)).json()) as { result: { spreadMm: number } }).result.spreadMm;
    });
    const inches = (mm: number): string => (mm / 25.4).toFixed(2);
    for (const [i, by] of [4, -5, -3, 4].entries()) {
      await type(inches(spread / 2 + by));
      if (i < 3) await press('Enter');
    }
    await expect(page.getByRole('status', { name: 'Verdict' })).toContainText(/to go/);
    await press('Escape', 'd');
    await expect(half(page, 'Front loop')).toBeFocused();
    for (const [i, by] of [1, 2, 1, 1].entries()) {
      await type(inches(spread / 2 + by));
      if (i < 3) await press('Enter');
    }
    await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Even within');
    await press('Control+Enter');
    await expect(page.getByText('The tying is on record.')).toBeVisible();
    await press('Escape', 'a');
    await expect(page.getByRole('button', { name: 'Applied to this tie' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Issue revised card' })).toBeEnabled();
    await press('r');
    await expect(page.getByText('Revision 2 beside')).toBeVisible();
    expect(count()).toBeLessThanOrEqual(60);
  });

  test('somebody new, from their name to the revised card, takes 60 keys or fewer: Enter goes on, Ctrl and Enter save, one key records and revises', async ({
    page,
    shop,
  }) => {
    await page.goto(`${shop.address}/wearers`);
    await expect(page.getByRole('list').first()).toBeVisible();
    const { press, type, count } = countedKeys(page);
    await press('n');
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toBeFocused();
    await type('Zed Moor');
    await press('Enter');
    await expect(page.getByRole('textbox', { name: 'Collar size' })).toBeFocused();
    await type('16');
    await press('Control+Enter');
    await expect(page.getByRole('heading', { name: 'Zed Moor', level: 1 })).toBeVisible();
    await press('f');
    await expect(new Bench(page, shop.address).name).toHaveValue('Zed Moor');
    await press('t');
    await expect(page.getByRole('listbox', { name: 'Ties' }).getByRole('option').first()).toBeVisible();
    await press('Enter', 'Control+Enter');
    await expect(page.getByText(/^issued/)).toBeVisible();
    await press('e');
    await expect(half(page, 'Front loop')).toBeFocused();
    const { result, tie } = await page.evaluate(async () => {
      const id = new URLSearchParams(location.search).get('fitting') ?? '';
      return (await (await fetch(`/api/fittings/${id}`)).json()) as { result: { spreadMm: number }; tie: { id: string } };
    });
    for (const [i, by] of [3, 4, 3, 3].entries()) {
      await type(((result.spreadMm / 2 + by) / 25.4).toFixed(2));
      if (i < 3) await press('Enter');
    }
    await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Even within');
    await press('Escape', 'Shift+R');
    await expect(page.getByText('Revision 2 beside')).toBeVisible();
    expect(count()).toBeLessThanOrEqual(60);
    // as step by step: the tying is on record, the tie goes by it, and the card goes by the tie
    const { takeUp } = (await (await page.request.get(`${shop.address}/api/ties/${tie.id}`)).json()) as { takeUp: object | null };
    expect(takeUp).not.toBeNull();
    await page.goBack();
    await expect(page.getByRole('button', { name: 'Applied to this tie' })).toBeVisible();
    const next = await page.getByText(/^Next time: /).innerText();
    await page.goForward();
    const lead = /lead ([^,.]+) in/.exec(next)?.[1] ?? 'nothing';
    await expect(page.getByRole('main')).toContainText(lead);
  });

  test('a focused button is pressed by Space, and a choice is moved by its arrows, also where keys mean something else', async ({
    page,
    shop,
  }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const coach = new Coach(page, shop.address);
    await coach.open('?flat');
    await page.getByRole('button', { name: 'Next', exact: true }).focus();
    await page.keyboard.press(' ');
    await expect(coach.name).toContainText('Drape');
    await page.getByRole('group', { name: 'Speed' }).getByRole('radio', { checked: true }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(coach.name).toContainText('Drape');
    await expect(page.getByRole('group', { name: 'Speed' }).getByRole('radio', { name: '2×' })).toBeChecked();
    for (const name of ['View', 'Auto-advance, seconds']) {
      await page.getByRole('group', { name }).getByRole('radio', { checked: true }).focus();
      await page.keyboard.press('ArrowRight');
      await expect(page.getByRole('group', { name }).getByRole('radio').nth(1)).toBeChecked();
    }
  });

  test('the keyboard is where the page is: skip link, heading after a change of page, title, and a ring that is seen', async ({
    page,
    shop,
  }) => {
    await page.goto(`${shop.address}/ledger`);
    await expect(page).toHaveTitle(/Ledger/);
    await page.keyboard.press('Tab');
    await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'Drawer', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page).toHaveTitle(/Drawer/);
    await expect(page.locator('main')).toBeFocused();
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    const ring = await page.evaluate(() => getComputedStyle(document.activeElement ?? document.body).outlineStyle);
    expect(ring).toBe('solid');
  });
});

test.describe('can be undone', () => {
  test('the last change at the bench, a bench that was cleared, a wearer who was archived or deleted, a tying', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.chooseWearer('ivo', 'Ivo Sandgate');
    await bench.chooseTie('Harbour Night');
    const before = await bench.setAt.inputValue();
    await bench.setAt.press('ArrowUp');
    await expect(bench.setAt).not.toHaveValue(before);
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(bench.setAt).toHaveValue(before);
    await page.getByRole('button', { name: 'Clear bench' }).click();
    await expect(bench.name).toHaveValue('');
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await expect(bench.name).toHaveValue('Ivo Sandgate');

    await page.goto(`${shop.address}/wearers/new`);
    await page.getByRole('textbox', { name: 'Name' }).fill('Entered By Mistake');
    await page.getByRole('textbox', { name: 'Collar size' }).fill('15');
    await page.getByRole('button', { name: 'Save wearer' }).click();
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByText('Entered By Mistake is deleted.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.goto(`${shop.address}/wearers?q=mistake`);
    await page.getByRole('link', { name: /Entered By Mistake/ }).click();
    await page.getByRole('button', { name: 'Archive' }).click();
    await expect(page.getByText('Entered By Mistake is archived.')).toBeVisible();
    await page.getByText('archived', { exact: true }).click();
    await expect(page.getByRole('link', { name: /Entered By Mistake/ })).toBeVisible();
  });
});

test.describe('a newcomer', () => {
  test('sees a tie on its tape, who is due and what to do next, is shown round and can leave at any stop, and finds the words', async ({
    page,
    shop,
  }) => {
    const day = new Date().toISOString().slice(0, 10);
    const due = { id: newKey(), name: 'Due Today', collar: '16', longEnd: 'left', note: '', eventName: 'A supper', eventOn: day };
    await page.request.post(`${shop.address}/api/wearers`, { data: due });
    await new Bench(page, shop.address).open();
    await expect(page.getByRole('heading', { name: /^Next: / })).toBeVisible();
    await expect(page.getByTestId('strip')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Due next' }).getByRole('button', { name: /Due Today/ })).toBeVisible();
    await page.getByRole('button', { name: 'Take the two-minute tour' }).click();
    const tour = page.getByRole('complementary', { name: 'Tour' });
    for (let i = 0; i < 5; i += 1) await tour.getByRole('button', { name: 'Next' }).click();
    await expect(page).toHaveURL(/balance/);
    await page.keyboard.press('Escape');
    await expect(tour).toBeHidden();
    // help is there while a field is typed into
    await page.goto(shop.address);
    await new Bench(page, shop.address).name.fill('no');
    await page.getByRole('button', { name: 'Help' }).click();
    await page.getByRole('textbox', { name: 'Find a word' }).fill('lead');
    await expect(page.getByRole('dialog', { name: 'Help' }).getByText('How much lower', { exact: false }).first()).toBeVisible();
  });
});

test.describe('a name', () => {
  test('is found by its letters without accents, by either apostrophe, in any order, and by its middle, at the bench and among the wearers', async ({
    page,
    shop,
  }) => {
    for (const name of ['Bränz, Jérôme', "Nuala O'Hara"]) {
      const body = JSON.stringify({ id: newKey(), name, collar: '16', longEnd: 'left' });
      const answer = await fetch(`${shop.address}/api/wearers`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
      expect(answer.status).toBe(201);
    }
    const bench = new Bench(page, shop.address);
    await bench.open();
    const typed = [
      ['branz', 'Bränz, Jérôme'],
      ['o’hara', "Nuala O'Hara"],
      ['hara nuala', "Nuala O'Hara"],
      ['rome', 'Bränz, Jérôme'],
    ] as const;
    for (const [letters, name] of typed) await bench.chooseWearer(letters, name);
    await page.goto(`${shop.address}/wearers`);
    for (const [letters, name] of typed) {
      await page.getByRole('searchbox', { name: 'Find by name' }).fill(letters);
      await expect(page.getByRole('link', { name: new RegExp(name) })).toBeVisible();
    }
  });

  test('of seventy letters without a space stays within a small phone’s window', async ({ page, shop }) => {
    const id = newKey();
    const body = JSON.stringify({ id, name: 'Wolfeschlegel'.repeat(6), collar: '16', longEnd: 'left' });
    const answer = await fetch(`${shop.address}/api/wearers`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
    expect(answer.status).toBe(201);
    await page.setViewportSize({ width: 320, height: 640 });
    for (const path of ['/wearers', `/wearers/${id}`]) {
      await page.goto(shop.address + path);
      await expect(page.getByText('Wolfeschlegel').first()).toBeVisible();
      expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBe(0);
    }
  });

  test('that is typed faster than the shop answers is found all the same by Enter', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await page.route('**/api/wearers?q=i*', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 700));
      await route.continue();
    });
    await bench.name.focus();
    await page.keyboard.type('ivo');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog', { name: 'Ties' })).toBeHidden();
    await expect(bench.name).toHaveValue('Ivo Sandgate');
    await expect(bench.collar).toHaveValue('15 3/4');
  });

  test('of somebody known, typed in full and left with Tab, is that person', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.focus();
    await page.keyboard.type('corin attleby');
    await page.keyboard.press('Tab');
    await expect(bench.collar).toHaveValue('16');
    await expect(page.getByText('On record', { exact: true })).toBeVisible();
  });
});
