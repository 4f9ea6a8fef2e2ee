import { Bench } from './bench.ts';
import { expect, startShop, test } from './shop.ts';

test('a wrong size is refused at the field, in words that say what would be right', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.collar.fill('16 cm');
  await expect(page.getByText('16 cm is not a collar size. A shirt labelled 16 is in inches: write 16 in.')).toBeVisible();
  await bench.collar.fill('40 in');
  await expect(page.getByText('write 40 cm')).toBeVisible();
  await bench.collar.fill('-16');
  await expect(page.getByText('cannot be negative')).toBeVisible();
  await bench.collar.fill('NaN');
  await expect(page.getByText('The collar size cannot be read')).toBeVisible();
  await expect(bench.issueButton).toBeDisabled();
  await bench.collar.fill('16');
  await bench.chooseTie('Harbour Night');
  await bench.setBand('15 3/4');
  await expect(page.getByText(/cannot be set there\. Next to it are mark 15.1⁄2 and mark 16/)).toBeVisible();
  await bench.setAt.press('Escape');
  await bench.setLead('20');
  await expect(page.getByText(/20 in is out of range/)).toBeVisible();
  await page.getByRole('button', { name: 'more measures' }).click();
  await page.getByRole('textbox', { name: 'Neck breadth' }).fill('5 mm');
  await expect(page.getByText(/5 mm is out of range/)).toBeVisible();
});

test('a tie that cannot reach says so, with what would fit', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill('Far Too Large');
  await bench.collar.fill('23');
  await bench.chooseTie('Harbour Night');
  await expect(page.getByRole('alert').first()).toContainText('longer than this band goes');
  await expect(bench.issueButton).toBeDisabled();
  await page.getByTestId('set-handle').focus();
  await page.keyboard.press('Home');
  await expect(page.getByRole('alert').first()).toContainText('No setting of this band can be worn on this collar');
  await bench.setLead('4');
  await expect(page.getByRole('alert').first()).toContainText(/too short to tie\. Let the band out by at least/);
  await expect(bench.issueButton).toBeDisabled();
});

test('what is typed survives a reload, also half-typed and wrong', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill('Half Typed');
  await bench.collar.fill('16 cm');
  await bench.chooseTie('Signal Red');
  await page.getByRole('textbox', { name: 'Note' }).fill('for Saturday');
  await page.reload();
  await expect(bench.name).toHaveValue('Half Typed');
  await expect(bench.collar).toHaveValue('16 cm');
  await expect(page.getByText('write 16 in')).toBeVisible();
  await expect(page.getByRole('button', { name: /Signal Red/ })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('for Saturday');
  await page.getByRole('button', { name: 'Clear bench' }).click();
  await expect(bench.name).toHaveValue('');
});

test('a save that fails keeps everything, says so, and is kept once when it is tried again', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill('Lost On The Way');
  await bench.collar.fill('15');
  await bench.chooseTie('Lamplighter');
  // the server keeps it, but the answer is lost
  let lost = 0;
  await page.route('**/api/fittings', async (route) => {
    lost += 1;
    if (lost > 1) return route.continue();
    await route.fetch();
    return route.abort();
  });
  await bench.issueButton.click();
  await expect(page.getByText(/Not saved\..*does not answer.*What you typed is kept\. Trying again by itself\./)).toBeVisible();
  await expect(bench.name).toHaveValue('Lost On The Way');
  // nothing is pressed
  await expect(page.getByText(/^issued/)).toBeVisible();
  await page.getByRole('link', { name: 'Lost On The Way' }).click();
  await expect(page.getByRole('region', { name: 'Fittings' }).getByRole('link')).toHaveCount(1);
});

test('a double click gives out one fitting', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.name.fill('Twice Pressed');
  await bench.collar.fill('15');
  await bench.chooseTie('Lamplighter');
  await page.route('**/api/fittings', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 300));
    await route.continue();
  });
  // the button stands still once the strip is laid out
  await expect(bench.setAt).toBeVisible();
  await bench.issueButton.dblclick({ delay: 20 });
  await expect(page.getByText(/^issued/)).toBeVisible();
  await page.getByRole('link', { name: 'Twice Pressed' }).click();
  await expect(page.getByRole('region', { name: 'Fittings' }).getByRole('link')).toHaveCount(1);
});

test('an address that leads nowhere has a face', async ({ page, shop }) => {
  for (const path of ['/nothing/here', '/wearers/01a20b94-353d-7204-b92c-7f530cb63fff', '/fittings/01a20b94-353d-7204-b92c-7f530cb63fff']) {
    await page.goto(shop.address + path);
    await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  }
  await page.getByRole('link', { name: 'Go to the Bench' }).click();
  await expect(page.getByRole('button', { name: /^Tie/ })).toBeVisible();
});

test('an empty shop leads to its first tie, and from there to the bench', async ({ page }) => {
  const shop = await startShop('empty', { empty: true });
  try {
    await page.goto(shop.address);
    await expect(page.getByRole('heading', { name: 'The drawer is empty' })).toBeVisible();
    await page.goto(`${shop.address}/wearers`);
    await expect(page.getByRole('heading', { name: 'Nobody on record yet' })).toBeVisible();
    await page.goto(shop.address);
    await page.getByRole('link', { name: 'Measure the first tie' }).click();
    const type = (name: string, text: string) => page.getByRole('textbox', { name, exact: true }).fill(text);
    await type('Name', 'The first');
    for (const [name, text] of Object.entries({
      'Tip to waist': '62 mm',
      'Tip to belly': '124 mm',
      'Tip to nose': '186 mm',
      'Belly width': '65 mm',
      'Waist width': '80 mm',
      'Tip to tip': '791.5 mm',
    }))
      await type(name, text);
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('The first');
    await page.getByRole('button', { name: 'Put in the drawer' }).click();
    await expect(page.getByText('The waist width is 3 1⁄8 in, wider than the belly', { exact: false })).toBeVisible();
    await type('Waist width', '30 mm');
    await expect(page.getByRole('group', { name: 'The blade as measured' })).toBeVisible();
    await page.getByRole('button', { name: 'Put in the drawer' }).click();
    await expect(page.getByRole('link', { name: /The first/ })).toBeVisible();
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('16');
    await bench.chooseTie('The first');
    await expect(bench.setAt).toHaveValue('16');
  } finally {
    await shop.stop();
  }
});

test('a drag that is given up with Escape, or taken away by the page, is as if it had never been', async ({ page, shop }) => {
  const bench = new Bench(page, shop.address);
  await bench.open();
  await bench.chooseWearer('att', 'Corin Attleby');
  await bench.chooseTie('Harbour Night');
  const [set, lead] = [await bench.setAt.inputValue(), await bench.lead.inputValue()];
  for (const [handle, field, was] of [
    ['set-handle', bench.setAt, set],
    ['lead-handle', bench.lead, lead],
  ] as const) {
    await bench.hold(handle, 60);
    await expect(field).not.toHaveValue(was);
    await page.keyboard.press('Escape');
    await expect(field).toHaveValue(was);
    // what the pointer still does belongs to nothing
    await page.mouse.move(900, 300);
    await page.mouse.up();
    await expect(field).toHaveValue(was);
    await bench.hold(handle, 60);
    await page.getByTestId(handle).dispatchEvent('pointercancel', { pointerId: 1, bubbles: true });
    await expect(field).toHaveValue(was);
    await page.mouse.up();
  }
});
