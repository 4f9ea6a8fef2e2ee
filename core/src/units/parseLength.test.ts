import { parseLength } from './index.ts';

describe('parseLength', () => {
  it.each([
    ['15 3/4 in', 400.05],
    ['15¾"', 400.05],
    ['15¾″', 400.05],
    ['15.75 inches', 400.05],
    ['15.75’’', 400.05],
    ["15.75''", 400.05],
    ['15.75′′', 400.05],
    ['１５．７５ in', 400.05],
    ['40 cm', 400],
    ['40,5cm', 405],
    ['62 mm', 62],
    ['1 inch', 25.4],
  ])('reads %s in millimetres whatever the unit meant', (text, lengthMm) => {
    for (const unit of ['in', 'cm', 'mm'] as const)
      expect(parseLength(text, unit)).toMatchObject({ kind: 'length', lengthMm: expect.closeTo(lengthMm, 9) as number, unitWritten: true });
  });

  it('takes the unit meant where none is written', () => {
    expect(parseLength('2', 'in')).toMatchObject({ lengthMm: 50.8, unitWritten: false });
    expect(parseLength('2', 'cm')).toMatchObject({ lengthMm: 20 });
    expect(parseLength('2', 'mm')).toMatchObject({ lengthMm: 2 });
  });

  it('does not read two units or a unit alone', () => {
    expect(parseLength('15 in cm', 'in').kind).toBe('unreadable');
    expect(parseLength('cm', 'in')).toEqual({ kind: 'unreadable', reason: 'empty' });
  });
});
