import { defineConfig } from '@playwright/test';

/** How the browser is started: Debian's Chromium without its windows, in which a page opens in half the time. */
export const chromium = {
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** As most journeys need it: what is drawn flat is drawn faster without a graphics processor that is none. */
const flat = { ...chromium, args: [...chromium.args, '--disable-gpu'] };

/** Journeys through the real thing: server, database and browser. Tests that run at once have each a shop of their own. */
export default defineConfig({
  testDir: './src',
  globalSetup: './src/beforeAll.ts',
  globalTeardown: './src/afterAll.ts',
  outputDir: '../test-results',
  workers: 3,
  fullyParallel: false,
  // what hangs is ended; how long a sound journey takes depends on the machine
  timeout: 300_000,
  expect: { timeout: 45_000 },
  retries: 0,
  reporter: [['list'], ['json']],
  // what is not there to be pressed is reported long before the journey's own end
  use: { browserName: 'chromium', launchOptions: flat, screenshot: 'only-on-failure', locale: 'en-GB', actionTimeout: 120_000 },
  projects: [
    { name: 'laptop', use: { viewport: { width: 1280, height: 800 } } },
    { name: 'tablet', use: { viewport: { width: 820, height: 1180 }, hasTouch: true }, testMatch: /journey\.spec\.ts/ },
  ],
});
