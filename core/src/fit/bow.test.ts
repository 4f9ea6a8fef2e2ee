import { spreadOf } from './bow.ts';
import fc from 'fast-check';
import { evenLeadMm, fitTie, predictBows, setForSpreadMm } from './index.ts';
import { NO_LIMITS } from './testing.ts';
import { anyLeadMm, anyNeckPathMm, anySetMm, anyTie, between, ROUNDING_MM, workedTie } from '../testing/index.ts';

describe('the length budget', () => {
  it('accounts for every millimetre: take-up, two loop layers and a flat end are the strip beyond the crossing', () => {
    fc.assert(
      fc.property(anyTie, anyNeckPathMm, anySetMm, anyLeadMm, (tie, pathMm, setMm, leadMm) => {
        const { front, back } = predictBows(tie, pathMm, setMm, leadMm);
        expect(2 * front.loopMm + front.flatEndMm + tie.takeUp.shortMm).toBeCloseTo((setMm - pathMm - leadMm) / 2, 8);
        expect(2 * back.loopMm + back.flatEndMm + tie.takeUp.longMm).toBeCloseTo((setMm - pathMm + leadMm) / 2, 8);
        expect(front.strandMm + back.strandMm + pathMm).toBeCloseTo(setMm, 8);
        expect(front.flatEndMm - front.loopMm).toBeCloseTo(tie.measured.overhangMm, 8);
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

describe('spreadOf', () => {
  it('is the wider bow’s, whichever that is', () => {
    const tie = workedTie();
    const [small, large] = [10, 70].map((leadMm) => predictBows(tie, 412.75, 842.3, leadMm));
    if (!small || !large) throw new Error('no bows');
    expect(small.front.spreadMm).toBeGreaterThan(small.back.spreadMm);
    expect(spreadOf(small)).toBe(small.front.spreadMm);
    expect(spreadOf(large)).toBe(large.back.spreadMm);
  });
});
