import type { Diagram } from './findCrossings.ts';
import { addTerms, multiply, type Laurent } from './laurent.ts';

/** −A² − A⁻²: what a closed loop counts. */
const LOOP: Laurent = new Map([
  [2, -1],
  [-2, -1],
]);

/** Open strands of the part of a diagram that has been gone through: each end, an arc, and the end that it leads to. */
type Strands = ReadonlyMap<number, number>;

/** States whose strands lead alike, summed. */
interface Partial {
  readonly strands: Strands;
  readonly sum: Laurent;
}

/**
 * Kauffman's bracket of a diagram, a polynomial in A: every crossing is opened in one of two ways, and a state with k loops
 * counts A^(a−b)·(−A²−A⁻²)^(k−1). The states are not gone through one by one, of which there are 2ⁿ: crossing after crossing
 * is glued on, and states whose open strands lead alike are summed at once, so that the work grows with the diagram's width.
 *
 * Kauffman, State models and the Jones polynomial, Topology 26 (1987) 395–407; gluing as in Bar-Natan, Fast Khovanov homology
 * computations, J. Knot Theory Ramifications 16 (2007) 243–255 (both from memory).
 */
export function bracketPolynomial({ crossings, arcCount }: Diagram): Laurent {
  const left = new Set(crossings.map(({ arcs }) => arcs));
  const touched = new Set(crossings.flatMap(({ arcs }) => arcs));
  let partials: readonly Partial[] = [{ strands: new Map(), sum: new Map([[0, 1]]) }];
  while (left.size > 0) {
    const arcs = nextCrossing(left, partials[0]?.strands ?? new Map<number, number>());
    left.delete(arcs);
    partials = glue(partials, arcs, left.size === 0);
  }
  // a circle without crossings counts as a loop; the only loop of all counts nothing
  const circles = crossings.length === 0 ? Math.max(0, arcCount - 1) : arcCount - touched.size;
  return times(partials[0]?.sum ?? new Map<number, number>(), circles);
}

type Arcs = Diagram['crossings'][number]['arcs'];

/** The crossing that most of the open strands lead to: so few of them are open at a time. All states have the same arcs open. */
function nextCrossing(left: ReadonlySet<Arcs>, open: Strands): Arcs {
  const ranked = [...left].map((arcs) => ({ arcs, met: arcs.filter((arc) => open.has(arc)).length }));
  return ranked.reduce((best, each) => (each.met > best.met ? each : best)).arcs;
}

function glue(partials: readonly Partial[], [a, b, c, d]: Arcs, isLast: boolean): readonly Partial[] {
  const next = new Map<string, { readonly strands: Strands; readonly sum: Map<number, number> }>();
  for (const { strands, sum } of partials) {
    for (const [exponent, pairs] of [
      [1, [a, b, c, d]],
      [-1, [a, d, c, b]],
    ] as const) {
      const joined = new Map(strands);
      const loops = join(joined, pairs[0], pairs[1]) + join(joined, pairs[2], pairs[3]);
      const key = [...joined].sort(([p], [q]) => p - q).join(' ');
      const known = next.get(key) ?? { strands: joined, sum: new Map<number, number>() };
      addTerms(
        known.sum,
        [...times(sum, isLast ? loops - 1 : loops)].map(([e, coefficient]) => [e + exponent, coefficient] as const),
      );
      next.set(key, known);
    }
  }
  return [...next.values()];
}

/** Joins two arcs at an opened crossing, in place. @returns how many loops that closes. */
function join(strands: Map<number, number>, p: number, q: number): 0 | 1 {
  if (p === q || strands.get(p) === q) {
    strands.delete(p);
    strands.delete(q);
    return 1;
  }
  // an arc that is met the second time is no end any more: the strand goes on to its other end
  const endOf = (arc: number): number => {
    const end = strands.get(arc);
    if (end === undefined) return arc;
    strands.delete(arc);
    strands.delete(end);
    return end;
  };
  const [start, end] = [endOf(p), endOf(q)];
  strands.set(start, end);
  strands.set(end, start);
  return 0;
}

const times = (sum: Laurent, loops: number): Laurent =>
  Array.from({ length: loops }).reduce<Laurent>((product) => multiply(product, LOOP), sum);
