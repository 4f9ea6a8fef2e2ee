import { facesShown, UNTWISTED } from './index.ts';

describe('facesShown', () => {
  const outer = { frontLoop: 'outer', frontFlatEnd: 'outer', knot: 'outer', backLoop: 'outer', backFlatEnd: 'outer' };
  it('shows the outer face everywhere when it is tied flat (common practice, no source: the right side is seen)', () => {
    expect(facesShown(UNTWISTED)).toEqual(outer);
  });
  it('changes with each turn only what lies beyond it on the strip', () => {
    expect(facesShown({ ...UNTWISTED, frontTurned: true })).toEqual({ ...outer, frontLoop: 'inner', frontFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, dropTurned: true })).toEqual({ ...outer, knot: 'inner', backLoop: 'inner', backFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, backTurned: true })).toEqual({ ...outer, backLoop: 'inner', backFlatEnd: 'inner' });
    expect(facesShown({ ...UNTWISTED, dropTurned: true, backTurned: true })).toEqual({ ...outer, knot: 'inner' });
    expect(facesShown({ ...UNTWISTED, backTail: 'behind' })).toEqual({ ...outer, backLoop: 'inner' });
  });
});
