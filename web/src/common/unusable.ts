import type { UsableSettings } from '@easytuck/core';

/** Why no setting of a band can be worn on a collar, and what would do. */
export function explainUnusable(why: Extract<UsableSettings, { kind: 'none' }>, length: (lengthMm: number) => string): string {
  switch (why.reason) {
    case 'bandTooShort':
      return `No setting of this band can be worn on this collar: it is ${length(why.byMm)} too short. An extender of that length would do, or a longer tie.`;
    case 'bandTooLong':
      return `No setting of this band can be worn on this collar: even its shortest is ${length(why.byMm)} too long. Another tie, or one made to measure.`;
    case 'noLength':
      return 'This blade suits no set on this collar: where the crossing is clean the fold is off the belly. Another tie, or one made to measure.';
    case 'stepTooCoarse':
      return 'The usable sets lie between two settings of this band. Another tie, or a hole between the two.';
  }
}
