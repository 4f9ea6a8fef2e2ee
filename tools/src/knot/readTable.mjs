import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';

/**
 * The knots of docs/knot-table.csv: what each was tied of, and how it came out.
 * @returns {readonly { readonly group: string, readonly isAtRest: boolean, readonly [name: string]: number | string | boolean }[]}
 */
export function readTable() {
  const [head = '', ...lines] = readFileSync(join(ROOT, 'docs', 'knot-table.csv'), 'utf8')
    .trim()
    .split('\n');
  const names = head.split(',');
  return lines.map((line) => {
    const cells = line
      .split(',')
      .map((cell, i) => [names[i] ?? '', cell === 'true' || (cell !== 'false' && (Number.isNaN(Number(cell)) ? cell : Number(cell)))]);
    return Object.fromEntries(cells);
  });
}

/**
 * The terms that a take-up is a sum of, for one knot of the table: gathered waist, gathered band, gathered thickness, and one.
 * @param {Readonly<Record<string, number | string | boolean>>} knot
 */
export function termsOf({ waistMm, bandMm, thicknessMm, gatherRatio }) {
  const gather = Number(gatherRatio);
  return [gather * Number(waistMm), gather * Number(bandMm), Number(thicknessMm) / gather, 1];
}
