import fc from 'fast-check';
import { settingAt, widthAt, type Hardware } from '../strip/index.ts';
import {
  anyLeadMm,
  anyNeckPathMm,
  anySetMm,
  anyTie,
  HALF_SIZE_SLOTS,
  ROUNDING_MM,
  WORKED_TIE,
  workedTie,
  between,
} from '../testing/index.ts';
import { inchesToMm, type CollarSize } from '../units/index.ts';
import {
  bindingBound,
  DEFAULT_EASE_MM,
  estimateCollar,
  estimateNeckBreadthMm,
  evenLeadMm,
  findBounds,
  fitTie,
  fitWearer,
  hangCheck,
  landingOf,
  leadSchools,
  matchBand,
  naturalSetMm,
  neckPathMm,
  predictBows,
  prepareTie,
  resolveLimits,
  schoolSet,
  SCHOOLS,
  setForSpreadMm,
  settingGauge,
  spreadOf,
  spreadOverSets,
  usableSettings,
  type WidthLimits,
} from './index.ts';

const COLLAR_16: CollarSize = { system: 'in', label: 16 };
const NO_LIMITS: WidthLimits = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null };
const PATH_MM = 412.75;

describe('the fold’s zone', () => {
  it('ends where the cloth first gets too narrow beyond the belly, also between waist and tail', () => {
    // a waist that keeps its height, then a narrow tail: 65, 62, 40
    const { foldMm, profile } = prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, waistWidthMm: 62, tailWidthMm: 40 } });
    for (const [zone, loss] of [
      [foldMm.good, 0.05],
      [foldMm.fair, 0.12],
    ] as const) {
      expect(widthAt(profile, zone.toMm)).toBeCloseTo(65 * (1 - loss), 1);
      expect(zone.toMm).toBeLessThan(186);
      for (let v = 62; v < zone.toMm; v += 1) expect(widthAt(profile, v)).toBeGreaterThanOrEqual(65 * (1 - loss) - 0.01);
    }
  });

  it('does not jump over a narrow place between the waist and a wide tail', () => {
    const blade = { ...WORKED_TIE.blade, waistWidthMm: 60, tailWidthMm: 62, extraWidths: [] };
    expect(prepareTie({ ...WORKED_TIE, blade }).foldMm.good.toMm).toBeLessThan(124);
    // with 12 % the waist is tall enough, and so is the tail: the whole blade does
    expect(prepareTie({ ...WORKED_TIE, blade }).foldMm.fair.toMm).toBe(186);
  });
});

describe('the worked case: the tie of docs/model.md on a 16 in collar with a quarter inch of ease', () => {
  const tie = workedTie();

  it('has a neck path of 412.75 mm', () => {
    expect(neckPathMm(COLLAR_16, DEFAULT_EASE_MM)).toBeCloseTo(PATH_MM, 9);
  });

  it('takes up 9.75 mm of the short end and 47.8 mm of the long, 57.55 in all; the even lead is 38.05 mm', () => {
    expect(tie.takeUp.knotHeightMm).toBeCloseTo(19.5, 9);
    expect(tie.takeUp.shortMm).toBeCloseTo(9.75, 9);
    expect(tie.takeUp.longMm).toBeCloseTo(47.8, 9);
    expect(tie.takeUp.shortMm + tie.takeUp.longMm).toBeCloseTo(57.55, 9);
    expect(evenLeadMm(tie)).toBeCloseTo(38.05, 9);
    // 1½ in to the nearest eighth; leads of 1 to 2 in are common practice, no source.
    expect(Math.round(evenLeadMm(tie) / inchesToMm(1 / 8)) / 8).toBe(1.5);
  });

  it('comes out as cut, 124 mm, at 842.3 mm tip to tip, 470.3 mm nose to nose, crossing 9.75 mm before the nose', () => {
    const setMm = naturalSetMm(tie, PATH_MM);
    expect(setMm).toBeCloseTo(842.3, 9);
    expect(setMm - 2 * 186).toBeCloseTo(470.3, 9);
    const { front, back } = predictBows(tie, PATH_MM, setMm, 38.05);
    expect(front.spreadMm).toBeCloseTo(124, 9);
    expect(back.spreadMm).toBeCloseTo(124, 9);
    expect(front.crossingAtMm).toBeCloseTo(-9.75, 9);
    expect(front.foldAtMm).toBeCloseTo(62, 9);
    expect(front.centreAtMm).toBeCloseTo(124, 9);
  });

  it.each([
    [12.7, 119.8, 4.2, -3.4],
    [38.1, 111.3, 12.7, 9.3],
  ])(
    'with the band %d mm shorter comes out at %d mm, fold %d mm past the belly, crossing at %d mm',
    (shorterMm, spreadMm, foldPastMm, crossingMm) => {
      const { front } = predictBows(tie, PATH_MM, 842.3 - shorterMm, 38.05);
      expect(front.spreadMm).toBeCloseTo(spreadMm, 1);
      expect(front.foldAtMm - 62).toBeCloseTo(foldPastMm, 1);
      expect(front.crossingAtMm).toBeCloseTo(crossingMm, 1);
    },
  );

  it.each([
    [25.4, 128.2, 119.8],
    [44.45, 121.9, 126.1],
    [50.8, 119.75, 128.25],
    [62, 116.0, 132.0],
  ])('with a lead of %d mm has a front bow of %d and a back bow of %d mm', (leadMm, frontMm, backMm) => {
    const { front, back } = predictBows(tie, PATH_MM, 842.3, leadMm);
    expect(Math.abs(front.spreadMm - frontMm)).toBeLessThanOrEqual(0.05);
    expect(Math.abs(back.spreadMm - backMm)).toBeLessThanOrEqual(0.05);
  });

  it('gives a third of an inch of bow for an inch of band, and 4.2 mm for half a collar size', () => {
    const at = (setMm: number): number => predictBows(tie, PATH_MM, setMm, 38.05).front.spreadMm;
    expect(at(842.3 + 25.4) - at(842.3)).toBeCloseTo(25.4 / 3, 9);
    expect(at(842.3 + 12.7) - at(842.3)).toBeCloseTo(4.2, 1);
  });
});

describe('the length budget', () => {
  it('accounts for every millimetre: take-up, two loop layers and a flat end are the strip beyond the crossing', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, (tie, pathMm, setMm, leadMm) => {
        const { front, back } = predictBows(tie, pathMm, setMm, leadMm);
        expect(2 * front.loopMm + front.flatEndMm + tie.takeUp.shortMm).toBeCloseTo((setMm - pathMm - leadMm) / 2, 8);
        expect(2 * back.loopMm + back.flatEndMm + tie.takeUp.longMm).toBeCloseTo((setMm - pathMm + leadMm) / 2, 8);
        expect(front.strandMm + back.strandMm + pathMm).toBeCloseTo(setMm, 8);
        expect(front.flatEndMm - front.loopMm).toBeCloseTo(tie.tie.overhangMm, 8);
      }),
    );
  });

  it('solves what it predicts and predicts what it solved', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, between(60, 180), (tie, pathMm, spreadMm) => {
        const setMm = setForSpreadMm(tie, pathMm, spreadMm);
        const { front, back } = predictBows(tie, pathMm, setMm, evenLeadMm(tie));
        expect(front.spreadMm).toBeCloseTo(spreadMm, 8);
        expect(back.spreadMm).toBeCloseTo(spreadMm, 8);
        expect(setForSpreadMm(tie, pathMm, front.spreadMm)).toBeCloseTo(setMm, 8);
      }),
    );
  });

  it('never narrows the bow with a longer set', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, between(0, 100), (tie, pathMm, setMm, leadMm, moreMm) => {
        const shorter = predictBows(tie, pathMm, setMm, leadMm);
        const longer = predictBows(tie, pathMm, setMm + moreMm, leadMm);
        expect(longer.front.spreadMm).toBeGreaterThanOrEqual(shorter.front.spreadMm - ROUNDING_MM);
        expect(longer.back.spreadMm).toBeGreaterThanOrEqual(shorter.back.spreadMm - ROUNDING_MM);
      }),
    );
  });

  it('takes from the front bow what a longer lead gives to the back', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, between(0, 50), (tie, pathMm, setMm, leadMm, moreMm) => {
        const before = predictBows(tie, pathMm, setMm, leadMm);
        const after = predictBows(tie, pathMm, setMm, leadMm + moreMm);
        expect(before.front.spreadMm - after.front.spreadMm).toBeCloseTo(moreMm / 3, 8);
        expect(after.back.spreadMm - before.back.spreadMm).toBeCloseTo(moreMm / 3, 8);
      }),
    );
  });

  it('gives the mirrored answer for the other hand', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, (tie, neckPath, setMm, leadMm) => {
        const request = { tie, neckPathMm: neckPath, setMm, leadMm, limits: NO_LIMITS };
        const left = fitTie({ ...request, longEnd: 'left' });
        const right = fitTie({ ...request, longEnd: 'right' });
        expect(right).toEqual({ ...left, longEnd: 'right', frontLoopSide: 'left' });
        expect(left.frontLoopSide).toBe('right');
      }),
    );
  });
});

describe('bounds', () => {
  const tie = workedTie();
  const limits: WidthLimits = { neckBreadthMm: 129.4, collarPointsMm: 130, faceWidthMm: 140 };
  const at = (setMm: number, leadMm = 38.05) => findBounds(tie, PATH_MM, setMm, leadMm, limits);

  it('stands on each limit with no room left, and room is measured along the set', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, (any, pathMm, setMm, leadMm) => {
        for (const bound of findBounds(any, pathMm, setMm, leadMm, limits)) {
          const there = findBounds(any, pathMm, bound.limitMm, leadMm, limits).find(({ id }) => id === bound.id);
          expect(there?.roomMm).toBeCloseTo(0, 6);
          expect(bound.roomMm).toBeCloseTo((bound.way === 'longer' ? 1 : -1) * (bound.limitMm - setMm), 8);
        }
      }),
    );
  });

  it.each([
    ['neckBreadth', 129.4],
    ['collarPoints', 130],
    ['faceWidth', 140],
  ] as const)('ends %s where the wider bow is as wide as that', (id, widthMm) => {
    for (const leadMm of [10, 38.05, 70]) {
      const limitMm = at(842.3, leadMm).find((bound) => bound.id === id)?.limitMm ?? Number.NaN;
      const { front, back } = predictBows(tie, PATH_MM, limitMm, leadMm);
      expect(Math.max(front.spreadMm, back.spreadMm)).toBeCloseTo(widthMm, 8);
    }
  });

  it('ends a clean crossing where the shorter strand is 1.3 bands wide, a possible one at 1.6 (common practice, no source)', () => {
    const bound = at(842.3).find(({ id }) => id === 'crossing');
    const clean = predictBows(tie, PATH_MM, bound?.limitMm ?? Number.NaN, 38.05).front.crossingAtMm;
    const possible = predictBows(tie, PATH_MM, 842.3 - (bound?.outerRoomMm ?? Number.NaN), 38.05).front.crossingAtMm;
    expect(widthAt(tie.profile, clean)).toBeCloseTo(26, 1);
    expect(widthAt(tie.profile, possible)).toBeCloseTo(32, 1);
  });

  it('ends a good fold where 5 % of the height is lost and a fair one at 12 %, both ways (common practice, no source)', () => {
    for (const [id, way] of [
      ['foldPastWaist', 1],
      ['foldPastNose', -1],
    ] as const) {
      const bound = at(842.3).find((found) => found.id === id);
      const foldAt = (setMm: number): number => predictBows(tie, PATH_MM, setMm, 38.05).front.foldAtMm;
      expect(widthAt(tie.profile, foldAt(bound?.limitMm ?? Number.NaN))).toBeCloseTo(0.95 * 65, 1);
      expect(widthAt(tie.profile, foldAt(842.3 - way * (bound?.outerRoomMm ?? Number.NaN)))).toBeCloseTo(0.88 * 65, 1);
    }
  });

  it('ends reach where the loop is no longer than the knot is high', () => {
    const limitMm = at(842.3).find(({ id }) => id === 'reach')?.limitMm ?? Number.NaN;
    expect(predictBows(tie, PATH_MM, limitMm, 38.05).front.loopMm).toBeCloseTo(19.5, 9);
  });

  it('names the bound with least room as the binding one', () => {
    expect(bindingBound(at(842.3))?.id).toBe('neckBreadth');
    expect(bindingBound(at(842.3), 'shorter')?.id).toBe('foldPastWaist');
    expect(bindingBound(at(842.3, 38.05).filter(({ nature }) => nature === 'hardware'))?.roomMm).toBeCloseTo(50.8, 6);
  });

  it('grades: inside all is good, past a width rule fair, past what is possible outside', () => {
    const grade = (setMm: number): string => fitTie({ tie, neckPathMm: PATH_MM, setMm, leadMm: 38.05, longEnd: 'left', limits }).grade;
    expect(grade(842.3)).toBe('good');
    expect(grade(862)).toBe('fair');
    expect(grade(760)).toBe('outside');
  });

  it('knows no hardware bound for a band that is sewn to length', () => {
    const fixed = prepareTie({ ...WORKED_TIE, hardware: { kind: 'fixed', lengthMm: 842.3 } });
    expect(findBounds(fixed, PATH_MM, 842.3, 38.05, limits).some(({ nature }) => nature === 'hardware')).toBe(false);
  });
});

describe('schools', () => {
  const tie = workedTie();
  const set = (school: 'true' | 'easy' | 'small' | 'late', prepared = tie, collar = COLLAR_16) =>
    schoolSet(school, prepared, collar, DEFAULT_EASE_MM);

  it('sets a numbered band by its marks: true at the collar size, easy a quarter inch over, small under (common practice, no source)', () => {
    expect(set('true').wantedMm).toBeCloseTo(842.3, 9);
    expect(set('easy').wantedMm).toBeCloseTo(842.3 + 6.35, 9);
    expect(set('small').wantedMm).toBeCloseTo(842.3 - 19.05, 9);
    expect(schoolSet('small', tie, COLLAR_16, DEFAULT_EASE_MM, 38.1).wantedMm).toBeCloseTo(842.3 - 38.1, 9);
    expect(set('easy').mark?.collar.label).toBeCloseTo(16.25, 9);
  });

  it('ties late at the longest and draws in to where true would be', () => {
    const late = set('late');
    expect(late.rounded.nearest.lengthMm).toBeCloseTo(842.3, 9);
    expect(late.drawInMm).toBeCloseTo(893.1 - 842.3, 9);
    expect(set('true').drawInMm).toBe(0);
  });

  it('sets an unnumbered band where the bow comes out as cut', () => {
    const loose = prepareTie({ ...WORKED_TIE, hardware: { ...HALF_SIZE_SLOTS, marks: null } as Hardware });
    expect(set('true', loose).wantedMm).toBeCloseTo(842.3, 9);
    expect(set('true', loose).mark).toBeNull();
    expect(set('easy', loose).wantedMm).toBeCloseTo(848.65, 9);
  });

  it('goes by the size chart where shirt and band are labelled differently, and says so', () => {
    const by = set('true', tie, { system: 'cm', label: 41 });
    expect(by.mark).toEqual({ collar: COLLAR_16, by: 'chart' });
    expect(by.wantedMm).toBeCloseTo(842.3, 9);
  });

  it('says how far a school asks past the end of the band', () => {
    expect(set('true', tie, { system: 'in', label: 19 }).rounded.beyondMm).toBeCloseTo(25.4, 9);
    for (const school of SCHOOLS) expect(set(school).rounded.beyondMm).toBe(0);
  });
});

describe('usableSettings', () => {
  const path = (inches: number): number => neckPathMm({ system: 'in', label: inches }, DEFAULT_EASE_MM);
  const lead = 38.05;

  it('finds the settings that can be worn', () => {
    const usable = usableSettings(workedTie(), path(16), lead, NO_LIMITS);
    expect(usable.kind).toBe('some');
    if (usable.kind !== 'some') return;
    for (const { step } of [usable.shortest, usable.longest]) {
      const { lengthMm } = settingAt(HALF_SIZE_SLOTS, step);
      expect(
        fitTie({ tie: workedTie(), neckPathMm: path(16), setMm: lengthMm, leadMm: lead, longEnd: 'left', limits: NO_LIMITS }).grade,
      ).not.toBe('outside');
    }
  });

  it.each([
    [22, 'bandTooShort'],
    [11, 'bandTooLong'],
  ])('says why nothing fits a collar of %d in: %s', (inches, reason) => {
    const usable = usableSettings(workedTie(), path(inches), lead, NO_LIMITS);
    expect(usable).toMatchObject({ kind: 'none', reason });
    if (usable.kind === 'none' && 'byMm' in usable) expect(usable.byMm).toBeGreaterThan(0);
  });

  it('says when the step jumps over what would fit', () => {
    const coarse = prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: 700, stepCount: 2, pitchMm: 300, marks: null } });
    expect(usableSettings(coarse, path(16), lead, NO_LIMITS)).toEqual({ kind: 'none', reason: 'stepTooCoarse' });
  });
});

describe('landingOf', () => {
  const { front } = predictBows(workedTie(), PATH_MM, 842.3, 38.05);
  it('lands nose in the knot, belly on the fold, waist at the centre, tip at the end', () => {
    expect(landingOf(front, -20)).toEqual({ part: 'collar', outMm: 0 });
    expect(landingOf(front, -5)).toEqual({ part: 'knot', outMm: 0 });
    expect(landingOf(front, 62)).toEqual({ part: 'loopHidden', outMm: expect.closeTo(62, 9) as number });
    expect(landingOf(front, 124)).toEqual({ part: 'loopSeen', outMm: expect.closeTo(0, 9) as number });
    expect(landingOf(front, 186)).toEqual({ part: 'flatEnd', outMm: expect.closeTo(62, 9) as number });
  });
});

describe('fitWearer', () => {
  const worn = {
    collar: COLLAR_16,
    easeMm: DEFAULT_EASE_MM,
    style: 'turndown',
    collarPointsMm: null,
    neckBreadthMm: null,
    faceWidthMm: null,
  } as const;

  it('estimates the neck as round where it was not measured, and says so', () => {
    expect(estimateNeckBreadthMm(COLLAR_16)).toBeCloseTo(129.36, 2);
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

describe('hangCheck', () => {
  it('hangs the worked case’s nose about 74 mm below the collar button, between the second and the third (common practice, no source)', () => {
    const { noseMm, between, asTrade } = hangCheck(842.3, 186, PATH_MM);
    expect(noseMm).toBeCloseTo(73.9, 1);
    expect([between, asTrade]).toEqual([[2, 3], true]);
  });
  it('goes by the wearer’s own buttons', () => {
    expect(hangCheck(842.3, 186, PATH_MM, { firstMm: 80, spacingMm: 80 })).toMatchObject({ between: [1, 2], asTrade: false });
    expect(hangCheck(842.3, 186, PATH_MM, { firstMm: 30, spacingMm: 40 })).toMatchObject({ between: [3, 4] });
    expect(hangCheck(690, 186, PATH_MM)).toMatchObject({ between: [0, 1], asTrade: false });
  });
  it('hangs lower by half of what the band is let out', () => {
    expect(hangCheck(842.3 + 20, 186, PATH_MM).noseMm - hangCheck(842.3, 186, PATH_MM).noseMm).toBeCloseTo(10, 9);
  });
});

describe('estimateCollar', () => {
  it.each([
    [inchesToMm(15.5), 'in', 16],
    [inchesToMm(15.2), 'in', 15.5],
    [395, 'cm', 41],
    [365, 'cm', 38],
  ] as const)(
    'proposes for a bare neck of %d mm the %s size %d: half an inch over it (common practice, no source)',
    (neckMm, system, label) => {
      expect(estimateCollar(neckMm, system)).toEqual({ system, label });
    },
  );
});

describe('leadSchools', () => {
  it('gives the worked case: 1 in, 2 in and the waist-level school', () => {
    const views = new Map(leadSchools(workedTie(), PATH_MM, 842.3).map((view) => [view.school, view]));
    expect(views.get('oneInch')).toMatchObject({ frontSpreadMm: expect.closeTo(128.2, 1), backSpreadMm: expect.closeTo(119.8, 1) });
    expect(views.get('twoInches')).toMatchObject({ frontSpreadMm: expect.closeTo(119.75, 1), backSpreadMm: expect.closeTo(128.25, 1) });
    expect(views.get('tipAtWaist')).toMatchObject({
      leadMm: 62,
      frontSpreadMm: expect.closeTo(116, 1),
      backSpreadMm: expect.closeTo(132, 1),
    });
    expect(views.get('even')?.frontSpreadMm).toBeCloseTo(views.get('even')?.backSpreadMm ?? 0, 9);
  });
  it('lays the short nose on the crossing for the school that hangs it at the button', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, (tie, pathMm, setMm) => {
        const { leadMm } = leadSchools(tie, pathMm, setMm).find(({ school }) => school === 'noseAtButton') ?? { leadMm: Number.NaN };
        expect(predictBows(tie, pathMm, setMm, leadMm).front.crossingAtMm).toBeCloseTo(0, 6);
      }),
    );
  });
});

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

describe('settingGauge', () => {
  it('marks a half size every quarter inch, at half of nose to nose, within what the band reaches', () => {
    const { marks, fromMm, toMm, stepMm } = settingGauge(workedTie(), 'in', DEFAULT_EASE_MM);
    expect(marks.find(({ collar }) => collar.label === 16)?.halfBandMm).toBeCloseTo(470.3 / 2, 9);
    expect(marks.map(({ collar }) => collar.label)).toEqual([14, 14.5, 15, 15.5, 16, 16.5, 17, 17.5, 18]);
    for (let i = 1; i < marks.length; i += 1) expect((marks[i]?.halfBandMm ?? 0) - (marks[i - 1]?.halfBandMm ?? 0)).toBeCloseTo(6.35, 9);
    expect([fromMm, toMm, stepMm]).toEqual([expect.closeTo(209.75, 9), expect.closeTo(260.55, 9), 6.35]);
  });
});

describe('spreadOverSets', () => {
  it('is what a fit gives at every setting, and bars what the bounds bar', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anyLeadMm, between(90, 160), (tie, pathMm, leadMm, neckBreadthMm) => {
        const limits = { ...NO_LIMITS, neckBreadthMm };
        const { points, barred } = spreadOverSets(tie, pathMm, leadMm, limits);
        expect(points).toHaveLength(9);
        for (const { step, setMm, spreadMm } of points) {
          expect(setMm).toBe(settingAt(tie.tie.hardware, step).lengthMm);
          const bounds = findBounds(tie, pathMm, setMm, leadMm, limits);
          expect(spreadMm).toBeCloseTo(spreadOf(predictBows(tie, pathMm, setMm, leadMm)), 9);
          const past = bounds.filter(({ nature, roomMm }) => nature !== 'hardware' && roomMm < -ROUNDING_MM).map(({ id }) => id);
          const shaded = barred.filter(({ fromMm, toMm }) => setMm >= fromMm && setMm <= toMm).map(({ bound }) => bound);
          expect(shaded).toEqual(expect.arrayContaining(past));
        }
      }),
    );
  });
});
