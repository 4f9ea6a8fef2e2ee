/** A Laurent polynomial with whole coefficients: from exponent to coefficient, without zeros. */
export type Laurent = ReadonlyMap<number, number>;

/** A polynomial from its terms, `[coefficient, exponent]`. */
export function polynomial(terms: readonly (readonly [coefficient: number, exponent: number])[]): Laurent {
  const sum = new Map<number, number>();
  for (const [coefficient, exponent] of terms) addTerms(sum, [[exponent, coefficient]]);
  return sum;
}

/** Adds terms, `[exponent, coefficient]`, to a sum in place, and drops what comes to nothing. */
export function addTerms(sum: Map<number, number>, terms: Iterable<readonly [exponent: number, coefficient: number]>): void {
  for (const [exponent, coefficient] of terms) {
    const total = (sum.get(exponent) ?? 0) + coefficient;
    if (total === 0) sum.delete(exponent);
    else sum.set(exponent, total);
  }
}

/** Product of two polynomials. */
export function multiply(a: Laurent, b: Laurent): Laurent {
  const product = new Map<number, number>();
  for (const [e, c] of a)
    addTerms(
      product,
      [...b].map(([f, d]) => [e + f, c * d] as const),
    );
  return product;
}

/** The polynomial of the mirror image: t and 1/t exchanged. */
export const mirrorPolynomial = (p: Laurent): Laurent => new Map([...p].map(([exponent, coefficient]) => [-exponent, coefficient]));

/** Whether two polynomials are the same. */
export const sameTerms = (a: Laurent, b: Laurent): boolean =>
  a.size === b.size && [...a].every(([exponent, coefficient]) => b.get(exponent) === coefficient);

/** A polynomial in t as it is printed, highest power first: `-t^3 + t^2 - t + 3`. */
export function writePolynomial(p: Laurent): string {
  const terms = [...p].sort(([a], [b]) => b - a);
  if (terms.length === 0) return '0';
  return terms
    .map(([exponent, coefficient], i) => {
      const size = Math.abs(coefficient);
      const power = exponent === 0 ? '' : exponent === 1 ? 't' : `t^${exponent}`;
      const sign = coefficient < 0 ? '-' : '+';
      const body = size === 1 && power !== '' ? power : `${size}${power}`;
      return i === 0 ? `${sign === '-' ? '-' : ''}${body}` : ` ${sign} ${body}`;
    })
    .join('');
}
