import { type Hardware, readSetting } from './index.ts';
import { LOOSE_SLOTS, SLIDER } from './testing.ts';
import { HALF_SIZE_SLOTS } from '../testing/index.ts';

describe('readSetting', () => {
  const stepOf = (hardware: Hardware, text: string): number | string => {
    const read = readSetting(hardware, text, 'in');
    return read.kind === 'setting' ? read.setting.step : read.kind;
  };
  it('reads a printed mark, a slot number, a glide', () => {
    expect(stepOf(HALF_SIZE_SLOTS, '15 1/2')).toBe(3);
    expect(stepOf(LOOSE_SLOTS, '5')).toBe(4);
    expect(stepOf(SLIDER, '36 mm')).toBe(1);
  });
  it('refuses what the band does not have, with what it has', () => {
    expect(readSetting(HALF_SIZE_SLOTS, '15 3/4', 'in')).toMatchObject({ kind: 'between', below: { step: 3 }, above: { step: 4 } });
    expect(readSetting(HALF_SIZE_SLOTS, '19', 'in')).toMatchObject({ kind: 'beyond', shortest: { step: 0 }, longest: { step: 8 } });
    expect(stepOf(HALF_SIZE_SLOTS, '41')).toBe('otherSystem');
    expect(stepOf(HALF_SIZE_SLOTS, 'wide')).toBe('unreadable');
    expect(stepOf(LOOSE_SLOTS, '0')).toBe('beyond');
    expect(stepOf({ kind: 'fixed', lengthMm: 800 }, '16')).toBe('fixed');
  });
});
