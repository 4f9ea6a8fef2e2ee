import { chromium } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { CHROMIUM_ARGS, SOFTWARE_3D_ARGS } from '../lib/chromiumArgs.mjs';
import { CHROMIUM, findProgram } from '../lib/debianPackages.mjs';
import { percentile } from './figure.mjs';
import { sideBySide } from './sideBySide.mjs';

const ARGS = [...CHROMIUM_ARGS, ...SOFTWARE_3D_ARGS];

/**
 * Measures the Coach in Chromium with the software renderer: what the room loads, how long a tie's movement takes to work
 * out, and the script's time in each frame while the strip moves, without the time that calls of WebGL take.
 * @param {string} address
 */
export async function measureCoach(address) {
  const executablePath = findProgram(CHROMIUM.program);
  const browser = await chromium.launch({ args: ARGS, ...(executablePath ? { executablePath } : {}) });
  try {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.addInitScript(recordFrames);
    /** @type {Map<string, Promise<number>>} */
    const weights = new Map();
    page.on('response', (response) => {
      if (/\.(js|css)(\?|$)/.test(response.url()))
        weights.set(
          response.url(),
          response.body().then((body) => gzipSync(body).length),
        );
    });
    await page.goto(address, { waitUntil: 'networkidle' });
    const atBench = new Set(weights.keys());
    await page.getByRole('link', { name: 'Coach' }).click();
    await page.locator('canvas').waitFor();
    await page.waitForLoadState('networkidle');
    await page.getByRole('combobox', { name: 'Tie' }).click();
    await page.getByRole('option').nth(3).click();
    await page.waitForFunction(() => performance.getEntriesByName('choreography').length >= 2);
    const took = await page.evaluate(() => performance.getEntriesByName('choreography').map(({ duration }) => duration));

    await page.locator('canvas').waitFor();
    const frames = () =>
      page.evaluate(() =>
        /** @type {{ framesMs: { script: number, all: number }[] }} */ (/** @type {unknown} */ (window)).framesMs.splice(0),
      );
    await page.waitForTimeout(1500);
    await frames();
    /** @type {{ script: number, all: number }[]} */
    const drawn = [];
    const frame = await sideBySide(
      async () => {
        await page.keyboard.press('PageDown');
        await page.waitForTimeout(2600);
        const round = (await frames()).filter(({ all, script }) => all - script > 0);
        drawn.push(...round);
        return percentile(
          round.map(({ script }) => script),
          0.5,
        );
      },
      () => page.evaluate(rewriteBare),
    );
    const framesOf = async () => {
      await frames();
      await page.keyboard.press('r');
      await page.waitForTimeout(2600);
      return percentile(
        (await frames()).filter(({ all, script }) => all - script > 0).map(({ script }) => script),
        0.5,
      );
    };
    const hands = page.getByRole('group', { name: 'Hands' });
    const withHands = await sideBySide(
      async () => {
        await hands.locator('label').first().click();
        return framesOf();
      },
      async () => {
        await hands.getByText('No hands', { exact: true }).click();
        return framesOf();
      },
    );
    await page.keyboard.press('w');
    const asked = Date.now();
    await page.waitForFunction(() => document.querySelectorAll('fieldset canvas').length >= 17);
    const galleryMs = Date.now() - asked;
    // at the end: the stage in three dimensions comes after the first flat picture
    const kb = async (/** @type {(url: string) => boolean} */ counts) =>
      (await Promise.all([...weights].filter(([url]) => counts(url)).map(([, bytes]) => bytes))).reduce((sum, bytes) => sum + bytes, 0) /
      1000;
    const roomKb = await kb((url) => !atBench.has(url));
    const inFirstLoadKb = await kb((url) => atBench.has(url) && /Coach|Stage3d|choreography/i.test(url));
    if (drawn.length < 40) throw new Error(`only ${drawn.length} frames were drawn`);
    return {
      roomKb,
      inFirstLoadKb,
      choreographyMs: took[took.length - 1] ?? Number.NaN,
      frame,
      withHands,
      galleryMs,
      frameP95Ms: percentile(
        drawn.map(({ script }) => script),
        0.95,
      ),
      frameCount: drawn.length,
      drawnMs: {
        p95: percentile(
          drawn.map(({ all }) => all),
          0.95,
        ),
      },
    };
  } finally {
    await browser.close();
  }
}

/** In the page: the yardstick of a frame. As many numbers as go to the renderer are blended from two moments into one buffer; the median over frames, in ms. */
function rewriteBare() {
  const { bytesPerFrame } = /** @type {{ bytesPerFrame: () => number }} */ (/** @type {unknown} */ (window));
  const count = Math.max(1, Math.round(bytesPerFrame() / 4));
  const [from, to, out] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)];
  for (let i = 0; i < count; i += 1) [from[i], to[i]] = [i % 97, i % 89];
  /** @type {number[]} */
  const times = [];
  return new Promise((resolve) => {
    const step = () => {
      const began = performance.now();
      const share = (times.length % 40) / 40;
      for (let i = 0; i < count; i += 1) out[i] = (from[i] ?? 0) * (1 - share) + (to[i] ?? 0) * share;
      times.push(performance.now() - began);
      if (times.length < 60) requestAnimationFrame(step);
      else resolve(times.sort((a, b) => a - b)[30]);
    };
    requestAnimationFrame(step);
  });
}

/** In the page: notes for each frame the time of its callbacks, with and without calls of WebGL. */
function recordFrames() {
  /** @type {{ script: number, all: number }[]} */
  const framesMs = [];
  /** @type {{ framesMs?: unknown }} */ (/** @type {unknown} */ (window)).framesMs = framesMs;
  let glMs = 0;
  let [uploaded, framesDrawn] = [0, 0];
  Object.assign(window, { bytesPerFrame: () => uploaded / Math.max(1, framesDrawn) });
  const gl = WebGL2RenderingContext.prototype;
  for (const name of Object.getOwnPropertyNames(gl)) {
    const descriptor = Object.getOwnPropertyDescriptor(gl, name);
    if (typeof descriptor?.value !== 'function' || name === 'constructor') continue;
    const call = descriptor.value;
    Object.defineProperty(gl, name, {
      ...descriptor,
      /** @this {WebGL2RenderingContext} @param {...unknown} given */
      value(...given) {
        if (/^bufferSubData$|^bufferData$/.test(name)) for (const part of given) if (ArrayBuffer.isView(part)) uploaded += part.byteLength;
        const began = performance.now();
        try {
          return call.apply(this, given);
        } finally {
          glMs += performance.now() - began;
        }
      },
    });
  }
  const ask = window.requestAnimationFrame.bind(window);
  /** @type {{ at: number, all: number, gl: number } | null} */
  let frame = null;
  window.requestAnimationFrame = (callback) =>
    ask((at) => {
      const [began, glBefore] = [performance.now(), glMs];
      callback(at);
      const all = performance.now() - began;
      if (frame?.at !== at) {
        if (frame) framesMs.push({ script: frame.all - frame.gl, all: frame.all });
        if (frame && frame.gl > 0) framesDrawn += 1;
        frame = { at, all: 0, gl: 0 };
      }
      frame.all += all;
      frame.gl += glMs - glBefore;
    });
}
