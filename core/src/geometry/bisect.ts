/**
 * Where a rising function reaches a value, by halving the interval `halvings` times. Where it never does within the interval, the
 * end that comes nearest.
 * @example bisect((x) => x * x, 2, 0, 2, 30) // 1.41421356…
 */
export function bisect(rising: (x: number) => number, value: number, from: number, until: number, halvings: number): number {
  let [low, high] = [from, until];
  for (let i = 0; i < halvings; i += 1) {
    const middle = (low + high) / 2;
    if (rising(middle) < value) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
