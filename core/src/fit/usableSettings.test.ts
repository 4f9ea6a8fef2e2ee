import { possibleSetsMm } from './findBounds.ts';
import { findBounds, fitTie, neckPathMm, prepareTie, usableSettings } from './index.ts';
import { NO_LIMITS } from './testing.ts';
import { settingAt } from '../strip/index.ts';
import { HALF_SIZE_SLOTS, WORKED_TIE, WORKED_EASE_MM, workedTie } from '../testing/index.ts';

describe('usableSettings', () => {
  const path = (inches: number): number => neckPathMm({ system: 'in', label: inches }, WORKED_EASE_MM, WORKED_TIE.cloth);
  const lead = 38.05;

  it('finds the settings that can be worn', () => {
    const usable = usableSettings(workedTie(), path(16), lead);
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
    const usable = usableSettings(workedTie(), path(inches), lead);
    expect(usable).toMatchObject({ kind: 'none', reason });
    if (usable.kind === 'none' && 'byMm' in usable) expect(usable.byMm).toBeGreaterThan(0);
  });

  // with a slot every millimetre, the slots either side of what is usable show where it ends
  it.each([14, 15.5, 17, 18.5])('ends where a collar of %d in is no longer inside the bounds of the strip, and not before', (inches) => {
    const fine = prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: 500, stepCount: 701, pitchMm: 1, marks: null } });
    const usable = usableSettings(fine, path(inches), lead);
    if (usable.kind !== 'some') throw new Error('no setting is usable');
    const isInside = (step: number): boolean => {
      const setMm = settingAt(fine.measured.hardware, step).lengthMm;
      return findBounds(fine, path(inches), setMm, lead, NO_LIMITS).every(({ outerRoomMm }) => (outerRoomMm ?? 0) >= 0);
    };
    const { shortest, longest } = usable;
    expect([shortest.step - 1, shortest.step, longest.step, longest.step + 1].map(isInside)).toEqual([false, true, true, false]);
  });

  it('says when the step jumps over what would fit', () => {
    const coarse = prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: 700, stepCount: 2, pitchMm: 300, marks: null } });
    expect(usableSettings(coarse, path(16), lead)).toEqual({ kind: 'none', reason: 'stepTooCoarse' });
  });
});

describe('settings at the edge of what can be worn', () => {
  const [shortestMm, longestMm] = possibleSetsMm(workedTie(), 412.75, 38.05);
  const band = (atShortestMm: number, stepCount: number, pitchMm = 10) =>
    usableSettings(
      prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: atShortestMm, stepCount, pitchMm, marks: null } }),
      412.75,
      38.05,
    );

  it('are usable on the edge itself', () => {
    expect(band(shortestMm, 1)).toMatchObject({ kind: 'some', shortest: { step: 0 }, longest: { step: 0 } });
    expect(band(longestMm, 1)).toMatchObject({ kind: 'some', shortest: { step: 0 }, longest: { step: 0 } });
    expect(band(shortestMm - 20, 4)).toMatchObject({ kind: 'some', shortest: { step: 2 }, longest: { step: 3 } });
    expect(band(longestMm - 20, 6)).toMatchObject({ kind: 'some', shortest: { step: 0 }, longest: { step: 2 } });
  });

  it('fall short or long of it by what is said', () => {
    expect(band(shortestMm - 25, 2)).toEqual({ kind: 'none', reason: 'bandTooShort', byMm: expect.closeTo(15, 6) as number });
    expect(band(longestMm + 7, 2)).toEqual({ kind: 'none', reason: 'bandTooLong', byMm: expect.closeTo(7, 6) as number });
  });

  it('are the one of a band that is sewn to length', () => {
    const sewn = (lengthMm: number) => usableSettings(prepareTie({ ...WORKED_TIE, hardware: { kind: 'fixed', lengthMm } }), 412.75, 38.05);
    expect(sewn(842.3)).toMatchObject({ kind: 'some', shortest: { step: 0 }, longest: { step: 0 } });
    expect(sewn(shortestMm - 5)).toMatchObject({ kind: 'none', reason: 'bandTooShort' });
  });

  it('do not exist for a blade that suits no length of this neck', () => {
    // a lead so long that one bow is past its nose before the other is past its waist
    expect(usableSettings(workedTie(), 412.75, 300)).toEqual({ kind: 'none', reason: 'noLength' });
  });
});
