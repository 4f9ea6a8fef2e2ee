import fc from 'fast-check';
import { type BowState, retieFor } from './index.ts';
import { tight } from './testing.ts';
import { predictBows, prepareTie } from '../fit/index.ts';
import { between, workedTie, WORKED_TIE } from '../testing/index.ts';

describe('retieFor', () => {
  it('answers the worked case: 60/60 in front and 65/65 behind at a lead of 38.05 want 23.05, and both are then 125', () => {
    const tie = workedTie();
    const { leadMm, spreadMm, rounded } = retieFor(tie, tight(60, 60), tight(65, 65), 38.05, 842.3, 125);
    expect(leadMm).toBeCloseTo(23.05, 9);
    expect(spreadMm).toBeCloseTo(125, 9);
    expect(rounded.nearest.lengthMm).toBeCloseTo(842.3, 9);
    // three millimetres of set for one of spread: half a size is 4.2 mm of bow
    expect(retieFor(tie, tight(60, 60), tight(65, 65), 38.05, 842.3, 125 + 12.7 / 3).rounded.nearest.step).toBe(5);
  });

  it('mends what it says: tied again with that lead, both bows are alike', () => {
    fc.assert(
      fc.property(between(10, 70), between(800, 880), (leadMm, setMm) => {
        const tie = workedTie();
        const bows = predictBows(tie, 412.75, setMm, leadMm);
        const state = (bow: typeof bows.front): BowState => tight(bow.loopMm, bow.flatEndMm);
        const next = retieFor(tie, state(bows.front), state(bows.back), leadMm, setMm, 124);
        const again = predictBows(tie, 412.75, setMm, next.leadMm);
        expect(again.front.spreadMm).toBeCloseTo(again.back.spreadMm, 6);
        expect(again.front.spreadMm).toBeCloseTo(next.spreadMm, 6);
      }),
    );
  });
});

describe('tying again, of a tie whose flat ends are to pass its loops', () => {
  it('comes out as the budget of the strip has it, at the lead, the set and the setting that it names', () => {
    const tie = prepareTie({ ...WORKED_TIE, overhangMm: 6 });
    const [setMm, pathMm, leadMm] = [830, 412.75, 20];
    const { front, back } = predictBows(tie, pathMm, setMm, leadMm);
    const again = retieFor(tie, { ...front, slackMm: 0 }, { ...back, slackMm: 0 }, leadMm, setMm, 131);
    const evened = predictBows(tie, pathMm, setMm, again.leadMm);
    expect([evened.front.spreadMm, evened.back.spreadMm]).toEqual([
      expect.closeTo(again.spreadMm, 9) as number,
      expect.closeTo(again.spreadMm, 9) as number,
    ]);
    const at = predictBows(tie, pathMm, again.rounded.nearest.lengthMm, again.leadMm);
    expect(again.nearestSpreadMm).toBeCloseTo(at.front.spreadMm, 9);
    // a setting moves the bow by 4.2 mm, so that the nearest is within half of it
    expect(Math.abs(again.nearestSpreadMm - 131)).toBeLessThan(2.2);
  });
});
