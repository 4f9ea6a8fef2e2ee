import { neckPathMm, prepareTie } from '../fit/index.ts';
import { WORKED_TIE, workedTie } from '../testing/index.ts';
import { girthsToTieOn, opens, tiedTheNightBefore } from './nightBefore.ts';

const worn = { collar: { system: 'in', label: 16 }, easeMm: 6.35 } as const;
const AT_16 = 4;

describe('a bow tied the night before', () => {
  it('on something as thick as the band lies on the neck, is set the same', () => {
    const girthMm = neckPathMm(worn.collar, worn.easeMm, WORKED_TIE.cloth) - Math.PI * WORKED_TIE.cloth.thicknessMm;
    const found = tiedTheNightBefore(workedTie(), false, worn, AT_16, girthMm);
    expect(found).toMatchObject({ kind: 'can', onThigh: { step: AT_16 }, onNeck: { step: AT_16 } });
    expect(found.kind === 'can' ? found.easierMm : NaN).toBeCloseTo(0, 9);
  });

  it('goes up by the marks that the thigh is thicker by, and is never tighter on the neck than wished', () => {
    const base = neckPathMm(worn.collar, worn.easeMm, WORKED_TIE.cloth) - Math.PI * WORKED_TIE.cloth.thicknessMm;
    for (let moreMm = -42; moreMm <= 55; moreMm += 0.7) {
      const found = tiedTheNightBefore(workedTie(), false, worn, AT_16, base + moreMm);
      if (found.kind !== 'can') throw new Error(`${moreMm}: ${found.kind}`);
      // what the neck gets is what the strip has less what the bow took on the thigh
      const inBow = found.onThigh.lengthMm - (base + moreMm + Math.PI * WORKED_TIE.cloth.thicknessMm);
      expect(found.onNeck.lengthMm - inBow - neckPathMm(worn.collar, worn.easeMm, WORKED_TIE.cloth)).toBeCloseTo(found.easierMm, 9);
      expect(found.easierMm).toBeGreaterThanOrEqual(-1e-6);
      expect(found.easierMm).toBeLessThanOrEqual(12.7);
      expect(found.widerMm).toBeCloseTo(-found.easierMm / 3, 9);
    }
  });

  it('says by how much a thigh is too thick or too thin for the band', () => {
    const [thinnest, thickest] = girthsToTieOn(workedTie(), worn, AT_16);
    expect(tiedTheNightBefore(workedTie(), false, worn, AT_16, thickest - 0.01).kind).toBe('can');
    expect(tiedTheNightBefore(workedTie(), false, worn, AT_16, thickest + 10).kind).toBe('tooThick');
    expect(tiedTheNightBefore(workedTie(), false, worn, AT_16, thinnest - 10).kind).toBe('tooThin');
    expect(tiedTheNightBefore(workedTie(), false, worn, AT_16, thickest + 10)).toMatchObject({
      byMm: expect.closeTo(10 + 6.35, 6) as number,
    });
  });

  it('refuses at the end of the band what would sit tighter than wished', () => {
    const [thinnest] = girthsToTieOn(workedTie(), worn, AT_16);
    // the worked tie’s slots are 12.7 mm apart: half a slot below its shortest it would sit up to 6.35 mm tighter
    for (let moreMm = -3; moreMm <= 8; moreMm += 0.1) {
      const found = tiedTheNightBefore(workedTie(), false, worn, AT_16, thinnest + moreMm);
      expect(found.kind).toBe(moreMm < -1e-9 ? 'tooThin' : 'can');
      if (found.kind === 'can') expect(found.easierMm).toBeGreaterThanOrEqual(-1e-6);
    }
  });

  it('needs a band that opens: a slider alone does not, with a quick clasp it does', () => {
    const slider = prepareTie({
      ...WORKED_TIE,
      hardware: { kind: 'slider', shortestMm: 780, longestMm: 900, strapMm: 300, reachAtShortestMm: 160, glideStepMm: 4, marks: null },
    });
    expect([opens(slider.measured, false), opens(slider.measured, true), opens(workedTie().measured, false)]).toEqual([false, true, true]);
    expect(tiedTheNightBefore(slider, false, worn, 20, 400)).toEqual({ kind: 'doesNotOpen' });
    const can = tiedTheNightBefore(slider, true, worn, 30, 420);
    // a glide is set finely: the ease is kept to one step of it
    expect(can.kind === 'can' && can.easierMm).toBeLessThanOrEqual(8);
    expect(can.kind === 'can' && can.easierMm).toBeGreaterThanOrEqual(-1e-6);
  });

  it('a band sewn to one neck is tied on what is as thick as the collar, or not at all', () => {
    const fixed = prepareTie({ ...WORKED_TIE, hardware: { kind: 'fixed', lengthMm: 842.3 } });
    const base = neckPathMm(worn.collar, worn.easeMm, WORKED_TIE.cloth) - Math.PI * WORKED_TIE.cloth.thicknessMm;
    expect(tiedTheNightBefore(fixed, true, worn, 0, base + 2)).toMatchObject({ kind: 'can', easierMm: expect.closeTo(2, 6) as number });
    expect(tiedTheNightBefore(fixed, true, worn, 0, base + 30)).toMatchObject({ kind: 'tooThick' });
    expect(tiedTheNightBefore(fixed, true, worn, 0, base - 1)).toMatchObject({ kind: 'tooThin' });
  });
});
