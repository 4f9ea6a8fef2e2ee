import { bodyParts } from '@easytuck/core';
import { bodyGeometry } from './bodyGeometry.ts';

const COLLAR_MM = 65;
const part = (name: string) => {
  const found = bodyParts(COLLAR_MM, 0).find((each) => each.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};

describe('a part of the wearer as triangles', () => {
  it('is thick on the side that its sign says: the stand inwards, so that the band lies before it', () => {
    for (const [thicknessMm, from, until] of [
      [-2.2, COLLAR_MM - 2.4, COLLAR_MM + 0.01],
      [2.2, COLLAR_MM - 0.01, COLLAR_MM + 2.4],
    ] as const) {
      const p = bodyGeometry(part('stand'), thicknessMm).getAttribute('position').array;
      for (let i = 0; i < p.length; i += 3) {
        const radius = Math.hypot(p[i] ?? 0, (p[i + 2] ?? 0) + COLLAR_MM);
        expect(radius).toBeGreaterThan(from);
        expect(radius).toBeLessThan(until);
      }
    }
  });

  it('fades out where the picture of the shirt and of the head ends, and nowhere else', () => {
    const alphas = (name: string): readonly number[] => {
      const colour = bodyGeometry(part(name)).getAttribute('color');
      return Array.from({ length: colour.count }, (_, i) => colour.getW(i));
    };
    expect(Math.min(...alphas('shirt'))).toBe(0);
    expect(Math.max(...alphas('shirt'))).toBe(1);
    expect(Math.min(...alphas('neck'))).toBe(0);
    for (const name of ['stand', 'leaf', 'button']) expect(new Set(alphas(name))).toEqual(new Set([1]));
  });
});
