import fc from 'fast-check';
import { between, WORKED_TIE } from '../testing/index.ts';
import { inchesToMm } from '../units/index.ts';
import { DEFAULT_EASE_MM, neckPathMm, predictBows, prepareTie, takeUpsOfStrip1 } from './index.ts';
import { COLLAR_16 } from './testing.ts';

describe('what tyings showed under strip-1', () => {
  it('predicts the same bows by today’s path, whatever set, lead and cloth', () => {
    fc.assert(
      fc.property(
        between(780, 900),
        between(0, 70),
        between(0.5, 3),
        between(5, 30),
        between(30, 90),
        (setMm, leadMm, thicknessMm, shortMm, longMm) => {
          const cloth = { ...WORKED_TIE.cloth, thicknessMm };
          // strip-1 counted collar and ease alone
          const former = predictBows(prepareTie({ ...WORKED_TIE, cloth, takeUp: { shortMm, longMm } }), inchesToMm(16.25), setMm, leadMm);
          const carried = prepareTie({ ...WORKED_TIE, cloth, takeUp: takeUpsOfStrip1({ shortMm, longMm }, cloth) });
          const today = predictBows(carried, neckPathMm(COLLAR_16, DEFAULT_EASE_MM, cloth), setMm, leadMm);
          expect(today.front.spreadMm).toBeCloseTo(former.front.spreadMm, 9);
          expect(today.back.spreadMm).toBeCloseTo(former.back.spreadMm, 9);
        },
      ),
    );
  });

  it('keeps how surely it was known', () => {
    expect(takeUpsOfStrip1({ shortMm: 10, longMm: 48, wholeSdMm: 2 }, WORKED_TIE.cloth)).toMatchObject({ wholeSdMm: 2 });
  });
});
