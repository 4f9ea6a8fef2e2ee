/** Domain and ticks of an axis over some lengths: multiples of 5 mm, or of a round number more where they would crowd. */
export function scaleOver(valuesMm: readonly number[]): { readonly domain: [number, number]; readonly ticks: number[] } {
  const [least, most] = [Math.min(...valuesMm), Math.max(...valuesMm)];
  const stepMm = [5, 10, 20].find((step) => (most - least) / step <= 8) ?? 50;
  const [low, high] = [Math.floor(least / stepMm) * stepMm, Math.ceil(most / stepMm) * stepMm];
  const count = Math.max(1, Math.round((high - low) / stepMm));
  return { domain: [low, low + count * stepMm], ticks: Array.from({ length: count + 1 }, (_, i) => low + i * stepMm) };
}
