import { fine } from './testing.ts';
import { drawOn, NOT_TRIED, triedOn, triedWords } from './whatIf.ts';

describe('what if a layer is drawn', () => {
  const BOW = { loopMm: 60, flatEndMm: 50, slackMm: 4 };

  it('moves both its ends, and puts it back', () => {
    const tail = drawOn(BOW, NOT_TRIED, 'tailSide', 6);
    expect(triedOn(BOW, tail)).toEqual({ loopMm: 63, flatEndMm: 44, slackMm: 4 });
    expect(drawOn(BOW, tail, 'flatEnd', 6)).toEqual(NOT_TRIED);
    const knot = drawOn(BOW, tail, 'knotSide', 3);
    expect(triedOn(BOW, knot)).toEqual({ loopMm: 64.5, flatEndMm: 44, slackMm: 1 });
    expect(drawOn(BOW, knot, 'knotSide', -3)).toEqual(tail);
    expect(triedWords(drawOn(BOW, tail, 'knotSide', -2), fine)).toEqual([
      'layer that shortens the flat end 6 mm out',
      'layer that tightens the knot 2 mm back',
    ]);
    expect(triedWords(drawOn(BOW, NOT_TRIED, 'flatEnd', 2.4), fine)).toEqual(['flat end 2 mm out']);
  });

  it('stops where an edge would leave the picture, and lets one come back that is out of it', () => {
    expect(triedOn(BOW, drawOn(BOW, NOT_TRIED, 'flatEnd', 500)).flatEndMm).toBeLessThanOrEqual(98);
    expect(triedOn(BOW, drawOn(BOW, NOT_TRIED, 'tailSide', 500)).flatEndMm).toBe(5);
    const wide = { loopMm: 120, flatEndMm: 50, slackMm: 0 };
    expect(drawOn(wide, NOT_TRIED, 'knotSide', 4)).toEqual(NOT_TRIED);
    expect(drawOn(wide, NOT_TRIED, 'knotSide', -4).knotSideMm).toBe(-4);
  });
});
