import { fork } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { WORKED_KNOT } from '@easytuck/core/rope';
import { ROOT } from '../lib/paths.mjs';
import { CASES } from './cases.mjs';

/** @type {readonly (keyof import('@easytuck/core/rope').TightKnot)[]} */
const RESULTS = ['shortMm', 'longMm', 'heightMm', 'widthMm', 'depthMm', 'strainRatio', 'deepestMm', 'steps', 'isAtRest'];
/** @type {import('@easytuck/core/rope').TightKnot[]} */
const results = new Array(CASES.length);
let next = 0;

/** One process that draws knots tight, one after another. */
function worker() {
  return new Promise((resolve, reject) => {
    const child = fork(fileURLToPath(new URL('tighten.mjs', import.meta.url)), { execArgv: ['--import', 'tsx'] });
    const more = () => {
      if (next < CASES.length) child.send({ index: next, knot: CASES[next++]?.knot });
      else child.disconnect();
    };
    child.on('message', (message) => {
      const { index, tight, seconds } = /** @type {{ index: number, tight: import('@easytuck/core/rope').TightKnot, seconds: number }} */ (
        message
      );
      results[index] = tight;
      console.log(
        `${index + 1} of ${CASES.length}: ${tight.shortMm.toFixed(2)} and ${tight.longMm.toFixed(2)} mm, ${seconds.toFixed(0)} s${tight.isAtRest ? '' : ', not at rest'}`,
      );
      more();
    });
    child.on('error', reject);
    child.on('exit', (code) => (code === 0 ? resolve(undefined) : reject(new Error(`a knot failed with ${code}`))));
    more();
  });
}

await Promise.all(Array.from({ length: Math.min(2, availableParallelism()) }, worker));
const names = /** @type {(keyof typeof WORKED_KNOT)[]} */ (Object.keys(WORKED_KNOT));
/** @param {unknown} value */
const cell = (value) => (typeof value === 'number' ? String(Math.round(value * 1e4) / 1e4) : String(value));
const lines = CASES.map(({ group, knot }, i) =>
  [group, ...names.map((name) => cell(knot[name])), ...RESULTS.map((name) => cell(results[i]?.[name]))].join(','),
);
writeFileSync(join(ROOT, 'docs', 'knot-table.csv'), [['group', ...names, ...RESULTS].join(','), ...lines, ''].join('\n'));
