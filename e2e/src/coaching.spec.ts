import { Bench } from './bench.ts';
import { Coach } from './coach.ts';
import { expect, test } from './shop.ts';

// the browser of these journeys has no three dimensions: the coach draws its stills instead, and works as it does with them
test.describe('the coach without three dimensions', () => {
  // nor does it move: each step is shown as it ends
  test.beforeEach(({ page }) => page.emulateMedia({ reducedMotion: 'reduce' }));

  test('shows each way of tying, and on a thigh says how the band is set for it', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.chooseTie('Harbour Night');
    await coach.chooseWay('Even ends, round a finger');
    await expect(coach.name).toHaveText('1/12Set the band');
    await expect(coach.step).toContainText('let it out to');
    await coach.press('PageDown', 'PageDown');
    await expect(coach.step).toContainText('This way needs no lead');
    await coach.chooseWay('On the thigh or a cylinder');
    await page.getByRole('textbox', { name: 'Girth it is tied on' }).fill('44 cm');
    await expect(page.getByText(/Set the band at .* for this girth/)).toBeVisible();
    await page.getByRole('textbox', { name: 'Girth it is tied on' }).fill('70 cm');
    await expect(page.getByText(/The band is .* too short for this girth/)).toBeVisible();
    await coach.chooseWay('Tied by a helper');
    await coach.press('PageDown', 'PageDown');
    await expect(coach.step).toContainText('the wearer’s left (on your right)');
  });

  test('leads a class: one sentence over the whole window, a presenter’s keys, and who can do it', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.press('c');
    const room = page.getByRole('dialog', { name: 'Class view' });
    await expect(room.getByText('1 of 13: Check the band')).toBeVisible();
    await room.getByRole('textbox').fill('Ada Larch, Bo Fen');
    // a presenter sends its keys wherever the cursor is
    await coach.press('Enter', 'PageDown', 'PageDown', 'PageUp');
    await expect(room.getByText('2 of 13: Drape')).toBeVisible();
    await room.getByLabel('Bo Fen').check();
    await expect(room.getByText('1 of 2 can do it')).toBeVisible();
    // nothing behind it can be reached
    for (let k = 0; k < 14; k += 1) await coach.press('Tab');
    expect(await room.evaluate((dialog) => dialog.contains(document.activeElement))).toBe(true);
    await coach.press('Escape');
    await expect(room).toBeHidden();
    await expect(coach.name).toHaveText('2/13Drape');
    await page.reload();
    await coach.isLaid();
    await page.getByRole('button', { name: 'Class view' }).click();
    await expect(room.getByText('1 of 2 can do it')).toBeVisible();
  });

  test('finds the fault from what is seen, and leads back to the step where it was made', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.press('w');
    await expect(page.getByRole('group', { name: /^Which picture/ }).getByRole('radio')).toHaveCount(17);
    await page.getByText('Both loops on one side; it falls apart').click();
    await expect(page.getByRole('region', { name: 'Cause and remedy' })).toContainText('pushed in from the flat end’s side');
    await page.getByRole('button', { name: 'Show that step' }).click();
    await expect(coach.name).toContainText('Find the passage');
  });

  test('tells by the faces of a reversible tie what was turned over, at which step, and leads there', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.chooseTie('Tideline');
    await coach.press('w');
    const detective = page.getByRole('region', { name: 'Which face shows where?' });
    await expect(detective.getByRole('status')).toContainText('Nothing was turned over');
    // what is told of the chosen fault stays beside the pictures, however far the page is scrolled
    await detective.getByRole('button').last().scrollIntoViewIfNeeded();
    const [told, below] = [await page.getByRole('region', { name: 'Cause and remedy' }).boundingBox(), await detective.boundingBox()];
    expect((told?.y ?? 0) + (told?.height ?? 0)).toBeLessThanOrEqual(below?.y ?? 0);
    await detective.getByRole('button', { name: 'front loop' }).click();
    await expect(detective.getByRole('status')).toContainText('are one layer');
    await detective.getByRole('button', { name: 'front loop' }).click();
    for (const part of ['knot', 'back loop', 'back flat end']) await detective.getByRole('button', { name: part }).click();
    await expect(detective.getByRole('status')).toContainText('The long end was turned over as it dropped.');
    await expect(detective.getByRole('status')).toContainText('The back layer of the back loop runs into the knot');
    await detective.getByRole('button', { name: 'Show drop' }).click();
    await expect(coach.name).toContainText('Drop');
  });

  test('evens out by eye: a picture is chosen, one pull at a time is told, and where it is worse the other layer', async ({
    page,
    shop,
  }) => {
    const { lines } = (await (await fetch(`${shop.address}/api/fittings/ledger`)).json()) as { lines: { id: string; wearerId: string }[] };
    const [line] = lines;
    await page.goto(`${shop.address}/coach?fitting=${line?.id}&flat`);
    const coach = new Coach(page, shop.address);
    await coach.isLaid();
    await coach.press('e');
    const show = page.getByRole('button', { name: 'Show what to do' });
    await expect(show).toBeDisabled();
    await page.getByRole('button', { name: /^The front flat end, on your left, reaches too far/ }).click();
    await page.getByRole('button', { name: /^The bow leans/ }).click();
    await page.getByRole('radio', { name: 'a finger’s width' }).check();
    await show.click();
    await expect(page.getByRole('region', { name: 'What to do' })).toContainText('1 of 2');
    await expect(page.getByRole('region', { name: 'What to do' })).toContainText('of the front loop, on your right,');
    await page.getByRole('button', { name: 'Worse' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'take the other layer of the same loop' })).toBeVisible();
    await page.getByRole('button', { name: 'Better' }).click();
    await expect(page.getByRole('region', { name: 'What to do' })).toContainText('turn the whole bow, until both sides are level');
    await page.getByRole('button', { name: 'Better' }).click();
    await page.getByRole('button', { name: 'It looks right' }).click();
    await expect(page.getByText(/judged by eye/)).toBeVisible();
    const { tyings } = (await (await fetch(`${shop.address}/api/tyings?wearerId=${line?.wearerId}`)).json()) as {
      tyings: { note: string; frontLoopMm: number | null }[];
    };
    expect(tyings.find(({ note }) => note.startsWith('Judged by eye.'))).toMatchObject({ frontLoopMm: null });
  });

  test('lights the finger that a sentence speaks of, and keeps whether hands are wanted', async ({ page, shop }) => {
    const coach = new Coach(page, shop.address);
    await coach.open();
    await coach.press('PageDown');
    const line = coach.step.getByRole('button', { name: /^Your left hand: holds one blade/ });
    await line.focus();
    await expect(line).toHaveAttribute('aria-pressed', 'true');
    await coach.press('PageDown');
    await expect(coach.step.getByRole('button', { name: /^Your left hand: draws the long end/ })).toHaveAttribute('aria-pressed', 'false');
    await page.getByRole('group', { name: 'Hands' }).getByText('No hands', { exact: true }).click();
    await page.reload();
    await coach.isLaid();
    await expect(page.getByRole('group', { name: 'Hands' }).getByRole('radio', { name: 'No hands' })).toBeChecked();
  });

  test('times a practice through a reload, keeps it, and shows the tries', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.chooseWearer('att', 'Corin Attleby');
    await bench.chooseTie('Harbour Night');
    await bench.issueButton.click();
    await page.getByRole('link', { name: 'Show the tying' }).click();
    const coach = new Coach(page, shop.address);
    await coach.isLaid();
    await coach.press('p');
    await page.getByRole('button', { name: 'Start' }).click();
    await coach.press('t', 'PageDown', 'PageDown', 'PageDown');
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
    await expect(tries).toContainText(/The next try: a good bow .* in ten/);
    await expect(page.getByRole('button', { name: 'Start' })).toBeVisible();
  });
});
