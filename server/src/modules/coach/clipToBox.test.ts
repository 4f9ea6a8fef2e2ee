import { clipToBox } from './clipToBox.ts';

const BOX = { left: 0, top: 0, right: 10, bottom: 6 };
/** Area of a polygon by the shoelace formula. */
const area = (points: readonly (readonly [number, number])[]): number =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = points[(i + 1) % points.length] ?? [0, 0];
      return sum + x * nextY - nextX * y;
    }, 0),
  ) / 2;

describe('clipping to a picture', () => {
  it('leaves what is wholly inside as it is, and drops what is wholly outside', () => {
    const inside = [
      [1, 1],
      [4, 1],
      [4, 5],
    ] as const;
    expect(clipToBox(inside, BOX)).toBe(inside);
    expect(
      clipToBox(
        [
          [11, 1],
          [14, 1],
          [14, 5],
        ],
        BOX,
      ),
    ).toEqual([]);
    expect(
      clipToBox(
        [
          [-5, -1],
          [5, -1],
          [5, -3],
        ],
        BOX,
      ),
    ).toEqual([]);
  });

  it('cuts at each of the four sides', () => {
    for (const [polygon, left] of [
      [
        [
          [-4, 1],
          [4, 1],
          [4, 5],
          [-4, 5],
        ],
        16,
      ],
      [
        [
          [8, 1],
          [14, 1],
          [14, 5],
          [8, 5],
        ],
        8,
      ],
      [
        [
          [2, -3],
          [4, -3],
          [4, 2],
          [2, 2],
        ],
        4,
      ],
      [
        [
          [2, 4],
          [4, 4],
          [4, 9],
          [2, 9],
        ],
        4,
      ],
      [
        [
          [-5, -5],
          [20, -5],
          [20, 20],
          [-5, 20],
        ],
        60,
      ],
    ] as const) {
      const clipped = clipToBox(polygon, BOX);
      expect(area(clipped)).toBeCloseTo(left, 9);
      for (const [x, y] of clipped) expect(x >= 0 && x <= 10 && y >= 0 && y <= 6).toBe(true);
    }
  });

  it('takes off corners at a slant', () => {
    // a right triangle over the upper left corner: the half of a square is left of it
    expect(
      area(
        clipToBox(
          [
            [-2, 2],
            [2, -2],
            [2, 2],
          ],
          BOX,
        ),
      ),
    ).toBeCloseTo(4, 9);
    // one corner outside gives a polygon of one corner more
    expect(
      clipToBox(
        [
          [8, 2],
          [12, 3],
          [8, 4],
        ],
        BOX,
      ),
    ).toHaveLength(4);
  });
});
