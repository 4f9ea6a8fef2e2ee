import { evenLeadMm, fitTie, naturalSetMm, prepareTie, TYING_HANDS, TYING_WAYS, tyingMeasures } from '@easytuck/core';
import { findComings, GRIPS, HAND_ROLES } from '@easytuck/core/hands';
import { WORKED_TIE } from '@easytuck/core/testing';
import { seededUniform } from '@easytuck/core/testing/seeded';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { pathToFileURL } from 'node:url';
import { ROOT } from '../lib/paths.mjs';

const FILE = join(ROOT, 'core', 'src', 'hands', 'comings.ts');
const TRIES = 220;

/** The worked tie on a collar of 16 in. */
const NECK_MM = 412.75;
const tie = prepareTie(WORKED_TIE);
const leadMm = evenLeadMm(tie);
const setMm = naturalSetMm(tie, NECK_MM);
const limits = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null };
const fit = fitTie({ tie, neckPathMm: NECK_MM, setMm, leadMm, longEnd: 'left', limits });
const MEASURES = tyingMeasures(tie, fit, NECK_MM - 6.35);

const random = seededUniform(1);

const { values, positionals: asked } = parseArgs({ options: { only: { type: 'string' } }, allowPositionals: true });
/** Parts that are searched; those that are not named keep what was found before. */
const only = values.only?.split(',') ?? null;
const unknown = asked.find((hands) => !TYING_HANDS.some((known) => known === hands));
if (unknown !== undefined) {
  console.error(`There is no ${unknown}. Whose hands: ${TYING_HANDS.join(', ')}; all where none is named.`);
  process.exit(1);
}

/** @type {{ COMINGS: Record<string, Record<string, Record<string, (readonly (readonly number[])[])>>> }} */
const { COMINGS: before } = await import(pathToFileURL(FILE).href);
/** @type {Record<string, Record<string, Record<string, (readonly (readonly number[])[])>>>} */
const found = {};
for (const hands of TYING_HANDS.filter((each) => asked.length === 0 || asked.includes(each))) {
  /** @type {Record<string, Record<string, (readonly number[])[]>>} */
  const parts = {};
  found[hands] = parts;
  for (const way of TYING_WAYS) {
    // parts that ways share are found with the first of them
    const known = (/** @type {string} */ part, /** @type {string} */ role, /** @type {number} */ index) =>
      parts[part]?.[role]?.[index] ?? (only === null || only.includes(part) ? undefined : before[hands]?.[part]?.[role]?.[index]);
    for (const { part, role, index, coming, cost } of findComings(MEASURES, way, hands, TRIES, random, known)) {
      const roles = (parts[part] ??= {});
      const comings = (roles[role] ??= []);
      if (comings.length > index) continue;
      comings.push(coming);
      console.log(`${hands} ${part} ${role} ${index}: ${cost.toFixed(0)} mm²`);
    }
  }
}
// (another search may have written its own meanwhile)
/** @type {{ COMINGS: typeof found }} */
const { COMINGS: written } = await import(`${pathToFileURL(FILE).href}?${Date.now()}`);
const known = { ...written, ...found };
const rows = TYING_HANDS.map(
  (hands) =>
    `  ${hands}: {\n${Object.keys(GRIPS)
      .map(
        (part) =>
          `    ${part}: {\n${HAND_ROLES.map(
            (role) => `      ${role}: [${(known[hands]?.[part]?.[role] ?? []).map((coming) => `[${coming.join(', ')}]`).join(', ')}],\n`,
          ).join('')}    },\n`,
      )
      .join('')}  },\n`,
);
const text = readFileSync(FILE, 'utf8');
const start = text.indexOf('{\n', text.indexOf('> = {') + 3);
writeFileSync(FILE, `${text.slice(0, start)}{\n${rows.join('')}};\n`);
console.log('Written. npm run format lays it out.');
