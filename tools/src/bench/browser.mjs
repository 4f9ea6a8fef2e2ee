import { chromium } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { CHROMIUM_ARGS } from '../lib/chromiumArgs.mjs';
import { CHROMIUM, findProgram } from '../lib/debianPackages.mjs';
import { percentile } from './figure.mjs';

const MOVES = 300;

/**
 * Measures the Bench in Chromium: what its first load weighs, and the time from a pointer's move on the set's handle to
 * strip and bow both redrawn in the document (event, state, both drawings' paths and the four numbers; painting aside).
 * @param {string} address
 */
export async function measureBrowser(address) {
  const executablePath = findProgram(CHROMIUM.program);
  const browser = await chromium.launch({ args: CHROMIUM_ARGS, ...(executablePath ? { executablePath } : {}) });
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    /** @type {Promise<number>[]} */
    const weights = [];
    page.on('response', (response) => {
      if (/\.(js|css)(\?|$)/.test(response.url())) weights.push(response.body().then((body) => gzipSync(body).length));
    });
    await page.goto(address, { waitUntil: 'networkidle' });
    const firstLoadKb = (await Promise.all(weights)).reduce((sum, bytes) => sum + bytes, 0) / 1000;

    await page.getByRole('combobox', { name: 'Wearer', exact: true }).fill('Corin');
    await page.getByRole('option', { name: /Corin Attleby/ }).click();
    await page.getByRole('button', { name: /^Tie/ }).click();
    await page.getByRole('option', { name: /Lamplighter/ }).click();
    const handle = await page.getByTestId('set-handle').boundingBox();
    if (!handle) throw new Error('the set has no handle');
    await page.evaluate(recordDrag);
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < MOVES; i += 1) await page.mouse.move(x + 50 * Math.sin(i / 6), y);
    await page.mouse.up();
    const times = await page.evaluate(() => /** @type {{ dragTimesMs: number[] }} */ (/** @type {unknown} */ (window)).dragTimesMs);
    if (times.length < MOVES / 3) throw new Error(`only ${times.length} of ${MOVES} moves redrew both drawings`);
    return { firstLoadKb, dragMs: { p95: percentile(times, 0.95), median: percentile(times, 0.5), count: times.length } };
  } finally {
    await browser.close();
  }
}

/** In the page: notes the time from each move to the moment both drawings have changed. */
function recordDrag() {
  /** @type {number[]} */
  const times = [];
  /** @type {{ dragTimesMs?: number[] }} */ (/** @type {unknown} */ (window)).dragTimesMs = times;
  let movedAt = Number.NaN;
  /** @type {Set<string>} */
  const changed = new Set();
  window.addEventListener(
    'pointermove',
    () => {
      movedAt = performance.now();
      changed.clear();
    },
    { capture: true },
  );
  for (const name of ['strip', 'bow']) {
    const drawing = document.querySelector(`[data-testid=${name}]`);
    if (!drawing) throw new Error(`there is no ${name}`);
    new MutationObserver(() => {
      changed.add(name);
      if (changed.size < 2 || Number.isNaN(movedAt)) return;
      times.push(performance.now() - movedAt);
      movedAt = Number.NaN;
    }).observe(drawing, { subtree: true, attributes: true, childList: true });
  }
}
