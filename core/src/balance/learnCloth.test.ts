import { seededNormal, workedTie } from '../testing/index.ts';
import {
  CLOTH_SHARE,
  CLOTH_TIES,
  learnTie,
  NINETY_PERCENT,
  predictSpread,
  priorOfCloth,
  priorTakeUps,
  READING_SD_MM,
  tieOff,
  WEARER_SD_MM,
  type TakeUpObservation,
  type TieOff,
} from './index.ts';

/** Where the figures are printed; core itself knows no console. */
declare const console: { readonly info: (text: string) => void };

const TIE = workedTie();
const off = (shortOffMm: number, longOffMm: number, count = 1): TieOff => ({ count, shortOffMm, longOffMm });
const seen = (id: string, shortMm: number, longMm: number): TakeUpObservation => ({
  id,
  wearerId: 'a',
  shortMm,
  longMm,
  isConfirmed: false,
});

describe('tieOff', () => {
  it('is the mean of a tie’s tyings against the model, a mis-read left out', () => {
    const { shortMm, longMm } = TIE.takeUp;
    const of = tieOff(TIE, [
      seen('one', shortMm + 2, longMm - 1),
      seen('wild', shortMm + 2, longMm + 60),
      seen('two', shortMm + 4, longMm - 3),
    ]);
    expect(of?.count).toBe(2);
    expect(of?.shortOffMm).toBeCloseTo(3, 9);
    expect(of?.longOffMm).toBeCloseTo(-2, 9);
  });

  it('says nothing of a tie that was never measured', () => {
    expect(tieOff(TIE, [])).toBeNull();
    expect(tieOff(TIE, [seen('wild', 9.75, 120)])).toBeNull();
  });
});

describe('priorOfCloth', () => {
  it('is the model’s own until enough other ties of the cloth were measured', () => {
    const others = [off(4, 6), off(4, 6), off(4, 6)];
    expect(priorOfCloth(TIE, others.slice(0, CLOTH_TIES - 1))).toEqual(priorTakeUps(TIE));
    expect(priorOfCloth(TIE, others).short.meanMm).toBeGreaterThan(TIE.takeUp.shortMm);
  });

  it('weighs the ties as two levels of normal distributions have it', () => {
    // by hand, the short end: cloth and tie share the variance of 16 as assumed; readings of 1, 4 and 2 tyings
    const [cloth, own] = [16 * CLOTH_SHARE, 16 * (1 - CLOTH_SHARE)];
    const weights = [1, 4, 2].map((count) => 1 / (own + WEARER_SD_MM ** 2 + READING_SD_MM ** 2 / count));
    const precision = 1 / cloth + weights.reduce((sum, weight) => sum + weight, 0);
    const mean = [3, 5, -1].reduce((sum, value, i) => sum + value * (weights[i] ?? 0), 0) / precision;
    const { short } = priorOfCloth(TIE, [off(3, 0, 1), off(5, 0, 4), off(-1, 0, 2)]);
    expect(short.meanMm).toBeCloseTo(9.75 + mean, 9);
    expect(short.sdMm).toBeCloseTo(Math.sqrt(1 / precision + own), 9);
  });

  it('is the start that a tie’s own tyings go on from', () => {
    const start = priorOfCloth(TIE, [off(4, 6), off(4, 6), off(4, 6)]);
    expect(learnTie(TIE, [], start).beliefs).toEqual(start);
    const [own, bare] = [learnTie(TIE, [seen('one', 12, 50)], start), learnTie(TIE, [seen('one', 12, 50)])];
    expect(own.beliefs.short.sdMm).toBeLessThan(bare.beliefs.short.sdMm);
    expect(own.beliefs.short.meanMm).toBeGreaterThan(bare.beliefs.short.meanMm);
  });

  it('predicts a tie that was never tied better than the model, and its intervals hold what they say', () => {
    const random = seededNormal(20261125);
    const prior = priorTakeUps(TIE);
    const [setMm, pathMm, leadMm] = [842.3, 412.75, 38.05];
    const cases = 2_000;
    const squares = { model: 0, cloth: 0 };
    let held = 0;
    for (let i = 0; i < cases; i += 1) {
      // a cloth that is out by something, and eight ties of it that are each out by something more; the last is new
      const common = [prior.short.sdMm, prior.long.sdMm].map((sd) => Math.sqrt(CLOTH_SHARE) * sd * random());
      const tieIs = () => [prior.short.sdMm, prior.long.sdMm].map((sd, k) => (common[k] ?? 0) + Math.sqrt(1 - CLOTH_SHARE) * sd * random());
      const others = Array.from({ length: 7 }, () => {
        const [short = 0, long = 0] = tieIs().map((is) => is + WEARER_SD_MM * random() + READING_SD_MM * random());
        return off(short, long);
      });
      const [short = 0, long = 0] = tieIs();
      const belief = priorOfCloth(TIE, others);
      const { frontSpread, backSpread } = predictSpread(TIE, belief, setMm, pathMm, leadMm);
      const model = predictSpread(TIE, prior, setMm, pathMm, leadMm);
      const truth = [model.frontSpread.meanMm - (2 / 3) * short, model.backSpread.meanMm - (2 / 3) * long];
      for (const [k, by] of [frontSpread, backSpread].entries()) {
        const error = by.meanMm - (truth[k] ?? 0);
        squares.cloth += error ** 2;
        squares.model += ((k === 0 ? model.frontSpread : model.backSpread).meanMm - (truth[k] ?? 0)) ** 2;
        if (Math.abs(error) <= NINETY_PERCENT * by.sdMm) held += 1;
      }
    }
    const rms = (sum: number): number => Math.sqrt(sum / (2 * cases));
    console.info(
      `balance: a tie never tied, by seven others of its cloth: spread out by ${rms(squares.cloth).toFixed(2)} mm (by the model ${rms(squares.model).toFixed(2)}); 90 % intervals hold in ${((50 * held) / cases).toFixed(1)} %`,
    );
    expect(rms(squares.cloth)).toBeLessThan(0.85 * rms(squares.model));
    // of 4,000 cases, 90 % hold within 1.5 % either way (three standard errors)
    expect(Math.abs(held / (2 * cases) - 0.9)).toBeLessThan(0.015);
  });
});
