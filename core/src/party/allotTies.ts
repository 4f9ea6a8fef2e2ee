import { neckPathMm, setForSpreadMm } from '../fit/index.ts';
import { chooseKinds, costTable, distanceOf, matchAll, preparedFor, type AssignmentSolver, type Kind, type Taker } from './chooseKinds.ts';
import { wantedSpreadMm, type Look, type Matched } from './oneLook.ts';

/** What somebody gets, and why that: what the others would have given. */
export interface Allotted {
  readonly id: string;
  readonly kindId: string;
  readonly matched: Extract<Matched, { kind: 'some' }>;
  readonly reason:
    | { readonly kind: 'onlyOne' }
    /** No kind comes closer. */
    | { readonly kind: 'closest' }
    /** Another of these kinds would come closer by so much, and somebody else needs it more. In mm of width. */
    | { readonly kind: 'closerOneGiven'; readonly otherId: string; readonly byMm: number };
}

/** Somebody who gets none, and what would help. */
export interface Without {
  readonly id: string;
  /**
   * `noneFree`: a kind would do, but all of it are given. `noneFits`: this neck can wear none of these. `noBreakaway`: they need a band
   * that opens by itself, and none of these has one.
   */
  readonly why: 'noneFree' | 'noneFits' | 'noBreakaway';
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

/** Bows that differ by less than this are of one width: it cannot be seen, nor written in sixteenths of an inch. In mm. */
export const SAME_WIDTH_MM = 0.8;

/**
 * Allots ties of several kinds to many necks. As few people as possible go without, the bows have as few different looks as possible, and
 * what they are off the look, or past a width rule, adds up to the least. The assignment is handed in, so that core needs no package for it.
 * @param worn looks that others at the party wear already; see {@link chooseKinds}.
 */
export function allotTies(
  takers: readonly Taker[],
  kinds: readonly Kind[],
  look: Look,
  solve: AssignmentSolver,
  worn: ReadonlySet<string> = new Set(),
): Allotment {
  if (takers.length === 0) return { allotted: [], without: [], totalOffMm: 0 };
  const matches = matchAll(takers, kinds, look);
  const isChosen = new Set(chooseKinds(takers, kinds, matches, solve, worn));
  const chosen = kinds.flatMap((kind, k) => (isChosen.has(kind) ? [k] : []));
  const { columns, costs } = costTable(takers, kinds, matches, chosen);
  const allotted: Allotted[] = [];
  const served = new Set<number>();
  for (const [row, column] of solve(costs)) {
    const [taker, k] = [takers[row], columns[column]];
    const kind = k === undefined ? undefined : kinds[k];
    const matched = k === undefined ? undefined : matches[row]?.[k];
    if (!taker || !kind || matched?.kind !== 'some') continue;
    served.add(row);
    allotted.push({ id: taker.id, kindId: kind.id, matched, reason: reasonOf(kinds, chosen, matches[row] ?? [], kind.id) });
  }
  allotted.sort((a, b) => orderOf(takers, a.id) - orderOf(takers, b.id));
  // more of what most wear comes before more of anything else
  const main = mainLikeness(allotted, kinds);
  return {
    allotted,
    without: takers.flatMap((taker, i) => (served.has(i) ? [] : [withoutOf(taker, kinds, matches[i] ?? [], look, main)])),
    totalOffMm: allotted.reduce((sum, { matched }) => sum + Math.abs(matched.offMm), 0),
  };
}

const orderOf = (takers: readonly Taker[], id: string): number => takers.findIndex((taker) => taker.id === id);

function mainLikeness(allotted: readonly Allotted[], kinds: readonly Kind[]): string | null {
  const likenessOf = new Map(kinds.map(({ id, likeness }) => [id, likeness]));
  const counts = new Map<string, number>();
  for (const { kindId } of allotted) {
    const likeness = likenessOf.get(kindId) ?? '';
    counts.set(likeness, (counts.get(likeness) ?? 0) + 1);
  }
  return [...counts].sort(([, a], [, b]) => b - a)[0]?.[0] ?? null;
}

/** The kinds that a neck can wear, of some, with how far each is off. */
const wearableOf = (kinds: readonly Kind[], of: readonly number[], matches: readonly Matched[]) =>
  of.flatMap((k) => {
    const [kind, matched] = [kinds[k], matches[k]];
    return kind && matched?.kind === 'some' ? [{ id: kind.id, likeness: kind.likeness, distance: distanceOf(matched) }] : [];
  });

function reasonOf(kinds: readonly Kind[], chosen: readonly number[], matches: readonly Matched[], kindId: string): Allotted['reason'] {
  if (wearableOf(kinds, [...kinds.keys()], matches).length === 1) return { kind: 'onlyOne' };
  const wearable = wearableOf(kinds, chosen, matches);
  const own = wearable.find(({ id }) => id === kindId)?.distance ?? 0;
  const closest = wearable.reduce((best, each) => (each.distance < best.distance ? each : best), { id: kindId, distance: own });
  const byMm = own - closest.distance;
  return byMm < SAME_WIDTH_MM ? { kind: 'closest' } : { kind: 'closerOneGiven', otherId: closest.id, byMm };
}

function withoutOf(taker: Taker, kinds: readonly Kind[], matches: readonly Matched[], look: Look, main: string | null): Without {
  const { id, worn } = taker;
  const [closest] = wearableOf(kinds, [...kinds.keys()], matches).sort(
    (a, b) => Number(b.likeness === main) - Number(a.likeness === main) || a.distance - b.distance,
  );
  if (closest) return { id, why: 'noneFree', kindId: closest.id, makeMm: null };
  const allowed = taker.needsBreakaway ? kinds.filter(({ breakaway }) => breakaway) : kinds;
  if (kinds.length > 0 && allowed.length === 0) return { id, why: 'noBreakaway', kindId: null, makeMm: null };
  // made to measure from the pattern that has to change least
  const lengths = allowed
    .map((kind) => {
      const [kindId, prepared] = [kind.id, preparedFor(taker, kind)];
      const why = matches[kinds.indexOf(kind)];
      const pathMm = neckPathMm(worn.collar, worn.easeMm, prepared.measured.cloth);
      const byMm = why?.kind === 'none' && 'byMm' in why.why ? why.why.byMm : Infinity;
      return { kindId, byMm, makeMm: setForSpreadMm(prepared, pathMm, wantedSpreadMm(look, prepared, worn)) };
    })
    .sort((a, b) => a.byMm - b.byMm);
  return { id, why: 'noneFits', kindId: lengths[0]?.kindId ?? null, makeMm: lengths[0]?.makeMm ?? null };
}
