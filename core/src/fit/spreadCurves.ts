import { hardwareRange, lastStep, settingAt } from '../strip/index.ts';
import { predictBows, spreadOf } from './bow.ts';
import { findBounds, type BoundId, type WidthLimits } from './findBounds.ts';
import type { PreparedTie } from './prepareTie.ts';

/** A point of the spread over the band's range, at one of its settings. In mm. */
export interface SpreadPoint {
  readonly step: number;
  readonly setMm: number;
  readonly spreadMm: number;
}

/** A stretch of sets that a bound takes away; from or to the end of the range. In mm. */
export interface BarredSets {
  readonly bound: BoundId;
  readonly fromMm: number;
  readonly toMm: number;
}

/** Spread at every setting of a band, and the sets that each bound bars. */
export interface SpreadOverSets {
  readonly points: readonly SpreadPoint[];
  readonly barred: readonly BarredSets[];
}

/** Spread (the wider bow) over the whole range of a band with a lead on a neck, with what is barred within the range. */
export function spreadOverSets(tie: PreparedTie, neckPathMm: number, leadMm: number, limits: WidthLimits): SpreadOverSets {
  const { hardware } = tie.measured;
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const points = Array.from({ length: lastStep(hardware) + 1 }, (_, step): SpreadPoint => {
    const setMm = settingAt(hardware, step).lengthMm;
    return { step, setMm, spreadMm: spreadOf(predictBows(tie, neckPathMm, setMm, leadMm)) };
  });
  const barred = findBounds(tie, neckPathMm, shortestMm, leadMm, limits).flatMap((bound): BarredSets[] => {
    if (bound.nature === 'hardware') return [];
    if (bound.way === 'shorter') {
      return bound.limitMm > shortestMm ? [{ bound: bound.id, fromMm: shortestMm, toMm: Math.min(longestMm, bound.limitMm) }] : [];
    }
    return bound.limitMm < longestMm ? [{ bound: bound.id, fromMm: Math.max(shortestMm, bound.limitMm), toMm: longestMm }] : [];
  });
  return { points, barred };
}
