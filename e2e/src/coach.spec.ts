import { Bench } from './bench.ts';
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
  }, info) => {
    test.setTimeout(300_000);
    // stills rather than movement: every step is shown as it ends
    await page.emulateMedia({ reducedMotion: 'reduce' });
    // a small window: the processor draws every pixel
    await page.setViewportSize({ width: 920, height: 640 });
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
          const picture = await coach.stage.screenshot({ path: info.outputPath(`${hand}-${view}-${i + 1}.png`) });
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
    await coach.press('ArrowUp', 'r');
    await expect(page.getByRole('button', { name: 'Hold' })).toBeVisible();
    await expect.poll(async () => Number(await bar.inputValue())).toBeGreaterThan(0.2);
    await coach.press(' ');
    await expect(page.getByRole('button', { name: 'Move' })).toBeVisible();
    const held = await bar.inputValue();
    await coach.press('PageDown');
    await expect(coach.name).toContainText('Lead');
    expect(Number(held)).toBeLessThan(1);
    await page.getByRole('group', { name: 'Go on by itself after, s' }).getByText('5', { exact: true }).click();
    await expect(coach.name).toContainText('Cross', { timeout: 15_000 });
    await page.reload();
    await expect(page.getByRole('group', { name: 'Go on by itself after, s' }).getByRole('radio', { name: '5' })).toBeChecked();
  });

  test('shows each way of tying, and on a thigh says how the band is set for it', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.chooseTie('Harbour Night');
    await coach.chooseWay('Even ends, round a finger');
    await expect(coach.name).toHaveText('1/10Drape');
    await coach.press('PageDown');
    await expect(coach.step).toContainText('this way needs no lead');
    await coach.chooseWay('On the thigh or a cylinder');
    await page.getByRole('spinbutton', { name: 'Girth it is tied on, cm' }).fill('44');
    await expect(page.getByText(/Set the band at .* for this girth/)).toBeVisible();
    await page.getByRole('spinbutton', { name: 'Girth it is tied on, cm' }).fill('70');
    await expect(page.getByText(/The band ends .* short of what this girth needs/)).toBeVisible();
    await coach.chooseWay('Tied by a helper');
    await coach.press('PageDown');
    await expect(coach.step).toContainText('the wearer’s left (right as you face him)');
  });

  test('finds the fault from what is seen, and leads back to the step where it was made', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open('?flat');
    await coach.press('w');
    await expect(page.getByRole('group', { name: /^Which picture/ }).getByRole('radio')).toHaveCount(16);
    await page.getByText('Both loops on one side; it falls apart').click();
    await expect(page.getByRole('region', { name: 'Cause and remedy' })).toContainText('pushed in from the flat end’s side');
    await page.getByRole('button', { name: 'Show that step' }).click();
    await expect(coach.name).toContainText('Find the passage');
  });

  test('times a practice through a reload, keeps it, and shows the tries', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.chooseWearer('att', 'Corin Attleby');
    await bench.chooseTie('Harbour Night');
    await bench.giveOutButton.click();
    await page.getByRole('link', { name: 'Coach the tying' }).click();
    const coach = new Coach(page, shop.address);
    await coach.isLaid();
    await coach.press('p');
    await page.getByRole('button', { name: 'Start' }).click();
    await coach.press('t', 'PageDown', 'PageDown');
    await expect(coach.name).toContainText('Cross');
    await page.reload();
    await coach.isLaid();
    await coach.press('p');
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.getByText('a fault', { exact: true }).click();
    await page.getByRole('combobox', { name: 'What was seen' }).click();
    await page.getByRole('option', { name: 'The bow leans to one side' }).click();
    await page.getByRole('textbox', { name: 'Front loop' }).fill('6.1 cm');
    await page.getByRole('button', { name: 'Put on record' }).click();
    const tries = page.getByRole('region', { name: 'Tries so far' });
    await expect(tries.getByRole('row').nth(1)).toContainText('a fault: the bow leans to one side');
    await expect(tries.getByRole('img', { name: 'Time of each try' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
  });
});
