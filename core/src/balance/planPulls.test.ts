import fc from 'fast-check';
import { applyPulls, type BowState, LONGEST_PULL_MM, planPulls } from './index.ts';
import { anyBow, tight } from './testing.ts';
import { ROUNDING_MM } from '../testing/index.ts';

const wantedOf = (bow: BowState) => ({ loopMm: bow.loopMm, flatEndMm: bow.flatEndMm });

describe('planPulls', () => {
  const even = { loopMm: 62, flatEndMm: 62 };
  const total = (plan: ReturnType<typeof planPulls>, kind: string): number =>
    plan.pulls.filter((pull) => pull.kind === kind).reduce((sum, { byMm }) => sum + byMm, 0);

  it('answers the worked case: front 68/50 draws the flat end by 12; back 55/68 with 8 of slack takes 6 at the tail side, then 8 at the knot side', () => {
    const front = planPulls(tight(68, 50), even);
    expect([front.kind, total(front, 'drawFlatEnd'), front.pulls.length]).toEqual(['reachable', 12, 2]);
    expect(applyPulls(tight(68, 50), front.pulls)).toEqual({ loopMm: 62, flatEndMm: 62, slackMm: 0 });
    const bow = { loopMm: 55, flatEndMm: 68, slackMm: 8 };
    const back = planPulls(bow, even);
    expect(back).toEqual({
      kind: 'reachable',
      pulls: [
        { kind: 'drawTailSide', byMm: 6 },
        { kind: 'drawKnotSide', byMm: 8 },
      ],
    });
    expect(applyPulls(bow, back.pulls)).toEqual({ loopMm: 62, flatEndMm: 62, slackMm: 0 });
  });

  it('reaches its target, by pulls that a hand can do, flat ends first; or what the slack pays for, and says how much is wanting', () => {
    fc.assert(
      fc.property(anyBow, anyBow, (bow, target) => {
        const plan = planPulls(bow, wantedOf(target));
        const reached = applyPulls(bow, plan.pulls);
        const goal = plan.kind === 'reachable' ? wantedOf(target) : plan.reachable;
        expect(Math.abs(reached.loopMm - goal.loopMm)).toBeLessThan(0.3);
        expect(Math.abs(reached.flatEndMm - goal.flatEndMm)).toBeLessThan(0.3);
        expect(reached.slackMm).toBeGreaterThan(-0.3);
        for (const { byMm } of plan.pulls) expect(byMm).toBeLessThanOrEqual(LONGEST_PULL_MM + ROUNDING_MM);
        const kinds = plan.pulls.map(({ kind }) => (kind === 'drawFlatEnd' || kind === 'drawTailSide' ? 0 : 1));
        expect(kinds).toEqual([...kinds].sort());
        if (plan.kind === 'shortOfSlack') expect(plan.byMm).toBeCloseTo(2 * (target.loopMm - plan.reachable.loopMm), 6);
      }),
    );
  });

  it('is empty for a target that is reached', () => {
    fc.assert(fc.property(anyBow, (bow) => expect(planPulls(bow, wantedOf(bow))).toEqual({ kind: 'reachable', pulls: [] })));
  });
});
