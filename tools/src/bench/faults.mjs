import { join } from 'node:path';
import { isReady, killRounds } from '../../../e2e/src/killRounds.ts';
import { DATA } from '../lib/paths.mjs';
import { startDemo } from './demo.mjs';

const KILLS = 200;

/**
 * Kills database and server, half of the kills each, in the middle of saving.
 * @param {(figure: import('./figure.mjs').Figure) => void} print
 */
export async function measureFaults(print) {
  const shop = await startDemo();
  const killable = { address: shop.address, folder: join(DATA, 'bench') };
  try {
    /** @type {import('../../../e2e/src/killRounds.ts').KillOutcome[]} */
    const outcomes = [];
    for (const part of /** @type {const} */ (['database', 'server'])) {
      const outcome = await killRounds(killable, part, KILLS / 2, `Bench ${part}`);
      console.log(
        `  (${part}: ${outcome.acknowledged} acknowledged over ${outcome.rounds} kills, away for ${(outcome.longestAwayMs / 1000).toFixed(1)} s at the longest, wrong answers ${outcome.wrongAnswers.length})`,
      );
      outcomes.push(outcome);
    }
    const sum = (/** @type {'lost' | 'doubled'} */ what) => outcomes.reduce((total, outcome) => total + outcome[what], 0);
    print({ name: `lost over ${KILLS} kills`, value: sum('lost'), unit: '', aim: 0, atMost: true, digits: 0 });
    print({ name: `doubled over ${KILLS} kills`, value: sum('doubled'), unit: '', aim: 0, atMost: true, digits: 0 });
    if (!(await isReady(killable))) throw new Error('the shop was not ready at the end');
  } finally {
    await shop.stop();
  }
}
