import fc from 'fast-check';
import { between } from '../testing/index.ts';
import { formatInches, formatInchesPlain, formatLength, parseLength } from './index.ts';

/** Half of the finest fraction shown, 1/16 in, in mm. */
const SHOWN_WITHIN_MM = 25.4 / 16 + 1e-9;

describe('formatting', () => {
  it.each([
    [400.05, '15\u202f3⁄4', '15 3/4'],
    [38.1, '1\u202f1⁄2', '1 1/2'],
    [9.525, '3⁄8', '3/8'],
    [0, '0', '0'],
    [25.4, '1', '1'],
    [-38.1, '−1\u202f1⁄2', '-1 1/2'],
    [-0.1, '0', '0'],
    [25.35, '1', '1'],
  ])('writes %d mm in inches', (lengthMm, shown, plain) => {
    expect(formatInches(lengthMm)).toBe(shown);
    expect(formatInchesPlain(lengthMm)).toBe(plain);
  });

  it('writes centimetres to a millimetre and millimetres whole', () => {
    expect(formatLength(123.96, 'cm')).toBe('12.4 cm');
    expect(formatLength(123.96, 'mm')).toBe('124 mm');
    expect(formatLength(-0.2, 'mm')).toBe('0 mm');
    expect(formatLength(-12, 'cm')).toBe('−1.2 cm');
  });

  it('is read back within what is shown', () => {
    fc.assert(
      fc.property(between(0, 2000), (lengthMm) => {
        for (const text of [formatInches(lengthMm), formatInchesPlain(lengthMm)]) {
          const read = parseLength(text, 'in');
          expect(read.kind === 'length' ? Math.abs(read.lengthMm - lengthMm) : Infinity).toBeLessThanOrEqual(SHOWN_WITHIN_MM);
        }
      }),
    );
  });
});
