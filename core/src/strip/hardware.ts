import type { CollarSystem } from '../units/index.ts';

/** Kinds of hardware, in the order they are offered. Each has an interface below; {@link Hardware} joins them. */
export const HARDWARE_KINDS = ['slots', 'slider', 'buttons', 'fixed'] as const;
export type HardwareKind = (typeof HARDWARE_KINDS)[number];

/** Numbers printed on a band. The mark at the shortest setting, and how far two neighbouring marks are apart on the label. */
export interface BandMarks {
  readonly system: CollarSystem;
  /** Number printed at the shortest setting, in the label's unit (14 for 14 in). */
  readonly atShortest: number;
}

interface Adjustable {
  /** Tip to tip at the shortest setting, in mm. */
  readonly shortestMm: number;
  /** Printed numbers, or null for an unnumbered band. */
  readonly marks: BandMarks | null;
}

/** A T-hook in one of several slots, or a button in one of several holes: the tie is set in whole steps. */
export interface SteppedHardware extends Adjustable {
  readonly kind: Extract<HardwareKind, 'slots' | 'buttons'>;
  /** Number of slots or buttonholes, at least 2. */
  readonly stepCount: number;
  /** Change of tip-to-tip length from one to the next, in mm. */
  readonly pitchMm: number;
}

/** A strap doubled back through a ring and held by a glide. Moving the glide by g changes the length by g/2. */
export interface SliderHardware extends Adjustable {
  readonly kind: Extract<HardwareKind, 'slider'>;
  /** Tip to tip at the longest setting, in mm. */
  readonly longestMm: number;
  /** Strap from its sewn end to the glide's end: reach and return together, in mm. */
  readonly strapMm: number;
  /** Reach of the strap (sewn end to ring) at the shortest setting, in mm. */
  readonly reachAtShortestMm: number;
  /** Smallest movement of the glide that a hand can set, in mm of glide. */
  readonly glideStepMm: number;
}

/** Sewn to one neck. */
export interface FixedHardware {
  readonly kind: Extract<HardwareKind, 'fixed'>;
  readonly lengthMm: number;
}

/** What makes a band adjustable. */
export type Hardware = SteppedHardware | SliderHardware | FixedHardware;

/** Shortest and longest tip-to-tip length, in mm. */
export function hardwareRange(hardware: Hardware): { readonly shortestMm: number; readonly longestMm: number } {
  switch (hardware.kind) {
    case 'fixed':
      return { shortestMm: hardware.lengthMm, longestMm: hardware.lengthMm };
    case 'slider':
      return { shortestMm: hardware.shortestMm, longestMm: hardware.longestMm };
    case 'slots':
    case 'buttons':
      return { shortestMm: hardware.shortestMm, longestMm: hardware.shortestMm + (hardware.stepCount - 1) * hardware.pitchMm };
  }
}

/** Change of tip-to-tip length from one step to the next, in mm; 0 for a fixed band. */
export function stepMm(hardware: Hardware): number {
  if (hardware.kind === 'fixed') return 0;
  return hardware.kind === 'slider' ? hardware.glideStepMm / 2 : hardware.pitchMm;
}

/**
 * Index of the last step, counted from 0 at the shortest. A slider whose range is no whole number of steps has one more
 * setting than whole steps: pushed home, at its longest.
 */
export function lastStep(hardware: Hardware): number {
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const step = stepMm(hardware);
  return step === 0 ? 0 : Math.max(0, Math.ceil((longestMm - shortestMm) / step - 1e-6));
}
