import { Coach } from './coach.ts';
import { chromium } from '../playwright.config.ts';
import { expect, test } from './shop.ts';

// three dimensions, drawn by the processor
test.use({
  launchOptions: { ...chromium, args: [...chromium.args, '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] },
  // a small window: the processor draws every pixel
  viewport: { width: 560, height: 420 },
});

// the tie that is shown first is sewn to one length
const MAIN_STEPS = [
  'Check the band',
  'Drape',
  'Lead',
  'Cross',
  'Half-knot',
  'Park the long end',
  'Front bow',
  'Drop',
  'Find the passage',
  'Back bow',
  'First tightening',
  'Balance',
  'Collar down',
];

const VIEWS = ['Best view', 'Facing', 'Side'] as const;

test.describe('the coach', () => {
  // each journey stands alone, and the first is long
  test.describe.configure({ mode: 'parallel' });

  test('leads through all steps by the keys of a presenter alone, in both hands and three views, each with a picture of its own', async ({
    page,
    shop,
  }) => {
    test.setTimeout(900_000);
    // stills rather than movement: every step is shown as it ends
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const coach = new Coach(page, shop.address);
    await coach.open();
    for (const hand of ['left', 'right'] as const) {
      if (hand === 'right') await coach.press('h');
      await coach.isLaid();
      const seen = new Map<string, Set<string>>(VIEWS.map((view) => [view, new Set()]));
      for (const [i, name] of MAIN_STEPS.entries()) {
        await expect(coach.name).toHaveText(`${i + 1}/${MAIN_STEPS.length}${name}`);
        for (const view of VIEWS) {
          await coach.look(view);
          await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
          seen.get(view)?.add((await coach.stage.screenshot()).toString('base64'));
        }
        // a presenter's keys mean the steps wherever the last click was
        if (i + 1 < MAIN_STEPS.length) await coach.press('PageDown');
      }
      for (const view of VIEWS) expect([view, seen.get(view)?.size]).toEqual([view, MAIN_STEPS.length]);
      for (let i = 1; i < MAIN_STEPS.length; i += 1) await coach.press('PageUp');
      await expect(coach.step).toContainText('sewn to one length');
    }
    await coach.press('PageDown', 'PageDown');
    await expect(coach.step).toContainText('the end on your right down');
  });

  test('moves through a step, holds on Space, shows it again, and goes on by itself after a set time', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    const bar = page.getByRole('slider', { name: 'The whole tying' });
    // slow, and looked at often: a machine that is busy must not let the step run out between two looks
    await coach.press('ArrowDown', 'ArrowDown', 'r');
    await expect(page.getByRole('button', { name: 'Hold', exact: true })).toBeVisible();
    await expect.poll(async () => Number(await bar.inputValue()), { intervals: [50] }).toBeLessThan(0.9);
    await expect.poll(async () => Number(await bar.inputValue()), { intervals: [50] }).toBeGreaterThan(0.2);
    await coach.press(' ');
    await expect(page.getByRole('button', { name: 'Move' })).toBeVisible();
    const held = await bar.inputValue();
    await coach.press('PageDown');
    await expect(coach.name).toContainText('Drape');
    expect(Number(held)).toBeLessThan(1);
    await coach.press('ArrowUp', 'ArrowUp', 'ArrowUp');
    await page.getByRole('group', { name: 'Auto-advance, seconds' }).getByText('5', { exact: true }).click();
    await expect(coach.name).toContainText('Lead');
    await page.reload();
    await expect(page.getByRole('group', { name: 'Auto-advance, seconds' }).getByRole('radio', { name: '5' })).toBeChecked();
  });
});
