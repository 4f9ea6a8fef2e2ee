import { landingOf, predictBows } from './index.ts';
import { PATH_MM } from './testing.ts';
import { workedTie } from '../testing/index.ts';

describe('landingOf', () => {
  const { front } = predictBows(workedTie(), PATH_MM, 842.3, 38.05);
  it('lands nose in the knot, belly on the fold, waist at the centre, tip at the end', () => {
    expect(landingOf(front, -20)).toEqual({ part: 'collar', outMm: 0 });
    expect(landingOf(front, -5)).toEqual({ part: 'knot', outMm: 0 });
    expect(landingOf(front, 62)).toEqual({ part: 'loopHidden', outMm: expect.closeTo(62, 9) as number });
    expect(landingOf(front, 124)).toEqual({ part: 'loopSeen', outMm: expect.closeTo(0, 9) as number });
    expect(landingOf(front, 186)).toEqual({ part: 'flatEnd', outMm: expect.closeTo(62, 9) as number });
  });
});
