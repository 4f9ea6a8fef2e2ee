import fc from 'fast-check';
import { checkBlade, widthAt, widthProfile } from './index.ts';
import { anyBlade, WORKED_TIE } from '../testing/index.ts';

describe('checkBlade', () => {
  it('passes blades that can be cut', () => {
    fc.assert(fc.property(anyBlade, (blade) => expect(checkBlade(blade).filter(({ kind }) => kind !== 'tooLarge')).toEqual([])));
  });

  it.each([
    [{ noseToBellyMm: Number.NaN }, 'noseToBellyMm', 'notANumber'],
    [{ bellyToWaistMm: -62 }, 'bellyToWaistMm', 'tooSmall'],
    [{ waistToTipMm: 6200 }, 'waistToTipMm', 'tooLarge'],
    [{ waistWidthMm: 12 }, 'waistWidthMm', 'narrowerThanBand'],
    [{ waistWidthMm: 70 }, 'waistWidthMm', 'widerThanBelly'],
    [{ tipDepthMm: 62, tipShape: 'pointed' as const }, 'tipDepthMm', 'longerThanTail'],
    [{ tipDepthMm: 10 }, 'tipDepthMm', 'depthWithoutTip'],
    [{ tipShape: 'rounded' as const }, 'tipDepthMm', 'tipWithoutDepth'],
  ])('names what %j contradicts', (change, measure, kind) => {
    expect(checkBlade({ ...WORKED_TIE.blade, ...change })).toContainEqual(expect.objectContaining({ measure, kind }));
  });
});

describe('further widths', () => {
  const withExtra = (...extraWidths: { atMm: number; widthMm: number }[]) => ({ ...WORKED_TIE.blade, extraWidths });

  it('are gone through like the named ones, and leave those as they are', () => {
    const profile = widthProfile(withExtra({ atMm: 30, widthMm: 50 }, { atMm: 100, widthMm: 40 }));
    expect([30, 62, 100, 124].map((v) => widthAt(profile, v))).toEqual([50, 65, 40, 30].map((w) => expect.closeTo(w, 9) as number));
    expect(checkBlade(withExtra({ atMm: 30, widthMm: 50 }, { atMm: 100, widthMm: 40 }))).toEqual([]);
  });

  it.each([
    [[{ atMm: 30, widthMm: 70 }], 0, 'notBetween', 65, ['nose', 'belly']],
    [
      [
        { atMm: 30, widthMm: 50 },
        { atMm: 45, widthMm: 40 },
      ],
      1,
      'notBetween',
      50,
      ['nose', 'belly'],
    ],
    [[{ atMm: 150, widthMm: 20 }], 0, 'notBetween', 30, ['waist', 'tail']],
    [[{ atMm: 61, widthMm: 64 }], 0, 'outOfOrder', 60, ['nose', 'belly']],
    [
      [
        { atMm: 40, widthMm: 50 },
        { atMm: 30, widthMm: 45 },
      ],
      1,
      'outOfOrder',
      42,
      ['nose', 'belly'],
    ],
    [[{ atMm: 190, widthMm: 60 }], 0, 'offTheBlade', 186, ['waist', 'tail']],
    [[{ atMm: 30, widthMm: Number.NaN }], 0, 'notANumber', 0, ['nose', 'belly']],
  ] as const)(
    '%j: the one at %d is refused as %s with its limit %d and the lines it lies between',
    (extras, index, kind, limitMm, lines) => {
      expect(checkBlade(withExtra(...extras))).toContainEqual(
        expect.objectContaining({ kind, limitMm, extra: expect.objectContaining({ index, between: lines }) as object }),
      );
    },
  );
});
