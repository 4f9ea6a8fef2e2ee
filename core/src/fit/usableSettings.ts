import { hardwareRange, lastStep, settingAt, stepMm, type Setting } from '../strip/index.ts';
import { possibleSetsMm } from './findBounds.ts';
import type { PreparedTie } from './prepareTie.ts';

/** Settings of a band that can be worn, from shortest to longest, or why there is none. */
export type UsableSettings =
  | { readonly kind: 'some'; readonly shortest: Setting; readonly longest: Setting }
  /** The band is too short by this much (an extender would do) or too long by this much. */
  | { readonly kind: 'none'; readonly reason: 'bandTooShort' | 'bandTooLong'; readonly byMm: number }
  /** No length at all would do: the blade does not suit this neck, or the step jumps over what would. */
  | { readonly kind: 'none'; readonly reason: 'noLength' | 'stepTooCoarse' };

/** Which settings lie inside every outer bound of hardware and geometry, the width rules aside. */
export function usableSettings(tie: PreparedTie, neckPathMm: number, leadMm: number): UsableSettings {
  const { hardware } = tie.measured;
  const [low, high] = possibleSetsMm(tie, neckPathMm, leadMm);
  const { shortestMm, longestMm } = hardwareRange(hardware);
  if (low > high) return { kind: 'none', reason: 'noLength' };
  if (longestMm < low) return { kind: 'none', reason: 'bandTooShort', byMm: low - longestMm };
  if (shortestMm > high) return { kind: 'none', reason: 'bandTooLong', byMm: shortestMm - high };
  const step = stepMm(hardware);
  const first = step === 0 ? 0 : Math.max(0, Math.ceil((low - shortestMm) / step - 1e-6));
  const last =
    step === 0
      ? 0
      : high >= longestMm - 1e-6
        ? lastStep(hardware)
        : Math.min(lastStep(hardware), Math.floor((high - shortestMm) / step + 1e-6));
  if (first > last) return { kind: 'none', reason: 'stepTooCoarse' };
  return { kind: 'some', shortest: settingAt(hardware, first), longest: settingAt(hardware, last) };
}
