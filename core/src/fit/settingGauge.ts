import { lastStep, settingAt, stepMm } from '../strip/index.ts';
import { MM_PER_UNIT, type CollarSize, type CollarSystem } from '../units/index.ts';
import { neckPathMm } from './neck.ts';
import type { PreparedTie } from './prepareTie.ts';
import { naturalSetMm } from './solve.ts';

/** A mark on a setting gauge. Lengths in mm. */
export interface GaugeMark {
  readonly collar: CollarSize;
  /** Noses held together at the start, the doubled band ends here: half of nose to nose. */
  readonly halfBandMm: number;
}

/** A setting gauge for one tie: marks along a doubled band, and the steps of its hardware on the same scale. */
export interface SettingGauge {
  readonly marks: readonly GaugeMark[];
  /** Half of nose to nose at the shortest and longest setting: the part of the gauge that the band can reach. */
  readonly fromMm: number;
  readonly toMm: number;
  /** How far apart two neighbouring settings lie on the gauge; 0 for a sewn band. */
  readonly stepMm: number;
}

const RANGE: Readonly<Record<CollarSystem, { readonly first: number; readonly last: number; readonly step: number }>> = {
  in: { first: 13, last: 20, step: 0.5 },
  cm: { first: 33, last: 51, step: 1 },
};

/**
 * Marks of a gauge for a tie: for each collar size that its band reaches, where the doubled band ends when the tie is
 * set to come out as it was cut. A half size is a quarter inch of gauge.
 */
export function settingGauge(tie: PreparedTie, system: CollarSystem, easeMm: number): SettingGauge {
  const { hardware } = tie.measured;
  const half = (setMm: number): number => (setMm - 2 * tie.profile.bladeLengthMm) / 2;
  const [fromMm, toMm] = [half(settingAt(hardware, 0).lengthMm), half(settingAt(hardware, lastStep(hardware)).lengthMm)];
  const reachMm = MM_PER_UNIT.cm / 20;
  const { first, last, step } = RANGE[system];
  const marks: GaugeMark[] = [];
  for (let label = first; label <= last; label += step) {
    const collar: CollarSize = { system, label };
    const halfBandMm = half(naturalSetMm(tie, neckPathMm(collar, easeMm, tie.measured.cloth)));
    if (halfBandMm >= fromMm - reachMm && halfBandMm <= toMm + reachMm) marks.push({ collar, halfBandMm });
  }
  return { marks, fromMm, toMm, stepMm: stepMm(hardware) / 2 };
}
