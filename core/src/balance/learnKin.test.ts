import { joinSources, prepareTie, takeUpGrounds } from '../fit/index.ts';
import { HALF_SIZE_SLOTS, UNTIED } from '../testing/index.ts';
import {
  learnTie,
  priorOfKin,
  priorTakeUps,
  tieOff,
  VARIANCES,
  KIN_SHARES,
  MOST_KIN,
  type MeasuredKin,
  type TakeUpObservation,
} from './index.ts';

const TIE = prepareTie(UNTIED);
const PRIOR = priorTakeUps(TIE);
const OWN = { maker: 'Quay & Daughters', cloth: 'silk twill' };
const kin = (wholeOffMm: number, more: Partial<MeasuredKin> = {}): MeasuredKin => ({
  ...{ ...OWN, count: 1, shortOffMm: wholeOffMm / 2, longOffMm: wholeOffMm / 2 },
  ...more,
});
const seen = (id: string, shortMm: number, longMm: number): TakeUpObservation => ({
  id,
  wearerId: 'a',
  shortMm,
  longMm,
  isConfirmed: false,
});

describe('tieOff', () => {
  it('is the mean of a tie’s tyings against its knot’s shape, a mis-read left out', () => {
    const { shortMm, longMm } = TIE.takeUp;
    const of = tieOff(TIE, [
      seen('one', shortMm + 2, longMm - 1),
      seen('wild', shortMm + 2, longMm + 120),
      seen('two', shortMm + 4, longMm - 3),
    ]);
    expect(of?.count).toBe(2);
    expect(of?.shortOffMm).toBeCloseTo(3, 9);
    expect(of?.longOffMm).toBeCloseTo(-2, 9);
  });

  it('is taken against the shape also where marks say otherwise: they are laid on afterwards', () => {
    const marked = prepareTie({ ...UNTIED, hardware: { ...HALF_SIZE_SLOTS, shortestMm: 850 } });
    const { short, long } = takeUpGrounds(UNTIED).knot;
    expect(tieOff(marked, [seen('one', short.meanMm + 1, long.meanMm + 1)])?.shortOffMm).toBeCloseTo(1, 9);
  });

  it('says nothing of a tie that was never measured', () => {
    expect(tieOff(TIE, [])).toBeNull();
    expect(tieOff(TIE, [seen('wild', 30, 260)])).toBeNull();
  });
});

describe('priorOfKin', () => {
  it('is the tie’s own prior where no kin was measured, and where those that were are no kin', () => {
    expect(priorOfKin(TIE, OWN, [])).toEqual(PRIOR);
    expect(priorOfKin(TIE, OWN, [kin(20, { maker: 'other', cloth: 'velvet' })])).toEqual(PRIOR);
    // not noted is not the same maker
    expect(priorOfKin(TIE, { maker: '', cloth: 'a' }, [kin(20, { maker: '', cloth: 'b' })])).toEqual(PRIOR);
  });

  it('goes with one measured tie of the same maker and cloth as far as they share what they are out by', () => {
    const { whole } = priorOfKin(TIE, OWN, [kin(20)]);
    // by hand: shares of 144 in common, against 144 and one tying's person and reading
    const common = 144 * (KIN_SHARES.maker + KIN_SHARES.cloth);
    const weight = common / (144 + VARIANCES.person.whole + VARIANCES.reading.whole + VARIANCES.tying.whole);
    expect(whole.meanMm - PRIOR.whole.meanMm).toBeCloseTo(20 * weight, 9);
    expect(whole.sdMm).toBeCloseTo(Math.sqrt(144 - common * weight), 9);
  });

  it('goes further with the same cloth and maker than with one of them, and with many than with one', () => {
    const movedBy = (others: readonly MeasuredKin[]): number => priorOfKin(TIE, OWN, others).whole.meanMm - PRIOR.whole.meanMm;
    const [both, cloth, maker] = [kin(20), kin(20, { maker: 'other' }), kin(20, { cloth: 'velvet' })].map((one) => movedBy([one]));
    expect(both).toBeGreaterThan(cloth ?? 99);
    expect(cloth).toBeGreaterThan(maker ?? 99);
    expect(movedBy(Array.from({ length: 6 }, () => kin(20)))).toBeGreaterThan(both ?? 99);
    // ten of one maker say little more of the cloth than one does
    expect(movedBy(Array.from({ length: MOST_KIN + 40 }, () => kin(20)))).toBeLessThan(20);
  });

  it('is the start that a tie’s own tyings go on from', () => {
    const start = priorOfKin(TIE, OWN, [kin(10), kin(10), kin(10)]);
    const { shortMm, longMm } = TIE.takeUp;
    const one = [seen('one', shortMm, longMm)];
    expect(learnTie(TIE, [], start).beliefs).toEqual(start);
    expect(learnTie(TIE, one, start).beliefs.whole.sdMm).toBeLessThan(learnTie(TIE, one).beliefs.whole.sdMm);
    expect(learnTie(TIE, one, start).beliefs.whole.meanMm).toBeGreaterThan(learnTie(TIE, one).beliefs.whole.meanMm);
  });

  it('is laid together with the maker’s marks', () => {
    const marked = prepareTie({ ...UNTIED, hardware: HALF_SIZE_SLOTS });
    const { mark } = takeUpGrounds(marked.measured);
    const bare = priorOfKin(TIE, OWN, [kin(10)]);
    expect(mark).not.toBeNull();
    if (mark) expect(priorOfKin(marked, OWN, [kin(10)]).whole).toEqual(joinSources(bare.whole, mark).joined);
  });
});
