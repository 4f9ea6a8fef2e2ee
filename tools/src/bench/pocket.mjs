import { chromium } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { CHROMIUM_ARGS, SOFTWARE_3D_ARGS } from '../lib/chromiumArgs.mjs';
import { CHROMIUM, findProgram } from '../lib/debianPackages.mjs';
import { percentile } from './figure.mjs';

/** A telephone in a poor place: processor slowed four times, 1.6 Mbit/s, 150 ms. */
const SLOWED = 4;
const BYTES_PER_S = (1.6e6 / 8) | 0;
const LATENCY_MS = 150;
const ROUNDS = 5;

/**
 * Measures the pocket coach as a wearer opens it: until words and the first picture are there and what was sent for them, until the
 * strip moves, and how long a second opening takes with the network off.
 * @param {string} address
 */
export async function measurePocket(address) {
  const link = await giveLink(address);
  const executablePath = findProgram(CHROMIUM.program);
  const browser = await chromium.launch({ args: [...CHROMIUM_ARGS, ...SOFTWARE_3D_ARGS], ...(executablePath ? { executablePath } : {}) });
  try {
    /** @type {{ pictureMs: number, pictureKb: number, movingMs: number, offlineMs: number }[]} */
    const rounds = [];
    for (let i = 0; i < ROUNDS; i += 1) rounds.push(await open(browser, link));
    const median = (/** @type {keyof (typeof rounds)[0]} */ name) =>
      percentile(
        rounds.map((round) => round[name]),
        0.5,
      );
    return {
      pictureMs: median('pictureMs'),
      pictureKb: median('pictureKb'),
      movingMs: median('movingMs'),
      offlineMs: median('offlineMs'),
    };
  } finally {
    await browser.close();
  }
}

/** A link to the coach of the latest fitting. @param {string} address */
async function giveLink(address) {
  const { lines } = await (await fetch(`${address}/api/fittings/ledger`)).json();
  const answer = await fetch(`${address}/api/links`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), fittingId: lines[0].id }),
  });
  return String((await answer.json()).address);
}

/** @param {import('@playwright/test').Browser} browser @param {string} link */
async function open(browser, link) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send('Network.enable');
  await devtools.send('Network.emulateNetworkConditions', {
    ...{ offline: false, latency: LATENCY_MS, downloadThroughput: BYTES_PER_S, uploadThroughput: BYTES_PER_S },
  });
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  let bytes = 0;
  devtools.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
  });
  const began = Date.now();
  await page.goto(link, { waitUntil: 'commit' });
  const begin = page.getByRole('button', { name: 'Begin tying' });
  await page.waitForFunction(() => performance.getEntriesByName('pocket-picture').length > 0);
  const bytesAtPicture = bytes;
  const pictureMs = await page.evaluate(() => performance.getEntriesByName('pocket-picture')[0]?.startTime ?? Number.NaN);
  await begin.click();
  await page.waitForFunction(() => performance.getEntriesByName('pocket-moving').length > 0, null, { timeout: 60_000 });
  const movingMs = await page.evaluate(() => performance.getEntriesByName('pocket-moving')[0]?.startTime ?? Number.NaN);
  if (Date.now() - began < movingMs) throw new Error('the page’s clock runs ahead');
  // kept whole on the telephone, which takes as long as it takes
  await devtools.send('Network.emulateNetworkConditions', { offline: false, latency: 0, downloadThroughput: -1, uploadThroughput: -1 });
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.waitForTimeout(1_500);
  await page.close();
  await context.setOffline(true);
  const second = await context.newPage();
  const slow = await context.newCDPSession(second);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  await second.goto(link, { waitUntil: 'commit' });
  await second.waitForFunction(() => performance.getEntriesByName('pocket-picture').length > 0);
  const offlineMs = await second.evaluate(() => performance.getEntriesByName('pocket-picture')[0]?.startTime ?? Number.NaN);
  await context.close();
  return { pictureMs, pictureKb: bytesAtPicture / 1000, movingMs, offlineMs };
}
