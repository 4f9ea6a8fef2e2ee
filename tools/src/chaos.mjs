/**
 * Kills, stops, cuts off and fills up the machines of a cluster for five to ten minutes while people save at all of them, and prints
 * what came of it. It sets itself up, and leaves nothing behind. `--short` does one fault of each kind, `--majority` what takes the
 * majority away, `--long` everything, the latter thirty times each.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { figureLine } from './bench/figure.mjs';
import { runChaos } from './cluster/chaos.mjs';
import { startCluster } from './cluster/cluster.mjs';
import { ALLOWED_AWAY_MS, FULL_PLAN, LONG_PLAN, MAJORITY_PLAN, SHORT_PLAN, takesMajority } from './cluster/plans.mjs';
import { mountSmallDisk } from './cluster/smallDisk.mjs';
import { buildServer } from './lib/buildServer.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { runMain } from './lib/run.mjs';

const ROOM_BYTES = 24 * 1_048_576;

runMain(async () => {
  const plan =
    Object.entries({ '--short': SHORT_PLAN, '--majority': MAJORITY_PLAN, '--long': LONG_PLAN }).find(([option]) =>
      process.argv.includes(option),
    )?.[1] ?? FULL_PLAN;
  await ensureNodePackages();
  const build = await buildServer();
  const folder = mkdtempSync(join(tmpdir(), 'easytuck-chaos-'));
  const takeDiskAway = mountSmallDisk(join(folder, 'machine-3'));
  if (!takeDiskAway) console.log('A small disk could not be made here (that takes root): no disk will be filled.');
  /** @type {import('./cluster/cluster.mjs').Cluster | undefined} */
  let cluster;
  const clear = async () => {
    await cluster?.stop();
    takeDiskAway?.();
    rmSync(folder, { recursive: true, force: true });
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) process.on(signal, () => void clear().finally(() => process.exit(1)));
  const began = performance.now();
  try {
    console.log('Starting three nodes, three proxies, three servers …');
    cluster = await startCluster({
      folder,
      build,
      isDemo: true,
      log: process.argv.includes('--log') ? console.log : () => {},
      roomBytes: ROOM_BYTES,
      env: { LOG_LEVEL: 'silent' },
    });
    console.log(`They stand after ${((performance.now() - began) / 1000).toFixed(0)} s.`);
    const outcome = await runChaos(cluster, {
      ...plan,
      smallDisk: takeDiskAway ? 2 : null,
      say: console.log,
    });
    report(outcome, plan === FULL_PLAN ? 200 : 1);
    const isSound = outcome.lost + outcome.doubled + outcome.overwritten + outcome.broken.length + outcome.wrong.length === 0;
    process.exitCode = isSound ? 0 : 1;
  } finally {
    await clear();
  }
});

/** @param {import('./cluster/chaos.mjs').ChaosOutcome} outcome */
function report(
  { kinds, faults, stormKills, acknowledged, lost, doubled, overwritten, conflicts, refused, unanswered, wrong, slow, broken },
  /** @type {number} */ fewest,
) {
  const line = (
    /** @type {string} */ name,
    /** @type {number} */ value,
    /** @type {string} */ unit,
    /** @type {number} */ aim,
    atMost = true,
  ) => console.log(figureLine({ name, value, unit, aim, atMost, digits: unit === 's' ? 1 : 0 }));
  console.log('');
  line('faults and kills', faults + stormKills, '', fewest, false);
  line('changes acknowledged, then looked for on every node', acknowledged, '', 1, false);
  line('lost', lost, '', 0);
  line('doubled', doubled, '', 0);
  line('overwritten without a word', overwritten, '', 0);
  line('what no row may break', broken.length, '', 0);
  line('answers that were neither kept, refused nor “not now”', wrong.length, '', 0);
  const single = Math.max(0, ...kinds.filter(({ kind }) => !takesMajority(kind)).map(({ longestAwayMs }) => longestAwayMs));
  line('longest without service after one fault', single / 1000, 's', ALLOWED_AWAY_MS.single / 1000);
  const majority = Math.max(0, ...kinds.filter(({ kind }) => takesMajority(kind)).map(({ longestAwayMs }) => longestAwayMs));
  line('longest without service after the majority was lost', majority / 1000, 's', ALLOWED_AWAY_MS.majority / 1000);
  console.log(`conflicts answered 409: ${conflicts}; “not now” (503): ${refused}; cut off without an answer: ${unanswered}`);
  console.log(`answers after more than seven seconds: ${slow.length}`);
  for (const each of [...broken.slice(0, 10), ...wrong.slice(0, 10)]) console.log(`  ${each}`);
}
