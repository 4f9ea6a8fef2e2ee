import type { Page } from '@playwright/test';
import { Bench } from './bench.ts';
import { expect, test } from './shop.ts';

/** Half-widths in the order of the desk's fields: front loop, front flat end, back loop, back flat end. */
async function measure(page: Page, ...halves: readonly string[]): Promise<void> {
  const names = ['Front loop', 'Front flat end', 'Back loop', 'Back flat end'];
  for (const [i, text] of halves.entries()) await page.getByRole('textbox', { name: names[i] ?? '' }).fill(text);
}

async function deskFor(page: Page, address: string, wearer: string, tie: string): Promise<void> {
  const bench = new Bench(page, address);
  await bench.open();
  await bench.chooseWearer(wearer.slice(0, 5), wearer);
  await bench.chooseTie(tie);
  await bench.giveOutButton.click();
  await page.getByRole('link', { name: 'Even it out' }).click();
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Measure the tied bow');
}

test.describe('the balance desk', () => {
  test('from a fitting through an uneven tying, pulls and a second measure to what it teaches, a new card, and the next prediction', async ({
    page,
    shop,
  }) => {
    await deskFor(page, shop.address, 'Ivo Sandgate', 'Lamplighter');
    const verdict = page.getByRole('status', { name: 'Verdict' });
    const plan = page.getByRole('region', { name: 'Plan of pulls' });
    await measure(page, '66 mm', '50 mm', '52 mm', '66 mm');
    await expect(verdict).toContainText('pulls to go');
    const pulls = plan.getByRole('checkbox');
    const many = await pulls.count();
    expect(many).toBeGreaterThan(2);
    await expect(plan).toContainText('Hold the knot; draw the front flat end');
    for (let i = 0; i < many; i += 1) await pulls.nth(i).check();

    // the back loop's fold is tried, and the answer is kept for this wearer
    await page
      .getByRole('group', { name: /^Draw a layer/ })
      .getByText('the front one')
      .click();
    await expect(plan).toContainText('the front layer of the back loop');

    await page.getByRole('button', { name: 'Done: measure again' }).click();
    await expect(page.getByRole('textbox', { name: 'Front loop' })).toBeFocused();
    await measure(page, '58 mm', '59 mm', '58 mm', '58 mm');
    await expect(verdict).toContainText('Even within');

    await page.getByRole('button', { name: 'Put the tying on record' }).click();
    const learned = page.getByRole('table', { name: 'Take-up of the knot' });
    await expect(learned).toContainText('after 1 tying');
    await expect(page.getByRole('img', { name: 'Spread of front and back bow over the tyings' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'New card with set and lead' })).toBeDisabled();
    await page.getByRole('button', { name: 'Take it into the tie' }).click();
    await expect(page.getByRole('button', { name: 'Taken into the tie' })).toBeVisible();
    const next = await page.getByText(/^Next time:/).innerText();
    await page.getByRole('button', { name: 'New card with set and lead' }).click();
    await expect(page.getByRole('heading', { name: 'Ivo Sandgate' })).toBeVisible();
    await expect(page.getByText('Revision 2 beside')).toBeVisible();
    const lead = /lead (.*?) \(/.exec(next)?.[1] ?? 'no lead';
    await expect(page.getByRole('region', { name: 'The four numbers' })).toContainText(lead);

    // the next time the desk opens, it starts from what was learned
    await page.getByRole('link', { name: 'Even it out' }).click();
    await expect(page.getByRole('button', { name: 'Taken into the tie' })).toBeVisible();
    await measure(page, '66 mm', '50 mm', '52 mm', '66 mm');
    await expect(plan).toContainText('the front layer of the back loop');
  });

  test('says when only tying again helps, with which lead; a mis-read teaches nothing until it is measured again', async ({
    page,
    shop,
  }) => {
    await deskFor(page, shop.address, 'Marit Solheim-Groves', 'Night Ferry');
    // a bow that is even in itself, front and back: no pull is left
    const spreads = await page
      .getByRole('table', { name: 'Side against side' })
      .getByRole('row', { name: /^Front, back bow/ })
      .innerText();
    const predicted = Number(/(\d+) mm/.exec(spreads)?.[1]);
    const [wide, narrow] = [predicted / 2 + 4, predicted / 2];
    await measure(page, `${wide} mm`, `${wide} mm`, `${narrow} mm`, `${narrow} mm`);
    await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('tie again');
    await expect(page.getByRole('region', { name: 'Tie again' })).toContainText(/Tie again with a lead of .* \(\d+ mm\)/);

    // an inch read for a centimetre
    await measure(page, '20 mm', '20 mm', '20 mm', '20 mm');
    await page.getByRole('button', { name: 'Put the tying on record' }).click();
    await expect(page.getByText('it changes nothing yet', { exact: false }).or(page.getByText('changes nothing yet'))).toBeVisible();
    await expect(page.getByRole('table', { name: 'Take-up of the knot' })).toContainText('after 0 tyings');
    // the faults lead to the coach
    await page.getByRole('link', { name: 'The knot is fat' }).click();
    await expect(page.getByRole('region', { name: 'Cause and remedy' })).toContainText('The knot is fat');
  });

  test('is moved by its dots: arrow keys and dragging put the half-width into the field', async ({ page, shop }) => {
    await deskFor(page, shop.address, 'Piet van Hollum', 'Sandbank');
    const dot = page.getByRole('slider', { name: 'front loop' });
    const before = Number(await dot.getAttribute('aria-valuenow'));
    await dot.focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('textbox', { name: 'Front loop' })).toHaveValue(`${before + 1} mm`);
    const box = await page.getByRole('slider', { name: 'back flat end' }).boundingBox();
    if (!box) throw new Error('the dot is drawn');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 40, box.y + box.height / 2, { steps: 4 });
    await page.mouse.up();
    await expect(page.getByRole('textbox', { name: 'Back flat end' })).toHaveValue(/^\d+ mm$/);
  });

  test('shows what any layer would do, drawn by its dot or by arrow keys, and what set would bring the width', async ({ page, shop }) => {
    await deskFor(page, shop.address, 'Ivo Sandgate', 'Lamplighter');
    await measure(page, '62 mm', '62 mm', '62 mm', '62 mm');
    await expect(page.getByRole('region', { name: 'Tie again' })).toContainText(/wider than the card’s \d+ mm. By this tying alone,/);
    await page.getByText('What if …').click();
    const front = page.getByRole('region', { name: 'What if: front bow' });
    const tried = front.getByRole('status', { name: 'front bow, what was tried' });
    await front.getByRole('slider', { name: 'front bow, tail-side layer' }).focus();
    for (let i = 0; i < 4; i += 1) await page.keyboard.press('ArrowRight');
    await expect(tried).toContainText('tail-side layer 4 mm out');
    await expect(front).toContainText('flat end: 62 → 58 mm');
    const knot = await front.getByRole('slider', { name: 'front bow, knot-side layer' }).boundingBox();
    if (!knot) throw new Error('the dot is drawn');
    const [x, y] = [knot.x + knot.width / 2, knot.y + knot.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    // the front loop lies on the wearer's right, which is the left of the picture: outwards is to the left
    await page.mouse.move(x - 30, y, { steps: 4 });
    await page.mouse.up();
    await expect(tried).toContainText(/knot-side layer \d+ mm out/);
    await page.getByRole('button', { name: 'As it was' }).click();
    await expect(front).toContainText('flat end: 62 → 62 mm');
    await expect(page.getByRole('textbox', { name: 'Front flat end' })).toHaveValue('62 mm');
  });
});
