import { matchBand, prepareTie } from './index.ts';
import { PATH_MM } from './testing.ts';
import { HALF_SIZE_SLOTS, WORKED_TIE, workedTie } from '../testing/index.ts';

describe('matchBand', () => {
  it('makes the bands equal nose to nose, and is exact where the blades are alike', () => {
    const unnumbered = prepareTie({ ...WORKED_TIE, hardware: { ...HALF_SIZE_SLOTS, marks: null } });
    const match = matchBand(workedTie(), 4, unnumbered, PATH_MM);
    expect(match.noseToNoseMm).toBeCloseTo(470.3, 9);
    expect(match.rounded.nearest.position).toEqual({ kind: 'slot', number: 5, of: 9 });
    expect(match.naturalOffMm).toBeCloseTo(0, 9);
  });
  it('tells how far off the bow comes out where the blades differ', () => {
    const longer = { ...WORKED_TIE.blade, waistToTipMm: 71 };
    const tie = prepareTie({
      ...WORKED_TIE,
      blade: longer,
      hardware: { kind: 'slots', shortestMm: 800, stepCount: 200, pitchMm: 1, marks: null },
    });
    const { naturalOffMm } = matchBand(workedTie(), 4, tie, PATH_MM);
    // 9 mm of tail: two blades are 18 mm longer, the bow cut 9 mm wider; 18/3 of it is there, 3 mm are missing, within a step
    expect(naturalOffMm).toBeCloseTo(6 - 9, 0);
  });
});
