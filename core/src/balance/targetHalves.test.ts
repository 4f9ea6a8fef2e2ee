import fc from 'fast-check';
import { applyPulls, judgeTied, materialMm, planPulls, targetHalves, type TiedState, wantedSpreadDifferenceMm } from './index.ts';
import { anyBow, anyTied, bow, EVEN, tied } from './testing.ts';
import { anyTie, between, workedTie } from '../testing/index.ts';

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
