import { seededNormal } from '../testing/index.ts';
import { forecastTry, LEARNERS, triesUntil, type PracticeTry } from './learningCurve.ts';
import { normalShare } from '../geometry/index.ts';

/** The standard normal distribution, from memory of its tables. */
it.each([
  [0, 0.5],
  [1, 0.8413447],
  [-1, 0.1586553],
  [1.959964, 0.975],
  [-2.575829, 0.005],
])('of a normal distribution the share below %s standard deviations is %s', (deviations, share) => {
  expect(normalShare(deviations)).toBeCloseTo(share, 6);
});

/** Somebody who learns as a stated learner does, drawn from what is assumed of learners. */
function aLearner(normal: () => number) {
  const uniform = (): number => normalShare(normal());
  const { first, power, spreads, spreadWeights, firstGood, gain } = LEARNERS;
  const [a, b] = [first.mean + first.sd * normal(), power.mean + power.sd * normal()];
  const place = uniform();
  let sum = 0;
  const spread = spreads.find((_, k) => (sum += spreadWeights[k] ?? 0) >= place) ?? spreads[0];
  const [u, k] = [firstGood.mean + firstGood.sd * normal(), Math.max(0, gain.mean + gain.sd * normal())];
  return (number: number): PracticeTry & { readonly minutes: number } => ({
    minutes: Math.exp(a - b * Math.log(number) + spread * normal()),
    isGood: uniform() < 1 / (1 + Math.exp(-(u + k * Math.log(number)))),
  });
}

describe('what is to be expected of a learner', () => {
  it('of two thousand learners lies between the limits that four in five should, and comes out good and in time as often as said', () => {
    const normal = seededNormal(20_261_129);
    let [within, good, saidGood, inTime, saidInTime] = [0, 0, 0, 0, 0];
    const learners = 2_000;
    for (let i = 0; i < learners; i += 1) {
      const tryAt = aLearner(normal);
      const made = Array.from({ length: i % 9 }, (_, k) => tryAt(k + 1));
      const next = tryAt(made.length + 1);
      const { minutes, good: chance, inTime: both } = forecastTry(made, 0, 5);
      if (next.minutes >= minutes.least && next.minutes <= minutes.most) within += 1;
      if (next.isGood) good += 1;
      if (next.isGood && next.minutes <= 5) inTime += 1;
      saidGood += chance;
      saidInTime += both;
    }
    // three standard deviations of a count of two thousand
    const bound = (share: number): number => 3 * Math.sqrt((share * (1 - share)) / learners);
    expect(Math.abs(within / learners - 0.8)).toBeLessThan(bound(0.8));
    expect(Math.abs(good - saidGood) / learners).toBeLessThan(bound(saidGood / learners));
    expect(Math.abs(inTime - saidInTime) / learners).toBeLessThan(bound(saidInTime / learners));
  });

  it('says more surely what the better it knows the learner', () => {
    const known = forecastTry(
      Array.from({ length: 8 }, () => ({ minutes: 4, isGood: true })),
      0,
      6,
    );
    const stranger = forecastTry([], 7, 6);
    expect(known.minutes.most / known.minutes.least).toBeLessThan(0.6 * (stranger.minutes.most / stranger.minutes.least));
    expect(known.inTime).toBeGreaterThan(0.9);
  });

  it('takes what was not timed as a try all the same', () => {
    const [timed, untimed] = [6, null].map((minutes) => forecastTry([{ minutes, isGood: true }], 0, 6));
    expect(timed?.number).toBe(2);
    expect(untimed?.number).toBe(2);
    expect(untimed?.good).toBe(timed?.good);
    expect(untimed?.minutes.middle).not.toBe(timed?.minutes.middle);
  });

  it('follows the power law: each doubling takes off the same part', () => {
    const at = (number: number): number => forecastTry([], number - 1, 6).minutes.middle;
    const [first, second] = [at(2) / at(1), at(16) / at(8)];
    expect(first).toBeCloseTo(2 ** -LEARNERS.power.mean, 2);
    expect(second).toBeCloseTo(first, 1);
  });

  it('says after how many more tries it will do, or that it will not', () => {
    const slow = [9, 8, 8, 7].map((minutes) => ({ minutes, isGood: false }));
    const more = triesUntil(slow, 6, 0.5) ?? Number.NaN;
    expect(more).toBeGreaterThan(0);
    expect(forecastTry(slow, more, 6).inTime).toBeGreaterThanOrEqual(0.5);
    expect(forecastTry(slow, more - 1, 6).inTime).toBeLessThan(0.5);
    expect(triesUntil(slow, 0.5, 0.9)).toBeNull();
    expect(
      triesUntil(
        Array.from({ length: 10 }, () => ({ minutes: 2, isGood: true })),
        6,
        0.8,
      ),
    ).toBe(0);
  });

  it('takes a clock that was stopped at once, or left running, as none', () => {
    const of = (minutes: number | null) =>
      forecastTry(
        [4, minutes, 4].map((each) => ({ minutes: each, isGood: true })),
        0,
        6,
      ).minutes;
    expect(of(0.03)).toEqual(of(null));
    expect(of(700)).toEqual(of(null));
    expect(of(3)).not.toEqual(of(null));
  });

  it('knows those who made more tries than any is forecast for', () => {
    const many = (minutes: number, isGood: boolean) => Array.from({ length: 75 }, () => ({ minutes, isGood }));
    expect(triesUntil(many(3, true), 6, 0.8)).toBe(0);
    expect(triesUntil(many(30, false), 6, 0.8)).toBeNull();
    expect(forecastTry(many(3, true), 0, 6).minutes.middle).toBeCloseTo(3, 0);
  });

  it('gives nobody a chance who has no time, and refuses tries that are not counted', () => {
    expect(forecastTry([], 0, 0).inTime).toBe(0);
    expect(() => forecastTry([], 1.5, 6)).toThrow('counted');
    expect(() => forecastTry([], -1, 6)).toThrow('counted');
  });
});
