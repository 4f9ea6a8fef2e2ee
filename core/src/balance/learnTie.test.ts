import {
  handsOf,
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

describe('handsOf', () => {
  const seen = (id: string, wearerId: string, shortMm: number, longMm: number) => ({ id, wearerId, shortMm, longMm, isConfirmed: false });
  const three = [seen('1', 'a', 10, 48), seen('2', 'b', 14, 52), seen('3', 'a', 11, 49), seen('4', 'a', 9, 47)];

  it('are a wearer’s own from three tyings of a tie on: what they show on the average', () => {
    const own = handsOf(workedTie(), three, 'a');
    expect(own?.count).toBe(3);
    // 10 and 48 mm on the average, drawn a little to what is held of the tie
    expect(Math.abs((own?.shortMm ?? 0) - 10)).toBeLessThan(1.5);
    expect(Math.abs((own?.longMm ?? 0) - 48)).toBeLessThan(1.5);
    expect(handsOf(workedTie(), three.slice(0, 3), 'a')).toBeNull();
    expect(handsOf(workedTie(), three, 'b')).toBeNull();
  });
});

describe('a reading that surprises', () => {
  it.each([
    ['short', 60, 47.8],
    ['long', 9.75, 140],
  ])('is put aside where only the %s end’s does', (_, shortMm, longMm) => {
    const seen = [{ id: 'odd', wearerId: 'a', shortMm, longMm, isConfirmed: false }];
    expect(learnTie(workedTie(), seen)).toMatchObject({ surprisingIds: ['odd'], believed: [] });
  });
});
