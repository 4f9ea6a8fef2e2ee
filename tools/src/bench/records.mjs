import { readFileSync } from 'node:fs';
import { sleep } from '../lib/privateDatabase.mjs';
import { wearerRepository } from '../../../server/src/modules/wearers/repository.ts';
import { openBare, p95OfPages } from './bareStatements.mjs';
import { percentile } from './figure.mjs';
import { fileOfPeople, searchLetters, takeIn } from './crowd.mjs';
import { sideBySide } from './sideBySide.mjs';

const PEOPLE = 100_000;
const SEARCHES = 200;

/** How long reads take, one after another with a pause as between people, until told to end. @param {string} address @param {() => boolean} isOver */
async function timeReads(address, isOver) {
  const times = [];
  const { wearers } = await (await fetch(`${address}/api/wearers`)).json();
  for (let i = 0; !isOver(); i += 1) {
    const path = [`/api/wearers/${wearers[0].id}`, '/api/wearers?q=co', '/api/ties', '/api/shop'][i % 4] ?? '';
    const started = performance.now();
    await (await fetch(address + path)).text();
    times.push(performance.now() - started);
    await sleep(20);
  }
  return times;
}

/** Peak memory of a process, in MB. @param {number} pid */
const peakMb = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;

/**
 * Fills a shop with 100,000 wearers by its own import, in one file, while others read; then takes in one row more, saves all as a
 * table, and searches among them through the server, by the beginnings of names that people type.
 * @param {string} address
 * @param {number} serverPid
 * @param {string} databaseUrl
 */
export async function measureRecords(address, serverPid, databaseUrl) {
  const before = peakMb(serverPid);
  const idleUntil = Date.now() + 8_000;
  const idle = await timeReads(address, () => Date.now() > idleUntil);
  let isOver = false;
  const importing = takeIn(address, fileOfPeople(PEOPLE)).finally(() => (isOver = true));
  const beside = await timeReads(address, () => isOver);
  const { taken, tookMs } = await importing;
  if (taken !== PEOPLE) throw new Error(`${taken} of ${PEOPLE} rows were taken in`);
  const importPeakMb = peakMb(serverPid);
  const one = await takeIn(address, 'name,collar,long end\r\nOnly One Row,16,left\r\n');
  const exported = performance.now();
  const table = await (await fetch(`${address}/api/exchange/wearers?format=csv`)).text();
  const exportedRowsPerS = (table.split('\r\n').length - 2) / ((performance.now() - exported) / 1000);
  const letters = searchLetters(SEARCHES);
  const bare = await openBare(databaseUrl);
  const wearers = wearerRepository(bare.database);
  /** @type {Awaited<ReturnType<typeof bare.statementsOf>>[]} */
  const lists = [];
  for (const q of letters) lists.push(await bare.statementsOf(() => wearers.search(q, 50)));
  const paths = letters.map((q) => `/api/wearers?${new URLSearchParams({ q }).toString()}`);
  const search = await sideBySide(
    () => p95OfPages(address, paths, ({ wearers: found }) => found.length > 0),
    () => bare.p95Of(lists),
  );
  await bare.end();
  return {
    importS: tookMs / 1000,
    importPeakMb,
    restingMb: before,
    idleP95Ms: percentile(idle, 0.95),
    besideP95Ms: percentile(beside, 0.95),
    oneRowS: one.tookMs / 1000,
    exportedRowsPerS,
    search,
  };
}
