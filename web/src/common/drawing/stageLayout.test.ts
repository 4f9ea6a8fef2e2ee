import { prepareTie } from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import { layOutStage } from './stageLayout.ts';

const TIE = prepareTie(WORKED_TIE);

describe('layOutStage', () => {
  it('has one scale for strip, tape and bow, and room for the whole strip with a long lead', () => {
    for (const widthPx of [600, 788, 1240, 1900]) {
      const { pxPerMm, xOf } = layOutStage(widthPx, TIE, 893.1, 'facing');
      expect(xOf(100) - xOf(0)).toBeCloseTo(100 * pxPerMm, 9);
      expect(xOf((893.1 + 80) / 2)).toBeLessThanOrEqual(widthPx);
    }
  });

  it('puts the wearer’s left on the right of the picture to who faces him, and on the left in his mirror', () => {
    expect(layOutStage(1240, TIE, 893, 'facing').xOf(100)).toBeGreaterThan(620);
    expect(layOutStage(1240, TIE, 893, 'mirror').xOf(100)).toBeLessThan(620);
    expect(layOutStage(1240, TIE, 893, 'mirror').xOf(0)).toBe(620);
  });

  it('stands strip, tape and bow under one another without touching', () => {
    for (const widthPx of [600, 788, 1240]) {
      const { stripPx, tapePx, tapeHeightPx, bowPx, heightPx, pxPerMm } = layOutStage(widthPx, TIE, 893, 'facing');
      expect(stripPx + (TIE.bowHeightMm / 2) * pxPerMm).toBeLessThan(tapePx);
      expect(tapePx + tapeHeightPx).toBeLessThan(bowPx - (TIE.bowHeightMm / 2) * pxPerMm);
      expect(bowPx).toBeLessThan(heightPx);
    }
  });

  it('shrinks for a strip that is longer than usual', () => {
    expect(layOutStage(1240, TIE, 1200, 'facing').pxPerMm).toBeLessThan(layOutStage(1240, TIE, 893, 'facing').pxPerMm);
  });
});
