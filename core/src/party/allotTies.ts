import { neckPathMm, setForSpreadMm, type PreparedTie } from '../fit/index.ts';
import { matchLook, wantedSpreadMm, type Look, type Matched, type Neck } from './oneLook.ts';

/** A kind of tie, and how many of it may be given out at this party. */
export interface Kind {
  readonly id: string;
  readonly prepared: PreparedTie;
  readonly free: number;
}

/** Somebody who is to get a tie; `hadId`: the kind that they have now, kept where another is no better. */
export interface Taker extends Neck {
  readonly hadId: string | null;
}

/**
 * Assigns rows to columns so that the costs sum up least, each row and each column once at most.
 * @param costs rows of equal length, at least as many columns as rows.
 * @returns pairs of row and column.
 */
export type AssignmentSolver = (costs: readonly (readonly number[])[]) => readonly (readonly [row: number, column: number])[];

/** What somebody gets, and why that: what the others would have given. */
export interface Allotted {
  readonly id: string;
  readonly kindId: string;
  readonly matched: Extract<Matched, { kind: 'some' }>;
  readonly reason:
    | { readonly kind: 'onlyOne' }
    /** No kind comes closer. */
    | { readonly kind: 'closest' }
    /** Another would come closer by so much, and somebody else needs it more. In mm of width. */
    | { readonly kind: 'closerOneGiven'; readonly otherId: string; readonly byMm: number };
}

/** Somebody who gets none, and what would help. */
export interface Without {
  readonly id: string;
  /** `noneFree`: a kind would do, and all of it are given. `noneFits`: none of these can be worn on this neck. */
  readonly why: 'noneFree' | 'noneFits';
  /** What to buy or to make: one more of this kind; where none fits, cut to this length from tip to tip, in mm. */
  readonly kindId: string | null;
  readonly makeMm: number | null;
}

export interface Allotment {
  readonly allotted: readonly Allotted[];
  readonly without: readonly Without[];
  /** Sum of what all are off the look, in mm of width. */
  readonly totalOffMm: number;
}

/** What it counts, in mm of width, to leave somebody without a tie: more than any bow can be off. */
const WITHOUT = 1_000;
/** What keeps somebody’s tie theirs where another comes out the same. In mm. */
const KEPT_MM = 0.01;

/**
 * Allots ties of several kinds to many necks: as few as can be go without, and what the bows are off the look, or past a width rule,
 * adds up to the least. The assignment itself is handed in, so that core needs no package for it.
 */
export function allotTies(takers: readonly Taker[], kinds: readonly Kind[], look: Look, solve: AssignmentSolver): Allotment {
  if (takers.length === 0) return { allotted: [], without: [], totalOffMm: 0 };
  const matches = takers.map((taker) => kinds.map(({ prepared }) => matchLook(prepared, taker, look)));
  const columns = kinds.flatMap((kind, k) => Array.from({ length: Math.min(Math.max(0, kind.free), takers.length) }, () => k));
  const costs = takers.map(({ hadId }, i) => [
    ...columns.map((k) => costOf(matches[i]?.[k], kinds[k]?.id === hadId)),
    // each may go without
    ...takers.map(() => WITHOUT),
  ]);
  const allotted: Allotted[] = [];
  const served = new Set<number>();
  for (const [row, column] of solve(costs)) {
    const [taker, k] = [takers[row], columns[column]];
    const kind = k === undefined ? undefined : kinds[k];
    const matched = k === undefined ? undefined : matches[row]?.[k];
    if (!taker || !kind || matched?.kind !== 'some') continue;
    served.add(row);
    allotted.push({ id: taker.id, kindId: kind.id, matched, reason: reasonOf(kinds, matches[row] ?? [], kind.id) });
  }
  allotted.sort((a, b) => orderOf(takers, a.id) - orderOf(takers, b.id));
  return {
    allotted,
    without: takers.flatMap((taker, i) => (served.has(i) ? [] : [withoutOf(taker, kinds, matches[i] ?? [], look)])),
    totalOffMm: allotted.reduce((sum, { matched }) => sum + Math.abs(matched.offMm), 0),
  };
}

const orderOf = (takers: readonly Taker[], id: string): number => takers.findIndex((taker) => taker.id === id);

/** What a tie on a neck counts, in mm: how far it is off, and how far past a width rule. */
const distanceOf = ({ offMm, pastCustomMm }: Extract<Matched, { kind: 'some' }>): number => Math.abs(offMm) + pastCustomMm;

function costOf(matched: Matched | undefined, isHad: boolean): number {
  // dearer than to go without: what cannot be worn is never given
  if (matched?.kind !== 'some') return 2 * WITHOUT;
  return distanceOf(matched) - (isHad ? KEPT_MM : 0);
}

function reasonOf(kinds: readonly Kind[], matches: readonly Matched[], kindId: string): Allotted['reason'] {
  const wearable = kinds.flatMap(({ id }, k) => {
    const matched = matches[k];
    return matched?.kind === 'some' ? [{ id, distance: distanceOf(matched) }] : [];
  });
  if (wearable.length === 1) return { kind: 'onlyOne' };
  const own = wearable.find(({ id }) => id === kindId)?.distance ?? 0;
  const closest = wearable.reduce((best, each) => (each.distance < best.distance ? each : best), { id: kindId, distance: own });
  const byMm = own - closest.distance;
  return byMm <= KEPT_MM ? { kind: 'closest' } : { kind: 'closerOneGiven', otherId: closest.id, byMm };
}

function withoutOf(taker: Taker, kinds: readonly Kind[], matches: readonly Matched[], look: Look): Without {
  const { id, worn } = taker;
  const [closest] = kinds
    .flatMap((kind, k) => {
      const matched = matches[k];
      return matched?.kind === 'some' ? [{ kindId: kind.id, distance: distanceOf(matched) }] : [];
    })
    .sort((a, b) => a.distance - b.distance);
  if (closest) return { id, why: 'noneFree', kindId: closest.kindId, makeMm: null };
  // made to measure from the pattern that is asked to change least
  const lengths = kinds
    .map(({ id: kindId, prepared }, k) => {
      const why = matches[k];
      const pathMm = neckPathMm(worn.collar, worn.easeMm, prepared.measured.cloth);
      const byMm = why?.kind === 'none' && 'byMm' in why.why ? why.why.byMm : Infinity;
      return { kindId, byMm, makeMm: setForSpreadMm(prepared, pathMm, wantedSpreadMm(look, prepared, worn)) };
    })
    .sort((a, b) => a.byMm - b.byMm);
  return { id, why: 'noneFits', kindId: lengths[0]?.kindId ?? null, makeMm: lengths[0]?.makeMm ?? null };
}
