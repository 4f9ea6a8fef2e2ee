import { normalShare } from '../geometry/index.ts';
import { combine, densityAt, mixtureOf, NINETY_PERCENT } from './index.ts';

describe('normal distributions', () => {
  it('hold nine in ten within 1.6449 deviations (tables of the normal distribution)', () => {
    expect(normalShare(NINETY_PERCENT) - normalShare(-NINETY_PERCENT)).toBeCloseTo(0.9, 4);
    expect(densityAt(0, { meanMm: 0, sdMm: 1 })).toBeCloseTo(0.398942, 6);
  });

  it('are a mixture of one as they are, and of equal ones as each', () => {
    const one = { meanMm: 3, sdMm: 2 };
    expect(mixtureOf([{ weight: 0.3, normal: one }])).toBe(one);
    const same = mixtureOf([
      { weight: 1, normal: one },
      { weight: 5, normal: one },
    ]);
    expect(same.meanMm).toBeCloseTo(3, 9);
    expect(same.sdMm).toBeCloseTo(2, 3);
  });

  it('mix to one that holds nine in ten of both together', () => {
    const [near, far] = [
      { weight: 3, normal: { meanMm: 0, sdMm: 1 } },
      { weight: 1, normal: { meanMm: 8, sdMm: 2 } },
    ];
    const { meanMm, sdMm } = mixtureOf([near, far]);
    expect(meanMm).toBeCloseTo(2, 9);
    const held = [near, far].reduce((sum, { weight, normal }) => {
      const below = (mm: number): number => normalShare((mm - normal.meanMm) / normal.sdMm);
      return sum + (weight / 4) * (below(meanMm + NINETY_PERCENT * sdMm) - below(meanMm - NINETY_PERCENT * sdMm));
    }, 0);
    expect(held).toBeCloseTo(0.9, 5);
  });

  it('combine to their precision-weighed mean', () => {
    expect(combine({ meanMm: 0, sdMm: 1 }, { meanMm: 10, sdMm: 1 }).meanMm).toBeCloseTo(5, 9);
  });
});
