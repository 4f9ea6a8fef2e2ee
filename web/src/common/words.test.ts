import { HALF_SIZE_SLOTS } from '@easytuck/core/testing';
import { parseLength, readSetting, settingAt, type Hardware } from '@easytuck/core';
import { explainSetting, settingEditText } from './settingField.ts';
import { explainUnusable } from './unusable.ts';
import { bandRange, hardwareShort, hardwareWords, settingWords, sideWords } from './words.ts';

const length = (mm: number): string => `${Math.round(mm)} mm`;
const LOOSE: Hardware = { ...HALF_SIZE_SLOTS, marks: null };
const BUTTONS: Hardware = { ...HALF_SIZE_SLOTS, kind: 'buttons', marks: null };
const SLIDER: Hardware = {
  kind: 'slider',
  shortestMm: 780,
  longestMm: 880,
  strapMm: 250,
  reachAtShortestMm: 140,
  glideStepMm: 6,
  marks: null,
};
const FIXED: Hardware = { kind: 'fixed', lengthMm: 842.3 };

describe('settingWords', () => {
  it.each([
    [HALF_SIZE_SLOTS, 3, '15\u202f1⁄2', 'mark, in', 'mark 15\u202f1⁄2'],
    [LOOSE, 3, '4', 'slot of 9, from the shortest', 'slot 4'],
    [BUTTONS, 0, '1', 'button of 9, from the shortest', 'button 1'],
    [SLIDER, 2, '42 mm', 'glide, from the sewn end', 'glide at 42 mm'],
    [FIXED, 0, '842 mm', 'sewn to length, tip to tip', 'sewn to length'],
  ])('tells what to look for on the band', (hardware, step, figure, of, phrase) => {
    expect(settingWords(settingAt(hardware, step), length)).toEqual({ figure, of, phrase });
  });
});

describe('hardware in words', () => {
  it.each([
    [HALF_SIZE_SLOTS, 'T-hook and slots, inch marks', 'T-hook 14–18 in', '14–18 in'],
    [LOOSE, 'T-hook and slots, unnumbered', 'T-hook, unnumbered', '79.2 cm to 89.3 cm'],
    [SLIDER, 'slider, unnumbered', 'slider, unnumbered', '78.0 cm to 88.0 cm'],
    [FIXED, 'sewn to one neck', 'sewn to 84.2 cm', '84.2 cm'],
  ])('says what adjusts the band and how far', (hardware, words, short, range) => {
    expect(hardwareWords(hardware)).toBe(words);
    expect(hardwareShort(hardware, 'cm')).toBe(short);
    expect(bandRange(hardware, 'cm')).toBe(range);
  });
  it('names sides as the wearer’s own', () => {
    expect(sideWords('left')).toBe('the wearer’s left');
  });
});

describe('a setting in a field', () => {
  it.each([HALF_SIZE_SLOTS, LOOSE, BUTTONS, SLIDER])('is read back as the same setting', (hardware) => {
    for (const step of [0, 1, 4, 8]) {
      const setting = settingAt(hardware, step);
      expect(readSetting(hardware, settingEditText(setting), 'in')).toEqual({ kind: 'setting', setting });
    }
  });
  it('is empty where the band is sewn', () => {
    expect(settingEditText(settingAt(FIXED, 0))).toBe('');
  });

  const refusal = (hardware: Hardware, text: string): string => {
    const read = readSetting(hardware, text, 'in');
    return read.kind === 'setting' ? 'taken' : explainSetting(read, length);
  };
  it.each([
    [HALF_SIZE_SLOTS, '15 3/4', 'This band cannot be set there. Next to it are mark 15\u202f1⁄2 and mark 16.'],
    [HALF_SIZE_SLOTS, '19', 'This band runs from mark 14 to mark 18.'],
    [HALF_SIZE_SLOTS, '41', 'This band is marked in inches. Write the number that is printed on it.'],
    [HALF_SIZE_SLOTS, 'loose', 'Write the number that the band is to be set at.'],
    [LOOSE, '2.5', 'This band cannot be set there. Next to it are slot 2 and slot 3.'],
    [FIXED, '16', 'This band is sewn to one length.'],
  ])('is refused in words that say what would be right', (hardware, text, words) => {
    expect(refusal(hardware, text)).toBe(words);
  });
});

describe('explainUnusable', () => {
  it('says by how much, and what would do', () => {
    expect(explainUnusable({ kind: 'none', reason: 'bandTooShort', byMm: 20 }, length)).toMatch(
      /20 mm too short\. Use an extender of that length/,
    );
    expect(explainUnusable({ kind: 'none', reason: 'bandTooLong', byMm: 20 }, length)).toMatch(/20 mm too long\. Take another tie/);
    expect(explainUnusable({ kind: 'none', reason: 'noLength' }, length)).toMatch(/No length of this tie works/);
    expect(explainUnusable({ kind: 'none', reason: 'stepTooCoarse' }, length)).toMatch(/between two settings/);
  });
});

describe('lengths as they are shown', () => {
  it('can be typed back', () => {
    const shown = settingWords(settingAt(HALF_SIZE_SLOTS, 3), length).figure;
    expect(parseLength(shown, 'in')).toMatchObject({ kind: 'length', value: 15.5 });
  });
});
