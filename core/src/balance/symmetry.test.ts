import fc from 'fast-check';
import { anyTie, between, ROUNDING_MM, workedTie } from '../testing/index.ts';
import {
  applyPulls,
  EVEN_ENOUGH,
  judgeTied,
  learnTie,
  materialMm,
  mostTelling,
  planPulls,
  priorTakeUps,
  READING_SD_MM,
  symmetryOf,
  takeUpsForWearer,
  targetHalves,
  WEARER_SD_MM,
  withTakeUps,
  type BowState,
  type TakeUpObservation,
  type TiedState,
} from './index.ts';
import { predictBows } from '../fit/index.ts';

const bow = (loopMm: number, flatEndMm: number, slackMm = 0): BowState => ({ loopMm, flatEndMm, slackMm });
const tied = (front: BowState, back: BowState, more: Partial<TiedState> = {}): TiedState => ({
  front,
  back,
  frontLoopSide: 'right',
  tiltRad: 0,
  knotOffMm: 0,
  ...more,
});
const EVEN = tied(bow(62, 62), bow(62, 62));

const anyBow = fc
  .tuple(between(40, 80), between(40, 80), between(0, 12))
  .map(([loopMm, flatEndMm, slackMm]) => bow(loopMm, flatEndMm, slackMm));
const anyTied = fc
  .tuple(anyBow, anyBow, fc.constantFrom('left' as const, 'right' as const))
  .map(([front, back, frontLoopSide]) => tied(front, back, { frontLoopSide }));

describe('symmetryOf', () => {
  it('finds nothing between the sides of an even bow, and the blade’s own height', () => {
    const figures = symmetryOf(workedTie(), EVEN);
    expect(figures).toMatchObject({ extentDifferenceMm: 0, spreadDifferenceMm: 0, frontSpreadMm: 124 });
    expect(figures.left.heightMm).toBeCloseTo(65, 0);
    expect(Math.abs(figures.areaDifferenceMm2)).toBeLessThan(ROUNDING_MM);
    expect(figures.left.pointPastMm).toBe(0);
  });

  it('is exchanged with the sides, and keeps the difference of front and back', () => {
    fc.assert(
      fc.property(anyTie, anyTied, (tie, state) => {
        const [one, other] = [
          symmetryOf(tie, state),
          symmetryOf(tie, { ...state, frontLoopSide: state.frontLoopSide === 'left' ? 'right' : 'left' }),
        ];
        expect(other.left).toEqual(one.right);
        expect(other.extentDifferenceMm).toBeCloseTo(-one.extentDifferenceMm, 9);
        expect(other.spreadDifferenceMm).toBe(one.spreadDifferenceMm);
      }),
    );
  });

  it('sees the wider side: the front loop lies right, and the back flat end with it', () => {
    const figures = symmetryOf(workedTie(), tied(bow(70, 54), bow(56, 68)));
    expect(figures.right.extentMm).toBe(70);
    expect(figures.left.extentMm).toBe(56);
    expect(figures.extentDifferenceMm).toBe(-14);
    expect(figures.areaDifferenceMm2).toBeLessThan(0);
    expect([figures.right.pointPastMm, figures.left.pointPastMm]).toEqual([-2, -2]);
  });
});

describe('targetHalves', () => {
  it('answers the worked case: 68/50 and 55/68 with 8 of slack both come to 62/62', () => {
    const { front, back } = targetHalves(workedTie(), tied(bow(68, 50), bow(55, 68, 8)), { kind: 'even' });
    expect(front).toEqual({ loopMm: 62, flatEndMm: 62 });
    expect(back).toEqual({ loopMm: 62, flatEndMm: 62 });
  });

  it('keeps each bow’s cloth, whatever is wanted; what was planned for it reaches it, and is empty once it is reached', () => {
    const anyTarget = fc.oneof(
      fc.constant({ kind: 'even' as const }),
      fc.record({
        kind: fc.constant('handTied' as const),
        byMm: between(4, 10),
        widerSide: fc.constantFrom('left' as const, 'right' as const),
      }),
    );
    fc.assert(
      fc.property(anyTie, anyTied, anyTarget, (tie, state, target) => {
        const aims = targetHalves(tie, state, target);
        for (const end of ['front', 'back'] as const) {
          expect(2 * aims[end].loopMm + aims[end].flatEndMm).toBeCloseTo(materialMm(state[end]), 6);
          const plan = planPulls(state[end], aims[end]);
          expect(plan.kind).toBe('reachable');
          const reached = applyPulls(state[end], plan.pulls);
          expect(materialMm(reached)).toBeCloseTo(materialMm(state[end]), 6);
          // a pull too short for a hand is left out
          expect(Math.abs(reached.loopMm - aims[end].loopMm)).toBeLessThan(0.3);
          expect(planPulls({ ...aims[end], slackMm: 0 }, aims[end]).pulls).toEqual([]);
        }
      }),
    );
  });

  it('makes the wished side the wider one, on front and back, by the wished amount', () => {
    for (const widerSide of ['left', 'right'] as const) {
      const state = tied(bow(60, 66), bow(58, 70));
      const aims = targetHalves(workedTie(), state, { kind: 'handTied', byMm: 6, widerSide });
      const sign = widerSide === 'right' ? 1 : -1;
      expect(aims.front.loopMm - aims.front.flatEndMm).toBeCloseTo(6 * sign, 9);
      expect(aims.back.flatEndMm - aims.back.loopMm).toBeCloseTo(6 * sign, 9);
    }
  });

  it('mirrors the plan of a mirrored bow', () => {
    const state = tied(bow(66, 54), bow(55, 70, 4));
    const mirrored = { ...state, frontLoopSide: 'left' as const };
    const of = (each: TiedState, widerSide: 'left' | 'right') => targetHalves(workedTie(), each, { kind: 'handTied', byMm: 5, widerSide });
    expect(of(mirrored, 'left')).toEqual(of(state, 'right'));
  });

  it('refuses an unevenness that looks like a mistake, or like none', () => {
    expect(() => targetHalves(workedTie(), EVEN, { kind: 'handTied', byMm: 14, widerSide: 'left' })).toThrow(
      'uneven by 4 to 10 mm, not 14',
    );
    expect(() => targetHalves(workedTie(), EVEN, { kind: 'handTied', byMm: 2, widerSide: 'left' })).toThrow(RangeError);
  });
});

describe('judgeTied', () => {
  it('has nothing to say of an even bow, and names what is off, one thing at a time', () => {
    const judge = (state: TiedState) => judgeTied(workedTie(), state, { kind: 'even' });
    expect(judge(EVEN)).toEqual([]);
    expect(judge(tied(bow(68, 50), bow(62, 62)))).toEqual(['frontHalves', 'frontAgainstBack']);
    expect(judge(tied(bow(62, 62), bow(58, 70)))).toContain('backHalves');
    expect(judge({ ...EVEN, tiltRad: 0.05 })).toEqual(['tilt']);
    expect(judge({ ...EVEN, knotOffMm: -4 })).toEqual(['knotOff']);
    expect(judge({ ...EVEN, tiltRad: EVEN_ENOUGH.tiltRad * 0.99, knotOffMm: 3 })).toEqual([]);
    expect(judgeTied(workedTie(), { ...EVEN, knotOffMm: 4 }, { kind: 'even' }, { withinMm: 5, tiltRad: 1 })).toEqual([]);
  });
});

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
