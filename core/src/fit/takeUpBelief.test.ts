import fc from 'fast-check';
import { between, HALF_SIZE_SLOTS, UNTIED, WORKED_TIE } from '../testing/index.ts';
import { inchesToMm } from '../units/index.ts';
import {
  beliefsOf,
  byMark,
  combine,
  CONTRADICTS,
  DEFAULT_EASE_MM,
  foldTakesMm,
  heldTakeUps,
  joinSources,
  naturalSetMm,
  NINETY_PERCENT,
  neckPathMm,
  predictBows,
  prepareTie,
  SPREADS,
  takeUpGrounds,
  tightTakeUp,
} from './index.ts';
import { COLLAR_16 } from './testing.ts';

const MARKED = { ...UNTIED, hardware: HALF_SIZE_SLOTS };

describe('beliefs by their common and their opposed part', () => {
  it('are sums and differences of the ends, and spread with both', () => {
    const { short, long } = beliefsOf({ meanMm: 110, sdMm: 12 }, { meanMm: 46, sdMm: 9 });
    expect([short.meanMm, long.meanMm]).toEqual([32, 78]);
    expect(short.sdMm).toBeCloseTo(7.5, 9);
    expect(long.sdMm).toBeCloseTo(7.5, 9);
  });

  it('weigh two witnesses by their precision: the surer one more, both together surer than either', () => {
    expect(combine({ meanMm: 100, sdMm: 3 }, { meanMm: 110, sdMm: 6 }).meanMm).toBeCloseTo(102, 9);
    expect(combine({ meanMm: 100, sdMm: 3 }, { meanMm: 110, sdMm: 4 }).sdMm).toBeCloseTo(2.4, 9);
  });
});

describe('what a tie’s take-ups rest on before it is tied', () => {
  it('is the knot’s shape and its folds, and for the lead the trade’s habits too', () => {
    const { knot, mark, apart } = takeUpGrounds(UNTIED);
    const { shortMm, longMm } = tightTakeUp({ ...UNTIED.cloth, waistWidthMm: 30, bandWidthMm: 20 });
    expect(knot.whole.meanMm).toBeCloseTo(shortMm + longMm + 2 * foldTakesMm(1.1), 9);
    expect(knot.whole.sdMm).toBe(SPREADS.knotWholeMm);
    // usual ties want one to two inches (common practice, no source)
    expect(knot.evenLead.meanMm).toBeGreaterThan(inchesToMm(1));
    expect(knot.evenLead.meanMm).toBeLessThan(inchesToMm(2));
    expect([mark, apart]).toEqual([null, 0]);
  });

  it('is, by a maker’s marks, what makes a band set at the collar’s mark give the bow of the cut', () => {
    fc.assert(
      fc.property(between(840, 900), between(0, 10), (shortestMm, overhangMm) => {
        const tie = { ...MARKED, overhangMm, hardware: { ...HALF_SIZE_SLOTS, shortestMm } };
        const mark = byMark(tie);
        // mark 16 lies four half inches above the shortest
        const believed = prepareTie({ ...tie, takeUp: { shortMm: 30, longMm: (mark?.meanMm ?? 0) - 30 } });
        expect(naturalSetMm(believed, neckPathMm(COLLAR_16, DEFAULT_EASE_MM, tie.cloth))).toBeCloseTo(shortestMm + 50.8, 9);
      }),
    );
  });

  it('weighs shape and marks, and leaves the lead to the shape', () => {
    const { knot, mark, both } = takeUpGrounds({ ...MARKED, hardware: { ...HALF_SIZE_SLOTS, shortestMm: 840 } });
    const weighed = combine(knot.whole, mark ?? knot.whole);
    expect(Math.abs(both.whole.meanMm - weighed.meanMm)).toBeLessThan(1);
    expect(both.evenLead).toEqual(knot.evenLead);
    expect(both.whole.sdMm).toBeLessThan(SPREADS.markMm);
  });

  it('contradicts itself where marks and cut do not belong together', () => {
    expect(takeUpGrounds({ ...MARKED, hardware: { ...HALF_SIZE_SLOTS, shortestMm: 845 } }).apart).toBeLessThan(CONTRADICTS);
    // a reading taken at the mark above the one that was written down, three times over
    expect(takeUpGrounds({ ...MARKED, hardware: { ...HALF_SIZE_SLOTS, shortestMm: 845 + 50.8 } }).apart).toBeGreaterThan(CONTRADICTS);
  });

  it('widens where they contradict each other, until it holds what either says', () => {
    const apartBy = (deviations: number) => {
      const [shape, marks] = [
        { meanMm: 110, sdMm: 12 },
        { meanMm: 110 + deviations * Math.hypot(12, 9), sdMm: 9 },
      ];
      return { shape, marks, ...joinSources(shape, marks) };
    };
    const { joined: agreed, farOut: alike } = apartBy(0);
    // as surely as by plain weighing, 7.2 mm, or nearly
    expect(agreed.sdMm).toBeGreaterThan(7.2);
    expect(agreed.sdMm).toBeLessThan(8);
    expect(Math.max(...alike)).toBeLessThan(0.04);
    const { shape, marks, joined, farOut } = apartBy(4.3);
    for (const { meanMm } of [shape, marks]) expect(Math.abs(meanMm - joined.meanMm)).toBeLessThan(NINETY_PERCENT * joined.sdMm);
    expect(farOut[0] + farOut[1]).toBeGreaterThan(0.9);
    const sds = [0, 1, 2, 3, 4, 5].map((deviations) => apartBy(deviations).joined.sdMm);
    expect(sds).toEqual([...sds].sort((a, b) => a - b));
  });

  it('is nothing by marks where none are printed, and where the tie is sewn', () => {
    expect(byMark(UNTIED)).toBeNull();
    expect(byMark({ ...UNTIED, hardware: { kind: 'fixed', lengthMm: 890 } })).toBeNull();
  });
});

describe('what is held of a tie', () => {
  it('is what its tyings showed, as surely as was noted, or as after three tyings', () => {
    const noted = heldTakeUps({ ...WORKED_TIE, takeUp: { shortMm: 20, longMm: 60, wholeSdMm: 3, leadSdMm: 2 } });
    expect(noted.whole).toEqual({ meanMm: 80, sdMm: 3 });
    expect(noted.evenLead).toEqual({ meanMm: 40, sdMm: 2 });
    expect(heldTakeUps(WORKED_TIE).whole.sdMm).toBeLessThan(heldTakeUps(UNTIED).whole.sdMm / 2);
  });

  it('is what its fits go by', () => {
    const tie = prepareTie(MARKED);
    expect(tie.takeUp.shortMm).toBe(takeUpGrounds(MARKED).both.short.meanMm);
    const { front } = predictBows(tie, 420, 890, 46);
    expect(front.visibleMm).toBeCloseTo((890 - 420 - 46) / 2 - tie.takeUp.shortMm, 9);
  });
});
