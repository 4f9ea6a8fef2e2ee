import { DIGITS, HAND_POINTS, pointIndex, SLEEVE_POINT } from '@easytuck/core';
import { handGeometry, HAND_PARTS, laySeams, SEAM_VERTICES } from './handGeometry.ts';

/** A flat right hand, palm forward, fingers up: five straight digits, an arm below. `sign` −1 is its mirror image. */
function flatHand(sign: 1 | -1): Float32Array {
  const points = new Float32Array(3 * HAND_POINTS);
  DIGITS.forEach((_, digit) => {
    for (let joint = 0; joint < 4; joint += 1) points.set([sign * (40 - 20 * digit), 80 + 30 * joint, 0], 3 * pointIndex(digit, joint));
  });
  points.set([0, -150, 0], 3 * SLEEVE_POINT);
  return points;
}

describe('a drawn hand', () => {
  it('is a closed skin about its bones: each corner away from them, its normal outwards, its triangles too, on either hand', () => {
    for (const sign of [1, -1] as const) {
      const { geometry, lay } = handGeometry();
      lay(flatHand(sign), 0);
      const [p, n, part] = ['position', 'normal', 'part'].map((name) => geometry.getAttribute(name).array) as [
        Float32Array,
        Float32Array,
        Float32Array,
      ];
      let fingers = 0;
      for (let i = 0; i < part.length; i += 1) {
        const digit = part[i] ?? 0;
        if (digit >= DIGITS.length || (p[3 * i + 1] ?? 0) > 165) continue;
        fingers += 1;
        // (a straight finger's axis is upright)
        const dx = (p[3 * i] ?? 0) - sign * (40 - 20 * digit);
        const dz = p[3 * i + 2] ?? 0;
        expect(Math.hypot(dx, dz)).toBeGreaterThan(4);
        expect(Math.hypot(dx, dz)).toBeLessThan(14);
        expect(dx * (n[3 * i] ?? 0) + dz * (n[3 * i + 2] ?? 0)).toBeGreaterThan(3);
      }
      expect(fingers).toBeGreaterThan(200);
      const index = geometry.getIndex()?.array ?? [];
      let outwards = 0;
      for (let t = 0; t < index.length; t += 3) {
        const [a, b, c] = [0, 1, 2].map((k) => 3 * (index[t + k] ?? 0)) as [number, number, number];
        const of = (from: number, to: number, k: number): number => (p[to + k] ?? 0) - (p[from + k] ?? 0);
        const [u, v] = [[0, 1, 2].map((k) => of(a, b, k)), [0, 1, 2].map((k) => of(a, c, k))] as [number[], number[]];
        const cross = [0, 1, 2].map((k) => (u[(k + 1) % 3] ?? 0) * (v[(k + 2) % 3] ?? 0) - (u[(k + 2) % 3] ?? 0) * (v[(k + 1) % 3] ?? 0));
        outwards += cross.reduce((sum, part_, k) => sum + part_ * (n[a + k] ?? 0), 0) > 0 ? 1 : 0;
      }
      expect(outwards / (index.length / 3)).toBeGreaterThan(0.95);
    }
  });

  it('has its seams on the back, on either hand', () => {
    for (const sign of [1, -1] as const) {
      const seams = new Float32Array(3 * SEAM_VERTICES);
      laySeams(flatHand(sign), 0, sign === -1, seams);
      // three lines of five pieces come first; the palm looks forward
      for (let i = 0; i < 30; i += 1) expect(seams[3 * i + 2]).toBeLessThan(-10);
    }
    expect(new Set(Object.values(HAND_PARTS)).size).toBe(3);
  });
});
