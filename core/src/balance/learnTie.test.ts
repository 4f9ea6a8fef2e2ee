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
    // by hand: 12² against 2·2² + 4² + 3.5² of the person, 2·3² of the reading and 2·2.7² of the tying
    const weight = 144 / (144 + 36.25 + 18 + 14.58);
    // (the scatter of hands is a mixture in the code: what it stands for in variance is not quite its interval's)
    expect(Math.abs(beliefs.whole.meanMm - PRIOR.whole.meanMm - weight * 9)).toBeLessThan(0.12);
    expect(Math.abs(beliefs.whole.sdMm - Math.sqrt((144 * 68.83) / (144 + 68.83)))).toBeLessThan(0.12);
    // and for the lead 2·2² of the hands, 2·3² of the readings, 3² of the lead as it was set and 2·2.7² of the tying
    const leadVariance = PRIOR.evenLead.sdMm ** 2;
    expect(Math.abs(beliefs.evenLead.meanMm - PRIOR.evenLead.meanMm + (6 * leadVariance) / (leadVariance + 35 + 14.58))).toBeLessThan(0.12);
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

  it('is their own readings against the tie’s, as two levels of normal distributions of unknown scatter have it', () => {
    // by numerical integration over the hands’ scatter, apart from the code: median 2.6 mm, 0.4 in its logarithm
    const own = [11, 12, 13];
    let [total, mean] = [0, 0];
    for (let z = -4; z <= 4; z += 0.05) {
      const varies = 18 + 2 * (2.6 * Math.exp(0.4 * z)) ** 2;
      const leadVaries = varies + 9;
      const before = 144 + 36.25;
      const whole = Math.exp(-0.5 * (2 / varies + 144 / (before + varies / 3))) / (varies * Math.sqrt(before + varies / 3));
      const lead = 1 / (leadVaries * Math.sqrt(PRIOR.evenLead.sdMm ** 2 + 8 + leadVaries / 3));
      const weight = Math.exp(-0.5 * z * z) * whole * lead;
      total += weight;
      mean += (weight * 12 * before) / (before + varies / 3);
    }
    const { whole } = takeUpsForWearer(
      TIE,
      own.map((off) => seen(off, 0)),
      'a',
    );
    expect(whole.meanMm - PRIOR.whole.meanMm).toBeCloseTo(mean / total, 1);
  });

  it('widens what the next tying is held to show where a wearer’s tyings scatter, and narrows it where they do not', () => {
    const next = (offs: readonly number[]) =>
      nextTime(
        takeUpsForWearer(
          TIE,
          offs.map((off) => seen(off, -off)),
          'a',
        ),
      );
    const [steady, unsteady] = [next([1, 0, -1, 1, -1, 0]), next([14, -15, 13, -14, 15, -13])];
    expect(steady.tyingMm).toBeLessThan(SPREADS.tyingMm);
    expect(unsteady.tyingMm).toBeGreaterThan(1.5 * SPREADS.tyingMm);
    expect(unsteady.whole.sdMm).toBeGreaterThan(1.5 * steady.whole.sdMm);
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
  it('shows what is held, with the hands’ own scatter at both ends and a lead that is never set twice the same', () => {
    const next = nextTime(PRIOR);
    expect(next.whole.meanMm).toBe(PRIOR.whole.meanMm);
    expect(next.whole.sdMm).toBeCloseTo(Math.sqrt(PRIOR.whole.sdMm ** 2 + 2 * SPREADS.tyingMm ** 2), 9);
    expect(next.evenLead.sdMm).toBeCloseTo(Math.sqrt(PRIOR.evenLead.sdMm ** 2 + 2 * SPREADS.tyingMm ** 2 + SPREADS.leadSetMm ** 2), 9);
  });
});

describe('handsOf', () => {
  const three = [seen(-3, 1), seen(8, 2, 'b'), seen(-2, 1), seen(-4, 1)];

  it('are a wearer’s own from their first tying of a tie on: what they show on the average', () => {
    const own = handsOf(TIE, three, 'a');
    expect(own?.count).toBe(3);
    // 3 mm less than was held on the average, drawn a little to what is held of the tie
    expect(Math.abs((own?.shortMm ?? 0) + (own?.longMm ?? 0) - PRIOR.whole.meanMm + 3)).toBeLessThan(1.5);
    const once = handsOf(TIE, three.slice(0, 1), 'a');
    expect(once?.count).toBe(1);
    expect(own?.wholeSdMm).toBeLessThan(once?.wholeSdMm ?? 0);
    expect(handsOf(TIE, three, 'nobody who tied it')).toBeNull();
    // a tying that can hardly be right teaches nothing before it was measured again
    expect(handsOf(TIE, [seen(90, 0)], 'a')).toBeNull();
  });
});
