import { formatCollarLabel, type Setting } from '@easytuck/core';

/** What the fitter looks for on the band: a large figure, what it is of, and both in one phrase. */
export interface SettingWords {
  readonly figure: string;
  readonly of: string;
  readonly phrase: string;
}

/** A setting in words. `length` writes a length in the shop's unit. */
export function settingWords({ position, lengthMm }: Setting, length: (lengthMm: number) => string): SettingWords {
  switch (position.kind) {
    case 'mark': {
      const figure = formatCollarLabel(position.mark);
      return { figure, of: `mark, ${position.mark.system}`, phrase: `mark ${figure}` };
    }
    case 'slot':
    case 'button':
      return {
        figure: String(position.number),
        of: `${position.kind} of ${position.of}, from the shortest`,
        phrase: `${position.kind} ${position.number}`,
      };
    case 'glide': {
      const figure = length(position.fromSewnEndMm);
      return { figure, of: 'glide, from the sewn end', phrase: `glide at ${figure}` };
    }
    case 'fixed':
      return { figure: length(lengthMm), of: 'sewn to length, tip to tip', phrase: 'sewn to length' };
  }
}
