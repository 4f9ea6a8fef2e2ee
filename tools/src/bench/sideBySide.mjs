import { percentile } from './figure.mjs';

/** Rounds of each, by turns, so that both have the same hours of the machine. */
const ROUNDS = 5;

/**
 * Two ways of doing the same, measured by turns: what the program does, and what it could be at best. The ratio is that of the
 * medians over the rounds, which a slow minute does not move.
 * @param {() => Promise<number> | number} whole what a round of the program's own comes to, such as a 95th percentile in ms
 * @param {() => Promise<number> | number} bare the same of the bare thing
 * @returns {Promise<{ whole: number, bare: number, ratio: number }>}
 */
export async function sideBySide(whole, bare, rounds = ROUNDS) {
  const [ours, theirs] = [/** @type {number[]} */ ([]), /** @type {number[]} */ ([])];
  for (let round = 0; round < rounds; round += 1) {
    ours.push(await whole());
    theirs.push(await bare());
  }
  const [median, bareMedian] = [percentile(ours, 0.5), percentile(theirs, 0.5)];
  return { whole: median, bare: bareMedian, ratio: median / bareMedian };
}

/** Times of doing something one after another, in ms. @param {number} count @param {(i: number) => Promise<unknown> | unknown} work */
export async function timesOf(count, work) {
  const times = [];
  for (let i = 0; i < count; i += 1) {
    const began = performance.now();
    await work(i);
    times.push(performance.now() - began);
  }
  return times;
}
