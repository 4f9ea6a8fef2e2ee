import type { HardwareKind } from '@easytuck/core';

/** Where a band is set: slot 4, or the slot at mark 16. */
export const atPart = (part: string, mark: string): string => (mark.startsWith('mark ') ? `the ${part} at ${mark}` : mark);

/**
 * How a band is set by hand, step by step; `mark` is where. Common practice, no source.
 * @example hardwareSteps('slots', 'slot 4') // ['Turn the band over: …', …]
 */
export function hardwareSteps(kind: HardwareKind, mark: string): readonly string[] {
  switch (kind) {
    case 'slots':
      return [
        'Turn the band over. One end has a small T-shaped hook, the other a row of slots.',
        `Push the hook flat through ${atPart('slot', mark)} from the back.`,
        'Turn the hook a quarter, so that it lies across the slot, and pull gently: it must hold.',
      ];
    case 'buttons':
      return [
        'Turn the band over. One end has a button, the other a row of buttonholes.',
        `Button it at ${atPart('buttonhole', mark)}.`,
        'Pull gently: it must hold, and the band must lie flat.',
      ];
    case 'slider':
      return [
        'Turn the band over and find the metal slider on its strap.',
        `Hold the sewn end still and push the slider along until its edge stands at: ${mark}.`,
        'Pull the strap straight, so that no loop stands up behind the slider.',
      ];
    case 'fixed':
      return ['This band is sewn to one length. There is nothing to set.'];
  }
}
