import fc from 'fast-check';
import { learnTakeUp, NINETY_PERCENT, predictSpread, priorTakeUps, READING_SD_MM } from './index.ts';
import { predictBows, prepareTie } from '../fit/index.ts';
import { between, seededNormal, workedTie, WORKED_TIE } from '../testing/index.ts';

/** Where the figures are printed; core itself knows no console. */
declare const console: { readonly info: (text: string) => void };

describe('predictSpread', () => {
  it('is the fit’s own prediction while nothing was learned', () => {
    fc.assert(
      fc.property(between(800, 880), between(10, 70), (setMm, leadMm) => {
        const tie = workedTie();
        const { frontSpread, backSpread, difference } = predictSpread(tie, priorTakeUps(tie), setMm, 412.75, leadMm);
        const { front, back } = predictBows(tie, 412.75, setMm, leadMm);
        expect(frontSpread.meanMm).toBeCloseTo(front.spreadMm, 9);
        expect(backSpread.meanMm).toBeCloseTo(back.spreadMm, 9);
        expect(difference.meanMm).toBeCloseTo(front.spreadMm - back.spreadMm, 9);
      }),
    );
  });

  it('comes within 3 mm in 90 of 100 cases after one measured tying, within 2 mm after three, and its intervals hold what they say', () => {
    // 2,000 ties whose take-ups differ from the model's as the prior has it, read with the error that a reading has
    const random = seededNormal(20261124);
    const tie = workedTie();
    const [setMm, pathMm, leadMm] = [842.3, 412.75, 38.05];
    const within = { one: 0, three: 0, interval: 0 };
    const cases = 2_000;
    for (let i = 0; i < cases; i += 1) {
      const prior = priorTakeUps(tie);
      const truth = { shortMm: prior.short.meanMm + prior.short.sdMm * random(), longMm: prior.long.meanMm + prior.long.sdMm * random() };
      const spreads = {
        front: (2 / 3) * ((setMm - pathMm - leadMm) / 2 - truth.shortMm),
        back: (2 / 3) * ((setMm - pathMm + leadMm) / 2 - truth.longMm),
      };
      let beliefs = prior;
      for (let tying = 1; tying <= 3; tying += 1) {
        beliefs = {
          short: learnTakeUp(beliefs.short, truth.shortMm + READING_SD_MM * random()).belief,
          long: learnTakeUp(beliefs.long, truth.longMm + READING_SD_MM * random()).belief,
        };
        const { frontSpread, backSpread } = predictSpread(tie, beliefs, setMm, pathMm, leadMm);
        const errors = [Math.abs(frontSpread.meanMm - spreads.front), Math.abs(backSpread.meanMm - spreads.back)] as const;
        if (tying === 1) within.one += errors.filter((error) => error <= 3).length;
        if (tying === 3) within.three += errors.filter((error) => error <= 2).length;
        if (tying === 3)
          within.interval += [frontSpread, backSpread].filter(({ sdMm }, k) => (errors[k] ?? 0) <= NINETY_PERCENT * sdMm).length;
      }
    }
    const share = (count: number): number => count / (2 * cases);
    console.info(
      `balance: next spread within 3 mm after one tying in ${(100 * share(within.one)).toFixed(1)} %, within 2 mm after three in ${(100 * share(within.three)).toFixed(1)} %; 90 % intervals hold in ${(100 * share(within.interval)).toFixed(1)} % of ${2 * cases} bows`,
    );
    expect(share(within.one)).toBeGreaterThan(0.9);
    expect(share(within.three)).toBeGreaterThan(0.9);
    // of 4,000 cases, 90 % hold within 1.5 % either way (three standard errors)
    expect(Math.abs(share(within.interval) - 0.9)).toBeLessThan(0.015);
  });
});

describe('a prediction, of a tie whose flat ends are to pass its loops', () => {
  it('expects what the fit gives, where the take-ups are held to be the tie’s own', () => {
    const tie = prepareTie({ ...WORKED_TIE, overhangMm: 6 });
    const predicted = predictSpread(tie, priorTakeUps(tie), 830, 412.75, 20);
    const { front, back } = predictBows(tie, 412.75, 830, 20);
    expect(predicted.frontSpread.meanMm).toBeCloseTo(front.spreadMm, 9);
    expect(predicted.backSpread.meanMm).toBeCloseTo(back.spreadMm, 9);
  });
});
