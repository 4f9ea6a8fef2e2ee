import { howReady, planRunSheet, type Gathering, type Readiness, type RunSheet } from './runSheet.ts';
import { seededNormal, seededUniform } from './seededNumbers.ts';

/** Evenings that are tried to tell how surely a sheet holds: a chance comes out within three in a hundred, nineteen times in twenty. */
export const EVENINGS = 1_000;

/** A run sheet and how surely it holds; or who is to be tied where there is nobody to do it. */
export type PlannedEvening =
  | { readonly kind: 'planned'; readonly sheet: RunSheet; readonly ready: Readiness }
  | { readonly kind: 'noHelper'; readonly guestIds: readonly string[] };

/** Plans an evening, the same for the same gathering, wherever it is worked out. */
export function planEvening(gathering: Gathering, evenings = EVENINGS): PlannedEvening {
  const { guests, helpers } = gathering;
  if (helpers.length === 0) {
    const tied = guests.filter(({ ties }) => ties === 'helper').map(({ id }) => id);
    if (tied.length > 0) return { kind: 'noHelper', guestIds: tied };
  }
  const sheet = planRunSheet(gathering);
  return { kind: 'planned', sheet, ready: howReady(gathering, sheet, evenings, seededNormal(1), seededUniform(2)) };
}
