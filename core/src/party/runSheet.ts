/** A helper who ties for others. Times are minutes from any beginning that all times of a sheet share. */
export interface Helper {
  readonly id: string;
  /** How long one bow takes this helper on somebody else, in minutes: usual, and its spread as a standard deviation. */
  readonly minutes: number;
  readonly sdMinutes: number;
  readonly from: number;
  /** After so many bows in a row arms are rested for so many minutes; null for none. */
  readonly rest: { readonly after: number; readonly minutes: number } | null;
}

/** Somebody whose bow has to sit. */
export interface Guest {
  readonly id: string;
  readonly arrives: number;
  /** Minutes that this bow takes a helper more or less than another. */
  readonly moreMinutes: number;
  /** Who ties: the guest, with these minutes and this chance that a good bow comes of it, or a helper. */
  readonly ties: { readonly minutes: number; readonly sdMinutes: number; readonly good: number } | 'helper';
}

/** One bow on a sheet. */
export interface Turn {
  readonly guestId: string;
  /** The helper, or null where the guest ties. */
  readonly helperId: string | null;
  readonly begins: number;
  readonly ends: number;
}

/** Who ties whom, when. */
export interface RunSheet {
  /** In the order in which they begin. */
  readonly turns: readonly Turn[];
  /** When the last bow sits. */
  readonly ends: number;
  /** Between that and the hour; less than 0 where there is not time enough. */
  readonly spareMinutes: number;
}

/** What a sheet is worked out from. */
export interface Gathering {
  readonly guests: readonly Guest[];
  readonly helpers: readonly Helper[];
  /** The hour at which every bow must sit. */
  readonly by: number;
  /** Minutes that are to be left before it. */
  readonly keepFree: number;
}

/** Whom each helper ties, in any order. */
type Shares = readonly (readonly Guest[])[];

/**
 * A run sheet worked backwards from the hour: every bow as late as leaves the time that is to be kept free, but no earlier than its guest is there.
 * Who is tied by whom: the longest waits first to the helper who is done soonest (list scheduling), then single guests are moved and
 * changed for one another as long as the last bow sits sooner.
 * @throws RangeError where somebody needs a helper and there is none.
 */
export function planRunSheet(gathering: Gathering): RunSheet {
  const { guests, helpers } = gathering;
  const tied = guests.filter(({ ties }) => ties === 'helper');
  if (tied.length > 0 && helpers.length === 0) throw new RangeError('somebody is to be tied, and there is no helper');
  return sheetOf(gathering, improved(dealtOut(tied, helpers), helpers));
}

/** A helper’s turn as early as it can be: when it begins and ends, and whether the helper rests before it. */
interface EarlyTurn {
  readonly guest: Guest;
  readonly begins: number;
  readonly ends: number;
  readonly isRested: boolean;
  /** Bows in a row since the last rest, this one included. */
  readonly inARow: number;
  readonly before: EarlyTurn | null;
}

/**
 * The earliest way for a helper to tie these guests, in the order in which they arrive. A rest can come sooner than it is due: taken while
 * the helper waits for somebody anyway, it can save one later. So for each count of bows in a row only the earliest way is kept, and the
 * soonest of those wins (dynamic programming; with the same rests, the order of arrival is never later than another). A wait as long as a
 * rest is a rest.
 */
function lastEarlyTurn(helper: Helper, guests: readonly Guest[]): EarlyTurn | null {
  let ways: readonly EarlyTurn[] = [];
  for (const guest of byArrival(guests)) {
    const next: EarlyTurn[] = [];
    const offer = (turn: EarlyTurn): void => {
      const at = next.findIndex(({ inARow }) => inARow === turn.inARow);
      if (at < 0) next.push(turn);
      else if (turn.ends < (next[at]?.ends ?? Infinity) - ROUNDING) next[at] = turn;
    };
    for (const before of ways.length > 0 ? ways : [null]) for (const turn of nextTurns(helper, guest, before)) offer(turn);
    ways = next;
  }
  return ways.reduce<EarlyTurn | null>((best, way) => (best === null || way.ends < best.ends - ROUNDING ? way : best), null);
}

/** A guest’s turn after another one: at once where no rest is due, and after a rest. */
function nextTurns(helper: Helper, guest: Guest, before: EarlyTurn | null): readonly EarlyTurn[] {
  const { rest } = helper;
  const free = before?.ends ?? helper.from;
  const turn = (from: number): EarlyTurn => {
    const begins = Math.max(guest.arrives, from);
    const isRested = before !== null && rest !== null && begins - free >= rest.minutes;
    const inARow = rest === null || isRested ? 1 : (before?.inARow ?? 0) + 1;
    return { guest, begins, ends: begins + minutesOf(helper, guest), isRested, inARow, before };
  };
  if (rest === null || before === null) return [turn(free)];
  const rested = turn(free + rest.minutes);
  return before.inARow >= rest.after ? [rested] : [turn(free), rested];
}

/** A helper’s turns, first to last, each as early as it can be. */
function earlyTurns(helper: Helper, guests: readonly Guest[]): readonly EarlyTurn[] {
  const turns: EarlyTurn[] = [];
  for (let turn = lastEarlyTurn(helper, guests); turn !== null; turn = turn.before) turns.push(turn);
  return turns.reverse();
}

/** When a helper is done with these guests. */
const doneAt = (helper: Helper, guests: readonly Guest[]): number => lastEarlyTurn(helper, guests)?.ends ?? -Infinity;

const minutesOf = (helper: Helper, guest: Guest): number => Math.max(0.5, helper.minutes + guest.moreMinutes);

const byArrival = (guests: readonly Guest[]): readonly Guest[] =>
  [...guests].sort((a, b) => a.arrives - b.arrives || (a.id < b.id ? -1 : 1));

function dealtOut(guests: readonly Guest[], helpers: readonly Helper[]): Shares {
  const shares: Guest[][] = helpers.map(() => []);
  for (const guest of byArrival(guests)) {
    let [best, soonest] = [0, Infinity];
    helpers.forEach((helper, k) => {
      const done = doneAt(helper, [...(shares[k] ?? []), guest]);
      if (done < soonest) [best, soonest] = [k, done];
    });
    shares[best]?.push(guest);
  }
  return shares;
}

/** Helpers’ times of being done, latest first: a sheet is better where the first that differs is sooner. */
const doneTimes = (shares: Shares, helpers: readonly Helper[]): readonly number[] =>
  helpers.map((helper, k) => doneAt(helper, shares[k] ?? [])).sort((a, b) => b - a);

const isSooner = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((time, k) => Math.abs(time - (b[k] ?? time)) > 1e-9);
  return at >= 0 && (a[at] ?? 0) < (b[at] ?? 0);
};

/** Moves and changes guests between helpers as long as that helps. */
function improved(begun: Shares, helpers: readonly Helper[]): Shares {
  let shares = begun;
  let times = doneTimes(shares, helpers);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const better = firstBetter(shares, helpers, times);
    if (!better) return shares;
    shares = better;
    times = doneTimes(shares, helpers);
  }
  return shares;
}
const MOST_ROUNDS = 400;

function firstBetter(shares: Shares, helpers: readonly Helper[], times: readonly number[]): Shares | null {
  // only who is done last holds all up
  const last = helpers.findIndex((helper, k) => Math.abs(doneAt(helper, shares[k] ?? []) - (times[0] ?? 0)) < 1e-9);
  const own = shares[last] ?? [];
  for (const guest of own)
    for (let k = 0; k < helpers.length; k += 1) {
      if (k === last) continue;
      for (const given of [null, ...(shares[k] ?? [])]) {
        const tried = shares.map((share, i) => {
          if (i === last) return [...share.filter((each) => each !== guest), ...(given ? [given] : [])];
          return i === k ? [...share.filter((each) => each !== given), guest] : share;
        });
        if (isSooner(doneTimes(tried, helpers), times)) return tried;
      }
    }
  return null;
}

function sheetOf({ guests, helpers, by, keepFree }: Gathering, shares: Shares): RunSheet {
  const turns: Turn[] = helpers.flatMap((helper, k) => latestTurns(helper, shares[k] ?? [], by - keepFree));
  for (const { id, arrives, ties } of guests) {
    if (ties === 'helper') continue;
    const begins = Math.max(arrives, by - keepFree - ties.minutes);
    turns.push({ guestId: id, helperId: null, begins, ends: begins + ties.minutes });
  }
  turns.sort((a, b) => a.begins - b.begins || (a.guestId < b.guestId ? -1 : 1));
  const ends = turns.reduce((last, turn) => Math.max(last, turn.ends), -Infinity);
  return { turns, ends: turns.length === 0 ? by - keepFree : ends, spareMinutes: turns.length === 0 ? keepFree : by - ends };
}

/** A helper’s turns, each as late as it may be; where guests come too late for that, as early as it can be. */
function latestTurns(helper: Helper, guests: readonly Guest[], until: number): readonly Turn[] {
  const early = earlyTurns(helper, guests);
  const turns: Turn[] = [];
  let next = until;
  for (const { guest, begins, ends, isRested } of early.toReversed()) {
    // one who comes too late for the time that is kept free takes it from nobody else
    const later = Math.max(0, Math.min(next, until) - ends);
    turns.push({ guestId: guest.id, helperId: helper.id, begins: begins + later, ends: ends + later });
    // rests stay as long as they were
    next = begins + later - (isRested ? (helper.rest?.minutes ?? 0) : 0);
  }
  return turns.toReversed();
}

/** How surely all sit in time. */
export interface Readiness {
  /** Share of evenings on which every bow sits at the hour. */
  readonly all: number;
  /** The same of each guest, by id. */
  readonly byGuest: ReadonlyMap<string, number>;
}

/**
 * How surely a sheet holds, by as many evenings as are tried: bows take longer or shorter (log-normal, so that none takes less than
 * nothing), and whoever does not succeed alone is tied by the helper who is free first.
 * @param normal normal numbers.
 * @param uniform numbers from 0 to 1.
 */
export function howReady(
  { guests, helpers, by }: Gathering,
  sheet: RunSheet,
  runs: number,
  normal: () => number,
  uniform: () => number,
): Readiness {
  const guestOf = new Map(guests.map((guest) => [guest.id, guest]));
  const helperOf = new Map(helpers.map((helper) => [helper.id, helper]));
  const ready = new Map(sheet.turns.map(({ guestId }) => [guestId, 0]));
  let all = 0;
  for (let run = 0; run < runs; run += 1) {
    const free = new Map(helpers.map(({ id, from }) => [id, from]));
    const sits = new Map<string, number>();
    const unlucky: { readonly guest: Guest; readonly from: number }[] = [];
    for (const { guestId, helperId, begins } of sheet.turns) {
      const guest = guestOf.get(guestId);
      if (!guest) continue;
      const helper = helperId === null ? null : helperOf.get(helperId);
      if (helper) {
        const start = Math.max(begins, free.get(helper.id) ?? begins);
        const end = start + lengthOf(minutesOf(helper, guest), helper.sdMinutes, normal());
        free.set(helper.id, end);
        sits.set(guestId, end);
      } else if (guest.ties !== 'helper') {
        const end = begins + lengthOf(guest.ties.minutes, guest.ties.sdMinutes, normal());
        if (uniform() < guest.ties.good) sits.set(guestId, end);
        else unlucky.push({ guest, from: end });
      }
    }
    for (const { guest, from } of unlucky.sort((a, b) => a.from - b.from)) {
      const helper = helpers.reduce<Helper | null>(
        (best, each) => (best && (free.get(best.id) ?? 0) <= (free.get(each.id) ?? 0) ? best : each),
        null,
      );
      if (!helper) continue;
      const end = Math.max(from, free.get(helper.id) ?? from) + lengthOf(minutesOf(helper, guest), helper.sdMinutes, normal());
      free.set(helper.id, end);
      sits.set(guest.id, end);
    }
    let isAll = true;
    for (const guestId of ready.keys()) {
      if ((sits.get(guestId) ?? Infinity) <= by + ROUNDING) ready.set(guestId, (ready.get(guestId) ?? 0) + 1);
      else isAll = false;
    }
    if (isAll) all += 1;
  }
  return { all: all / runs, byGuest: new Map([...ready].map(([id, count]) => [id, count / runs])) };
}

const ROUNDING = 1e-9;

/** A length of time about its mean, log-normal with a standard deviation. */
function lengthOf(mean: number, sd: number, deviations: number): number {
  const variance = Math.log(1 + (sd / mean) ** 2);
  return Math.exp(Math.log(mean) - variance / 2 + Math.sqrt(variance) * deviations);
}
