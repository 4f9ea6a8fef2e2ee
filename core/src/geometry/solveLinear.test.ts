import fc from 'fast-check';
import { between } from '../testing/index.ts';
import { solveLinear } from './index.ts';

describe('solveLinear', () => {
  it('finds what a matrix was multiplied with', () => {
    const vector = fc.array(between(-5, 5), { minLength: 4, maxLength: 4 });
    fc.assert(
      fc.property(fc.array(vector, { minLength: 4, maxLength: 4 }), vector, (entries, wanted) => {
        // the diagonal outweighs its row, so that there is one solution
        const matrix = entries.map((row, i) => row.map((value, k) => (i === k ? 25 + value : value)));
        const right = matrix.map((row) => row.reduce((sum, value, k) => sum + value * (wanted[k] ?? 0), 0));
        solveLinear(matrix, right).forEach((value, k) => expect(value).toBeCloseTo(wanted[k] ?? 0, 9));
      }),
    );
  });

  it('takes another row where the pivot is nothing, and refuses a system without one solution', () => {
    expect(
      solveLinear(
        [
          [0, 1],
          [2, 0],
        ],
        [3, 4],
      ),
    ).toEqual([2, 3]);
    expect(() =>
      solveLinear(
        [
          [1, 2],
          [2, 4],
        ],
        [1, 2],
      ),
    ).toThrow(RangeError);
  });
});
