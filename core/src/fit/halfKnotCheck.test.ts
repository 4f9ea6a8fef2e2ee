import { WORKED_TIE } from '../testing/workedTie.ts';
import { evenLeadMm, halfKnotCheck, predictBows, prepareTie } from './index.ts';

describe('halfKnotCheck', () => {
  const tie = prepareTie(WORKED_TIE);

  it('finds the long tip lower by lead less the height of the knot and two layers', () => {
    // by hand: 0.65 × 30 mm of waist are 19.5 mm, two layers of 1.1 mm are 2.2; a lead of 38.1 leaves 16.4
    expect(halfKnotCheck(tie, 38.1).longLowerMm).toBeCloseTo(16.4, 6);
    expect(halfKnotCheck(tie, 15).longLowerMm).toBeLessThan(0);
  });

  it('says of evened ends what the budget says of the lead that they come to', () => {
    const even = evenLeadMm(tie);
    const asLead = even - halfKnotCheck(tie, even).longLowerMm;
    const [wanted, evened] = [predictBows(tie, 412.75, 860, even), predictBows(tie, 412.75, 860, asLead)];
    const { evenedMm } = halfKnotCheck(tie, even);
    expect(wanted.back.spreadMm - evened.back.spreadMm).toBeCloseTo(evenedMm, 9);
    expect(evened.front.spreadMm - wanted.front.spreadMm).toBeCloseTo(evenedMm, 9);
  });
});
