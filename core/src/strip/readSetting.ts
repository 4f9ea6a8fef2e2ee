import {
  parseCollarSize,
  parseLength,
  parseNumber,
  type CollarReading,
  type CollarSystem,
  type LengthUnit,
  type UnreadableReason,
} from '../units/index.ts';
import { lastStep, stepMm, type Hardware } from './hardware.ts';
import { lengthAtMark, roundToSetting, settingAt, type Setting } from './setting.ts';

/** What came of reading a typed set: a setting, or why there is none and which there are beside it. */
export type SettingReading =
  | { readonly kind: 'setting'; readonly setting: Setting }
  | { readonly kind: 'between'; readonly below: Setting; readonly above: Setting }
  | { readonly kind: 'beyond'; readonly shortest: Setting; readonly longest: Setting }
  | { readonly kind: 'otherSystem'; readonly marks: CollarSystem }
  | { readonly kind: 'fixed' }
  | { readonly kind: 'unreadable'; readonly reason: UnreadableReason };

/** How close to a step a typed number must come, as a part of the step. */
const NEAR_ENOUGH = 0.06;

/**
 * Reads a set as it is typed: the printed mark of a numbered band, the number of a slot or button (from 1), or the
 * glide's distance from the sewn end, in `unit` where none is written. A number between two settings is refused with
 * both, never rounded.
 */
export function readSetting(hardware: Hardware, text: string, unit: LengthUnit): SettingReading {
  if (hardware.kind === 'fixed') return { kind: 'fixed' };
  if (hardware.marks !== null) return readMark(hardware, text, hardware.marks.system);
  if (hardware.kind === 'slider') {
    const reading = parseLength(text, unit);
    if (reading.kind === 'unreadable') return reading;
    const reachMm = (reading.lengthMm + hardware.strapMm) / 2;
    return settingNear(hardware, hardware.shortestMm + reachMm - hardware.reachAtShortestMm);
  }
  const number = parseNumber(text);
  if (number.kind === 'unreadable') return number;
  return settingNear(hardware, hardware.shortestMm + (number.value - 1) * hardware.pitchMm);
}

function readMark(hardware: Exclude<Hardware, { kind: 'fixed' }>, text: string, system: CollarSystem): SettingReading {
  const reading: CollarReading = parseCollarSize(text);
  if (reading.kind === 'unreadable') return reading;
  if (reading.kind === 'twoSizes' || reading.kind === 'withSleeve' || reading.kind === 'letterSize')
    return { kind: 'unreadable', reason: 'notANumber' };
  if (reading.kind === 'outOfRange') return { kind: 'beyond', ...ends(hardware) };
  if (reading.kind === 'wrongUnit' || reading.collar.system !== system) return { kind: 'otherSystem', marks: system };
  const lengthMm = lengthAtMark(hardware, reading.collar);
  return lengthMm === null ? { kind: 'otherSystem', marks: system } : settingNear(hardware, lengthMm);
}

function settingNear(hardware: Hardware, lengthMm: number): SettingReading {
  const { nearest, below, above } = roundToSetting(hardware, lengthMm);
  const nearMm = NEAR_ENOUGH * stepMm(hardware);
  const { shortest, longest } = ends(hardware);
  if (lengthMm < shortest.lengthMm - nearMm || lengthMm > longest.lengthMm + nearMm) return { kind: 'beyond', shortest, longest };
  const offMm = lengthMm - nearest.lengthMm;
  // A glide moves freely: the nearest step that a hand can set is what was meant.
  if (hardware.kind === 'slider' || Math.abs(offMm) <= nearMm) return { kind: 'setting', setting: nearest };
  const [lower, upper] = offMm > 0 ? [nearest, above] : [below, nearest];
  return lower && upper ? { kind: 'between', below: lower, above: upper } : { kind: 'beyond', shortest, longest };
}

function ends(hardware: Hardware): { readonly shortest: Setting; readonly longest: Setting } {
  return { shortest: settingAt(hardware, 0), longest: settingAt(hardware, lastStep(hardware)) };
}
