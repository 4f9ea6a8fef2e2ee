import fc from 'fast-check';
import { anyTie, between, ROUNDING_MM, WORKED_TIE, workedTie } from '../testing/index.ts';
import {
  applyPulls,
  doubtReadings,
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
  wantedSpreadDifferenceMm,
  WEARER_SD_MM,
  wholeReading,
  withTakeUps,
  type BowState,
  type TakeUpObservation,
  type TiedState,
} from './index.ts';
import { predictBows, prepareTie } from '../fit/index.ts';

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
    expect(figures.left.heightMm).toBeCloseTo(65, 6);
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

describe('heights', () => {
  it('are those of the tallest place, wherever that falls', () => {
    // a pointed tip is tallest where it begins: 32 of a 65 mm tail, 20 before the end
    const pointed = prepareTie({
      ...WORKED_TIE,
      blade: { ...WORKED_TIE.blade, bellyWidthMm: 40, waistWidthMm: 30, tailWidthMm: 65, tipShape: 'pointed', tipDepthMm: 20 },
    });
    for (const flatMm of [62, 62.3, 62.77, 63.5]) {
      const { left, right } = symmetryOf(pointed, tied(bow(60, flatMm), bow(60, flatMm)));
      expect(left.heightMm).toBeCloseTo(65, 6);
      expect(right.heightMm).toBeCloseTo(65, 6);
    }
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

describe('a hand-tied look', () => {
  it('is finished where it is reached: 62/62 all round, uneven by 6, is 60/66 and 64/58 or the other way round', () => {
    for (const [widerSide, front, back] of [
      // the front loop lies on the wearer’s right
      ['right', bow(64, 58), bow(60, 66)],
      ['left', bow(60, 66), bow(64, 58)],
    ] as const) {
      const target = { kind: 'handTied', byMm: 6, widerSide } as const;
      expect(judgeTied(workedTie(), tied(front, back), target)).toEqual([]);
      // 126 against 122: the target's own difference
      expect(wantedSpreadDifferenceMm('right', target)).toBe(widerSide === 'right' ? -4 : 4);
      expect(judgeTied(workedTie(), tied(front, back), { kind: 'even' })).toContain('frontAgainstBack');
    }
  });

  it('can be reached with any amount and any cloth, as long as both bows have as much of it', () => {
    fc.assert(
      fc.property(anyTie, anyBow, between(4, 10), fc.constantFrom('left' as const, 'right' as const), (tie, cloth, byMm, widerSide) => {
        const target = { kind: 'handTied', byMm, widerSide } as const;
        const aims = targetHalves(tie, tied(cloth, cloth), target);
        expect(aims.front.loopMm + aims.front.flatEndMm - aims.back.loopMm - aims.back.flatEndMm).toBeCloseTo(
          wantedSpreadDifferenceMm('right', target),
          9,
        );
        expect(judgeTied(tie, tied({ ...aims.front, slackMm: 0 }, { ...aims.back, slackMm: 0 }), target)).toEqual([]);
      }),
    );
  });
});

describe('cloth left in the knot', () => {
  it('is called that, and not a difference of loop and flat end', () => {
    // 60/60 with 18 mm in the knot: as even as can be, and 6 short all round
    expect(judgeTied(workedTie(), tied(bow(60, 60, 18), bow(66, 66)), { kind: 'even' })).toEqual(['frontLoose', 'frontAgainstBack']);
    expect(judgeTied(workedTie(), tied(bow(66, 66), bow(66, 48, 18)), { kind: 'even' })).toContain('backHalves');
  });
});

describe('doubtReadings', () => {
  const doubt = (front: readonly [number | null, number | null], back: readonly [number | null, number | null]) =>
    doubtReadings(workedTie(), 412.75, 842.3, 38.05, {
      frontLoopMm: front[0],
      frontFlatEndMm: front[1],
      backLoopMm: back[0],
      backFlatEndMm: back[1],
    });

  it('has nothing against the worked tie, a crooked bow of the same cloth, or one that is not drawn up', () => {
    expect(doubt([62, 62], [62, 62])).toEqual([]);
    expect(doubt([68, 50], [55, 76])).toEqual([]);
    expect(doubt([52, 52], [48, 50])).toEqual([]);
    expect(doubt([62, null], [null, null])).toEqual([]);
  });

  it('doubts a loop inside the knot, cloth that is not there, and cloth that no knot could hide', () => {
    // the knot is 19.5 mm high; each bow has 186 mm of cloth
    expect(doubt([15, 15], [15, 15]).map(({ kind, bow: of }) => [kind, of])).toEqual([
      ['loopInKnot', 'front'],
      ['loopInKnot', 'back'],
    ]);
    expect(doubt([80, 80], [62, 62])).toEqual([{ kind: 'tooMuchCloth', bow: 'front', byMm: expect.closeTo(54, 1) as number }]);
    expect(doubt([62, 62], [30, 40])).toEqual([{ kind: 'tooLittleCloth', bow: 'back', byMm: expect.closeTo(-86, 1) as number }]);
    expect(doubt([15, null], [null, null]).map(({ kind }) => kind)).toEqual(['loopInKnot']);
  });

  it('is whole with four readings only', () => {
    const four = { frontLoopMm: 62, frontFlatEndMm: 61, backLoopMm: 60, backFlatEndMm: 63 };
    expect(wholeReading(four)).toEqual(four);
    expect(wholeReading({ ...four, backLoopMm: null })).toBeNull();
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
