import type { Diagram } from './findCrossings.ts';
import { addTerms, multiply, type Laurent } from './laurent.ts';

/** More crossings than this are too many states to go through; simplify the path first. */
const MOST_CROSSINGS = 20;

/**
 * Kauffman's bracket of a diagram, a polynomial in A, by the sum over its states: every crossing is opened in one of two
 * ways, and a state with k loops counts A^(a−b)·(−A²−A⁻²)^(k−1).
 *
 * Kauffman, State models and the Jones polynomial, Topology 26 (1987) 395–407 (from memory).
 * @throws RangeError for a diagram of more than 20 crossings.
 */
export function bracketPolynomial({ crossings, arcCount }: Diagram): Laurent {
  const n = crossings.length;
  if (n > MOST_CROSSINGS) throw new RangeError(`${n} crossings are too many; at most ${MOST_CROSSINGS} can be gone through`);
  const loopFactor: Laurent = new Map([
    [2, -1],
    [-2, -1],
  ]);
  const powers: Laurent[] = [new Map([[0, 1]])];
  for (let k = 1; k <= n + 1; k += 1) powers.push(multiply(powers[k - 1] ?? new Map(), loopFactor));
  const sum = new Map<number, number>();
  const parent = new Int32Array(Math.max(1, arcCount));
  for (let state = 0; state < 2 ** n; state += 1) {
    for (let arc = 0; arc < parent.length; arc += 1) parent[arc] = arc;
    let loops = parent.length;
    let exponent = 0;
    const join = (a: number, b: number): void => {
      const [ra, rb] = [rootOf(parent, a), rootOf(parent, b)];
      if (ra === rb) return;
      parent[ra] = rb;
      loops -= 1;
    };
    crossings.forEach(({ arcs: [a, b, c, d] }, i) => {
      const isFirst = ((state >> i) & 1) === 0;
      exponent += isFirst ? 1 : -1;
      join(a, isFirst ? b : d);
      join(c, isFirst ? d : b);
    });
    addTerms(
      sum,
      [...(powers[loops - 1] ?? new Map<number, number>())].map(([e, coefficient]) => [e + exponent, coefficient] as const),
    );
  }
  return sum;
}

function rootOf(parent: Int32Array, arc: number): number {
  let root = arc;
  while (parent[root] !== root) root = parent[root] ?? root;
  return root;
}
