import { prepareTie, type TakeUpBeliefs } from '../fit/index.ts';
import { settingAt } from '../strip/index.ts';
import { HALF_SIZE_SLOTS, seededNormal, UNTIED } from '../testing/index.ts';
import { likelierSetting, nextTime, priorTakeUps, takeUpsForWearer, VARIANCES, type TakeUpObservation } from './index.ts';

const TIE = prepareTie(UNTIED);
const PRIOR = priorTakeUps(TIE);
const SET_MM = settingAt(HALF_SIZE_SLOTS, 3).lengthMm;
const { pitchMm } = HALF_SIZE_SLOTS;

const shown = (wholeMm: number) => ({ shortMm: (wholeMm - PRIOR.evenLead.meanMm) / 2, longMm: (wholeMm + PRIOR.evenLead.meanMm) / 2 });
const tied = (count: number): TakeUpBeliefs => {
  const observations = Array.from({ length: count }, (_, i): TakeUpObservation => ({
    id: String(i),
    wearerId: 'a',
    isConfirmed: false,
    ...shown(PRIOR.whole.meanMm + (i % 2 === 0 ? 2 : -2)),
  }));
  return nextTime(takeUpsForWearer(TIE, observations, 'a'));
};

describe('a band one slot off', () => {
  it('is asked about where the knot seems to take just that much more or less than these hands do', () => {
    const next = tied(5);
    // the strip was a slot shorter than was noted: the bow is smaller, the knot seems to take the slot
    expect(likelierSetting(next, shown(next.whole.meanMm + 1.3 * pitchMm), HALF_SIZE_SLOTS, SET_MM)?.setting.step).toBe(2);
    expect(likelierSetting(next, shown(next.whole.meanMm - 1.3 * pitchMm), HALF_SIZE_SLOTS, SET_MM)?.setting.step).toBe(4);
    expect(likelierSetting(next, shown(next.whole.meanMm), HALF_SIZE_SLOTS, SET_MM)).toBeNull();
    expect(likelierSetting(next, shown(next.whole.meanMm + pitchMm / 2), HALF_SIZE_SLOTS, SET_MM)).toBeNull();
  });

  it('cannot be beyond the band’s end, nor on a band that is sewn', () => {
    const next = tied(5);
    const first = settingAt(HALF_SIZE_SLOTS, 0).lengthMm;
    expect(likelierSetting(next, shown(next.whole.meanMm + 1.3 * pitchMm), HALF_SIZE_SLOTS, first)).toBeNull();
    expect(likelierSetting(next, shown(next.whole.meanMm + 1.3 * pitchMm), { kind: 'fixed', lengthMm: SET_MM }, SET_MM)).toBeNull();
  });

  it('is asked about in a good part of such tyings once hands are known, and hardly ever of a band set right', () => {
    const normal = seededNormal(11);
    const next = tied(5);
    const asked = (offMm: number): number =>
      Array.from({ length: 4_000 }, () => {
        const wholeMm = next.whole.meanMm + Math.sqrt(next.whole.sdMm ** 2 + VARIANCES.reading.whole) * normal() + offMm;
        return likelierSetting(next, shown(wholeMm), HALF_SIZE_SLOTS, SET_MM) !== null;
      }).filter(Boolean).length / 4_000;
    const [falsely, rightly] = [asked(0), asked(pitchMm)];
    expect(falsely).toBeLessThan(0.03);
    expect(rightly).toBeGreaterThan(0.3);
  });
});
