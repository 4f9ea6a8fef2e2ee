import { predictBows } from '../fit/index.ts';
import fc from 'fast-check';
import { learnTakeUp, observeTakeUps, priorTakeUps } from './index.ts';
import { tight } from './testing.ts';
import { between, workedTie } from '../testing/index.ts';

describe('learnTakeUp', () => {
  it('answers the worked case: front 60/60 shows a short take-up of 15.73, held then as 13.6 ± 2.4', () => {
    const { shortMm } = observeTakeUps(tight(60, 60), tight(60, 60), 842.3, 412.75, 38.1);
    expect(shortMm).toBeCloseTo(15.725, 6);
    const learned = learnTakeUp(priorTakeUps(workedTie()).short, shortMm);
    expect(learned.kind).toBe('learned');
    expect(learned.belief.meanMm).toBeCloseTo(13.6, 1);
    expect(learned.belief.sdMm).toBeCloseTo(2.4, 9);
  });

  it('is not moved silently by a mis-read, and takes it in once it was measured again', () => {
    const { long } = priorTakeUps(workedTie());
    expect(learnTakeUp(long, long.meanMm + 40)).toMatchObject({ kind: 'surprising', belief: long });
    expect(learnTakeUp(long, long.meanMm + 40, true)).toMatchObject({ kind: 'learned' });
    expect(learnTakeUp(long, long.meanMm + 20).kind).toBe('learned');
  });

  it('narrows with every observation, and comes as near as the readings allow', () => {
    fc.assert(
      fc.property(between(-8, 8), fc.array(between(-3, 3), { minLength: 12, maxLength: 12 }), (off, errors) => {
        let belief = priorTakeUps(workedTie()).short;
        const trueMm = belief.meanMm + off;
        for (const error of errors) {
          const next = learnTakeUp(belief, trueMm + error, true).belief;
          expect(next.sdMm).toBeLessThan(belief.sdMm);
          belief = next;
        }
        const mean = errors.reduce((sum, error) => sum + error, 0) / errors.length;
        // twelve readings weigh 12/9 against the prior's 1/16
        expect(belief.meanMm).toBeCloseTo(trueMm + (mean * (12 / 9) - off / 16) / (12 / 9 + 1 / 16), 6);
      }),
    );
  });
});

describe('observeTakeUps', () => {
  it('finds the take-ups of the tie from the bow that it ties, whatever set, neck and lead', () => {
    const tie = workedTie();
    for (const [setMm, pathMm, leadMm] of [
      [842.3, 412.75, 38.05],
      [800, 390, 10],
      [870, 430, 60],
    ] as const) {
      const { front, back } = predictBows(tie, pathMm, setMm, leadMm);
      const seen = observeTakeUps({ ...front, slackMm: 0 }, { ...back, slackMm: 0 }, setMm, pathMm, leadMm);
      expect([seen.shortMm, seen.longMm]).toEqual([expect.closeTo(9.75, 9), expect.closeTo(47.8, 9)]);
    }
  });
});
