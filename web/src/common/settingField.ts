import { formatCollarLabel, formatInchesPlain, formatLength, type Setting, type SettingReading } from '@easytuck/core';
import { settingWords } from './words.ts';

/** A setting as it is put into a field to be changed. */
export function settingEditText({ position }: Setting): string {
  switch (position.kind) {
    case 'mark':
      return position.mark.system === 'in' ? formatInchesPlain(position.mark.label * 25.4) : formatCollarLabel(position.mark);
    case 'slot':
    case 'button':
      return String(position.number);
    case 'glide':
      return formatLength(position.fromSewnEndMm, 'mm');
    case 'fixed':
      return '';
  }
}

/** Why what was typed is no setting of this band, and what would be. */
export function explainSetting(reading: Exclude<SettingReading, { kind: 'setting' }>, length: (lengthMm: number) => string): string {
  const name = (setting: Setting): string => settingWords(setting, length).phrase;
  switch (reading.kind) {
    case 'between':
      return `This band cannot be set there. Next to it are ${name(reading.below)} and ${name(reading.above)}.`;
    case 'beyond':
      return `This band runs from ${name(reading.shortest)} to ${name(reading.longest)}.`;
    case 'otherSystem':
      return `This band is marked in ${reading.marks === 'in' ? 'inches' : 'centimetres'}. Write the number that is printed on it.`;
    case 'fixed':
      return 'This band is sewn to one length.';
    case 'unreadable':
      return 'Write the number that the band is to be set at.';
  }
}
