import type { SchoolChoice } from '@easytuck/contract';
import {
  EASY_MM,
  formatCollarLabel,
  formatLength,
  hardwareRange,
  lastStep,
  settingAt,
  SMALL_MM,
  type BoundId,
  type CollarStyle,
  type Grade,
  type Hardware,
  type LengthUnit,
  type Setting,
  type Side,
} from '@easytuck/core';

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

/** What happens past a bound. */
export const BOUND_WORDS: Readonly<Record<BoundId, string>> = {
  bandShortest: 'the band is at its shortest',
  bandLongest: 'the band is at its longest',
  reach: 'the strip stops reaching',
  crossing: 'the crossing runs onto the blade',
  foldPastWaist: 'the fold leaves the belly',
  foldPastNose: 'the fold leaves the belly',
  neckBreadth: 'the bow is wider than the neck',
  collarPoints: 'the bow passes the collar points',
  faceWidth: 'the bow is wider than the face',
};

export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  good: 'inside every bound',
  fair: 'past a bound of custom or neatness',
  outside: 'cannot be worn like this',
};

export const SCHOOL_WORDS: Readonly<Record<SchoolChoice, { readonly name: string; readonly rule: string }>> = {
  true: { name: 'True', rule: 'collar size' },
  easy: { name: 'Easy', rule: `collar size and ${formatLength(EASY_MM, 'in')}` },
  small: { name: 'Small', rule: `${formatLength(SMALL_MM, 'in')} under collar size` },
  late: { name: 'Late', rule: 'tie at the longest' },
  own: { name: 'Own', rule: 'set by hand' },
};

export const COLLAR_STYLE_WORDS: Readonly<Record<CollarStyle, string>> = {
  turndown: 'Turndown',
  spread: 'Spread',
  point: 'Point',
  buttonDown: 'Button-down',
  wing: 'Wing',
};

export const SHAPE_WORDS = {
  butterfly: 'butterfly',
  semiButterfly: 'semi-butterfly',
  batwing: 'batwing',
  pointed: 'pointed',
  club: 'rounded club',
} as const;

/** The hardware of a band in a phrase. */
export function hardwareWords(hardware: Hardware): string {
  if (hardware.kind === 'fixed') return 'sewn to one neck';
  const marked = hardware.marks ? (hardware.marks.system === 'in' ? ', inch marks' : ', cm marks') : ', unnumbered';
  const kind = { slots: 'T-hook and slots', buttons: 'buttons', slider: 'slider' }[hardware.kind];
  return `${kind}${marked}`;
}

/** A side, as the wearer's own. */
export const sideWords = (side: Side): string => `the wearer’s ${side}`;

/** The range of a band in a phrase: its first and last mark, or its lengths. */
export function bandRange(hardware: Hardware, unit: LengthUnit): string {
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const first = settingAt(hardware, 0).position;
  const end = settingAt(hardware, lastStep(hardware)).position;
  if (first.kind === 'mark' && end.kind === 'mark')
    return `${formatCollarLabel(first.mark)}–${formatCollarLabel(end.mark)} ${first.mark.system}`;
  return shortestMm === longestMm
    ? formatLength(shortestMm, unit)
    : `${formatLength(shortestMm, unit)} to ${formatLength(longestMm, unit)}`;
}

/** Hardware and range in as few words as a list has room for: `T-hook 14–18 in`, `slider, unnumbered`. */
export function hardwareShort(hardware: Hardware, unit: LengthUnit): string {
  if (hardware.kind === 'fixed') return `sewn to ${bandRange(hardware, unit)}`;
  const kind = { slots: 'T-hook', buttons: 'buttons', slider: 'slider' }[hardware.kind];
  return hardware.marks ? `${kind} ${bandRange(hardware, unit)}` : `${kind}, unnumbered`;
}
