import { simplifyPath } from './index.ts';
import { circle, torus } from './testing.ts';

describe('simplifyPath', () => {
  it('draws a path without a knot down to a triangle, and leaves a knot its least', () => {
    expect(simplifyPath(circle())).toHaveLength(3);
    // a trefoil needs six straight pieces (Randell 1994, from memory)
    expect(simplifyPath(torus(3)).length).toBeGreaterThanOrEqual(6);
    expect(simplifyPath(torus(3)).length).toBeLessThan(20);
  });
});
