import {
  formatCollarLabel,
  formatLength,
  hardwareRange,
  lastStep,
  settingAt,
  type Grade,
  type Hardware,
  type LengthUnit,
} from '@easytuck/core';

/** Who a fitting was for, where that wearer was erased. */
export const ERASED_WEARER = 'An erased wearer';

export {
  BOUND_WORDS,
  clothWords,
  COLLAR_STYLE_WORDS,
  hangWords,
  OCCASION_WORDS,
  restsOnWords,
  SCHOOL_WORDS,
  settingWords,
  sureWords,
  SHAPE_WORDS,
  sideWords,
  WING_WORDS,
  type SettingWords,
} from '@easytuck/contract';

export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  good: 'inside every limit',
  fair: 'wearable, outside a style or neatness limit',
  outside: 'cannot be worn like this',
};

/** What the label printer is at. */
export const PRINTER_WORDS = {
  none: 'no printer is connected',
  offline: 'the printer does not answer',
  outOfPaper: 'the printer is out of labels',
  ready: 'the printer is ready',
  printing: 'the printer is printing',
} as const;

/** The hardware of a band in a phrase. */
export function hardwareWords(hardware: Hardware): string {
  if (hardware.kind === 'fixed') return 'sewn to one neck';
  const marked = hardware.marks ? (hardware.marks.system === 'in' ? ', inch marks' : ', cm marks') : ', unnumbered';
  const kind = { slots: 'T-hook and slots', buttons: 'buttons', slider: 'slider' }[hardware.kind];
  return `${kind}${marked}`;
}

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
