import type { Page } from '@playwright/test';
import axe from 'axe-core';

/** WCAG 2.2, levels A and AA, as axe's rules are marked. */
const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What axe finds against WCAG 2.2 AA on a page: each rule with the elements it names. Its program is put into a page once, and
 * tells nothing of what it passes: it answers in a quarter of the time so.
 * @param withColours false where the same colours have been compared on this page already.
 */
export async function axeFindings(page: Page, withColours = true): Promise<readonly string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const options: axe.RunOptions = {
    runOnly: { type: 'tag', values: LEVELS },
    rules: { 'color-contrast': { enabled: withColours } },
    resultTypes: ['violations'],
  };
  // colours that are just changing (a button that becomes usable) are nobody's colours yet
  await page.evaluate(async () => {
    const changing = document.getAnimations().filter((animation) => animation instanceof CSSTransition);
    await Promise.allSettled(changing.map(({ finished }) => finished));
  });
  const { passes, violations } = await page.evaluate(
    (asked) => (window as unknown as { axe: typeof axe }).axe.run(document, asked),
    options,
  );
  if (passes.length === 0) throw new Error('axe has looked at nothing');
  return violations.map(
    ({ id, nodes }) => `${id}: ${nodes.map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary ?? ''}`).join(' | ')}`,
  );
}
