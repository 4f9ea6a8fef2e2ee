import { FACES, facesShown, foldingThatShows, UNTWISTED, type Face, type FacesShown } from './index.ts';

const BITS = [0, 1] as const;
const face = (bit: number): Face => FACES[bit] ?? 'outer';

describe('foldingThatShows', () => {
  it('undoes facesShown for each of the sixteen ways to fold, and finds just one for each', () => {
    const seen = new Set<string>();
    for (const frontTurned of [false, true])
      for (const dropTurned of [false, true])
        for (const backTurned of [false, true])
          for (const backTail of ['before', 'behind'] as const) {
            const folding = { frontTurned, dropTurned, backTurned, backTail };
            expect(foldingThatShows(facesShown(folding))).toEqual(folding);
            seen.add(JSON.stringify(facesShown(folding)));
          }
    expect(seen.size).toBe(16);
  });

  it('finds none for the other sixteen: those with unlike faces on the front bow', () => {
    let none = 0;
    for (const a of BITS)
      for (const b of BITS)
        for (const c of BITS)
          for (const d of BITS)
            for (const e of BITS) {
              const faces: FacesShown = {
                frontLoop: face(a),
                frontFlatEnd: face(b),
                knot: face(c),
                backLoop: face(d),
                backFlatEnd: face(e),
              };
              const found = foldingThatShows(faces);
              expect(found === null).toBe(a !== b);
              none += found === null ? 1 : 0;
            }
    expect(none).toBe(16);
  });

  it('is the way that is taught where only the outer face shows', () => {
    const outer = 'outer' as const;
    expect(foldingThatShows({ frontLoop: outer, frontFlatEnd: outer, knot: outer, backLoop: outer, backFlatEnd: outer })).toEqual(
      UNTWISTED,
    );
  });
});
