import { parseLength } from '@easytuck/core';
import { exactLength, inSwitchedUnit, withUnit } from './exactLength.ts';

describe('a length in a field', () => {
  it('is written in inches where it is a whole sixteenth and inches are switched on, else as it was measured', () => {
    expect(exactLength(6.35, 'in')).toBe('1/4 in');
    expect(exactLength(19.05, 'in')).toBe('3/4 in');
    expect(exactLength(69.85, 'in')).toBe('2 3/4 in');
    expect(exactLength(0, 'in')).toBe('0 in');
    expect(exactLength(3, 'in')).toBe('3 mm');
    expect(exactLength(6.35, 'cm')).toBe('6.35 mm');
    expect(exactLength(null, 'in')).toBe('');
  });

  it('is read again as the same length, whatever was switched on when it was written and when it is read', () => {
    for (let lengthMm = 0.1; lengthMm < 400; lengthMm += 0.7937)
      for (const written of ['in', 'cm'] as const)
        for (const read of ['in', 'cm'] as const) {
          const reading = parseLength(exactLength(Math.round(lengthMm * 1000) / 1000, written), read);
          expect(reading.kind === 'length' ? Math.abs(reading.lengthMm - lengthMm) : Number.NaN).toBeLessThan(0.001);
        }
  });

  it('is told in the unit that is switched on where it was typed in another', () => {
    expect(inSwitchedUnit('70 mm', 'in')).toBe('= 2\u202f3⁄4 in');
    expect(inSwitchedUnit('2 3/4 in', 'cm')).toBe('= 7.0 cm');
    expect(inSwitchedUnit('7 cm', 'cm')).toBe('');
    expect(inSwitchedUnit('70', 'cm')).toBe('');
    expect(inSwitchedUnit('2¾', 'in')).toBe('');
    for (const nothing of ['', '0', '0 mm', 'as it is', '12 stone']) expect(inSwitchedUnit(nothing, 'in')).toBe('');
  });

  it('takes the unit it was typed in, so that switching the unit does not change it', () => {
    expect(withUnit('2 3/4', 'in')).toBe('2 3/4 in');
    expect(withUnit(' 7 ', 'cm')).toBe('7 cm');
    for (const text of ['2¾ in', '2.5"', '70 mm', '7cm', '', '0', 'wide', '2 3/']) expect(withUnit(text, 'in')).toBe(text);
  });
});
