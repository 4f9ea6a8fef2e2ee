import { expect, type Locator, type Page } from '@playwright/test';

/** The bench in the fitter's words. */
export class Bench {
  readonly page: Page;
  readonly address: string;
  constructor(page: Page, address: string) {
    this.page = page;
    this.address = address;
  }

  async open(): Promise<void> {
    await this.page.goto(this.address);
    await expect(this.page.getByRole('button', { name: /^Tie/ })).toBeVisible();
  }

  get name(): Locator {
    return this.page.getByRole('combobox', { name: 'Wearer', exact: true });
  }
  get collar(): Locator {
    return this.page.getByRole('textbox', { name: 'Collar size' });
  }
  get setAt(): Locator {
    return this.page.getByRole('textbox', { name: 'Set at' });
  }
  get lead(): Locator {
    return this.page.getByRole('textbox', { name: 'Lead' });
  }
  get spread(): Locator {
    return this.page.getByRole('status', { name: 'Spread' });
  }
  get room(): Locator {
    return this.page.getByRole('status', { name: 'Adjustment left' });
  }
  get issueButton(): Locator {
    return this.page.getByRole('button', { name: /^(Issue card|Issue revised card|Try again|Saving)/ });
  }

  async chooseWearer(letters: string, name: string): Promise<void> {
    await this.name.fill(letters);
    await this.page
      .getByRole('option', { name: new RegExp(name) })
      .first()
      .click();
    await expect(this.name).toHaveValue(name);
  }

  async chooseTie(name: string): Promise<void> {
    await this.page.getByRole('button', { name: /^Tie/ }).click();
    await this.page
      .getByRole('listbox', { name: 'Ties' })
      .getByRole('option', { name: new RegExp(name) })
      .click();
    await expect(this.page.getByRole('listbox', { name: 'Ties' })).toBeHidden();
    await this.isLaidOut();
  }

  /** The drawings have taken the place that was kept for them, so that nothing below them moves any more. */
  async isLaidOut(): Promise<void> {
    await expect(this.page.locator('[data-waiting]')).toHaveCount(0);
    await this.page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(drawn, 50)))));
  }

  async setBand(text: string): Promise<void> {
    await this.setAt.fill(text);
    await this.setAt.press('Enter');
  }

  async setLead(text: string): Promise<void> {
    await this.lead.fill(text);
    await this.lead.press('Enter');
  }

  async showIn(unit: 'inches' | 'cm'): Promise<void> {
    await this.page.getByText(unit, { exact: true }).click();
  }

  async issue(): Promise<void> {
    await this.isLaidOut();
    await this.issueButton.click();
    await expect(this.page.getByText(/^issued/)).toBeVisible();
  }

  /** Width of the tied bow as drawn, in CSS pixels. */
  async drawnBowPx(): Promise<number> {
    return (await this.page.getByTestId('bow').boundingBox())?.width ?? Number.NaN;
  }

  /** Length of the strip as drawn, tip to tip, in CSS pixels. */
  async drawnStripPx(): Promise<number> {
    return (await this.page.getByTestId('strip').boundingBox())?.width ?? Number.NaN;
  }

  async drag(handle: 'set-handle' | 'lead-handle', byPx: number): Promise<void> {
    await this.hold(handle, byPx);
    await this.page.mouse.up();
  }

  /** Draws a handle along and does not let go. */
  async hold(handle: 'set-handle' | 'lead-handle', byPx: number): Promise<void> {
    const box = await this.page.getByTestId(handle).boundingBox();
    if (!box) throw new Error(`${handle} is not on the page`);
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await this.page.mouse.move(x, y);
    await this.page.mouse.down();
    await this.page.mouse.move(x + byPx / 2, y, { steps: 3 });
    await this.page.mouse.move(x + byPx, y, { steps: 3 });
  }
}
