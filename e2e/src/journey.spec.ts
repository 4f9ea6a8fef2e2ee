import { Bench } from './bench.ts';
import { expect, forgetShop, startShop, test } from './shop.ts';

/** Text of a length as it is shown, with the hair space and the slash that set a fraction. */
const inches = (text: string): string => text.replace(/ (\d\/\d)/, '\u202f$1').replace('/', '\u2044');

/** Drawn lengths are measured on boxes that browsers round to whole device pixels. */
const DRAWN_WITHIN_PX = 1.5;

test('from collar size to a fitting given out: the worked case', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.chooseWearer('att', 'Corin Attleby');
  await expect(bench.collar).toHaveValue('16');
  await bench.chooseTie('Harbour Night');

  await expect(bench.setAt).toHaveValue('16');
  // by Corin's own hands, which have tied it twice
  await expect(bench.lead).toHaveValue(inches('1 1/2'));
  await expect(bench.spread).toHaveText(inches('4 7/8'));
  await expect(page.getByText('the wearer’s left', { exact: false }).first()).toBeVisible();
  await expect(bench.room).toHaveText(inches('1/4'));
  await expect(page.getByText('then the bow is wider than the neck')).toBeVisible();
  await bench.showIn('cm');
  await expect(bench.spread).toHaveText('12.4');
  await expect(bench.lead).toHaveValue('3.9');

  // half a collar size shorter: 4.2 mm of bow; the drawings stay to one scale
  const ratio = async (): Promise<number> => (await bench.drawnBowPx()) / (await bench.drawnStripPx());
  const before = await ratio();
  await bench.setBand('15 1/2');
  await expect(bench.spread).toHaveText('11.9');
  const after = await ratio();
  expect(after / before).toBeCloseTo((119.3 / 123.5) * (895 / (895 - 12.7)), 1);
  await bench.setBand('16');
  await bench.showIn('inches');

  await page.getByRole('textbox', { name: 'Note' }).fill('centenary dinner');
  await bench.issue();
  const address = page.url();
  await expect(page.getByRole('heading', { name: 'Corin Attleby' })).toBeVisible();
  await expect(page.getByRole('status', { name: 'Spread' })).toHaveText(inches('4 7/8 in'));
  await expect(page.getByText(`${inches('4 7/8')} in front, ${inches('4 7/8')} in back`)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('status', { name: 'Set at' })).toHaveText('16');
  await expect(page.getByText('centenary dinner')).toBeVisible();

  await page.getByRole('link', { name: 'Corin Attleby' }).click();
  await expect(
    page
      .getByRole('region', { name: 'Fittings' })
      .getByRole('link', { name: /Harbour Night butterfly/ })
      .first(),
  ).toHaveAttribute('href', new URL(address).pathname);
});

test('a new wearer, the long end on the other side, by typing and dragging', async ({ page, shop }, { project }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill(`Wenna Hartigan ${project.name}`);
  await bench.collar.fill('15-3/4');
  await page.getByText('right', { exact: true }).click();
  await bench.chooseTie('Harbour Night');
  await expect(page.getByText('New: entered with this fitting')).toBeVisible();
  await expect(page.getByText('in, the wearer’s right')).toBeVisible();
  await expect(page.getByText('Long end on the wearer’s right')).toBeVisible();

  // drag the set by two steps of the hardware: two half sizes, to the strip's own scale
  await bench.setBand('16');
  const stripPx = await bench.drawnStripPx();
  const pxPerMm = stripPx / 895;
  await bench.drag('set-handle', 2 * 12.7 * pxPerMm);
  await expect(bench.setAt).toHaveValue('17');
  expect(Math.abs((await bench.drawnStripPx()) - (895 + 25.4) * pxPerMm)).toBeLessThan(DRAWN_WITHIN_PX);

  // drag the lead: the long end is on the left of the picture, the tip moves by half of what the lead changes
  await bench.drag('lead-handle', -0.5 * 25.4 * pxPerMm);
  await expect(bench.lead).toHaveValue(inches('2 3/4'));
  await expect(page.getByText(/^front .* back /)).toBeVisible();
  await page.getByRole('button', { name: /Take the even lead/ }).click();
  await expect(bench.lead).toHaveValue(inches('1 3/4'));

  // a school takes its own set again
  await page.getByText('Easy', { exact: true }).click();
  await expect(bench.setAt).toHaveValue('16');
  await bench.issue();
  await page.getByRole('link', { name: `Wenna Hartigan ${project.name}` }).click();
  await expect(page.getByRole('textbox', { name: 'Collar size' })).toHaveValue('15-3/4');
});

test('ties are offered best first for the collar, with reasons, and those that cannot be worn last with why', async ({ page }, {
  project,
}) => {
  // a shop of its own: what others measured of tied bows decides which tie is best
  const name = `offers-${project.name}`;
  forgetShop(name);
  const shop = await startShop(name);
  try {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('16');
    const offers = page.getByRole('listbox', { name: 'Ties' }).getByRole('option');
    await page.getByRole('button', { name: /^Tie/ }).click();
    await expect(offers.first()).toContainText('Lamplighter semi-butterfly');
    await expect(offers.first()).toContainText('comes out as it was cut');
    await expect(offers.first()).toContainText('mark 16');
    await expect(offers.filter({ hasText: 'Harbour Night butterfly' })).toContainText('mark 16');
    await page.keyboard.press('Escape');
    await bench.collar.fill('20');
    await page.getByRole('button', { name: /^Tie/ }).click();
    await expect(offers.last()).toContainText(/No setting of this band can be worn on this collar: it is .* too short/);
  } finally {
    await shop.stop();
  }
});

test('the whole fitting by keyboard', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.focus();
  await page.keyboard.type('ivo');
  await expect(page.getByRole('option', { name: /Ivo Sandgate/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(bench.collar).toHaveValue('15 3/4');
  await page.getByRole('button', { name: /^Tie/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('harb');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Harbour Night/ })).toBeVisible();
  await bench.setAt.focus();
  const before = await bench.setAt.inputValue();
  await page.keyboard.press('ArrowUp');
  await expect(bench.setAt).not.toHaveValue(before);
  await page.getByTestId('lead-handle').focus();
  await page.keyboard.press('ArrowUp');
  await expect(bench.lead).toHaveValue(inches('1 7/8'));
  await bench.issueButton.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^issued/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Next fitting' })).toBeFocused();
});
