import fc from 'fast-check';
import type { Point3 } from '../geometry/index.ts';
import {
  bracketPolynomial,
  closeTieRoutes,
  type Diagram,
  findCrossings,
  jonesOfDiagram,
  jonesPolynomial,
  type Laurent,
  mirrorPolynomial,
  multiply,
  polynomial,
  referenceRoutes,
  simplifyPath,
  writePolynomial,
} from './index.ts';
import { circle, figureEight, GOOD, torus, written } from './testing.ts';
import { between } from '../testing/index.ts';

const mirrored = (path: readonly Point3[]): Point3[] => path.map(({ x, y, z }) => ({ x: -x, y, z }));

/** From the standard tables of knots (Rolfsen's numbering; from memory), left-handed where there are two hands. */
const TABLE: Readonly<Record<'0_1' | '3_1' | '4_1' | '5_1', Laurent>> = {
  '0_1': polynomial([[1, 0]]),
  '3_1': polynomial([
    [1, -1],
    [1, -3],
    [-1, -4],
  ]),
  '4_1': polynomial([
    [1, 2],
    [-1, 1],
    [1, 0],
    [-1, -1],
    [1, -2],
  ]),
  '5_1': polynomial([
    [1, -2],
    [1, -4],
    [-1, -5],
    [1, -6],
    [-1, -7],
  ]),
};

/** Directions of view all round. */
const anyView: fc.Arbitrary<Point3> = fc
  .tuple(between(-1, 1), between(0, 2 * Math.PI))
  .map(([y, a]) => ({ x: Math.sqrt(1 - y * y) * Math.cos(a), y, z: Math.sqrt(1 - y * y) * Math.sin(a) }));

const VIEW: Point3 = { x: 0.1, y: 0.07, z: 1 };

const writhe = (path: readonly Point3[]): number =>
  (findCrossings(simplifyPath(path), VIEW)?.crossings ?? []).reduce((sum, { sign }) => sum + sign, 0);

describe('jonesPolynomial', () => {
  it.each([
    ['0_1, the unknot', circle(), TABLE['0_1']],
    ['4_1, the figure eight', figureEight(), TABLE['4_1']],
  ])('agrees with the knot tables for %s, which is its own mirror image', (_name, path, table) => {
    expect(written(path)).toBe(writePolynomial(table));
    expect(written(mirrored(path))).toBe(writePolynomial(table));
  });

  it.each([
    ['3_1, the trefoil', 3, TABLE['3_1']],
    ['5_1', 5, TABLE['5_1']],
  ])('agrees with the knot tables for %s and its mirror image: right-handed crossings, positive powers', (_name, q, left) => {
    const path = torus(q);
    const right = writhe(path) > 0 ? path : mirrored(path);
    expect(writhe(right)).toBe(q);
    expect(written(right)).toBe(writePolynomial(mirrorPolynomial(left)));
    expect(written(mirrored(right))).toBe(writePolynomial(left));
  });

  it('is the same from every side', () => {
    for (const path of [torus(3), figureEight(), closeTieRoutes(referenceRoutes(GOOD))]) {
      const expected = written(path);
      fc.assert(
        fc.property(anyView, (view) => expect(written(path, view)).toBe(expected)),
        { numRuns: 40 },
      );
    }
  });

  it('is the same after Reidemeister moves: a curl in either hand, and all those that join two views of one path', () => {
    const path = simplifyPath(torus(3));
    const plain = findCrossings(path, VIEW);
    if (!plain) throw new Error('the trefoil has a general view');
    const expected = writePolynomial(jonesOfDiagram(plain));
    const [a, b, ...rest] = path;
    if (!a || !b) throw new Error('a trefoil has corners');
    for (const hand of [1, -1]) {
      // the first move: the piece from a to b with a small loop in it, which crosses itself once
      const at = (share: number, out: number, up: number): Point3 => ({
        x: a.x + share * (b.x - a.x) - 0.004 * out * (b.y - a.y),
        y: a.y + share * (b.y - a.y) + 0.004 * out * (b.x - a.x),
        z: a.z + share * (b.z - a.z) + 0.003 * up * hand,
      });
      const curled = findCrossings([a, at(0.52, 0, 0), at(0.52, 1, 1), at(0.48, 1, 2), at(0.48, -1, 3), at(0.54, -1, 3), b, ...rest], VIEW);
      if (!curled) throw new Error('the curl has a general view');
      expect(curled.crossings.length).toBeGreaterThan(plain.crossings.length);
      expect(writePolynomial(jonesOfDiagram(curled))).toBe(expected);
    }
    // the diagram itself, not simplified: between two views strands move over one another and past crossings
    const counts = new Set<number>();
    fc.assert(
      fc.property(anyView, (view) => {
        const diagram = findCrossings(path, view);
        if (!diagram) return;
        counts.add(diagram.crossings.length);
        expect(writePolynomial(jonesOfDiagram(diagram))).toBe(expected);
      }),
    );
    expect(counts.size).toBeGreaterThan(2);
  });

  it('multiplies where knots are tied one after the other', () => {
    const [square, granny] = [GOOD, { ...GOOD, frontLoop: 'left' } as const].map((fold) =>
      jonesPolynomial(closeTieRoutes(referenceRoutes(fold))),
    );
    const left = TABLE['3_1'];
    expect(square).toEqual(multiply(left, mirrorPolynomial(left)));
    expect(granny).toEqual(multiply(left, left));
  });

  it('is the sum over all states, gone through one by one where they are few', () => {
    for (const path of [torus(3), torus(5), figureEight(), closeTieRoutes(referenceRoutes(GOOD))])
      fc.assert(
        fc.property(anyView, (view) => {
          const diagram = findCrossings(path, view);
          fc.pre(diagram !== null && diagram.crossings.length <= 11);
          expect(bracketPolynomial(diagram)).toEqual(stateSum(diagram));
        }),
        { numRuns: 12 },
      );
    expect(bracketPolynomial({ crossings: [], arcCount: 1 })).toEqual(new Map([[0, 1]]));
    // two circles apart, and a circle with a curl beside another one
    expect(bracketPolynomial({ crossings: [], arcCount: 2 })).toEqual(stateSum({ crossings: [], arcCount: 2 }));
    const curl: Diagram = { crossings: [{ arcs: [0, 0, 1, 1], sign: 1 }], arcCount: 3 };
    expect(bracketPolynomial(curl)).toEqual(stateSum(curl));
  });

  it.each([7, 21, 41])('agrees with the formula for torus knots of two strands, of %i crossings', (q) => {
    // (1 − t²) V(t) = t^((q−1)/2) (1 − t³ − t^(q+1) + t^(q+2)): Jones, Annals of Mathematics 126 (1987) 335–388 (from memory)
    const knot = torus(q);
    const right = writhe(knot) > 0 ? knot : mirrored(knot);
    const up = (q - 1) / 2;
    expect(
      multiply(
        jonesPolynomial(right),
        polynomial([
          [1, 0],
          [-1, 2],
        ]),
      ),
    ).toEqual(
      polynomial([
        [1, up],
        [-1, up + 3],
        [-1, up + q + 1],
        [1, up + q + 2],
      ]),
    );
  });
});

/** Kauffman's bracket as it is written: every state of a diagram, its loops counted. */
function stateSum({ crossings, arcCount }: Diagram): Laurent {
  const loop = polynomial([
    [-1, 2],
    [-1, -2],
  ]);
  const states = Array.from({ length: 2 ** crossings.length }, (_, state) => {
    const circle = Array.from({ length: arcCount }, (__, arc) => arc);
    const isFirst = (i: number): boolean => ((state >> i) & 1) === 0;
    const join = (a: number, b: number): void => {
      const [from, to] = [circle[a] ?? a, circle[b] ?? b];
      circle.forEach((each, arc) => {
        if (each === from) circle[arc] = to;
      });
    };
    crossings.forEach(({ arcs: [a, b, c, d] }, i) => {
      join(a, isFirst(i) ? b : d);
      join(c, isFirst(i) ? d : b);
    });
    const exponent = crossings.reduce((sum, _crossing, i) => sum + (isFirst(i) ? 1 : -1), 0);
    const loops = new Set(circle).size;
    return Array.from({ length: loops - 1 }).reduce<Laurent>((product) => multiply(product, loop), new Map([[exponent, 1]]));
  });
  return polynomial(states.flatMap((state) => [...state].map(([exponent, coefficient]) => [coefficient, exponent] as const)));
}
