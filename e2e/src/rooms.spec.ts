import { Bench } from './bench.ts';
import { expect, test } from './shop.ts';

test.describe('choices on the bench', () => {
  test('a shirt labelled in centimetres is set by the size chart on a band marked in inches, and says so', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('41 cm');
    await expect(page.getByText('sold as 16 in')).toBeVisible();
    await bench.chooseTie('Harbour Night');
    await expect(bench.setAt).toHaveValue('16');
    await expect(page.getByText('16 in by the size chart').first()).toBeVisible();
  });

  test('the mirror shows the wearer’s left on the left, and is remembered', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('16');
    await bench.chooseTie('Harbour Night');
    const isLongOnLeft = async (): Promise<boolean> => {
      const long = await page.getByText('Long end on the wearer’s left').boundingBox();
      const short = await page.getByText('Short end on the wearer’s right').boundingBox();
      return (long?.x ?? Number.NaN) < (short?.x ?? Number.NaN);
    };
    expect(await isLongOnLeft()).toBe(false);
    await page.getByText('in the mirror').click();
    expect(await isLongOnLeft()).toBe(true);
    await page.reload();
    await expect(page.getByText('Long end on the wearer’s left')).toBeVisible();
    expect(await isLongOnLeft()).toBe(true);
  });

  test('a measured neck and face bound the bow where they are narrower, drawn and named', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('16');
    await bench.chooseTie('Harbour Night');
    await page.getByRole('button', { name: 'more measures' }).click();
    await page.getByRole('textbox', { name: 'Face or spectacles' }).fill('12 cm');
    await expect(page.getByText('the bow is wider than the face')).toBeVisible();
    await expect(page.getByText('wearable, outside a style or neatness limit')).toBeVisible();
    await expect(page.getByText('✕ face').first()).toBeVisible();
    await page.reload();
    await page.getByRole('button', { name: '1 more measure' }).click();
    await expect(page.getByRole('textbox', { name: 'Face or spectacles' })).toHaveValue('12 cm');
  });

  test('the late school ties at the longest and says how much to draw in', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.collar.fill('16');
    await bench.chooseTie('Harbour Night');
    await page.getByText('Late', { exact: true }).click();
    await expect(page.getByText(/taken in 2 in, gives/)).toBeVisible();
    await expect(page.getByText(/Tie it at mark 18.*then take it in 2 in at the back, to mark 16/)).toBeVisible();
    await expect(bench.setAt).toHaveValue('16');
  });

  test('a band sewn to one neck has a length and no set to choose', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.fill('Sewn Band');
    await bench.collar.fill('16 1/2');
    await bench.chooseTie('Bandmaster velvet');
    await expect(page.getByText('sewn to length, tip to tip')).toBeVisible();
    await expect(bench.setAt).toBeHidden();
    await expect(page.getByText('Where each school sets it')).toBeHidden();
    await bench.issue();
    await expect(page.getByText('Bandmaster velvet, cut to 16½')).toBeVisible();
  });

  test('an unnumbered slider is set by its glide, typed as a length', async ({ page, shop }) => {
    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.showIn('cm');
    await bench.collar.fill('43 cm');
    await bench.chooseTie('Debater donegal');
    await bench.setBand('16 cm');
    await expect(page.getByText('glide, from the sewn end')).toBeVisible();
    await expect(bench.setAt).toHaveValue(/^1[56]\.\d$/);
    await bench.setBand('90 cm');
    await expect(page.getByText(/This band runs from glide at .* to glide at/)).toBeVisible();
  });
});

test.describe('what a tie’s knot is known by', () => {
  test('is told on its page, with what contradicts it; a card says how surely its bow comes out so', async ({ page, shop }) => {
    await page.goto(`${shop.address}/drawer`);
    await page.getByRole('link', { name: /Choirstall grosgrain/ }).click();
    const known = page.getByRole('region', { name: 'How well its knot is known' });
    await expect(known).toContainText('By its measures alone, its bow comes out as worked out, give or take');
    await expect(known).toContainText('by the maker’s marks');
    await expect(known).toContainText('One tied bow, measured on the balance desk, tells most');
    // a tape read three inches off, or at another mark
    await page.getByRole('textbox', { name: 'Tip to tip' }).fill('950 mm');
    await expect(known.getByRole('alert')).toContainText('Marks and cut contradict each other');
    // without numbers there is nothing to contradict
    await page.getByRole('combobox', { name: 'Numbers on the band' }).click();
    await page.getByRole('option', { name: 'none' }).click();
    await expect(known.getByRole('alert')).toBeHidden();
    await expect(known).toContainText('by the shape of the knot alone');
    await page.getByRole('button', { name: 'Discard changes' }).click();

    const bench = new Bench(page, shop.address);
    await bench.open();
    await bench.name.fill('Untied Yet');
    await bench.collar.fill('16');
    await bench.chooseTie('Choirstall');
    await expect(page.getByText(/give or take .* by its measures alone/)).toBeVisible();
    await bench.issue();
    await expect(page.getByText('from the shape of its knot and its maker’s marks')).toBeVisible();
    await expect(page.getByText(/give or take .* by its measures alone/)).toBeVisible();
  });
});

test.describe('records', () => {
  test('a wearer is entered, found by letters, changed, and taken to the bench', async ({ page, shop }) => {
    await page.goto(`${shop.address}/wearers`);
    await page.getByRole('link', { name: 'Enter a wearer' }).click();
    await page.getByRole('textbox', { name: 'Name' }).fill('Leocadia Brandt');
    await page.getByRole('textbox', { name: 'Collar size' }).fill('16 cm');
    await page.getByRole('button', { name: 'Save wearer' }).click();
    await expect(page.getByText('write 16 in')).toBeVisible();
    await page.getByRole('textbox', { name: 'Collar size' }).fill('14½');
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Collar size' })).toHaveValue('14½');
    await page.getByRole('button', { name: 'Save wearer' }).click();
    await expect(page.getByRole('heading', { name: 'Leocadia Brandt' })).toBeVisible();
    await page.getByRole('textbox', { name: 'Collar size' }).fill('15');
    await page.getByRole('button', { name: 'Save record' }).click();
    await expect(page.getByRole('button', { name: 'Save record' })).toBeDisabled();
    await page.getByRole('link', { name: 'Wearers' }).click();
    await page.getByRole('searchbox', { name: 'Find by name' }).fill('leoc');
    await expect(page.getByRole('listitem')).toHaveCount(1);
    await page.getByRole('link', { name: /Leocadia Brandt 15 in/ }).click();
    await page.getByRole('link', { name: 'Fit on the Bench' }).click();
    const bench = new Bench(page, shop.address);
    await expect(bench.name).toHaveValue('Leocadia Brandt');
    await expect(bench.collar).toHaveValue('15');
  });

  test('a tie measured anew is told when somebody else measured it in the meantime', async ({ page, shop, request }) => {
    await page.goto(`${shop.address}/drawer`);
    await page.getByRole('link', { name: /Sandbank linen/ }).click();
    await expect(page.getByRole('group', { name: 'The blade as measured' })).toBeVisible();
    const id = new URL(page.url()).pathname.split('/').at(-1) ?? '';
    const tie = (await (await request.get(`${shop.address}/api/ties/${id}`)).json()) as { version: number; inStock: number };
    await page.getByRole('textbox', { name: 'In stock' }).fill('5');
    expect((await request.put(`${shop.address}/api/ties/${id}`, { data: { ...tie, inStock: 9 } })).status()).toBe(200);
    await page.getByRole('button', { name: 'Save tie' }).click();
    await expect(page.getByText(/Somebody else saved this tie in the meantime.*choose what is to be saved/)).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'In stock' })).toHaveValue('5');
    await page.getByRole('group', { name: 'In stock' }).getByRole('button', { name: 'Keep yours' }).click();
    await page.getByRole('button', { name: 'Save tie' }).click();
    await expect(page.getByRole('link', { name: /Sandbank linen/ })).toContainText('5 in stock');
  });
});
