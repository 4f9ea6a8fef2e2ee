import { predictBows, prepareTie, SPREADS } from '../fit/index.ts';
import { UNTIED } from '../testing/index.ts';
import {
  handsOf,
  inAnybodysHands,
  learnTie,
  mostTelling,
  nextTime,
  priorTakeUps,
  takeUpsForWearer,
  VARIANCES,
  withTakeUps,
  type TakeUpObservation,
} from './index.ts';

const TIE = prepareTie(UNTIED);
const PRIOR = priorTakeUps(TIE);

/** A tying that shows so much more than is held of the tie. */
const seen = (wholeOffMm: number, leadOffMm: number, wearerId = 'a', isConfirmed = false): TakeUpObservation => {
  const [whole, lead] = [PRIOR.whole.meanMm + wholeOffMm, PRIOR.evenLead.meanMm + leadOffMm];
  return { id: `${wearerId}${wholeOffMm}/${leadOffMm}`, wearerId, shortMm: (whole - lead) / 2, longMm: (whole + lead) / 2, isConfirmed };
};

describe('learnTie', () => {
  it('weighs one tying against what was held, with the hands’ and the neck’s variance in it', () => {
    const { beliefs } = learnTie(TIE, [seen(9, -6)]);
    // by hand: 12² against 2·2² + 4² of the person and 2·3² of the reading
    const weight = 144 / (144 + 24 + 18);
    expect(beliefs.whole.meanMm).toBeCloseTo(PRIOR.whole.meanMm + weight * 9, 9);
    expect(beliefs.whole.sdMm).toBeCloseTo(Math.sqrt((144 * 42) / (144 + 42)), 9);
    // and for the lead 2·2² of the hands, 2·3² of the readings and 3² of the lead as it was set
    const leadVariance = PRIOR.evenLead.sdMm ** 2;
    expect(beliefs.evenLead.meanMm).toBeCloseTo(PRIOR.evenLead.meanMm - (6 * leadVariance) / (leadVariance + 35), 9);
  });

  it('learns less from one wearer’s tenth tying than from a second wearer’s first', () => {
    const once = learnTie(TIE, [seen(3, 3)]).beliefs;
    const often = learnTie(
      TIE,
      Array.from({ length: 10 }, () => seen(3, 3)),
    ).beliefs;
    const two = learnTie(TIE, [seen(3, 3), seen(3, 3, 'b')]).beliefs;
    expect(often.whole.sdMm).toBeLessThan(once.whole.sdMm);
    expect(two.whole.sdMm).toBeLessThan(often.whole.sdMm);
  });

  it('keeps each step of it, and lets a mis-read lie until it is confirmed', () => {
    const wild = seen(90, 0);
    const learned = learnTie(TIE, [seen(6, 2), wild, seen(5, 3)]);
    expect(learned.surprisingIds).toEqual([wild.id]);
    expect(learned.history).toHaveLength(4);
    expect(learned.history[2]).toEqual(learned.history[1]);
    expect(learned.believed).toHaveLength(2);
    const confirmed = learnTie(TIE, [seen(6, 2), { ...wild, isConfirmed: true }]);
    expect(confirmed.surprisingIds).toEqual([]);
    expect(confirmed.beliefs.whole.meanMm).toBeGreaterThan(PRIOR.whole.meanMm + 25);
  });

  it('is what the next fit predicts by', () => {
    const { beliefs } = learnTie(TIE, [seen(6, 6)]);
    const before = predictBows(TIE, 412.75, 880, 38.05);
    const after = predictBows(withTakeUps(TIE, beliefs), 412.75, 880, 38.05);
    expect(after.front.spreadMm - before.front.spreadMm).toBeCloseTo((-2 / 3) * (beliefs.short.meanMm - PRIOR.short.meanMm), 9);
    expect(after.back.spreadMm - before.back.spreadMm).toBeCloseTo((-2 / 3) * (beliefs.long.meanMm - PRIOR.long.meanMm), 9);
    expect(withTakeUps(TIE, beliefs).beliefs).toBe(beliefs);
  });

  it('says which of both is held less surely', () => {
    expect(mostTelling(PRIOR)).toBe('whole');
    expect(mostTelling({ ...PRIOR, evenLead: { meanMm: 40, sdMm: 20 } })).toBe('evenLead');
  });
});

describe('takeUpsForWearer', () => {
  it('is the tie’s for one who has not tied it, widened by what wearers differ by', () => {
    const none = takeUpsForWearer(TIE, [], 'a');
    expect(none.whole.meanMm).toBeCloseTo(PRIOR.whole.meanMm, 9);
    expect(none.whole.sdMm).toBeCloseTo(Math.sqrt(PRIOR.whole.sdMm ** 2 + VARIANCES.person.whole), 9);
    expect(none.whole.sdMm).toBeCloseTo(inAnybodysHands(PRIOR).whole.sdMm, 9);
  });

  it('is their own readings against the tie’s, as two levels of normal distributions have it', () => {
    // by hand: the others, two readings of one wearer at +4, weigh 1/(24 + 18/2) against the prior's 1/144
    const [weight, prior] = [1 / (24 + 18 / 2), 1 / 144];
    const others = { mean: (4 * weight) / (weight + prior), variance: 1 / (weight + prior) };
    const [before, reading] = [others.variance + 24, 18 / 3];
    const expected = (others.mean * reading + 12 * before) / (before + reading);
    const readings = [seen(3, 0, 'b'), seen(5, 0, 'b'), seen(11, 0), seen(12, 0), seen(13, 0)];
    const { whole } = takeUpsForWearer(TIE, readings, 'a');
    expect(whole.meanMm - PRIOR.whole.meanMm).toBeCloseTo(expected, 9);
    expect(whole.sdMm).toBeCloseTo(Math.sqrt((before * reading) / (before + reading)), 9);
  });

  it('lies between the tie’s and the wearer’s own mean, and narrows with their tyings', () => {
    const own = (count: number): TakeUpObservation[] => Array.from({ length: count }, () => seen(12, 12));
    const [three, nine] = [3, 9].map((count) => takeUpsForWearer(TIE, [seen(0, 0, 'b'), ...own(count)], 'a'));
    expect(three?.whole.meanMm).toBeGreaterThan(PRIOR.whole.meanMm);
    expect(three?.whole.meanMm).toBeLessThan(PRIOR.whole.meanMm + 12);
    expect(nine?.whole.sdMm).toBeLessThan(three?.whole.sdMm ?? 0);
    expect(nine?.whole.meanMm).toBeGreaterThan(three?.whole.meanMm ?? 999);
  });
});

describe('the next tying', () => {
  it('shows the whole take-up as it is held, and a lead that is never set twice the same', () => {
    const next = nextTime(PRIOR);
    expect(next.whole).toEqual(PRIOR.whole);
    expect(next.evenLead.sdMm).toBeCloseTo(Math.hypot(PRIOR.evenLead.sdMm, SPREADS.leadSetMm), 9);
  });
});

describe('handsOf', () => {
  const three = [seen(-3, 1), seen(8, 2, 'b'), seen(-2, 1), seen(-4, 1)];

  it('are a wearer’s own from three tyings of a tie on: what they show on the average', () => {
    const own = handsOf(TIE, three, 'a');
    expect(own?.count).toBe(3);
    // 3 mm less than was held on the average, drawn a little to what is held of the tie
    expect(Math.abs((own?.shortMm ?? 0) + (own?.longMm ?? 0) - PRIOR.whole.meanMm + 3)).toBeLessThan(1.5);
    expect(own?.wholeSdMm).toBeLessThan(3);
    expect(handsOf(TIE, three.slice(0, 3), 'a')).toBeNull();
    expect(handsOf(TIE, three, 'b')).toBeNull();
  });
});
