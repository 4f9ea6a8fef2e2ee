import { fitWearer, prepareTie, resolveLimits, TYPICAL_COLLARS } from './index.ts';
import { COLLAR_16 } from './testing.ts';
import { WORKED_TIE, WORKED_EASE_MM, workedTie } from '../testing/index.ts';

describe('fitWearer', () => {
  const worn = {
    collar: COLLAR_16,
    easeMm: WORKED_EASE_MM,
    style: 'turndown',
    collarPointsMm: null,
    neckBreadthMm: null,
    faceWidthMm: null,
  } as const;

  it('estimates the neck from its girth where its breadth was not measured, and says so', () => {
    expect(resolveLimits(worn).neckBreadthMm).toBeCloseTo(125.32, 2);
    expect(resolveLimits({ ...worn, bareNeckMm: 380 }).neckBreadthMm).toBeCloseTo(380 / Math.PI, 9);
    expect(resolveLimits(worn)).toMatchObject({ neckEstimated: true, pointsEstimated: true, collarPointsMm: 130, faceWidthMm: null });
    expect(resolveLimits({ ...worn, neckBreadthMm: 120 })).toMatchObject({ neckBreadthMm: 120, neckEstimated: false });
  });

  it('holds a bow to the points of wings only where they were measured: the bow lies over them', () => {
    expect(resolveLimits({ ...worn, style: 'wing' }).collarPointsMm).toBeNull();
    expect(resolveLimits({ ...worn, style: 'wing', collarPointsMm: 110 }).collarPointsMm).toBe(110);
  });

  it('answers for a step of the hardware', () => {
    const { fit, setting } = fitWearer(workedTie(), worn, 4, 38.05, 'left');
    expect(setting.position).toEqual({ kind: 'mark', mark: { system: 'in', label: 16 } });
    expect(fit.spreadMm).toBeCloseTo(124, 9);
    expect(() => fitWearer(workedTie(), worn, 9, 38.05, 'left')).toThrow(RangeError);
  });

  it('advises folding lengthwise where the knot face would pass a third of the height', () => {
    expect(fitWearer(workedTie(), worn, 4, 38.05, 'left').fit.foldLengthwise).toBe(false);
    const wide = prepareTie({
      ...WORKED_TIE,
      blade: { ...WORKED_TIE.blade, bandWidthMm: 40, bellyWidthMm: 48, waistWidthMm: 44, tailWidthMm: 48 },
    });
    expect(fitWearer(wide, worn, 4, 38.05, 'left').fit.foldLengthwise).toBe(true);
  });
});

describe('resolveLimits', () => {
  const worn = { collar: COLLAR_16, easeMm: 0, style: 'turndown', collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null } as const;

  it('takes what was measured for what it is, and what is typical for an estimate', () => {
    expect(resolveLimits({ ...worn, collarPointsMm: 91, neckBreadthMm: 121 })).toMatchObject({
      pointsMm: 91,
      pointsEstimated: false,
      collarPointsMm: 91,
      neckBreadthMm: 121,
      neckEstimated: false,
    });
    expect(resolveLimits(worn)).toMatchObject({
      pointsMm: TYPICAL_COLLARS.turndown.pointsMm,
      pointsEstimated: true,
      collarPointsMm: TYPICAL_COLLARS.turndown.pointsMm,
      neckEstimated: true,
    });
  });

  it('lets wings limit the bow only where they were measured, and draws them all the same', () => {
    expect(resolveLimits({ ...worn, style: 'wing' })).toMatchObject({ pointsMm: TYPICAL_COLLARS.wing.pointsMm, collarPointsMm: null });
    expect(resolveLimits({ ...worn, style: 'wing', collarPointsMm: 60 }).collarPointsMm).toBe(60);
  });
});
