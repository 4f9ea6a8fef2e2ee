import { expect, type Locator, type Page } from '@playwright/test';

/** The coach in the learner's words. */
export class Coach {
  readonly page: Page;
  readonly address: string;
  constructor(page: Page, address: string) {
    this.page = page;
    this.address = address;
  }

  async open(query = ''): Promise<void> {
    await this.page.goto(`${this.address}/coach${query}`);
    await this.isLaid();
  }

  /** The movement is worked out and the strip drawn. */
  async isLaid(): Promise<void> {
    await expect(this.page.getByRole('slider', { name: 'The whole tying' })).toBeVisible();
    await expect(this.page.locator('canvas').first()).toBeVisible();
  }

  get step(): Locator {
    return this.page.getByRole('region', { name: 'This step' });
  }
  get name(): Locator {
    return this.step.getByRole('heading');
  }
  get stage(): Locator {
    return this.page.locator('main [role="img"]').first();
  }

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key);
  }

  async look(view: string): Promise<void> {
    const choice = this.page.getByRole('group', { name: 'View' }).getByText(view, { exact: true });
    // on a phone the views are folded away
    const folded = this.page.getByText('View, hands, picture');
    if ((await folded.isVisible()) && !(await choice.isVisible())) await folded.click();
    await choice.click();
  }

  async chooseTie(name: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'Tie' }).click();
    await this.page.getByRole('option', { name: new RegExp(name) }).click();
    await expect(this.page).toHaveURL(/tie=/);
    // out of the list, so that single keys work again
    await this.page.keyboard.press('Escape');
    await this.isLaid();
  }

  async chooseWay(name: string): Promise<void> {
    await this.page.getByRole('combobox', { name: 'Way of tying' }).click();
    await this.page.getByRole('option', { name }).click();
    await this.isLaid();
  }
}
