/**
 * Solves a square system by elimination with the largest pivot of each column.
 * @throws RangeError for a singular matrix.
 * @example solveLinear([[2, 0], [1, 1]], [4, 5]) // [2, 3]
 */
export function solveLinear(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0]);
  const n = rows.length;
  const at = (i: number, k: number): number => rows[i]?.[k] ?? 0;
  for (let k = 0; k < n; k += 1) {
    let best = k;
    for (let i = k + 1; i < n; i += 1) if (Math.abs(at(i, k)) > Math.abs(at(best, k))) best = i;
    const [chosen, here] = [rows[best], rows[k]];
    if (!chosen || !here || Math.abs(at(best, k)) < 1e-12) throw new RangeError('a singular system has no one solution');
    [rows[k], rows[best]] = [chosen, here];
    for (let i = k + 1; i < n; i += 1) {
      const factor = at(i, k) / at(k, k);
      const row = rows[i];
      if (!row || factor === 0) continue;
      for (let c = k; c <= n; c += 1) row[c] = (row[c] ?? 0) - factor * at(k, c);
    }
  }
  const solution = new Array<number>(n).fill(0);
  for (let k = n - 1; k >= 0; k -= 1) {
    let left = at(k, n);
    for (let c = k + 1; c < n; c += 1) left -= at(k, c) * (solution[c] ?? 0);
    solution[k] = left / at(k, k);
  }
  return solution;
}
