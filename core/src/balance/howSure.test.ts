import { prepareTie } from '../fit/index.ts';
import { HALF_SIZE_SLOTS, UNTIED } from '../testing/index.ts';
import { howSure, inAnybodysHands, measureFirst, nextTime, priorTakeUps, READINGS } from './index.ts';

const TIE = prepareTie(UNTIED);
const ALL_READ = { mark: true, waist: true, thickness: true };

describe('how surely a bow comes out as it was worked out', () => {
  it('is two thirds of what is not known of the take-up in somebody’s hands, with the lead as it will be set', () => {
    const { spreadSdMm, untiedSdMm } = howSure(TIE, false);
    expect(spreadSdMm).toBeCloseTo((2 / 3) * nextTime(inAnybodysHands(priorTakeUps(TIE))).short.sdMm, 9);
    expect(untiedSdMm).toBe(spreadSdMm);
  });

  it('is surer once the tie was tied, and surest by the wearer’s own hands', () => {
    const tied = prepareTie({ ...UNTIED, takeUp: { shortMm: 33, longMm: 80, wholeSdMm: 4, leadSdMm: 4 } });
    const [theirs, anybodys] = [howSure(tied, true), howSure(tied, false)];
    expect(anybodys.spreadSdMm).toBeLessThan(anybodys.untiedSdMm);
    expect(theirs.spreadSdMm).toBeLessThan(anybodys.spreadSdMm);
    expect(theirs.untiedSdMm).toBe(anybodys.untiedSdMm);
  });
});

describe('what to measure first', () => {
  it('is one tied bow, for a tie of which everything was read', () => {
    const { nowSdMm, readings } = measureFirst(TIE, ALL_READ);
    expect(readings.map(({ reading }) => reading)).toEqual(['tiedBow']);
    expect(readings[0]?.spreadSdMm).toBeLessThan(0.6 * nowSdMm);
  });

  it('names what is open, the most telling first, and each narrows the bow', () => {
    const marked = prepareTie({ ...UNTIED, hardware: HALF_SIZE_SLOTS });
    const { nowSdMm, readings } = measureFirst(marked, { mark: false, waist: false, thickness: false });
    expect([...readings.map(({ reading }) => reading)].sort()).toEqual([...READINGS].sort());
    const sds = readings.map(({ spreadSdMm }) => spreadSdMm);
    expect(sds).toEqual([...sds].sort((a, b) => a - b));
    expect(Math.max(...sds)).toBeLessThan(nowSdMm);
    expect(readings.map(({ reading }) => reading).slice(0, 2)).toEqual(['tiedBow', 'mark']);
  });

  it('asks for the thickness of thick cloth before the waist: layers tell more there', () => {
    const velvet = prepareTie({ ...UNTIED, cloth: { thicknessMm: 2.2, gatherRatio: 0.75 } });
    const [, first] = measureFirst(velvet, { mark: false, waist: false, thickness: false }).readings;
    expect(first?.reading).toBe('thickness');
  });

  it('does not ask for a mark that no band has', () => {
    expect(measureFirst(TIE, { mark: false, waist: true, thickness: true }).readings.map(({ reading }) => reading)).toEqual(['tiedBow']);
  });
});
