import { MM_PER_UNIT, type CollarSize } from '../units/index.ts';
import { hardwareRange, lastStep, stepMm, type Hardware } from './hardware.ts';

/** One setting of a band: its step, the length it gives, and what the fitter looks for on the band. */
export interface Setting {
  /** Counted from 0 at the shortest. */
  readonly step: number;
  /** Tip to tip, in mm. */
  readonly lengthMm: number;
  readonly position: SettingPosition;
}

/** Where on the band: the printed mark, the slot or button counted from the shortest (from 1), the glide, or nowhere. */
export type SettingPosition =
  | { readonly kind: 'mark'; readonly mark: CollarSize }
  | { readonly kind: 'slot' | 'button'; readonly number: number; readonly of: number }
  | { readonly kind: 'glide'; readonly fromSewnEndMm: number }
  | { readonly kind: 'fixed' };

/** A wanted length between two settings. `below` or `above` is null at the end of the range. */
export interface RoundedSetting {
  readonly nearest: Setting;
  readonly below: Setting | null;
  readonly above: Setting | null;
  /** How far the wanted length lies past the end of the range, in mm; 0 within it. Positive: longer than the longest. */
  readonly beyondMm: number;
}

/** The setting at a step. @throws RangeError for a step that the hardware does not have. */
export function settingAt(hardware: Hardware, step: number): Setting {
  if (!Number.isInteger(step) || step < 0 || step > lastStep(hardware)) {
    throw new RangeError(`step ${step} is not one of 0 to ${lastStep(hardware)}`);
  }
  const { shortestMm, longestMm } = hardwareRange(hardware);
  // the last step of a slider may be a short one, to where the glide is pushed home
  const lengthMm = Math.min(longestMm, shortestMm + step * stepMm(hardware));
  return { step, lengthMm, position: positionAt(hardware, step, lengthMm) };
}

/**
 * Rounds a wanted tip-to-tip length to the hardware: the nearest setting, its neighbours, and, where the length is out
 * of range, by how much. The length is never clamped silently: `beyondMm` tells.
 */
export function roundToSetting(hardware: Hardware, wantedMm: number): RoundedSetting {
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const last = lastStep(hardware);
  const step = stepMm(hardware);
  const lower = step === 0 ? 0 : Math.min(Math.max(0, last - 1), Math.max(0, Math.floor((wantedMm - shortestMm) / step)));
  const upper = Math.min(last, lower + 1);
  const offMm = (index: number): number => Math.abs(Math.min(longestMm, shortestMm + index * step) - wantedMm);
  // Half-way between two settings the longer is taken, whatever the last binary digit says: a band is safer taken in than let out.
  const nearest = offMm(upper) <= offMm(lower) + 1e-7 ? upper : lower;
  const slackMm = step / 2;
  return {
    nearest: settingAt(hardware, nearest),
    below: nearest > 0 ? settingAt(hardware, nearest - 1) : null,
    above: nearest < last ? settingAt(hardware, nearest + 1) : null,
    beyondMm: wantedMm > longestMm + slackMm ? wantedMm - longestMm : wantedMm < shortestMm - slackMm ? wantedMm - shortestMm : 0,
  };
}

/**
 * The setting nearest to a wanted length that is not longer than it: the one to take where more band means less room at a throat. At the
 * shortest setting there is none below, and that one is returned although it is longer.
 * @param withinMm a setting that is longer by no more than this counts as the wanted length.
 */
export function settingNotOver(hardware: Hardware, wantedMm: number, withinMm: number): Setting {
  const { nearest, below } = roundToSetting(hardware, wantedMm);
  return nearest.lengthMm > wantedMm + withinMm && below ? below : nearest;
}

/** Length that a printed mark stands for, in mm, whether or not it is within the range; null where nothing is printed. */
export function lengthAtMark(hardware: Hardware, mark: CollarSize): number | null {
  if (hardware.kind === 'fixed' || hardware.marks === null || hardware.marks.system !== mark.system) return null;
  return hardware.shortestMm + (mark.label - hardware.marks.atShortest) * MM_PER_UNIT[mark.system];
}

/**
 * The same hardware after one tape reading: tip to tip was found to be `readingMm` at `step`. All settings shift by the
 * same amount; a reading is taken as it is, whatever it says of the numbers that are printed.
 */
export function calibrateHardware<H extends Hardware>(hardware: H, step: number, readingMm: number): H {
  if (hardware.kind === 'fixed') return { ...hardware, lengthMm: readingMm };
  const shiftMm = readingMm - settingAt(hardware, step).lengthMm;
  if (hardware.kind === 'slider') {
    return { ...hardware, shortestMm: hardware.shortestMm + shiftMm, longestMm: hardware.longestMm + shiftMm };
  }
  return { ...hardware, shortestMm: hardware.shortestMm + shiftMm };
}

function positionAt(hardware: Hardware, step: number, lengthMm: number): SettingPosition {
  if (hardware.kind === 'fixed') return { kind: 'fixed' };
  if (hardware.marks !== null) {
    const { system, atShortest } = hardware.marks;
    return { kind: 'mark', mark: { system, label: withoutNoise(atShortest + (lengthMm - hardware.shortestMm) / MM_PER_UNIT[system]) } };
  }
  if (hardware.kind === 'slider') return { kind: 'glide', fromSewnEndMm: glideMm(hardware, lengthMm) };
  return { kind: hardware.kind === 'slots' ? 'slot' : 'button', number: step + 1, of: hardware.stepCount };
}

/** Glide's distance from the sewn end: reach minus return, where reach and return together are the whole strap. */
function glideMm(hardware: Extract<Hardware, { kind: 'slider' }>, lengthMm: number): number {
  const reachMm = hardware.reachAtShortestMm + (lengthMm - hardware.shortestMm);
  return 2 * reachMm - hardware.strapMm;
}

/** A label without the last binary digits, so that 16 is 16: nobody prints a millionth of an inch. */
function withoutNoise(label: number): number {
  return Math.round(label * 1e6) / 1e6;
}
