import { predictBows, prepareTie, SPREADS, takeUpGrounds } from '../fit/index.ts';
import { UNTIED, workedTie } from '../testing/index.ts';
import { deviationsOf, isSurprising, observeTakeUps, priorTakeUps, VARIANCES } from './index.ts';
import { tight } from './testing.ts';

const TIE = prepareTie(UNTIED);

describe('what is held before a tie was tied', () => {
  it('is what the knot’s shape and the maker’s marks say, whatever its tyings taught', () => {
    expect(priorTakeUps(TIE)).toEqual(takeUpGrounds(UNTIED).both);
    expect(priorTakeUps(prepareTie({ ...UNTIED, takeUp: { shortMm: 12, longMm: 60 } }))).toEqual(priorTakeUps(TIE));
  });
});

describe('a reading that surprises', () => {
  it('is further off than 3.5 deviations of what somebody’s tying of this tie would show', () => {
    const { whole, evenLead } = priorTakeUps(TIE);
    const sdMm = Math.sqrt(whole.sdMm ** 2 + VARIANCES.person.whole + VARIANCES.reading.whole + VARIANCES.tying.whole);
    const at = (wholeMm: number) => ({ shortMm: (wholeMm - evenLead.meanMm) / 2, longMm: (wholeMm + evenLead.meanMm) / 2 });
    expect(deviationsOf(priorTakeUps(TIE), at(whole.meanMm + 2 * sdMm))).toBeCloseTo(2, 9);
    expect(isSurprising(priorTakeUps(TIE), at(whole.meanMm + 3.4 * sdMm))).toBe(false);
    expect(isSurprising(priorTakeUps(TIE), at(whole.meanMm - 3.6 * sdMm))).toBe(true);
  });

  it('shows in the lead too, where both ends together take what they should', () => {
    const { whole, evenLead } = priorTakeUps(TIE);
    const sdMm = Math.sqrt(evenLead.sdMm ** 2 + VARIANCES.person.evenLead + VARIANCES.reading.evenLead + VARIANCES.tying.evenLead);
    const leadMm = evenLead.meanMm + 4 * sdMm;
    expect(deviationsOf(priorTakeUps(TIE), { shortMm: (whole.meanMm - leadMm) / 2, longMm: (whole.meanMm + leadMm) / 2 })).toBeCloseTo(
      4,
      9,
    );
  });

  it('is held against the lead’s own error, which no reading of the width has', () => {
    expect(VARIANCES.reading.evenLead - VARIANCES.reading.whole).toBe(SPREADS.leadSetMm ** 2);
    expect(VARIANCES.person.whole - VARIANCES.person.evenLead).toBe(SPREADS.pathMm ** 2 + SPREADS.pullMm ** 2);
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

  it('counts what a bow shows: front 60/60 at 842.3 and a lead of 38.1 leaves 15.73 to the knot', () => {
    expect(observeTakeUps(tight(60, 60), tight(60, 60), 842.3, 412.75, 38.1).shortMm).toBeCloseTo(15.725, 6);
  });
});
