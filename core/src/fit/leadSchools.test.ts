import fc from 'fast-check';
import { leadSchools, predictBows } from './index.ts';
import { PATH_MM } from './testing.ts';
import { anyNeckPathMm, anySetMm, anyTie, workedTie } from '../testing/index.ts';

describe('leadSchools', () => {
  it('gives the worked case: 1 in, 2 in and the waist-level school', () => {
    const views = new Map(leadSchools(workedTie(), PATH_MM, 842.3).map((view) => [view.school, view]));
    expect(views.get('oneInch')).toMatchObject({ frontSpreadMm: expect.closeTo(128.2, 1), backSpreadMm: expect.closeTo(119.8, 1) });
    expect(views.get('twoInches')).toMatchObject({ frontSpreadMm: expect.closeTo(119.75, 1), backSpreadMm: expect.closeTo(128.25, 1) });
    expect(views.get('tipAtWaist')).toMatchObject({
      leadMm: 62,
      frontSpreadMm: expect.closeTo(116, 1),
      backSpreadMm: expect.closeTo(132, 1),
    });
    expect(views.get('even')?.frontSpreadMm).toBeCloseTo(views.get('even')?.backSpreadMm ?? 0, 9);
  });
  it('lays the short nose on the crossing for the school that hangs it at the button', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, (tie, pathMm, setMm) => {
        const { leadMm } = leadSchools(tie, pathMm, setMm).find(({ school }) => school === 'noseAtButton') ?? { leadMm: Number.NaN };
        expect(predictBows(tie, pathMm, setMm, leadMm).front.crossingAtMm).toBeCloseTo(0, 6);
      }),
    );
  });
});

describe('lead habits in inches', () => {
  it('are one inch, one and a half, and two', () => {
    const inInches = leadSchools(workedTie(), 412.75, 842.3).flatMap(({ school, leadMm }) =>
      ['oneInch', 'inchAndHalf', 'twoInches'].includes(school) ? [leadMm / 25.4] : [],
    );
    expect(inInches.map((inches) => inches.toFixed(6))).toEqual(['1.000000', '1.500000', '2.000000']);
  });
});
