/**
 * A measured figure with its aim.
 * @typedef {{ name: string, value: number, unit: string, aim: number, atMost: boolean, digits?: number }} Figure
 */

/** One line of the table: figure, aim, and whether it was met. @param {Figure} figure */
export function figureLine({ name, value, unit, aim, atMost, digits = 1 }) {
  const met = atMost ? value <= aim : value >= aim;
  const show = (/** @type {number} */ number) =>
    number.toLocaleString('en-GB', { maximumFractionDigits: digits, minimumFractionDigits: digits });
  return `${name.padEnd(62)} ${`${show(value)} ${unit}`.padStart(22)}   aim ${atMost ? '≤' : '≥'} ${show(aim)} ${unit}   ${met ? 'met' : 'MISSED'}`;
}

/** The value that a share of all values do not exceed. @param {readonly number[]} values @param {number} share */
export function percentile(values, share) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
}
