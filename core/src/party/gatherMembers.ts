import { forecastTry, triesUntil, type Forecast, type PracticeTry } from './learningCurve.ts';
import type { Gathering, Guest, Helper } from './runSheet.ts';

/** Who ties, as it was said. `ask`: as practice shows. */
export const WHO_TIES = ['ask', 'self', 'helper'] as const;
export type WhoTies = (typeof WHO_TIES)[number];

/** Whoever ties with at least this chance a good bow in time is left to tie alone (assumed, no source). */
export const GOOD_ENOUGH = 0.8;
/** Time that somebody who ties alone is given on the day, in minutes. */
export const ALLOWED_MINUTES = 15;
/** What a bow on somebody else takes a practised helper (assumed, no source), in minutes. */
export const HELPER_MINUTES = { usual: 4, sd: 1.2 } as const;
/** Arms held up tire: after so many bows in a row a rest of so many minutes (common practice, no source for the figures). */
export const ARMS_REST = { after: 5, minutes: 5 } as const;
/** What a bow of thick cloth takes longer, in minutes (assumed, no source). */
export const THICK_MORE_MINUTES = 1;

/** A member on the day. Times are minutes before the hour, counted negative. */
export interface MemberOfTheDay {
  readonly id: string;
  readonly tries: readonly PracticeTry[];
  readonly whoTies: WhoTies;
  /** Known to tie with ease: few tries on record say little against it. */
  readonly isSure: boolean;
  readonly arrives: number;
  /** Cloth that is thick, or hands that need patience. */
  readonly moreMinutes: number;
  /** The bow sits already. */
  readonly isDone: boolean;
  /** A bow that was tied the night before is only fastened. */
  readonly isTiedBefore: boolean;
}

/** Time in which a bow that was tied before is fastened and shaped (assumed, no source), in minutes. */
const FASTENED_MINUTES = { usual: 1.5, sd: 0.5 } as const;

/** What is expected of a member’s next try, whether it is left to them, and how many more tries it would take. */
export interface Prospect {
  readonly forecast: Forecast;
  readonly tiesOwn: boolean;
  /** 0 where it is enough already; null where it is more than can be asked of anybody. */
  readonly moreTries: number | null;
}

/** Whoever ties with ease is taken to have tied so many good bows before those on record (assumed, no source). */
const SURE_BEFORE: readonly PracticeTry[] = Array.from({ length: 12 }, () => ({ minutes: null, isGood: true }));

/** Looks at a member’s practice. Nobody who never tried and was not asked is left to tie alone. */
export function prospectOf({ tries: onRecord, whoTies, isSure }: Pick<MemberOfTheDay, 'tries' | 'whoTies' | 'isSure'>): Prospect {
  const tries = isSure ? [...SURE_BEFORE, ...onRecord] : onRecord;
  const forecast = forecastTry(tries, 0, ALLOWED_MINUTES);
  return {
    forecast,
    tiesOwn: whoTies === 'self' || (whoTies === 'ask' && tries.length > 0 && forecast.inTime >= GOOD_ENOUGH),
    moreTries: triesUntil(tries, ALLOWED_MINUTES, GOOD_ENOUGH),
  };
}

/**
 * What a run sheet is worked out from: everybody whose bow does not sit yet, at the hour 0.
 * @param now minutes before the hour, counted negative: nothing is begun earlier; null where the day is not yet there.
 */
export function gatherMembers(
  members: readonly MemberOfTheDay[],
  helpers: readonly Helper[],
  keepFree: number,
  now: number | null,
): Gathering {
  const earliest = now ?? -Infinity;
  return {
    guests: members.filter(({ isDone }) => !isDone).map((member) => guestOf(member, earliest)),
    helpers: helpers.map((helper) => ({ ...helper, from: Math.max(helper.from, earliest) })),
    by: 0,
    keepFree,
  };
}

function guestOf(member: MemberOfTheDay, earliest: number): Guest {
  const { id, arrives, moreMinutes, isTiedBefore } = member;
  const at = { id, arrives: Math.max(arrives, earliest), moreMinutes };
  if (isTiedBefore) return { ...at, ties: { minutes: FASTENED_MINUTES.usual, sdMinutes: FASTENED_MINUTES.sd, good: 1 } };
  const { tiesOwn, forecast } = prospectOf(member);
  if (!tiesOwn) return { ...at, ties: 'helper' };
  const { least, most } = forecast.minutes;
  const { mean, sd } = meanOfLogNormal(least, most);
  return { ...at, ties: { minutes: mean + moreMinutes, sdMinutes: sd, good: forecast.good } };
}

/** Mean and standard deviation of what lies between two limits in four of five cases, log-normal. */
function meanOfLogNormal(least: number, most: number): { readonly mean: number; readonly sd: number } {
  const middle = (Math.log(least) + Math.log(most)) / 2;
  const spread = (Math.log(most) - Math.log(least)) / (2 * FOUR_IN_FIVE_SD);
  const mean = Math.exp(middle + spread ** 2 / 2);
  return { mean, sd: mean * Math.sqrt(Math.exp(spread ** 2) - 1) };
}

/** Four in five of normal numbers lie within this many standard deviations. */
const FOUR_IN_FIVE_SD = 1.2816;
