import { FIRMNESSES, NINETY_PERCENT, type Firmness, type TakeUpBeliefs } from '../fit/index.ts';
import { VARIANCES } from './learnTakeUp.ts';

/** How the knot feels when it is pressed between finger and thumb: still loose, or drawn up and how firmly; `notChecked` until somebody did. */
export const KNOT_FEELS = ['notChecked', 'loose', ...FIRMNESSES] as const;
export type KnotFeel = (typeof KNOT_FEELS)[number];

/** How firmly a knot is drawn up that feels so; null where nobody can say. */
export const firmnessOf = (feel: KnotFeel): Firmness | null => (feel === 'notChecked' || feel === 'loose' ? null : feel);

/**
 * Cloth of one bow that is said to lie slack in its knot, in mm. A knot that was felt to be drawn up holds none, however little its bow shows: its
 * hands take more, and a plan rests on what was measured. A knot that was felt loose holds what is missing. Of a knot that nobody
 * pressed only that part is claimed which is beyond nine in ten of what is known of these hands.
 * @param missingMm what the bow was held to show more than it shows.
 * @param next what the next tying in these hands was held to show (`nextTime`).
 */
export function slackMmOf(missingMm: number, feel: KnotFeel, end: 'short' | 'long', next: TakeUpBeliefs): number {
  switch (feel) {
    case 'soft':
    case 'usual':
    case 'firm':
      return 0;
    case 'loose':
      return Math.max(0, missingMm);
    case 'notChecked':
      return Math.max(0, missingMm - NINETY_PERCENT * Math.sqrt(next[end].sdMm ** 2 + VARIANCES.reading.whole / 2));
  }
}
