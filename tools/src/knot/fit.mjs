import { solveLinear, TAKE_UP_TERMS, tightTakeUp } from '@easytuck/core';
import { percentile } from '../bench/figure.mjs';
import { readTable, termsOf } from './readTable.mjs';

const knots = readTable().filter(({ group }) => group === 'spread');

for (const end of /** @type {const} */ (['short', 'long'])) {
  // least squares by the normal equations
  const rows = knots.map((knot) => ({ terms: termsOf(knot), mm: Number(knot[`${end}Mm`]) }));
  const matrix = [0, 1, 2, 3].map((i) =>
    [0, 1, 2, 3].map((k) => rows.reduce((sum, { terms }) => sum + (terms[i] ?? 0) * (terms[k] ?? 0), 0)),
  );
  const right = [0, 1, 2, 3].map((i) => rows.reduce((sum, { terms, mm }) => sum + (terms[i] ?? 0) * mm, 0));
  const [waist = 0, band = 0, layers = 0, restMm = 0] = solveLinear(matrix, right);
  console.log(
    `${end} end, fitted: waist ${waist.toFixed(3)}, band ${band.toFixed(3)}, layers ${layers.toFixed(3)}, rest ${restMm.toFixed(2)} mm`,
  );
  console.log(`           in use: ${JSON.stringify(TAKE_UP_TERMS[end])}`);
  const off = knots.map((knot) => {
    const [gather, thicknessMm] = [Number(knot['gatherRatio']), Number(knot['thicknessMm'])];
    const by = tightTakeUp({
      waistWidthMm: Number(knot['waistMm']),
      bandWidthMm: Number(knot['bandMm']),
      thicknessMm,
      gatherRatio: gather,
    });
    return Math.abs(by[`${end}Mm`] - Number(knot[`${end}Mm`]));
  });
  const rms = Math.sqrt(off.reduce((sum, each) => sum + each * each, 0) / off.length);
  console.log(`           off the table: ${rms.toFixed(2)} mm (root mean square), p95 ${percentile(off, 0.95).toFixed(2)} mm (aim: 2)`);
}
