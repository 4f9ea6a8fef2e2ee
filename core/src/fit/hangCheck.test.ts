import { hangCheck } from './index.ts';
import { PATH_MM } from './testing.ts';

describe('hangCheck', () => {
  it('hangs the worked case’s nose about 74 mm below the collar button, between the second and the third (common practice, no source)', () => {
    const { noseMm, between, asTrade } = hangCheck(842.3, 186, PATH_MM);
    expect(noseMm).toBeCloseTo(73.9, 1);
    expect([between, asTrade]).toEqual([[2, 3], true]);
  });
  it('goes by the wearer’s own buttons', () => {
    expect(hangCheck(842.3, 186, PATH_MM, { firstMm: 80, spacingMm: 80 })).toMatchObject({ between: [1, 2], asTrade: false });
    expect(hangCheck(842.3, 186, PATH_MM, { firstMm: 30, spacingMm: 40 })).toMatchObject({ between: [3, 4] });
    expect(hangCheck(690, 186, PATH_MM)).toMatchObject({ between: [0, 1], asTrade: false });
  });
  it('hangs lower by half of what the band is let out', () => {
    expect(hangCheck(842.3 + 20, 186, PATH_MM).noseMm - hangCheck(842.3, 186, PATH_MM).noseMm).toBeCloseTo(10, 9);
  });
});

describe('buttons between which the nose hangs', () => {
  // the nose hangs F/2 − 0.33 P − 25 mm below the collar button; the set that hangs it at y is so much longer
  const hungAt = (noseMm: number) => hangCheck(2 * (noseMm + 0.33 * 400 + 25) + 2 * 186, 186, 400, { firstMm: 60, spacingMm: 80 }).between;

  it.each([
    [-0.5, [0, 1]],
    [0.5, [1, 2]],
    [59.5, [1, 2]],
    [60.5, [2, 3]],
    [139.5, [2, 3]],
    [140.5, [3, 4]],
  ])('with the nose %d mm below the collar button are %j', (noseMm, between) => {
    expect(hungAt(noseMm)).toEqual(between);
  });
});
