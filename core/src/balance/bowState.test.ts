import fc from 'fast-check';
import { drawFlatEnd, drawKnotSide, drawTailSide, easeKnotSide, materialMm } from './index.ts';
import { anyBow } from './testing.ts';
import { between } from '../testing/index.ts';

describe('the four moves', () => {
  it('conserve the cloth, and each does to loop, flat end and knot what the hand does', () => {
    fc.assert(
      fc.property(anyBow, between(0, 10), (bow, p) => {
        for (const move of [drawFlatEnd, drawTailSide, drawKnotSide, easeKnotSide])
          expect(materialMm(move(bow, p))).toBeCloseTo(materialMm(bow), 9);
      }),
    );
    const bow = { loopMm: 60, flatEndMm: 60, slackMm: 8 };
    expect(drawFlatEnd(bow, 4)).toEqual({ loopMm: 58, flatEndMm: 64, slackMm: 8 });
    expect(drawTailSide(bow, 4)).toEqual({ loopMm: 62, flatEndMm: 56, slackMm: 8 });
    expect(drawKnotSide(bow, 4)).toEqual({ loopMm: 62, flatEndMm: 60, slackMm: 4 });
    expect(easeKnotSide(bow, 4)).toEqual({ loopMm: 58, flatEndMm: 60, slackMm: 12 });
  });
});
