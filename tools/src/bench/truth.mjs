import { coverageIn, HARSH_WORLD, WORLDS } from '@easytuck/core/testing/worlds';
import { figureLine } from './figure.mjs';

const TYINGS = [0, 1, 2, 3, 5, 10];
const CASES = 2_000;
/** Share of bows that an interval of nine in ten is to hold, in percent. */
const [LEAST, MOST] = [87, 93];

/** How often the next bow lies where it was said to, in each world, after so many tyings of the same wearer. */
export function measureTruth() {
  for (const world of [...WORLDS, HARSH_WORLD]) {
    console.log(`  ${world.name}`);
    for (const { tyings, held, within3 } of coverageIn(world, TYINGS, CASES, 20261202)) {
      const percent = 100 * held;
      // the bound that is nearer is the one to be held against
      const atMost = percent > (LEAST + MOST) / 2;
      const name = `    after ${tyings}: within its interval (within 3 mm: ${(100 * within3).toFixed(0)} %)`;
      console.log(figureLine({ name, value: percent, unit: '%', aim: atMost ? MOST : LEAST, atMost }));
    }
  }
}
