import type { Tying } from '@easytuck/contract';
import { learnTie, nextTime, observationsOf, prepareTie, priorTakeUps } from '@easytuck/core';
import { effectOn } from './balanceDesk.ts';
import { DESK, read, TIE } from './testing.ts';

describe('what tyings teach', () => {
  const tying = (id: string, at: string, change: Partial<Tying> = {}): Tying =>
    ({
      ...read(60, 60, 62, 62),
      id,
      wearerId: 'w',
      outcome: 'tied',
      setMm: 842.3,
      leadMm: 38.1,
      neckPathMm: 412.75,
      isConfirmed: false,
      tiedAt: at,
      ...change,
    }) as Tying;

  it('counts only tyings that were tied, measured whole, and with a known set; oldest first', () => {
    const observations = observationsOf(
      [
        tying('late', '2026-11-25T10:00:00.000Z'),
        tying('early', '2026-11-24T10:00:00.000Z'),
        tying('half', '2026-11-24T11:00:00.000Z', { backLoopMm: null }),
        tying('fault', '2026-11-24T12:00:00.000Z', { outcome: 'fault' }),
        tying('unknown', '2026-11-24T13:00:00.000Z', { setMm: null }),
      ],
      TIE.measured,
    );
    expect(observations.map(({ id }) => id)).toEqual(['early', 'late']);
    // the worked case: 15.73 of the short end
    expect(observations[0]?.shortMm).toBeCloseTo(15.725, 6);
  });

  it('moves the prediction by two thirds of what the knot takes more, and the even lead by the difference', () => {
    const now = learnTie(TIE, observationsOf([tying('one', '2026-11-24T10:00:00.000Z')], TIE.measured));
    const prior = priorTakeUps(TIE);
    const { before, after, evenLeadMm } = effectOn(DESK, prepareTie({ ...TIE.measured, takeUp: null }), now.beliefs);
    expect(after.frontSpread.meanMm - before.frontSpread.meanMm).toBeCloseTo((-2 / 3) * (now.beliefs.short.meanMm - prior.short.meanMm), 6);
    // a millimetre of take-up is two thirds of one of bow, and so is what is not known of it, and of the lead next time
    expect(after.frontSpread.sdMm).toBeCloseTo((2 / 3) * nextTime(now.beliefs).short.sdMm, 9);
    expect(after.frontSpread.sdMm).toBeLessThan(before.frontSpread.sdMm);
    expect(evenLeadMm).toBeCloseTo(now.beliefs.long.meanMm - now.beliefs.short.meanMm, 9);
  });
});
