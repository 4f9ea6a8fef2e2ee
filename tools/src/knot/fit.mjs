import { solveLinear, TAKE_UP_TERMS, takeUpParts, tightTakeUp } from '@easytuck/core';
import { percentile } from '../bench/figure.mjs';
import { clothOf, fittedTo, pullOf, readTable } from './readTable.mjs';

const all = readTable();
const knots = fittedTo(all);
console.log(`${knots.length} of ${all.filter(({ group }) => group === 'spread').length} knots; the others jammed`);

/** @typedef {keyof import('@easytuck/core').TakeUpParts} Part */
for (const end of /** @type {const} */ (['short', 'long'])) {
  // least squares by the normal equations, over the parts that are in use
  const names = /** @type {Part[]} */ (Object.keys(TAKE_UP_TERMS[end]));
  const rows = knots.map((knot) => {
    const parts = takeUpParts(clothOf(knot), pullOf(knot));
    return { terms: names.map((name) => parts[name]), mm: Number(knot[`${end}Mm`]) };
  });
  const matrix = names.map((_, i) => names.map((__, k) => rows.reduce((sum, { terms }) => sum + (terms[i] ?? 0) * (terms[k] ?? 0), 0)));
  const right = names.map((_, i) => rows.reduce((sum, { terms, mm }) => sum + (terms[i] ?? 0) * mm, 0));
  const fitted = solveLinear(matrix, right);
  console.log(`${end} end, fitted: ${names.map((name, i) => `${name} ${(fitted[i] ?? 0).toFixed(2)}`).join(', ')}`);
  console.log(`           in use: ${JSON.stringify(TAKE_UP_TERMS[end])}`);
}

/** @type {Readonly<Record<string, (ends: { readonly shortMm: number, readonly longMm: number }) => number>>} */
const PARTS = {
  'short end': ({ shortMm }) => shortMm,
  'long end': ({ longMm }) => longMm,
  'whole take-up K': ({ shortMm, longMm }) => shortMm + longMm,
  'even lead d*': ({ shortMm, longMm }) => longMm - shortMm,
};
for (const [name, of] of Object.entries(PARTS)) {
  const off = knots.map((knot) =>
    Math.abs(of(tightTakeUp(clothOf(knot), pullOf(knot))) - of({ shortMm: Number(knot['shortMm']), longMm: Number(knot['longMm']) })),
  );
  const rms = Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / off.length);
  console.log(`${name}: off the table by ${rms.toFixed(2)} mm (root mean square), p95 ${percentile(off, 0.95).toFixed(2)} mm (aim: 2)`);
}
