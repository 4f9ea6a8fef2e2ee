/**
 * Share of a normal distribution that lies below a number of standard deviations: the error function by its rational approximation
 * (Abramowitz & Stegun 1964, 7.1.26), right to 1e-7.
 */
export function normalShare(deviations: number): number {
  const x = Math.abs(deviations) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const share = 1 - 0.5 * poly * Math.exp(-x * x);
  return deviations >= 0 ? share : 1 - share;
}
