import fc from 'fast-check';
import { type BowState, retieFor } from './index.ts';
import { tight } from './testing.ts';
import { predictBows } from '../fit/index.ts';
import { between, workedTie } from '../testing/index.ts';

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
