import { beliefsOf, joinSources, takeUpGrounds, type Normal, type PreparedTie, type TakeUpBeliefs } from '../fit/index.ts';
import { solveLinear } from '../geometry/index.ts';
import { byParts, VARIANCES, type BeliefPart } from './learnTakeUp.ts';
import { learnTie, type TakeUpObservation } from './learnTie.ts';

/** Whose make and of what cloth a tie is; ties that share one err alike in part. An empty name is shared with nobody. */
export interface Kinship {
  readonly maker: string;
  readonly cloth: string;
}

/** By how much the knot of one measured tie took more than its shape says (less where negative), on the mean of its tyings. In mm. */
export interface TieOff {
  readonly count: number;
  readonly shortOffMm: number;
  readonly longOffMm: number;
}

/** Another measured tie, as kin of one that is asked about. */
export type MeasuredKin = Kinship & TieOff;

/** Parts of the starting values' variance that ties of one maker, and of one cloth, have in common; the rest is each tie's own (assumed, no source). */
export const KIN_SHARES = { maker: 0.2, cloth: 0.35 } as const;
/** So many kin are weighed at most: more would hardly say more, and solving takes the cube of their number. */
export const MOST_KIN = 60;

/** What a tie's tyings show against its knot's shape; null where none of them can be believed. Surprising ones are left out. */
export function tieOff(tie: PreparedTie, observations: readonly TakeUpObservation[]): TieOff | null {
  const { believed } = learnTie(tie, observations);
  if (believed.length === 0) return null;
  const { short, long } = takeUpGrounds(tie.measured).knot;
  const mean = (end: 'shortMm' | 'longMm'): number => believed.reduce((sum, each) => sum + each[end], 0) / believed.length;
  return { count: believed.length, shortOffMm: mean('shortMm') - short.meanMm, longOffMm: mean('longMm') - long.meanMm };
}

/**
 * What is held of a tie before it is tied, by what ties of its maker and of its cloth showed: what a tie is out by is a sum of its
 * maker's part, its cloth's part and its own, each normal, so that two ties are out together by the parts that they share; the
 * expected value given the others follows. The maker's marks, where there are some, are then laid on that.
 */
export function priorOfKin(tie: PreparedTie, own: Kinship, kin: readonly MeasuredKin[]): TakeUpBeliefs {
  const { knot, mark } = takeUpGrounds(tie.measured);
  const near = kin.filter((other) => shareOf(own, other) > 0).slice(0, MOST_KIN);
  const beliefs = near.length === 0 ? knot : byParts((part) => given(knot[part], own, near, part));
  return mark === null ? beliefs : beliefsOf(joinSources(beliefs.whole, mark).joined, beliefs.evenLead);
}

/** Part of the variance that two ties have in common. */
function shareOf(a: Kinship, b: Kinship): number {
  const shared = (name: keyof Kinship): boolean => a[name] !== '' && a[name] === b[name];
  return (shared('maker') ? KIN_SHARES.maker : 0) + (shared('cloth') ? KIN_SHARES.cloth : 0);
}

function given({ meanMm, sdMm }: Normal, own: Kinship, kin: readonly MeasuredKin[], part: BeliefPart): Normal {
  const variance = sdMm ** 2;
  const among = kin.map((a, i) =>
    kin.map((b, j) =>
      i === j ? variance + VARIANCES.person[part] + (VARIANCES.reading[part] + VARIANCES.tying[part]) / a.count : variance * shareOf(a, b),
    ),
  );
  const withOwn = kin.map((other) => variance * shareOf(own, other));
  const weights = solveLinear(among, withOwn);
  const off = ({ shortOffMm, longOffMm }: TieOff): number => (part === 'whole' ? longOffMm + shortOffMm : longOffMm - shortOffMm);
  const sum = (of: (i: number) => number): number => weights.reduce((total, weight, i) => total + weight * of(i), 0);
  return {
    meanMm: meanMm + sum((i) => (kin[i] ? off(kin[i]) : 0)),
    sdMm: Math.sqrt(variance - sum((i) => withOwn[i] ?? 0)),
  };
}
