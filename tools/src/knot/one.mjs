import { tightenBowKnot, WORKED_KNOT } from '@easytuck/core/rope';

const given = Object.fromEntries(process.argv.slice(2).map((pair) => pair.split('=')));
const unknown = Object.entries(given).find(([name, value]) => !(name in WORKED_KNOT) || !Number.isFinite(Number(value)));
if (unknown) {
  console.error(`There is no ${unknown.join('=')}. A knot has, each as a number: ${Object.keys(WORKED_KNOT).join(', ')}.`);
  process.exit(1);
}
const knot = { ...WORKED_KNOT, ...Object.fromEntries(Object.entries(given).map(([name, value]) => [name, Number(value)])) };
const started = performance.now();
const tight = tightenBowKnot(knot);
console.log(knot);
console.log(Object.fromEntries(Object.entries(tight).filter(([name]) => name !== 'section')));
console.log(`take-up ${(tight.shortMm + tight.longMm).toFixed(1)} mm, even lead ${(tight.longMm - tight.shortMm).toFixed(1)} mm`);
console.log(`${((performance.now() - started) / 1000).toFixed(0)} s (aim: 60 s or less)`);
