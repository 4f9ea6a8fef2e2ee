import { isInside } from './index.ts';

// by hand: an L of three unit squares, its corners from the lower left one round
const L_SHAPE = [
  [0, 0],
  [2, 0],
  [2, 1],
  [1, 1],
  [1, 2],
  [0, 2],
] as const;

describe('inside a polygon', () => {
  it('is every square of an L and not the one that it leaves out, whichever way its corners run', () => {
    for (const corners of [L_SHAPE, [...L_SHAPE].reverse()]) {
      expect(isInside([0.5, 0.5], corners)).toBe(true);
      expect(isInside([1.5, 0.5], corners)).toBe(true);
      expect(isInside([0.5, 1.5], corners)).toBe(true);
      expect(isInside([1.5, 1.5], corners)).toBe(false);
      expect(isInside([-0.5, 0.5], corners)).toBe(false);
    }
  });

  it('is nothing without corners', () => {
    expect(isInside([0, 0], [])).toBe(false);
  });
});
