import autocannon from 'autocannon';
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';

const CONNECTIONS = 10;
const SECONDS = 4;
const ROUNDS = 3;

/**
 * Requests a second of reading one wearer: through the whole server, and through a bare Fastify handler with a prepared
 * statement of the driver, each a process of its own, by turns. The best round of each.
 * @param {string} address
 * @param {string} databaseUrl
 */
export async function measureReads(address, databaseUrl) {
  const { wearers } = await (await fetch(`${address}/api/wearers`)).json();
  const path = `/api/wearers/${wearers[0].id}`;
  const bare = spawn(process.execPath, [join(ROOT, 'tools', 'src', 'bench', 'bareServer.mjs')], {
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const bareAddress = await new Promise((resolve) => bare.stdout.once('data', (line) => resolve(String(line).trim())));
  try {
    await expectSame(`${address}${path}`, `${bareAddress}${path}`);
    // Both are warm before anything counts.
    for (const url of [`${address}${path}`, `${bareAddress}${path}`]) await load(url);
    let [wholePerS, barePerS] = [0, 0];
    for (let round = 0; round < ROUNDS; round += 1) {
      wholePerS = Math.max(wholePerS, await load(`${address}${path}`));
      barePerS = Math.max(barePerS, await load(`${bareAddress}${path}`));
    }
    return { wholePerS, barePerS };
  } finally {
    bare.kill();
  }
}

/** @param {string} url */
async function load(url) {
  const { requests, non2xx, errors } = await autocannon({ url, connections: CONNECTIONS, duration: SECONDS });
  if (non2xx + errors > 0) throw new Error(`${non2xx + errors} answers of ${url} were no answers`);
  return requests.average;
}

/** Both must do the same work. @param {string} whole @param {string} bare */
async function expectSame(whole, bare) {
  const [a, b] = await Promise.all([whole, bare].map(async (url) => (await fetch(url)).json()));
  if (a.id !== b.id || a.name !== b.name || a.version !== b.version) throw new Error('the bare handler reads something else');
}
