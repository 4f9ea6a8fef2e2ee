import {
  evenLeadMm,
  fitWearer,
  neckPathMm,
  ON_THE_BOUND_MM,
  schoolSet,
  usableSettings,
  type Bound,
  type Grade,
  type PreparedTie,
  type School,
  type Side,
  type UsableSettings,
  type WearerFit,
  type WornCollar,
} from '../fit/index.ts';
import { handlingOf, stepMm } from '../strip/index.ts';
import type { Fullness, Hands } from './wishes.ts';
import { customsOf, FULL_FROM_MM, TRIM_UP_TO_MM, type Custom, type Occasion, type TieDress } from './occasion.ts';

/** A tie that is offered to a wearer. */
export interface Candidate {
  readonly id: string;
  readonly prepared: PreparedTie;
  readonly inStock: number;
  readonly dress: TieDress;
  /** The band opens by itself when it is pulled. */
  readonly breakaway: boolean;
}

/** What is wished for: the occasion, how full a bow, and for whose hands; null if it does not matter or is not known. */
export interface Taste {
  readonly occasion: Occasion;
  readonly fullness: Fullness | null;
  readonly hands: Hands | null;
  /** The wearer needs a band that opens by itself when it is pulled. */
  readonly needsBreakaway: boolean;
}

/** Nothing in particular. */
export const NO_TASTE: Taste = { occasion: 'other', fullness: null, hands: null, needsBreakaway: false };

/** What the house and the fitter have settled: the school with its small amount, in mm, and where the long end starts. */
export interface RankingHabits {
  readonly school: School;
  readonly smallMm: number;
  readonly longEnd: Side;
}

/** The school a learner starts with: a longer set is easier to tie, and is taken in as skill grows (common practice, no source). */
export const LEARNERS_SCHOOL: School = 'easy';

/** How full a bow of this height is. */
export function fullnessOf(heightMm: number): Fullness {
  return heightMm <= TRIM_UP_TO_MM ? 'trim' : heightMm >= FULL_FROM_MM ? 'full' : 'classic';
}

/** Something for or against a tie, with its length in mm where it has one. */
export type Reason =
  | { readonly speaks: 'for'; readonly what: 'asCut' | 'roomBothWays' | 'fineStep' }
  | { readonly speaks: 'against'; readonly what: 'past'; readonly bound: Bound }
  | { readonly speaks: 'against'; readonly what: 'littleRoom' | 'coarseStep' | 'offCut'; readonly byMm: number }
  | { readonly speaks: 'against'; readonly what: 'notInStock' | 'schoolPastBand' }
  | { readonly speaks: 'for' | 'against'; readonly what: 'asWished'; readonly fullness: Fullness }
  | { readonly speaks: 'for'; readonly what: 'easyToLearn' }
  | { readonly speaks: 'against'; readonly what: 'slippery' | 'thickKnot' }
  | { readonly speaks: 'for'; readonly what: 'breaksAway' }
  | { readonly speaks: 'against'; readonly what: 'noBreakaway' }
  | Custom;

/** How a tie would do on a wearer: at the setting the school asks for, with the even lead; or why it cannot be worn. */
export type RankedTie =
  | { readonly kind: 'wearable'; readonly id: string; readonly worn: WearerFit; readonly reasons: readonly Reason[] }
  | { readonly kind: 'unwearable'; readonly id: string; readonly why: Extract<UsableSettings, { kind: 'none' }> };

/** What one is ranked by, in this order: fewer first. */
type Rank = readonly [
  needUnmet: number,
  customsBroken: number,
  outside: number,
  notInStock: number,
  notAsWished: number,
  hardToLearn: number,
  missingRoomMm: number,
  offCutMm: number,
];

/** Room beyond this is no better than this: half a collar size of band either way. */
export const ENOUGH_ROOM_MM = 12.7;
/** A bow within this of the spread it was cut for comes out as cut. */
export const AS_CUT_MM = 3;
/** A step of the hardware that moves the bow by no more than this is fine; by more than twice this, coarse. */
export const FINE_STEP_BOW_MM = 2;

/**
 * Ranks ties for a wearer: those that meet the wearer's need for a breakaway band first, then those that dress custom asks for before those it speaks against, those inside every bound
 * before those past a width rule, those in stock first, those as full as wished first, for a learner those of easier cloth,
 * then by room (up to {@link ENOUGH_ROOM_MM}), then by how close to its cut the bow comes out. Ties that cannot be worn
 * come last, with why. Ties that are alike in all of that keep the order they came in.
 */
export function rankTies(
  candidates: readonly Candidate[],
  worn: WornCollar,
  { school, smallMm, longEnd }: RankingHabits,
  taste: Taste = NO_TASTE,
): readonly RankedTie[] {
  const ranked: { readonly tie: RankedTie; readonly rank: Rank }[] = [];
  const unwearable: RankedTie[] = [];
  for (const candidate of candidates) {
    const { id, prepared } = candidate;
    const leadMm = evenLeadMm(prepared);
    const usable = usableSettings(prepared, neckPathMm(worn.collar, worn.easeMm, prepared.measured.cloth), leadMm);
    if (usable.kind === 'none') {
      unwearable.push({ kind: 'unwearable', id, why: usable });
      continue;
    }
    const { rounded } = schoolSet(school, prepared, worn.collar, worn.easeMm, smallMm);
    const step = Math.min(usable.longest.step, Math.max(usable.shortest.step, rounded.nearest.step));
    const fitted = fitWearer(prepared, worn, step, leadMm, longEnd);
    const isPastBand = prepared.measured.hardware.kind !== 'fixed' && (rounded.beyondMm !== 0 || step !== rounded.nearest.step);
    const customs = tasteOf(candidate, taste);
    ranked.push({
      tie: { kind: 'wearable', id, worn: fitted, reasons: [...customs, ...reasonsOf(candidate, fitted, isPastBand)] },
      rank: rankOf(candidate, fitted, customs, taste),
    });
  }
  ranked.sort((a, b) => compareRanks(a.rank, b.rank));
  return [...ranked.map(({ tie }) => tie), ...unwearable];
}

function tasteOf(
  { prepared, inStock, dress, breakaway }: Candidate,
  { occasion, fullness, hands, needsBreakaway }: Taste,
): readonly Reason[] {
  const reasons: Reason[] = [];
  if (needsBreakaway) reasons.push(breakaway ? { speaks: 'for', what: 'breaksAway' } : { speaks: 'against', what: 'noBreakaway' });
  reasons.push(...customsOf(occasion, dress, prepared.bowHeightMm, inStock));
  if (fullness !== null) {
    const speaks = fullnessOf(prepared.bowHeightMm) === fullness ? 'for' : 'against';
    reasons.push({ speaks, what: 'asWished', fullness: fullnessOf(prepared.bowHeightMm) });
  }
  if (hands === 'learning') {
    const handling = handlingOf(dress);
    if (handling === 'holds') reasons.push({ speaks: 'for', what: 'easyToLearn' });
    if (handling === 'slips') reasons.push({ speaks: 'against', what: 'slippery' });
    if (handling === 'thick') reasons.push({ speaks: 'against', what: 'thickKnot' });
  }
  return reasons;
}

/** Which cloth a learner is offered first: what holds, then silk, then what makes a thick knot, then what slips. */
const LEARNING_ORDER = { holds: 0, usual: 1, thick: 2, slips: 3 } as const;
const GRADE_ORDER = { good: 0, fair: 1, outside: 2 } as const satisfies Readonly<Record<Grade, number>>;
/** Reasons that are ranked on their own, not as customs. */
const NOT_CUSTOMS: ReadonlySet<Reason['what']> = new Set<Reason['what']>(['asWished', 'slippery', 'thickKnot', 'noBreakaway']);

function rankOf(
  { prepared, inStock, dress, breakaway }: Candidate,
  { fit }: WearerFit,
  reasons: readonly Reason[],
  { hands, needsBreakaway }: Taste,
): Rank {
  let [customsBroken, notAsWished] = [0, 0];
  for (const { speaks, what } of reasons) {
    if (speaks === 'for') continue;
    if (what === 'asWished') notAsWished += 1;
    if (!NOT_CUSTOMS.has(what)) customsBroken += 1;
  }
  return [
    needsBreakaway && !breakaway ? 1 : 0,
    customsBroken,
    GRADE_ORDER[fit.grade],
    inStock > 0 ? 0 : 1,
    notAsWished,
    hands === 'learning' ? LEARNING_ORDER[handlingOf(dress)] : 0,
    Math.max(0, ENOUGH_ROOM_MM - fit.binding.roomMm),
    Math.abs(fit.spreadMm - prepared.naturalSpreadMm),
  ];
}

function compareRanks(a: Rank, b: Rank): number {
  for (let i = 0; i < a.length; i += 1) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}

/** The bound that is passed by most, if any is. */
function furthestPast(bounds: readonly Bound[]): Bound | undefined {
  let past: Bound | undefined;
  for (const bound of bounds) if (bound.roomMm < -ON_THE_BOUND_MM && bound.roomMm < (past?.roomMm ?? 0)) past = bound;
  return past;
}

function reasonsOf({ prepared, inStock }: Candidate, { fit }: WearerFit, isPastBand: boolean): readonly Reason[] {
  const reasons: Reason[] = [];
  const offCutMm = fit.spreadMm - prepared.naturalSpreadMm;
  const bowStepMm = stepMm(prepared.measured.hardware) / 3;
  const past = furthestPast(fit.bounds);
  if (past) reasons.push({ speaks: 'against', what: 'past', bound: past });
  if (isPastBand) reasons.push({ speaks: 'against', what: 'schoolPastBand' });
  if (inStock === 0) reasons.push({ speaks: 'against', what: 'notInStock' });
  if (!past && !isPastBand && fit.binding.roomMm < ENOUGH_ROOM_MM / 2)
    reasons.push({ speaks: 'against', what: 'littleRoom', byMm: fit.binding.roomMm });
  if (Math.abs(offCutMm) <= AS_CUT_MM) reasons.push({ speaks: 'for', what: 'asCut' });
  else reasons.push({ speaks: 'against', what: 'offCut', byMm: offCutMm });
  if (fit.binding.roomMm >= ENOUGH_ROOM_MM) reasons.push({ speaks: 'for', what: 'roomBothWays' });
  if (bowStepMm > 0 && bowStepMm <= FINE_STEP_BOW_MM) reasons.push({ speaks: 'for', what: 'fineStep' });
  if (bowStepMm > 2 * FINE_STEP_BOW_MM) reasons.push({ speaks: 'against', what: 'coarseStep', byMm: bowStepMm });
  return reasons;
}
