import { fitWearer, schoolSet, setTableLine, TABLE_COLLARS, wearerTableLine, type WornCollar } from './index.ts';
import { COLLAR_16 } from './testing.ts';
import { WORKED_EASE_MM, workedTie } from '../testing/index.ts';

describe('a set table', () => {
  it('has every collar size from 13 to 20 in by quarters', () => {
    expect(TABLE_COLLARS).toHaveLength(29);
    expect(TABLE_COLLARS.map(({ label }) => label)).toEqual(expect.arrayContaining([13, 13.25, 16, 19.75, 20]));
    expect(TABLE_COLLARS.every(({ system }) => system === 'in')).toBe(true);
  });

  it('sets the worked tie at its mark of 16 on a 16 in collar, with the even lead, for the bow of its cut', () => {
    const { collar, rounded, leadMm, fit } = setTableLine(workedTie(), COLLAR_16, WORKED_EASE_MM);
    expect(collar).toBe(COLLAR_16);
    expect(rounded.nearest.position).toEqual({ kind: 'mark', mark: COLLAR_16 });
    expect(leadMm).toBeCloseTo(38.05, 9);
    expect([fit.spreadMm, fit.longEnd]).toEqual([expect.closeTo(124, 6), 'left']);
  });

  it('says how far the band falls short of a neck that it was not made for', () => {
    const { rounded } = setTableLine(workedTie(), { system: 'in', label: 20 }, WORKED_EASE_MM);
    // four inches over its mark of 16, where the longest mark is 18
    expect(rounded.beyondMm).toBeCloseTo(50.8, 6);
  });

  it('sets a wearer’s line by the house’s school, with what of the wearer was measured', () => {
    const worn: WornCollar = {
      collar: COLLAR_16,
      easeMm: WORKED_EASE_MM,
      style: 'turndown',
      collarPointsMm: 95,
      neckBreadthMm: 118,
      faceWidthMm: null,
    };
    const { rounded, fit } = wearerTableLine(workedTie(), worn, 'small', 25.4);
    expect(rounded.nearest.position).toEqual({ kind: 'mark', mark: { system: 'in', label: 15 } });
    expect(fit.bounds.map(({ id }) => id)).toEqual(expect.arrayContaining(['neckBreadth', 'collarPoints']));
    const byHand = schoolSet('small', workedTie(), COLLAR_16, WORKED_EASE_MM, 25.4).rounded.nearest.step;
    expect(fit).toEqual(fitWearer(workedTie(), worn, byHand, 38.05, 'left').fit);
  });
});
