import { neckPathMm, type PreparedTie, type WornCollar } from '../fit/index.ts';
import { hardwareRange, roundToSetting, settingAt, settingNotOver, stepMm, type Setting } from '../strip/index.ts';

/**
 * A bow tied on somebody’s thigh, or on anything round, and put on a neck afterwards; or why that cannot be. The bow keeps what it took of
 * the strip, so that what the two settings differ by is what the two girths differ by, to a step of the band.
 */
export type TiedBefore =
  | {
      readonly kind: 'can';
      /** Where the band is set to tie, and where it is fastened on the neck. */
      readonly onThigh: Setting;
      readonly onNeck: Setting;
      /** Ease on the neck over what was wished, in mm: never less than that. */
      readonly easierMm: number;
      /** By how much the bow is wider for it, in mm: 0 or less, which is narrower. */
      readonly widerMm: number;
    }
  /** The band cannot be opened once the bow is tied: neither hook nor button nor a quick clasp. */
  | { readonly kind: 'doesNotOpen' }
  /** What it is tied on is too thick, or too thin, for this band by so much. */
  | { readonly kind: 'tooThick' | 'tooThin'; readonly byMm: number };

/** How much looser than wished a band that is sewn to one length may come to sit, in mm (assumed, no source). */
const LOOSEST_FIXED_MM = 4;
/** Lengths that differ by less are the same: the last digits of a computation, in mm. */
const SAME_MM = 1e-6;

/** Girth that the middle of a band’s thickness has more than what it lies on, in mm. */
const overBareMm = (bandThicknessMm: number): number => Math.PI * bandThicknessMm;

/** Whether a tied bow can be taken off whole and put on again: by a hook, by buttons, or by a clasp of its own. */
export const opens = ({ hardware }: PreparedTie['measured'], hasQuickClasp: boolean): boolean =>
  hasQuickClasp || hardware.kind === 'slots' || hardware.kind === 'buttons';

/**
 * Settings for a tie that is tied the night before on something of a girth, for a neck on which it is to be set at a step. The ease of the
 * neck is kept as nearly as the band’s steps let it, and never made less: at a throat nothing is rounded to the tighter side.
 *
 * @param girthMm of the thigh or cylinder where it is tied.
 * @param step the setting that the tie has on the neck when it is tied there.
 */
export function tiedTheNightBefore(
  tie: PreparedTie,
  hasQuickClasp: boolean,
  worn: Pick<WornCollar, 'collar' | 'easeMm'>,
  step: number,
  girthMm: number,
): TiedBefore {
  if (!opens(tie.measured, hasQuickClasp)) return { kind: 'doesNotOpen' };
  const { hardware, cloth } = tie.measured;
  const onNeck = settingAt(hardware, step);
  const moreMm = (girthMm + overBareMm(cloth.thicknessMm)) / (1 + (cloth.stretchRatio ?? 0)) - neckPathMm(worn.collar, worn.easeMm, cloth);
  const wantedMm = onNeck.lengthMm + moreMm;
  const { beyondMm } = roundToSetting(hardware, wantedMm);
  if (hardware.kind === 'fixed') {
    // what cannot be set is looser on the neck by what it was tied on is thicker
    if (moreMm > LOOSEST_FIXED_MM) return { kind: 'tooThick', byMm: moreMm };
    if (moreMm < -SAME_MM) return { kind: 'tooThin', byMm: -moreMm };
    return { kind: 'can', onThigh: onNeck, onNeck, easierMm: moreMm, widerMm: -moreMm / 3 };
  }
  if (beyondMm > 0) return { kind: 'tooThick', byMm: beyondMm };
  if (beyondMm < 0) return { kind: 'tooThin', byMm: -beyondMm };
  // a longer band on the thigh leaves more in the bow and less round the neck
  const onThigh = settingNotOver(hardware, wantedMm, SAME_MM);
  const easierMm = wantedMm - onThigh.lengthMm;
  // at the end of the band there is no shorter setting to ease it
  if (easierMm < -SAME_MM) return { kind: 'tooThin', byMm: -easierMm };
  return { kind: 'can', onThigh, onNeck, easierMm, widerMm: -easierMm / 3 };
}

/** Girths that a tie can be tied on for a neck, shortest to longest, in mm. */
export function girthsToTieOn(tie: PreparedTie, worn: Pick<WornCollar, 'collar' | 'easeMm'>, step: number): readonly [number, number] {
  const { hardware, cloth } = tie.measured;
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const onNeckMm = settingAt(hardware, step).lengthMm;
  const girthOf = (setMm: number): number =>
    (setMm - onNeckMm + neckPathMm(worn.collar, worn.easeMm, cloth)) * (1 + (cloth.stretchRatio ?? 0)) - overBareMm(cloth.thicknessMm);
  const looserMm = hardware.kind === 'fixed' ? LOOSEST_FIXED_MM : stepMm(hardware) / 2;
  return [girthOf(shortestMm), girthOf(longestMm + looserMm)];
}
