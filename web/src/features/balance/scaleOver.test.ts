import { scaleOver } from './scaleOver.ts';

describe('the scale of a chart', () => {
  it('goes by round lengths, in steps that do not crowd', () => {
    expect(scaleOver([118, 131.4], 'cm')).toEqual({ domain: [115, 135], ticks: [115, 120, 125, 130, 135] });
    expect(scaleOver([-3, 3, 40], 'cm').ticks).toEqual([-10, 0, 10, 20, 30, 40]);
    expect(scaleOver([120, 120], 'cm')).toEqual({ domain: [120, 125], ticks: [120, 125] });
    // in inches the round lengths are quarters and eighths
    expect(scaleOver([118, 131.4], 'in').ticks.map((mm) => mm / 25.4)).toEqual(
      [4.625, 4.75, 4.875, 5, 5.125, 5.25].map((inches) => expect.closeTo(inches, 9) as number),
    );
  });
});
