import fc from 'fast-check';
import { bindingBound, findBounds, fitTie, predictBows, prepareTie, type WidthLimits } from './index.ts';
import { PATH_MM } from './testing.ts';
import { widthAt } from '../strip/index.ts';
import { anyLeadMm, anyNeckPathMm, anySetMm, anyTie, WORKED_TIE, workedTie } from '../testing/index.ts';

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

describe('bounds of a tie whose flat ends are to pass its loops', () => {
  const tie = prepareTie({ ...WORKED_TIE, overhangMm: 8 });
  const limits: WidthLimits = { neckBreadthMm: 129.4, collarPointsMm: null, faceWidthMm: null };

  it.each([10, 38.05, 70])('stand where the bow itself is so wide, folds there or is gone into its knot, with a lead of %d', (leadMm) => {
    const limitOf = (id: string): number => {
      const bound = findBounds(tie, PATH_MM, 842.3, leadMm, limits).find((each) => each.id === id);
      if (!bound) throw new Error(`no bound ${id}`);
      return bound.limitMm;
    };
    const at = (setMm: number) => Object.values(predictBows(tie, PATH_MM, setMm, leadMm));
    expect(Math.max(...at(limitOf('neckBreadth')).map(({ spreadMm }) => spreadMm))).toBeCloseTo(129.4, 9);
    // what is seen of the smaller bow is no wider than the knot is high, to either side
    expect(Math.min(...at(limitOf('reach')).map(({ loopMm }) => loopMm))).toBeCloseTo(tie.takeUp.knotHeightMm, 9);
    expect(Math.max(...at(limitOf('foldPastWaist')).map(({ foldAtMm }) => foldAtMm))).toBeCloseTo(tie.foldMm.good.toMm, 9);
    expect(Math.min(...at(limitOf('foldPastNose')).map(({ foldAtMm }) => foldAtMm))).toBeCloseTo(tie.foldMm.good.fromMm, 9);
  });

  it('names widths only where they are known', () => {
    expect(findBounds(tie, PATH_MM, 842.3, 38.05, limits).map(({ id }) => id)).toEqual([
      'bandShortest',
      'bandLongest',
      'reach',
      'crossing',
      'foldPastWaist',
      'foldPastNose',
      'neckBreadth',
    ]);
  });
});
