import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PALETTE } from '@easytuck/contract';
import { gatheredSection, tightenBowKnot, WORKED_KNOT } from '@easytuck/core/rope';
import { ROOT } from '../lib/paths.mjs';

const SCALE = 14;
const { section, heightMm, depthMm } = tightenBowKnot(WORKED_KNOT);
const { thickMm } = gatheredSection(WORKED_KNOT);
const all = section.flatMap(({ points }) => points);
const [minZ, maxZ] = [Math.min(...all.map(({ z }) => z)) - 3, Math.max(...all.map(({ z }) => z)) + 3];
const [minY, maxY] = [Math.min(...all.map(({ y }) => y)) - 3, Math.max(...all.map(({ y }) => y)) + 3];
const COLOURS = { shortEnd: PALETTE.short, longEnd: PALETTE.long, shortTail: PALETTE.short, longTail: PALETTE.long };
const WORDS = {
  longEnd: 'long end: behind all and up, over, down the front, under, and up into its loop',
  shortEnd: 'short end: crossing, and up in front of the back bow into its loop',
  longTail: 'back bow, on its way to the flat end',
  shortTail: 'front bow, on its way to the flat end',
};
/** @param {number} z */
const x = (z) => ((z - minZ) * SCALE).toFixed(1);
/** @param {number} up */
const y = (up) => ((maxY - up) * SCALE + 10).toFixed(1);
const dots = section.flatMap(({ piece, points }) =>
  points.map(
    (point) =>
      `<circle cx="${x(point.z)}" cy="${y(point.y)}" r="${((thickMm / 2) * SCALE).toFixed(1)}" fill="${COLOURS[piece]}" fill-opacity="${piece.endsWith('Tail') ? 0.45 : 0.9}"/>`,
  ),
);
const width = Math.round((maxZ - minZ) * SCALE);
const height = Math.round((maxY - minY) * SCALE) + 20;
const legend = Object.entries(WORDS).map(
  ([piece, words], i) =>
    `<rect x="8" y="${height + 8 + 24 * i}" width="16" height="16" fill="${COLOURS[/** @type {keyof typeof COLOURS} */ (piece)]}" fill-opacity="${piece.endsWith('Tail') ? 0.45 : 0.9}"/><text x="32" y="${height + 21 + 24 * i}">${words}</text>`,
);
writeFileSync(
  join(ROOT, 'docs', 'knot-section.svg'),
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${Math.max(width, 620)} ${height + 136}" font-family="sans-serif" font-size="15" fill="${PALETTE.ink}">
<title>A bow’s knot cut through its middle</title>
<rect width="100%" height="100%" fill="#fff"/>
${dots.join('\n')}
<text x="8" y="${height + 124}">collar on the left, front on the right; ${heightMm.toFixed(0)} mm high, ${depthMm.toFixed(0)} mm deep</text>
${legend.join('\n')}
</svg>
`,
);
