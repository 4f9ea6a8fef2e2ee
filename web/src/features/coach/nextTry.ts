import type { Tying } from '@easytuck/contract';
import { forecastTry, triesUntil, type PracticeTry } from '@easytuck/core';

/** An evening leaves a wearer about so long to tie alone, in minutes; and four times in five is sure enough to send no helper (assumed). */
const EVENING_MINUTES = 10;
const SURE_ENOUGH = 0.8;

/** What practice so far lets expect, in sentences. `tries` from the first to the last. */
export function nextTryTold(tries: readonly Pick<Tying, 'outcome' | 'durationMs'>[]): { readonly next: string; readonly alone: string } {
  const made = tries.map(({ outcome, durationMs }): PracticeTry => ({
    // giving up takes no time that a bow would take
    minutes: durationMs === null || outcome === 'gaveUp' ? null : durationMs / 60_000,
    isGood: outcome === 'tied',
  }));
  const { good, minutes } = forecastTry(made, 0, EVENING_MINUTES);
  const more = triesUntil(made, EVENING_MINUTES, SURE_ENOUGH);
  return {
    next: `The next try: a good bow ${timesInTen(good)}, most likely in ${minutesTold(minutes.least)} to ${minutesTold(minutes.most)} minutes.`,
    alone: `A good bow alone within ${EVENING_MINUTES} minutes, four times in five: ${whenTold(more)}.`,
  };
}

function timesInTen(chance: number): string {
  const times = Math.round(10 * chance);
  if (times === 0) return 'hardly ever';
  return times === 10 ? 'nearly always' : `about ${times} times in ten`.replace('about 1 times', 'about once');
}

/** To the half minute below five, else whole ones. */
function minutesTold(minutes: number): string {
  const halves = minutes < 5 ? Math.max(1, Math.round(2 * minutes)) : 2 * Math.round(minutes);
  const whole = Math.floor(halves / 2);
  return halves % 2 === 0 ? String(whole) : `${whole === 0 ? '' : whole}½`;
}

function whenTold(more: number | null): string {
  if (more === null) return 'not to be said yet';
  return more === 0 ? 'now' : `after about ${more} more ${more === 1 ? 'try' : 'tries'}`;
}
