import type { BrowserContext, Page } from '@playwright/test';
import { axeFindings } from './axe.ts';
import { findingsOf } from './layout.ts';
import { expect, test } from './shop.ts';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, locale: 'en-GB' } as const;
/** A kind of which the demo’s drawer has two. */
const SCARCE = 'Long Pier full butterfly';

/** Types a day into a field that is typed part by part. */
async function typeDay(page: Page, label: string, day: Date): Promise<void> {
  const field = page.getByRole('group', { name: label });
  await field.getByRole('spinbutton').first().click();
  const two = (part: number): string => String(part).padStart(2, '0');
  await page.keyboard.type(`${two(day.getDate())}${two(day.getMonth() + 1)}${day.getFullYear()}`);
}

async function nothingWrong(page: Page): Promise<void> {
  const { sideways, clipped, overlapping } = await findingsOf(page);
  expect([sideways, clipped, overlapping, await axeFindings(page, true)]).toEqual([0, [], [], []]);
}

const openPhone = async (
  contexts: BrowserContext[],
  browser: { newContext: (options: object) => Promise<BrowserContext> },
  address: string,
): Promise<Page> => {
  const context = await browser.newContext(PHONE);
  contexts.push(context);
  const page = await context.newPage();
  await page.goto(address);
  return page;
};

test('a party from an empty list to the last bow: the lead’s link, members who enter themselves, too few ties, cards, the run sheet, somebody late, all ticked', async ({
  browser,
  page,
  shop,
}) => {
  test.setTimeout(180_000);
  page.setDefaultTimeout(20_000);
  const contexts: BrowserContext[] = [];
  // a party, by the keyboard
  await page.goto(`${shop.address}/parties`);
  await expect(page.getByRole('heading', { name: 'Parties' })).toBeVisible();
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ferry crew’s supper');
  await typeDay(page, 'Day', new Date(Date.now() + 86_400_000));
  await page.getByRole('textbox', { name: 'All bows tied by' }).fill('7.30 pm');
  await page.getByRole('textbox', { name: 'Lead', exact: true }).fill('Purser Quill');
  await page.getByRole('textbox', { name: 'Lead', exact: true }).press('Control+Enter');
  await expect(page.getByRole('heading', { name: 'Ferry crew’s supper' })).toBeVisible();
  await expect(page.getByText('tomorrow, 19:30')).toBeVisible();
  await expect(page.getByText('nobody on the list yet')).toBeVisible();

  // the lead's link
  await page.getByRole('link', { name: 'The party', exact: true }).click();
  await page.getByRole('button', { name: 'Make a link' }).click();
  const address = await page.getByText(/\/party#/).innerText();
  const lead = await openPhone(contexts, browser, address);
  for (const name of ['Ansel Reeve', 'Bryony Pike', 'Cuthbert Lamb']) {
    await lead.getByRole('textbox', { name: 'Add a person' }).fill(name);
    await lead.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(lead.getByRole('list', { name: 'The list' }).getByText(name)).toBeVisible();
  }
  await nothingWrong(lead);

  // each enters their own, by the link that the lead passes on
  const linkFor = async (name: string): Promise<string> => {
    await lead.getByRole('button', { name: `Size or link of ${name}` }).click();
    await lead.getByRole('button', { name: 'Copy their link' }).click();
    const link = await lead.getByText(/\/party#/).innerText();
    await lead.getByRole('button', { name: `Close ${name}` }).click();
    return link;
  };
  const ansel = await openPhone(contexts, browser, await linkFor('Ansel Reeve'));
  await expect(ansel.getByText('Ansel Reeve, the shop sets your bow tie')).toBeVisible();
  await expect(ansel.getByText('Bryony')).toHaveCount(0);
  await nothingWrong(ansel);
  await ansel.getByRole('button', { name: 'Send my size' }).click();
  await expect(ansel.getByText('Write the size on your shirt’s collar, or measure your neck.')).toBeVisible();
  await ansel.getByRole('textbox', { name: 'The size on the collar' }).fill('4');
  await ansel.getByRole('button', { name: 'Send my size' }).click();
  await expect(ansel.getByText(/4 is not a collar size/)).toBeVisible();
  await ansel.getByRole('textbox', { name: 'The size on the collar' }).fill('16');
  await ansel.getByText('somebody ties it for me').click();
  await ansel.getByText('left', { exact: true }).click();
  await ansel.getByRole('button', { name: 'Send my size' }).click();
  await expect(ansel.getByText('Thank you, Ansel Reeve. Your collar size is saved as 16 in.')).toBeVisible();

  const bryony = await openPhone(contexts, browser, await linkFor('Bryony Pike'));
  await bryony.getByText('I measured my neck').click();
  await bryony.getByRole('textbox', { name: 'My neck measures' }).fill('39.5 cm');
  await bryony.getByText('somebody ties it for me').click();
  await bryony.getByText('right', { exact: true }).click();
  await bryony.getByRole('button', { name: 'Send my size' }).click();
  await expect(bryony.getByText(/the shop works out the size from it/)).toBeVisible();
  // opened again, what was entered is there
  await bryony.reload();
  await bryony.getByRole('button', { name: 'Change my size' }).click();
  await expect(bryony.getByRole('textbox', { name: 'My neck measures' })).toHaveValue(/15 9\/16 in|39[.,]5 cm|395 mm/);

  const cuthbert = await openPhone(contexts, browser, await linkFor('Cuthbert Lamb'));
  await cuthbert.getByRole('textbox', { name: 'The size on the collar' }).fill('41 cm');
  await cuthbert.getByText('I tie it myself').click();
  await cuthbert.getByText('left', { exact: true }).click();
  await cuthbert.getByRole('button', { name: 'Send my size' }).click();
  await expect(cuthbert.getByText('saved as 41 cm')).toBeVisible();

  // the shop works the list down by one key: the neck has to be settled first
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await expect(page.getByRole('button', { name: /Ansel Reeve 16 in/ })).toBeVisible();
  await page.getByRole('main').click({ position: { x: 5, y: 5 } });
  await page.keyboard.press('n');
  await expect(page.getByRole('region', { name: 'Ansel Reeve' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Tie', exact: true })).toBeFocused();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('region', { name: 'Bryony Pike' })).toBeVisible();
  await page.getByRole('button', { name: 'Confirm this size' }).click();
  await expect(page.getByText('Bryony Pike saved.')).toBeVisible();

  // one look from a kind of which there are two
  await page.getByRole('link', { name: 'One look', exact: true }).click();
  await page.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: SCARCE }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/2 of 3 have a tie/)).toBeVisible();
  await expect(page.getByText(`1 more of ${SCARCE}`)).toBeVisible();
  await page.getByRole('button', { name: 'Assign these 2 ties' }).click();
  await expect(page.getByText('2 ties assigned.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Everybody has these ties' })).toBeDisabled();
  // with the whole drawer nobody goes without
  await page.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: SCARCE }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/3 of 3 have a tie|All 3 have a tie/)).toBeVisible();
  await page.getByRole('button', { name: /^Assign th/ }).click();
  await expect(page.getByRole('button', { name: 'Everybody has these ties' })).toBeVisible();

  // cards of all at once, and the paper
  await page.getByRole('link', { name: 'Beforehand', exact: true }).click();
  await page.getByRole('button', { name: 'Issue 3 cards' }).click();
  await expect(page.getByText('3 of 3 have a card for their tie')).toBeVisible();
  const pdf = await page.request.get(
    `${shop.address}${(await page.getByRole('link', { name: 'Cards, eight to a sheet' }).getAttribute('href')) ?? ''}`,
  );
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  await page.getByRole('button', { name: 'Hand out 3 ties' }).click();
  await expect(page.getByText('3 out', { exact: true })).toBeVisible();

  // the day: nobody ties yet, then somebody does
  await page.getByRole('link', { name: 'The day', exact: true }).click();
  await expect(page.getByText('2 people need a helper, and there')).toBeVisible();
  await page.getByRole('textbox', { name: 'Add a helper' }).fill('Osric');
  await page.getByRole('textbox', { name: 'Add a helper' }).press('Enter');
  const sheet = page.getByRole('list', { name: 'Run sheet' });
  await expect(sheet.getByRole('listitem')).toHaveCount(3);
  await expect(page.getByText('15 min', { exact: true })).toBeVisible();
  await nothingWrong(page);
  // somebody comes ten minutes before the hour
  await page.getByRole('button', { name: 'Running late: Bryony Pike' }).click();
  await page.getByRole('textbox', { name: 'Bryony Pike arrives at' }).fill('19:20');
  await page.getByRole('textbox', { name: 'Bryony Pike arrives at' }).press('Enter');
  await expect(sheet.getByRole('listitem').filter({ hasText: 'Bryony Pike' })).toContainText('19:20');
  await expect(page.getByText(/^[56] min$/)).toBeVisible();

  // ticked off, on a phone; taken back; all
  const phone = await openPhone(contexts, browser, page.url());
  const tick = (name: string) => phone.getByRole('checkbox', { name: `${name}: tied` });
  await tick('Ansel Reeve').click();
  await expect(phone.getByText('1 of 3', { exact: true })).toBeVisible();
  await phone.getByRole('button', { name: 'Undo' }).click();
  await expect(phone.getByText('0 of 3', { exact: true })).toBeVisible();
  for (const name of ['Ansel Reeve', 'Bryony Pike', 'Cuthbert Lamb']) {
    await tick(name).click();
    await expect(phone.getByRole('region', { name: 'Done' }).getByText(name)).toBeVisible();
  }
  await expect(phone.getByText('all tied')).toBeVisible();
  await nothingWrong(phone);
  await page.reload();
  await expect(page.getByText('3 people: 3 tied')).toBeVisible();

  // at night the ties come back, and the drawer has them again
  await page.getByRole('link', { name: 'Beforehand', exact: true }).click();
  await page.getByRole('button', { name: 'Take 3 ties back' }).click();
  await expect(page.getByText('3 back', { exact: true })).toBeVisible();
  for (const context of contexts) await context.close();
});

test('two counters at one member: what only one changed is kept, what both did is decided; a reload keeps what was typed', async ({
  browser,
  shop,
}) => {
  const counters = await Promise.all(
    [0, 1].map(async () => (await browser.newContext({ locale: 'en-GB', viewport: { width: 1280, height: 800 } })).newPage()),
  );
  const [one, two] = counters as [Page, Page];
  const list = (await (await fetch(`${shop.address}/api/parties`)).json()) as { parties: { id: string; name: string }[] };
  const id = list.parties.find(({ name }) => name.startsWith('Brass'))?.id ?? '';
  for (const page of counters) {
    await page.goto(`${shop.address}/parties/${id}/people`);
    await page.getByRole('button', { name: /^Jago Pellow/ }).click();
  }
  const field = (page: Page, name: string) => page.getByRole('region', { name: 'Jago Pellow' }).getByRole('textbox', { name });
  await field(one, 'Collar size').fill('15 1/2');
  await field(two, 'Note').fill('Plays the cornet.');
  await two.reload();
  await expect(field(two, 'Note')).toHaveValue('Plays the cornet.');
  for (const page of counters) {
    await page.getByRole('region', { name: 'Jago Pellow' }).getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Jago Pellow saved.')).toBeVisible();
  }
  await one.reload();
  await expect(field(one, 'Note')).toHaveValue('Plays the cornet.');
  await expect(field(one, 'Collar size')).toHaveValue('15 1/2');
  for (const page of counters) await page.context().close();
});

test('a wedding of eight by the keyboard, from nothing to the first tick, in at most 120 keys', async ({ page, shop }) => {
  test.setTimeout(120_000);
  await page.goto(`${shop.address}/parties`);
  await expect(page.getByRole('heading', { name: 'Parties' })).toBeVisible();
  let keys = 0;
  const press = async (...names: readonly string[]): Promise<void> => {
    for (const name of names) {
      await page.keyboard.press(name);
      keys += name.split('+').length;
    }
  };
  const type = async (text: string): Promise<void> => {
    await page.keyboard.type(text);
    keys += text.length;
  };
  await press('n');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toBeFocused();
  // the field for a day comes a moment later
  await page.getByRole('group', { name: 'Day', exact: true }).getByRole('spinbutton').first().waitFor();
  await type('Wed');
  // past the kind, to the day in its three parts
  await press('Tab', 'Tab');
  const day = new Date(Date.now() + 86_400_000);
  await type(`${String(day.getDate()).padStart(2, '0')}${String(day.getMonth() + 1).padStart(2, '0')}${day.getFullYear()}`);
  const hour = page.getByRole('textbox', { name: 'All bows tied by' });
  while (!(await hour.evaluate((field) => field === document.activeElement))) await press('Tab');
  await type('15');
  await press('Control+Enter');
  await expect(page.getByRole('heading', { name: 'Wed' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Add a person' })).toBeFocused();
  const names = ['Ada', 'Bo', 'Cy', 'Di', 'Ed', 'Flo', 'Gus', 'Hal'];
  for (const [i, name] of names.entries()) {
    await type(`${name} ${15 + (i % 3)}`);
    await press('Enter');
    await expect(page.getByRole('list', { name: 'People' }).getByRole('listitem')).toHaveCount(i + 1);
  }
  await press('Escape', '2');
  await expect(page.getByRole('button', { name: /^Assign these/ })).toBeEnabled();
  await press('Control+Enter');
  await expect(page.getByRole('button', { name: 'Everybody has these ties' })).toBeVisible();
  await press('3');
  await expect(page.getByRole('button', { name: /^Issue \d cards/ })).toBeFocused();
  // sizes from memory are asked about before cards are issued for them
  await press('Enter');
  await expect(page.getByText('These collar sizes are not confirmed')).toBeVisible();
  await press('Enter');
  await expect(page.getByText(/cards issued/)).toBeVisible();
  await press('4');
  await expect(page.getByRole('textbox', { name: 'Add a helper' })).toBeFocused();
  await type('Io');
  await press('Enter');
  const ticks = page.getByRole('list', { name: 'Run sheet' }).getByRole('checkbox');
  await expect(ticks.first()).toBeFocused();
  const second = await ticks.nth(1).getAttribute('aria-label');
  await press('Space');
  await expect(page.getByText('1 of 8', { exact: true })).toBeVisible();
  // and on to the next one
  await expect(page.getByRole('checkbox', { name: second ?? '' })).toBeFocused();
  expect(keys).toBeLessThanOrEqual(120);
  // Back goes to the part before
  await page.goBack();
  await expect(page.getByRole('link', { name: 'Beforehand', exact: true })).toHaveAttribute('aria-current', 'page');
});
