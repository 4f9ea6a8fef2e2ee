import { prepareTie, SCHOOLS, schoolSet } from './index.ts';
import { COLLAR_16 } from './testing.ts';
import { HALF_SIZE_SLOTS, WORKED_TIE, WORKED_EASE_MM, workedTie } from '../testing/index.ts';

describe('schools', () => {
  const tie = workedTie();
  const set = (school: 'true' | 'easy' | 'small' | 'late', prepared = tie, collar = COLLAR_16) =>
    schoolSet(school, prepared, collar, WORKED_EASE_MM);

  it('sets a numbered band by its marks: true at the collar size, easy a quarter inch over, small under (common practice, no source)', () => {
    expect(set('true').wantedMm).toBeCloseTo(842.3, 9);
    expect(set('easy').wantedMm).toBeCloseTo(842.3 + 6.35, 9);
    expect(set('small').wantedMm).toBeCloseTo(842.3 - 19.05, 9);
    expect(schoolSet('small', tie, COLLAR_16, WORKED_EASE_MM, 38.1).wantedMm).toBeCloseTo(842.3 - 38.1, 9);
    expect(set('easy').mark?.collar.label).toBeCloseTo(16.25, 9);
  });

  it('ties late at the longest and draws in to where true would be', () => {
    const late = set('late');
    expect(late.rounded.nearest.lengthMm).toBeCloseTo(842.3, 9);
    expect(late.drawInMm).toBeCloseTo(893.1 - 842.3, 9);
    expect(set('true').drawInMm).toBe(0);
  });

  it('sets an unnumbered band where the bow comes out as cut', () => {
    const loose = prepareTie({ ...WORKED_TIE, hardware: { ...HALF_SIZE_SLOTS, marks: null } });
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
