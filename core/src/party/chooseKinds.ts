import type { Look, Matched, Neck } from './oneLook.ts';
import { matchLook } from './oneLook.ts';
import type { PreparedTie } from '../fit/index.ts';

/** A kind of tie, and how many of it this party can have. */
export interface Kind {
  readonly id: string;
  readonly prepared: PreparedTie;
  readonly free: number;
  /** The same text for kinds that look alike: of one shape, cloth, colour and face. */
  readonly likeness: string;
  /** The band opens by itself when it is pulled. */
  readonly breakaway: boolean;
}

/** Somebody who needs a tie; `hadId`: the kind that they have now, which they keep if no other is better. */
export interface Taker extends Neck {
  readonly hadId: string | null;
  /** They can only wear a band that opens by itself when it is pulled. */
  readonly needsBreakaway: boolean;
  /** Kinds as their own hands tie them, by id, where that is known. */
  readonly inHands?: ReadonlyMap<string, PreparedTie>;
}

/** A kind as it comes out in somebody's hands. */
export const preparedFor = ({ inHands }: Pick<Taker, 'inHands'>, { id, prepared }: Pick<Kind, 'id' | 'prepared'>): PreparedTie =>
  inHands?.get(id) ?? prepared;

/**
 * Assigns rows to columns at the least total cost, each row and each column once at most.
 * @param costs rows of equal length, at least as many columns as rows.
 * @returns pairs of row and column.
 */
export type AssignmentSolver = (costs: readonly (readonly number[])[]) => readonly (readonly [row: number, column: number])[];

/** What each kind gives on each neck: `matches[taker][kind]`. */
export type Matches = readonly (readonly Matched[])[];

/** Fits every kind to every neck. */
export const matchAll = (takers: readonly Taker[], kinds: readonly Kind[], look: Look): Matches =>
  takers.map((taker) =>
    kinds.map((kind) => (taker.needsBreakaway && !kind.breakaway ? NO_BREAKAWAY : matchLook(preparedFor(taker, kind), taker, look))),
  );

const NO_BREAKAWAY: Matched = { kind: 'none', why: { kind: 'noBreakaway' } };

/** What it costs, in mm of width, to leave somebody without a tie: more than any bow can be off. */
const COST_WITHOUT = 1_000;
/** Less than a kind costs that somebody has already, so that nobody changes ties for nothing. In mm. */
const KEEP_MM = 0.01;

/** What a tie on a neck costs, in mm: how far it is off the look, and how far past a width rule. */
export const distanceOf = ({ offMm, pastCustomMm }: Extract<Matched, { kind: 'some' }>): number => Math.abs(offMm) + pastCustomMm;

/** The cost of a kind on a neck; more than going without where the neck cannot wear it. */
function costOf(matched: Matched | undefined, isHad: boolean): number {
  if (matched?.kind !== 'some') return 2 * COST_WITHOUT;
  return distanceOf(matched) - (isHad ? KEEP_MM : 0);
}

/** Kinds that look alike, by their indices. */
interface Group {
  readonly likeness: string;
  readonly kinds: readonly number[];
}

/** Work that the search for the fewest looks may take, in fits of one kind to one person; beyond it the search is greedy. */
const MOST_WORK = 60_000;
/** Sets of looks that are worked out to the end, the most promising ones first. */
const MOST_PRICED = 6;

/**
 * Chooses the kinds of tie from which a party is dressed: as many people as possible get a tie, then the bows have as few different looks
 * as possible, then they are off the look by as little as possible. One look for everybody if there are enough ties of it.
 *
 * The number of looks is the smallest for a drawer of a usual size ({@link MOST_WORK}); beyond that the search is greedy: the look that dresses
 * most of those still without a tie comes next. Of several smallest sets the {@link MOST_PRICED} most promising are compared in full.
 * @param worn looks that somebody wears anyway, in a tie that is handed out or is their own: these count as no further look, and are left
 * out again where the others dress everybody without them.
 */
export function chooseKinds(
  takers: readonly Taker[],
  kinds: readonly Kind[],
  matches: Matches,
  solve: AssignmentSolver,
  worn: ReadonlySet<string> = new Set(),
): readonly Kind[] {
  const usable = kinds.map((_, k) => takers.flatMap((_taker, i) => (matches[i]?.[k]?.kind === 'some' ? [i] : [])));
  const byLikeness = new Map<string, number[]>();
  kinds.forEach(({ likeness, free }, k) => {
    if (free > 0 && (usable[k]?.length ?? 0) > 0) byLikeness.set(likeness, [...(byLikeness.get(likeness) ?? []), k]);
  });
  const groups = [...byLikeness].map(([likeness, of]): Group => ({ likeness, kinds: of }));
  const dressed = (chosen: readonly Group[]): number =>
    countDressed(
      takers.length,
      chosen.flatMap((group) => group.kinds).map((k) => ({ free: kinds[k]?.free ?? 0, takers: usable[k] ?? [] })),
    );
  const base = groups.filter(({ likeness }) => worn.has(likeness));
  const further = groups.filter(({ likeness }) => !worn.has(likeness));
  const most = dressed(groups);
  const found = fewestGroups(base, further, most, dressed, Math.max(20, Math.floor(MOST_WORK / (takers.length * kinds.length))));
  const needed = found.map((chosen) => withoutNeedless(chosen, base, most, dressed));
  const costs = (chosen: readonly Group[]): number => {
    const table = costTable(takers, kinds, matches, kindsOf(chosen)).costs;
    return solve(table).reduce((sum, [row, column]) => sum + (table[row]?.[column] ?? 0), 0);
  };
  const lowest = (chosen: readonly Group[]): number => {
    const those = kindsOf(chosen);
    return takers.reduce(
      (sum, { hadId }, i) => sum + Math.min(COST_WITHOUT, ...those.map((k) => costOf(matches[i]?.[k], kinds[k]?.id === hadId))),
      0,
    );
  };
  return kindsOf(cheapest(needed, costs, lowest)).flatMap((k) => kinds[k] ?? []);
}

const kindsOf = (chosen: readonly Group[]): readonly number[] => chosen.flatMap((group) => group.kinds).sort((a, b) => a - b);

/** All smallest sets of further groups that dress `most` people together with the base; one set, found greedily, where there are too many. */
function fewestGroups(
  base: readonly Group[],
  further: readonly Group[],
  most: number,
  dressed: (chosen: readonly Group[]) => number,
  mostSets: number,
): readonly (readonly Group[])[] {
  const start = dressed(base);
  if (start >= most) return [base];
  // what a group adds to the base is the most that it adds to any larger set
  const gains = further
    .map((group) => ({ group, gain: dressed([...base, group]) - start }))
    .filter(({ gain }) => gain > 0)
    .sort((a, b) => b.gain - a.gain);
  let tried = 0;
  for (let size = 1; size <= gains.length; size += 1) {
    const found: (readonly Group[])[] = [];
    const extend = (from: number, chosen: readonly Group[], possible: number): boolean => {
      if (chosen.length === size) {
        tried += 1;
        if (tried > mostSets) return false;
        if (dressed([...base, ...chosen]) >= most) found.push([...base, ...chosen]);
        return true;
      }
      for (let k = from; k < gains.length; k += 1) {
        const next = gains[k];
        const missing = size - chosen.length;
        if (!next || possible + missing * next.gain < most) break;
        if (!extend(k + 1, [...chosen, next.group], possible + next.gain)) return false;
      }
      return true;
    };
    if (!extend(0, [], start)) return [found[0] ?? greedily(base, further, most, dressed)];
    if (found.length > 0) return found;
  }
  return [[...base, ...further]];
}

/** A set without those of the base that it can do without, least useful first. */
function withoutNeedless(
  chosen: readonly Group[],
  base: readonly Group[],
  most: number,
  dressed: (chosen: readonly Group[]) => number,
): readonly Group[] {
  const inOrder = base.map((group) => ({ group, alone: dressed([group]) })).sort((a, b) => a.alone - b.alone);
  return inOrder.reduce<readonly Group[]>((kept, { group }) => {
    const fewer = kept.filter((each) => each !== group);
    return dressed(fewer) >= most ? fewer : kept;
  }, chosen);
}

function greedily(
  base: readonly Group[],
  further: readonly Group[],
  most: number,
  dressed: (chosen: readonly Group[]) => number,
): readonly Group[] {
  let chosen = base;
  while (dressed(chosen) < most) {
    const next = further
      .filter((group) => !chosen.includes(group))
      .map((group) => ({ group, count: dressed([...chosen, group]) }))
      .reduce<{ group: Group; count: number } | null>((best, each) => (best && best.count >= each.count ? best : each), null);
    if (!next) return chosen;
    chosen = [...chosen, next.group];
  }
  return chosen;
}

/** The set of least cost, of those with the lowest bounds. Sets whose bound is no better than the best so far are not worked out. */
function cheapest(
  sets: readonly (readonly Group[])[],
  costs: (chosen: readonly Group[]) => number,
  lowest: (chosen: readonly Group[]) => number,
): readonly Group[] {
  if (sets.length <= 1) return sets[0] ?? [];
  let best: readonly Group[] = [];
  let least = Infinity;
  const inOrder = sets.map((chosen) => ({ chosen, bound: lowest(chosen) })).sort((a, b) => a.bound - b.bound);
  for (const { chosen, bound } of inOrder.slice(0, MOST_PRICED)) {
    if (bound >= least) break;
    const cost = costs(chosen);
    if (cost < least) [best, least] = [chosen, cost];
  }
  return best;
}

/** Costs for the assignment: a row a taker; a column for each tie of the chosen kinds, then one for each taker who goes without. */
export function costTable(
  takers: readonly Taker[],
  kinds: readonly Kind[],
  matches: Matches,
  chosen: readonly number[],
): { readonly columns: readonly number[]; readonly costs: readonly (readonly number[])[] } {
  const columns = chosen.flatMap((k) => Array.from({ length: Math.min(Math.max(0, kinds[k]?.free ?? 0), takers.length) }, () => k));
  const costs = takers.map(({ hadId }, i) => [
    ...columns.map((k) => costOf(matches[i]?.[k], kinds[k]?.id === hadId)),
    ...takers.map(() => COST_WITHOUT),
  ]);
  return { columns, costs };
}

/** The most people that can be dressed from kinds with limited numbers (bipartite matching by augmenting paths). */
function countDressed(count: number, kinds: readonly { readonly free: number; readonly takers: readonly number[] }[]): number {
  const wearable: number[][] = Array.from({ length: count }, () => []);
  kinds.forEach(({ takers }, k) => takers.forEach((i) => wearable[i]?.push(k)));
  const given: number[][] = kinds.map(() => []);
  let dressed = 0;
  const place = (taker: number, seen: Set<number>): boolean => {
    for (const k of wearable[taker] ?? []) {
      if (seen.has(k)) continue;
      seen.add(k);
      const holders = given[k] ?? [];
      if (holders.length < (kinds[k]?.free ?? 0)) {
        holders.push(taker);
        return true;
      }
      for (let at = 0; at < holders.length; at += 1) {
        if (!place(holders[at] ?? -1, seen)) continue;
        holders[at] = taker;
        return true;
      }
    }
    return false;
  };
  for (let taker = 0; taker < count; taker += 1) if (place(taker, new Set())) dressed += 1;
  return dressed;
}
