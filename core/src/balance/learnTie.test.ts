import {
  learnTie,
  mostTelling,
  priorTakeUps,
  READING_SD_MM,
  type TakeUpObservation,
  takeUpsForWearer,
  WEARER_SD_MM,
  withTakeUps,
} from './index.ts';
import { predictBows } from '../fit/index.ts';
import { workedTie } from '../testing/index.ts';

const seen = (shortMm: number, longMm: number, wearerId = 'a', isConfirmed = false): TakeUpObservation => ({
  id: `${wearerId}${shortMm}/${longMm}`,
  wearerId,
  shortMm,
  longMm,
  isConfirmed,
});

describe('learnTie', () => {
  it('moves towards what tyings show, keeps each step of it, and lets a mis-read lie until it is confirmed', () => {
    const tie = workedTie();
    const wild = seen(9.75, 120);
    const learned = learnTie(tie, [seen(13, 50), wild, seen(12.5, 51)]);
    expect(learned.surprisingIds).toEqual([wild.id]);
    expect(learned.history).toHaveLength(4);
    expect(learned.history[2]).toEqual(learned.history[1]);
    expect(learned.beliefs.short.meanMm).toBeGreaterThan(12);
    const confirmed = learnTie(tie, [seen(13, 50), { ...wild, isConfirmed: true }]);
    expect(confirmed.surprisingIds).toEqual([]);
    expect(confirmed.beliefs.long.meanMm).toBeGreaterThan(70);
  });

  it('is what the next fit predicts by', () => {
    const { beliefs } = learnTie(workedTie(), [seen(15.75, 47.8)]);
    const before = predictBows(workedTie(), 412.75, 842.3, 38.05);
    const after = predictBows(withTakeUps(workedTie(), beliefs), 412.75, 842.3, 38.05);
    expect(after.front.spreadMm - before.front.spreadMm).toBeCloseTo((-2 / 3) * (beliefs.short.meanMm - 9.75), 9);
    expect(after.back.spreadMm).toBeCloseTo(before.back.spreadMm, 9);
  });

  it('asks for the bow that is held least surely', () => {
    expect(mostTelling(priorTakeUps(workedTie()))).toBe('back');
    expect(mostTelling({ short: { meanMm: 10, sdMm: 3 }, long: { meanMm: 48, sdMm: 2 } })).toBe('front');
  });
});

describe('takeUpsForWearer', () => {
  it('is the tie’s for one who has hardly tied it, widened by what hands may add', () => {
    const tie = workedTie();
    const none = takeUpsForWearer(tie, [], 'a');
    expect(none.short.meanMm).toBe(priorTakeUps(tie).short.meanMm);
    expect(none.short.sdMm).toBeCloseTo(Math.hypot(4, WEARER_SD_MM), 9);
  });

  it('is his own readings against the tie’s, as two levels of normal distributions have it', () => {
    const tie = workedTie();
    // by hand: the others, two readings of one wearer at 12, weigh 1/(4 + 9/2) against the prior's 1/16 at 9.75
    const [weight, prior] = [1 / (4 + 9 / 2), 1 / 16];
    const others = { mean: (12 * weight + 9.75 * prior) / (weight + prior), variance: 1 / (weight + prior) };
    const [before, reading] = [others.variance + WEARER_SD_MM ** 2, READING_SD_MM ** 2 / 3];
    const expected = (others.mean * reading + 16 * before) / (before + reading);
    const { short } = takeUpsForWearer(tie, [seen(11, 48, 'b'), seen(13, 48, 'b'), seen(15, 48), seen(16, 48), seen(17, 48)], 'a');
    expect(short.meanMm).toBeCloseTo(expected, 9);
    expect(short.sdMm).toBeCloseTo(Math.sqrt((before * reading) / (before + reading)), 9);
  });

  it('lies between the tie’s and the wearer’s own mean, and narrows with his tyings', () => {
    const own = (count: number): TakeUpObservation[] => Array.from({ length: count }, () => seen(16, 55));
    const tie = workedTie();
    const [three, nine] = [3, 9].map((count) => takeUpsForWearer(tie, [seen(10, 48, 'b'), ...own(count)], 'a'));
    expect(three?.short.meanMm).toBeGreaterThan(10);
    expect(three?.short.meanMm).toBeLessThan(16);
    expect(nine?.short.sdMm).toBeLessThan(three?.short.sdMm ?? 0);
    expect(nine?.short.meanMm).toBeGreaterThan(three?.short.meanMm ?? 99);
  });
});
