import { Coach } from './coach.ts';
import { chromium } from '../playwright.config.ts';
import { expect, test } from './shop.ts';

// three dimensions, drawn by the processor
test.use({ launchOptions: { ...chromium, args: [...chromium.args, '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] } });

const MAIN_STEPS = [
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
    // a small window: the processor draws every pixel
    await page.setViewportSize({ width: 920, height: 520 });
    const coach = new Coach(page, shop.address);
    await coach.open();
    for (const hand of ['left', 'right'] as const) {
      if (hand === 'right') await coach.press('h');
      await coach.isLaid();
      for (const view of ['Best view', 'Facing', 'Side']) {
        await coach.look(view);
        const seen = new Set<string>();
        for (const [i, name] of MAIN_STEPS.entries()) {
          await expect(coach.name).toHaveText(`${i + 1}/12${name}`);
          await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
          const picture = await coach.stage.screenshot();
          seen.add(picture.toString('base64'));
          if (i + 1 < MAIN_STEPS.length) await coach.press('PageDown');
        }
        expect(seen.size).toBe(MAIN_STEPS.length);
        for (let i = 1; i < MAIN_STEPS.length; i += 1) await coach.press('PageUp');
      }
      await expect(coach.step).toContainText('Both ends hang flat');
    }
    await coach.press('PageDown');
    await expect(coach.step).toContainText('the end on your right down');
  });

  test('moves through a step, holds on Space, shows it again, and goes on by itself after a set time', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    const bar = page.getByRole('slider', { name: 'The whole tying' });
    await coach.press('ArrowDown', 'r');
    await expect(page.getByRole('button', { name: 'Hold' })).toBeVisible();
    await expect.poll(async () => Number(await bar.inputValue())).toBeGreaterThan(0.2);
    await coach.press(' ');
    await expect(page.getByRole('button', { name: 'Move' })).toBeVisible();
    const held = await bar.inputValue();
    await coach.press('PageDown');
    await expect(coach.name).toContainText('Lead');
    expect(Number(held)).toBeLessThan(1);
    await page.getByRole('group', { name: 'Auto-advance, seconds' }).getByText('5', { exact: true }).click();
    await expect(coach.name).toContainText('Cross');
    await page.reload();
    await expect(page.getByRole('group', { name: 'Auto-advance, seconds' }).getByRole('radio', { name: '5' })).toBeChecked();
  });
});
