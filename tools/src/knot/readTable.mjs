import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { seenKnotHeightMm } from '@easytuck/core';
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

/** A knot whose loops jam on the way and never close it stands far higher than its cloth: so many mm over the gathered waist and the wrap. */
const JAMMED_OVER_MM = 8;

/**
 * The knots that the formulas are fitted to: those spread over the ranges, but for any that jammed.
 * @param {ReturnType<typeof readTable>} knots
 */
export const fittedTo = (knots) =>
  knots.filter((knot) => knot['group'] === 'spread' && Number(knot['heightMm']) - seenKnotHeightMm(clothOf(knot)) < JAMMED_OVER_MM);

/**
 * A knot of the table as the formulas see it.
 * @param {Readonly<Record<string, number | string | boolean>>} knot
 */
export const clothOf = ({ waistMm, bandMm, thicknessMm, gatherRatio }) => ({
  ...{ waistWidthMm: Number(waistMm), bandWidthMm: Number(bandMm) },
  ...{ thicknessMm: Number(thicknessMm), gatherRatio: Number(gatherRatio) },
});

/**
 * Pull on a knot's loops: the geometric mean of both, in N.
 * @param {Readonly<Record<string, number | string | boolean>>} knot
 */
export const pullOf = ({ shortPullN, longPullN }) => Math.sqrt(Number(shortPullN) * Number(longPullN));
