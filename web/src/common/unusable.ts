import type { UsableSettings } from '@easytuck/core';

/** Why no setting of a band can be worn on a collar, and what would do. */
export function explainUnusable(why: Extract<UsableSettings, { kind: 'none' }>, length: (lengthMm: number) => string): string {
  switch (why.reason) {
    case 'bandTooShort':
      return `No setting of this band can be worn on this collar: it is ${length(why.byMm)} too short. Use an extender of that length, or a longer tie.`;
    case 'bandTooLong':
      return `No setting of this band can be worn on this collar: even its shortest is ${length(why.byMm)} too long. Take another tie, or one made to measure.`;
    case 'noLength':
      return 'No length of this tie works on this collar: where the crossing is clean, the fold is off the belly. Take another tie, or one made to measure.';
    case 'stepTooCoarse':
      return 'The lengths that would work lie between two settings of this band. Take another tie, or have a hole made between the two.';
  }
}
