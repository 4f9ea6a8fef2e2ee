import { evenLeadMm, fitTie, naturalSetMm, prepareTie, TYING_HANDS, TYING_WAYS, tyingMeasures } from '@easytuck/core';
import { COMINGS, findComings, GRIPS, HAND_ROLES } from '@easytuck/core/hands';
import { WORKED_TIE } from '@easytuck/core/testing';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../lib/paths.mjs';

const FILE = join(ROOT, 'core', 'src', 'hands', 'comings.ts');
const TRIES = 70;

/** The worked tie on a collar of 16 in. */
const NECK_MM = 412.75;
const tie = prepareTie(WORKED_TIE);
const leadMm = evenLeadMm(tie);
const setMm = naturalSetMm(tie, NECK_MM);
const limits = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null };
const fit = fitTie({ tie, neckPathMm: NECK_MM, setMm, leadMm, longEnd: 'left', limits });
const MEASURES = tyingMeasures(tie, fit, NECK_MM - 6.35);

let seed = 1;
const random = () => {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return seed / 2_147_483_648;
};

const asked = process.argv.slice(2);
const unknown = asked.find((hands) => !TYING_HANDS.some((known) => known === hands));
if (unknown !== undefined) {
  console.error(`There is no ${unknown}. Whose hands: ${TYING_HANDS.join(', ')}; all where none is named.`);
  process.exit(1);
}

/** @type {Record<string, Record<string, Record<string, (readonly (readonly number[])[])>>>} */
const found = { ...COMINGS };
for (const hands of TYING_HANDS.filter((each) => asked.length === 0 || asked.includes(each))) {
  /** @type {Record<string, Record<string, (readonly number[])[]>>} */
  const parts = {};
  found[hands] = parts;
  for (const way of TYING_WAYS) {
    for (const { part, role, index, coming, cost } of findComings(MEASURES, way, hands, TRIES, random)) {
      const roles = (parts[part] ??= {});
      const comings = (roles[role] ??= []);
      // parts that ways share are found with the first of them
      if (comings.length > index) continue;
      comings.push(coming);
      console.log(`${hands} ${part} ${role} ${index}: ${cost.toFixed(0)} mm²`);
    }
  }
}
const rows = TYING_HANDS.map(
  (hands) =>
    `  ${hands}: {\n${Object.keys(GRIPS)
      .map(
        (part) =>
          `    ${part}: {\n${HAND_ROLES.map(
            (role) => `      ${role}: [${(found[hands]?.[part]?.[role] ?? []).map((coming) => `[${coming.join(', ')}]`).join(', ')}],\n`,
          ).join('')}    },\n`,
      )
      .join('')}  },\n`,
);
const written = readFileSync(FILE, 'utf8');
const start = written.indexOf('{\n', written.indexOf('> = {') + 3);
writeFileSync(FILE, `${written.slice(0, start)}{\n${rows.join('')}};\n`);
console.log('Written. npm run format lays it out.');
