import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { CHROMIUM_ARGS } from '../lib/chromiumArgs.mjs';
import { CHROMIUM, findProgram } from '../lib/debianPackages.mjs';
import { ROOT } from '../lib/paths.mjs';
import { percentile } from './figure.mjs';
import { sideBySide } from './sideBySide.mjs';

const MOVES = 120;

/**
 * Measures the Bench in Chromium: what its first load weighs, and the time from a pointer's move on the set's handle to
 * strip and bow both redrawn in the document (event, state, both drawings' paths and the four numbers; painting aside), beside
 * React committing as many changes without working anything out.
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
    const ours = await dragging(page, 'set-handle');
    await ours();
    const { count, characters } = await page.evaluate(() => /** @type {Recorded} */ (/** @type {unknown} */ (window)).writes());
    const barePage = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await barePage.setContent('<div id="root"></div>');
    await barePage.addScriptTag({ content: await bareCommit(count, characters) });
    const bare = await dragging(barePage, 'set-handle');
    await bare();
    return { firstLoadKb, drag: await sideBySide(ours, bare), writes: { count, characters } };
  } finally {
    await browser.close();
  }
}

/**
 * Drags a handle to and fro; each time it is asked, 95th percentile of the time from a move to both drawings changed, in ms.
 * @param {import('@playwright/test').Page} page
 * @param {string} testId
 */
async function dragging(page, testId) {
  await page.getByTestId(testId).waitFor();
  await page.evaluate(recordDrag);
  return async () => {
    // it lies where the last drag has left it
    const handle = await page.getByTestId(testId).boundingBox();
    if (!handle) throw new Error('the set has no handle');
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 0; i < MOVES; i += 1) await page.mouse.move(x + 50 * Math.sin(i / 6), y);
    await page.mouse.up();
    const times = await page.evaluate(() => /** @type {Recorded} */ (/** @type {unknown} */ (window)).dragTimesMs.splice(0));
    if (times.length < MOVES / 3) throw new Error(`only ${times.length} of ${MOVES} moves redrew both drawings`);
    return percentile(times, 0.95);
  };
}

/**
 * The yardstick of a drag: React committing as many changes of attributes, of the same length, and working out nothing.
 * @param {number} count changes in one move
 * @param {number} characters written in one move
 */
async function bareCommit(count, characters) {
  const source = `
    import { createElement as h, useState } from 'react';
    import { createRoot } from 'react-dom/client';
    import { flushSync } from 'react-dom';
    const COUNT = ${Math.max(2, count)};
    const LONG = ${Math.max(8, Math.round(characters / Math.max(2, count)))};
    const texts = [0, 1].map((k) => Array.from({ length: COUNT }, () => 'M0 ' + k + ' '.repeat(Math.max(0, LONG - 6)) + 'Z'));
    function Drawing({ name, from, to, move }) {
      return h('svg', { 'data-testid': name, width: 400, height: 200 }, texts[move % 2].slice(from, to).map((d, i) => h('path', { key: i, d })));
    }
    function Page() {
      const [move, setMove] = useState(0);
      const half = Math.ceil(COUNT / 2);
      return h('div', { onPointerMove: () => flushSync(() => setMove((before) => before + 1)) },
        h('div', { 'data-testid': 'set-handle', style: { width: 1000, height: 100 } }),
        h(Drawing, { name: 'strip', from: 0, to: half, move }),
        h(Drawing, { name: 'bow', from: half, to: COUNT, move }));
    }
    createRoot(document.getElementById('root')).render(h(Page));`;
  const { outputFiles } = await build({
    stdin: { contents: source, resolveDir: join(ROOT, 'web') },
    ...{ bundle: true, write: false, minify: true, format: 'iife', define: { 'process.env.NODE_ENV': '"production"' } },
  });
  return outputFiles[0]?.text ?? '';
}

/** What the page writes down while it is dragged in. @typedef {{ dragTimesMs: number[], writes: () => { count: number, characters: number } }} Recorded */

/** In the page: notes the time from each move to the moment both drawings have changed, and what was written meanwhile. */
function recordDrag() {
  /** @type {number[]} */
  const times = [];
  let movedAt = Number.NaN;
  let [moves, count, characters] = [0, 0, 0];
  /** @type {Set<string>} */
  const changed = new Set();
  Object.assign(window, {
    dragTimesMs: times,
    writes: () => ({ count: Math.round(count / moves), characters: Math.round(characters / moves) }),
  });
  window.addEventListener(
    'pointermove',
    () => {
      movedAt = performance.now();
      moves += 1;
      changed.clear();
    },
    { capture: true },
  );
  const drawings = ['strip', 'bow'].map((name) => {
    const drawing = document.querySelector(`[data-testid=${name}]`);
    if (!drawing) throw new Error(`there is no ${name}`);
    return { name, drawing };
  });
  new MutationObserver((records) => {
    for (const { type, target, attributeName } of records) {
      count += 1;
      characters +=
        (type === 'attributes' && target instanceof Element ? target.getAttribute(attributeName ?? '') : target.textContent)?.length ?? 0;
      for (const { name, drawing } of drawings) if (drawing.contains(target)) changed.add(name);
    }
    if (changed.size < 2 || Number.isNaN(movedAt)) return;
    times.push(performance.now() - movedAt);
    movedAt = Number.NaN;
  }).observe(document.body, { subtree: true, attributes: true, childList: true, characterData: true });
}
