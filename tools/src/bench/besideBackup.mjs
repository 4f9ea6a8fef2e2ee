import { spawn } from 'node:child_process';
import { percentile } from './figure.mjs';

const ROUNDS = 3;
const LEAST = 40;
const BETWEEN_MS = 20;

/** @typedef {{ readMs: number, saveMs: number }} Felt 95th percentiles */

/**
 * What one machine's people feel of a backup that another machine makes: reading and changing records, one after another, at rest,
 * beside the backup, and beside a program that takes one core and touches nothing, by turns. On one computer the cores are shared; what the backup
 * costs beyond a core is what it costs machines that have their own.
 * @param {string} home address of the machine that is felt at
 * @param {string} away address of the machine that makes the backup
 * @param {readonly { id: string }[]} wearers
 * @returns {Promise<Record<'atRest' | 'besideBackup' | 'besideComputing', Felt>>}
 */
export async function feelBackup(home, away, wearers) {
  /** @type {Record<'atRest' | 'besideBackup' | 'besideComputing', Felt[]>} */
  const felt = { atRest: [], besideBackup: [], besideComputing: [] };
  for (let round = 0; round < ROUNDS; round += 1) {
    felt.atRest.push(await feelWhile(home, wearers, () => false));
    let isMade = false;
    const made = makeBackup(away).finally(() => (isMade = true));
    felt.besideBackup.push(await feelWhile(home, wearers, () => !isMade));
    await made;
    const computing = spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' });
    felt.besideComputing.push(await feelWhile(home, wearers, () => false));
    computing.kill('SIGKILL');
  }
  const median = (/** @type {readonly Felt[]} */ rounds, /** @type {keyof Felt} */ key) =>
    percentile(
      rounds.map((round) => round[key]),
      0.5,
    );
  const medians = (/** @type {readonly Felt[]} */ rounds) => ({ readMs: median(rounds, 'readMs'), saveMs: median(rounds, 'saveMs') });
  return {
    atRest: medians(felt.atRest),
    besideBackup: medians(felt.besideBackup),
    besideComputing: medians(felt.besideComputing),
  };
}

/** @param {string} address */
async function makeBackup(address) {
  const { ok, status } = await fetch(`${address}/api/backups`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  if (!ok) throw new Error(`the backup was answered ${status}`);
}

/** @param {string} address @param {readonly { id: string }[]} wearers @param {() => boolean} goesOn whether more is wanted than the least @returns {Promise<Felt>} */
async function feelWhile(address, wearers, goesOn) {
  const [reads, saves] = [/** @type {number[]} */ ([]), /** @type {number[]} */ ([])];
  for (let i = 0; i < LEAST || goesOn(); i += 1) {
    const path = `${address}/api/wearers/${wearers[i % wearers.length]?.id}`;
    const began = performance.now();
    const { name, version } = await (await fetch(path)).json();
    const read = performance.now();
    const body = JSON.stringify({ name, collar: '16', longEnd: 'left', note: `felt ${i} ${began}`, version });
    const { status } = await fetch(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body });
    if (status !== 200) throw new Error(`a change beside a backup was answered ${status}`);
    reads.push(read - began);
    saves.push(performance.now() - read);
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_MS));
  }
  return { readMs: percentile(reads, 0.95), saveMs: percentile(saves, 0.95) };
}
