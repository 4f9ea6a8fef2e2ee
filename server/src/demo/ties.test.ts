import {
  DEFAULT_EASE_MM,
  evenLeadMm,
  fitWearer,
  hangCheck,
  inchesToMm,
  lengthAtMark,
  prepareTie,
  roundToSetting,
  takeUpGrounds,
  TYPICAL_BUTTONS,
} from '@easytuck/core';
import { demoTies } from './ties.ts';

/** What the trade knows of ties, of ties whose lengths nobody worked out by the model (common practice, no source). */
describe('the drawer of the demo shop, set at its marks', () => {
  const numbered = demoTies.flatMap((tie) => {
    const { hardware } = tie;
    if (hardware.kind === 'fixed' || hardware.marks === null) return [];
    const { system } = hardware.marks;
    // a size in the middle of what the band reaches
    const label = hardware.marks.atShortest + (system === 'in' ? 1.5 : 3);
    const collar = { system, label };
    const prepared = prepareTie(tie);
    const { nearest } = roundToSetting(hardware, lengthAtMark(hardware, collar) ?? 0);
    const worn = {
      collar,
      easeMm: DEFAULT_EASE_MM,
      style: 'turndown',
      collarPointsMm: null,
      neckBreadthMm: null,
      faceWidthMm: null,
    } as const;
    return [{ tie, prepared, fit: fitWearer(prepared, worn, nearest.step, evenLeadMm(prepared), 'left').fit }];
  });

  it('gives the bow of the cut at the collar’s mark, give or take', () => {
    expect(numbered.length).toBeGreaterThan(8);
    for (const { tie, prepared, fit } of numbered)
      expect(`${tie.name}: ${Math.abs(fit.spreadMm - prepared.naturalSpreadMm) < 6}`).toBe(`${tie.name}: true`);
  });

  it('wants one to two inches of lead of usual cloths, and more of thick ones', () => {
    const leadOf = (name: string): number => evenLeadMm(prepareTie(demoTies.find((tie) => tie.name.startsWith(name)) ?? must()));
    for (const { tie, prepared } of numbered) {
      if (tie.cloth.thicknessMm > 1.5) continue;
      expect(evenLeadMm(prepared)).toBeGreaterThan(inchesToMm(1));
      expect(evenLeadMm(prepared)).toBeLessThan(inchesToMm(2));
    }
    expect(leadOf('Bandmaster velvet')).toBeGreaterThan(leadOf('Harbour Night') + 3);
    expect(leadOf('Debater donegal')).toBeGreaterThan(leadOf('Harbour Night') + 3);
  });

  it('crosses where the short end starts to widen, its nose at the half-knot', () => {
    for (const { fit } of numbered) expect(Math.abs(fit.front.crossingAtMm)).toBeLessThan(20);
  });

  it('hangs its noses between the second and the third button on usual necks', () => {
    const usualNecks = numbered.filter(({ fit }) => fit.neckPathMm > inchesToMm(15.4));
    expect(usualNecks.length).toBeGreaterThan(4);
    for (const { prepared, fit } of usualNecks) {
      const { noseMm } = hangCheck(fit.setMm, prepared.profile.bladeLengthMm, fit.neckPathMm);
      // a finger's breadth either way
      expect(noseMm).toBeGreaterThan(TYPICAL_BUTTONS.firstMm - 15);
      expect(noseMm).toBeLessThan(TYPICAL_BUTTONS.firstMm + TYPICAL_BUTTONS.spacingMm + 15);
    }
  });

  it('has marks that go with its cuts', () => {
    for (const { tie } of numbered) expect(takeUpGrounds(tie).apart).toBeLessThan(2);
  });
});

const must = (): never => {
  throw new Error('no such tie');
};
