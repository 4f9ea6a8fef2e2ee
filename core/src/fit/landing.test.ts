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

describe('a point of the strip, at the edges of what is seen', () => {
  // crossing at 10, knot to 50, hidden layer to its fold at 112, seen layer to the centre at 174, flat end beyond
  const bow = { strandMm: 226, visibleMm: 186, loopMm: 62, flatEndMm: 62, spreadMm: 124, crossingAtMm: 10, foldAtMm: 112, centreAtMm: 174 };

  it.each([
    [9.9, { part: 'collar', outMm: 0 }],
    [10, { part: 'knot', outMm: 0 }],
    [49.9, { part: 'knot', outMm: 0 }],
    [50, { part: 'loopHidden', outMm: 0 }],
    [112, { part: 'loopHidden', outMm: 62 }],
    [112.5, { part: 'loopSeen', outMm: 61.5 }],
    [174, { part: 'loopSeen', outMm: 0 }],
    [180, { part: 'flatEnd', outMm: 6 }],
  ] as const)('%d mm from the nose lies as %j', (vMm, landing) => {
    expect(landingOf(bow, vMm)).toEqual(landing);
  });
});
