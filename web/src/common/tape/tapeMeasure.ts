import { MM_PER_UNIT, type LengthUnit, LENGTH_UNITS } from '@easytuck/core';
import { z } from 'zod';

/** What a digital tape measure sends when its button is pressed: a number and the unit it claims. */
const reading = z.object({ value: z.number().nonnegative(), unit: z.enum(LENGTH_UNITS) });
export type TapeReading = z.infer<typeof reading>;

/** A tape measure, as far as the application knows one. A real device takes its place by another object of this shape. */
export interface TapeMeasure {
  /** Calls with every reading until the returned function is called. */
  readonly subscribe: (onReading: (reading: TapeReading) => void) => () => void;
}

const CHANNEL = 'easytuck.tape';

/** The simulated tape: readings come over a channel of this browser, from the panel or from another window. */
export const simulatedTape: TapeMeasure = {
  subscribe: (onReading) => {
    const channel = new BroadcastChannel(CHANNEL);
    channel.onmessage = ({ data }) => {
      const read = reading.safeParse(data);
      if (read.success) onReading(read.data);
    };
    return () => channel.close();
  },
};

/** Sends a reading as the simulated tape. */
export function sendReading(sent: TapeReading): void {
  const channel = new BroadcastChannel(CHANNEL);
  channel.postMessage(sent);
  channel.close();
}

/** What can be wrong with a simulated tape. */
export interface TapeFaults {
  /** The hand is not still. */
  readonly jitters: boolean;
  /** The unit switch stands wrong: the number is of one unit, the name of another. */
  readonly wrongUnit: boolean;
  /** Readings get lost on the way. */
  readonly dropsOut: boolean;
}

const JITTER_MM = 4;
const LOST_SHARE = 0.5;

/** A reading of a true length as a tape with faults sends it; null where it gets lost. `random` gives numbers from 0 to 1. */
export function takeReading(trueMm: number, unit: LengthUnit, faults: TapeFaults, random: () => number): TapeReading | null {
  if (faults.dropsOut && random() < LOST_SHARE) return null;
  const shownMm = faults.jitters ? Math.max(0, trueMm + JITTER_MM * (random() + random() - 1)) : trueMm;
  const named: LengthUnit = !faults.wrongUnit ? unit : unit === 'in' ? 'cm' : 'in';
  const digits = unit === 'mm' ? 0 : unit === 'cm' ? 1 : 2;
  return { value: Number((shownMm / MM_PER_UNIT[unit]).toFixed(digits)), unit: named };
}

/** A reading as it is put into a field, where it is checked like anything typed. */
export const readingText = ({ value, unit }: TapeReading): string => `${value} ${unit}`;

/** Marks a field that takes readings. */
export const TAPE_FIELD = { 'data-tape': 'length' } as const;
