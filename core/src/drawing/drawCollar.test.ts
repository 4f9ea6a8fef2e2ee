import { drawCollar } from './index.ts';
import { pointsOf } from './testing.ts';
import { type CollarStyle, TYPICAL_COLLARS } from '../fit/index.ts';

describe('drawCollar', () => {
  it.each(Object.keys(TYPICAL_COLLARS) as CollarStyle[])('puts the points of a %s collar as far apart as measured', (style) => {
    const { points, leaves } = drawCollar(TYPICAL_COLLARS[style], 129, 118, 90);
    expect(points[0].x - points[1].x).toBeCloseTo(118, 9);
    for (const leaf of leaves) expect(pointsOf(leaf).length).toBeGreaterThan(3);
  });

  it('puts the second button 65 mm below the first (common practice, no source)', () => {
    expect(drawCollar(TYPICAL_COLLARS.turndown, 129, 130, 170).buttons).toEqual([
      { x: 0, y: 65 },
      { x: 0, y: 155 },
    ]);
  });
});

describe('the shirt front', () => {
  it('has its buttons where the shirt has them', () => {
    const { buttons } = drawCollar(TYPICAL_COLLARS.turndown, 129, 130, 200, { firstMm: 70, spacingMm: 60 });
    expect(buttons.map(({ y }) => y)).toEqual([70, 130, 190]);
  });
});
