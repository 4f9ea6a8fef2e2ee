import { tieInput } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { EVEN_ENOUGH, prepareTie } from '@easytuck/core';
import { isMisread, judge, stateOf, widthAdvice } from './balanceDesk.ts';
import { DESK, EVEN, judged, LEVEL, read } from './testing.ts';

describe('advice on the width', () => {
  const advice = (wantedSpreadMm: number, half = 62) => {
    const halves = read(half, half, half, half);
    return widthAdvice(judge(DESK, stateOf(DESK, halves, LEVEL), EVEN, EVEN_ENOUGH, wantedSpreadMm), wantedSpreadMm, 3);
  };

  it('is none within tolerance, and names the nearest setting and what it gives past it', () => {
    expect(advice(126)).toBeNull();
    const wide = advice(115.5);
    expect(wide?.widerByMm).toBeCloseTo(8.5, 1);
    // half a size, 12.7 mm of band, is 4.2 mm of bow: two settings shorter
    expect(wide?.setting?.lengthMm).toBeCloseTo(842.3 - 2 * 12.7, 6);
    expect(wide?.spreadMm).toBeCloseTo(124 - (2 * 12.7) / 3, 1);
  });

  it('is held back where no knot takes so much or so little: a band off its mark, or a mis-read', () => {
    const at = (half: number) => isMisread(DESK, stateOf(DESK, read(half, half, half, half), LEVEL));
    expect([62, 66, 68].map(at)).toEqual([false, false, true]);
    expect(isMisread(DESK, { ...stateOf(DESK, read(62, 62, 40, 40), LEVEL), back: { loopMm: 40, flatEndMm: 40, slackMm: 0 } })).toBe(true);
  });

  it('says where no setting of the band comes nearer, and waits until no pull is left', () => {
    const fixed = prepareTie(tieInput.parse({ ...sampleTie, hardware: { kind: 'fixed', lengthMm: 842.3 } }));
    const desk = { ...DESK, tie: fixed };
    const even = judge(desk, stateOf(desk, read(62, 62, 62, 62), LEVEL), EVEN, EVEN_ENOUGH, 110);
    expect(widthAdvice(even, 110, 3)).toMatchObject({ setting: null });
    expect(widthAdvice(judged(read(68, 50, 55, 68)), 110, 3)).toBeNull();
  });
});
