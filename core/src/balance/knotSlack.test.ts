import { NINETY_PERCENT, prepareTie } from '../fit/index.ts';
import { seededNormal, UNTIED } from '../testing/index.ts';
import { inAnybodysHands, nextTime, priorTakeUps, slackMmOf, VARIANCES } from './index.ts';

const NEXT = nextTime(inAnybodysHands(priorTakeUps(prepareTie(UNTIED))));

describe('slack in a knot', () => {
  it('is none in a knot that was felt firm, and what is missing in one that was felt loose', () => {
    expect(slackMmOf(25, 'firm', 'short', NEXT)).toBe(0);
    expect(slackMmOf(12, 'loose', 'short', NEXT)).toBe(12);
    expect(slackMmOf(-4, 'loose', 'long', NEXT)).toBe(0);
  });

  it('is claimed of a knot that nobody pressed only beyond nine in ten of what is known', () => {
    const doubtMm = NINETY_PERCENT * Math.sqrt(NEXT.short.sdMm ** 2 + VARIANCES.reading.whole / 2);
    expect(slackMmOf(doubtMm - 0.01, 'notChecked', 'short', NEXT)).toBe(0);
    expect(slackMmOf(doubtMm + 3, 'notChecked', 'short', NEXT)).toBeCloseTo(3, 9);
  });

  it('is claimed of at most one in twenty tight bows of ties that nobody has tied', () => {
    const normal = seededNormal(7);
    const claimed = Array.from({ length: 4_000 }, () => {
      const missingMm = NEXT.short.sdMm * normal() + Math.sqrt(VARIANCES.reading.whole / 2) * normal();
      return slackMmOf(missingMm, 'notChecked', 'short', NEXT) > 0;
    }).filter(Boolean).length;
    expect(claimed / 4_000).toBeLessThan(0.06);
    expect(claimed).toBeGreaterThan(0);
  });
});
