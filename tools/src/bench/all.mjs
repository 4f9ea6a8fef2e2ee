import { measureAttack } from './attack.mjs';
import { measureBrowser } from './browser.mjs';
import { measureCoach } from './coach.mjs';
import { measureFaults } from './faults.mjs';
import { figureLine } from './figure.mjs';
import { measureReads } from './reads.mjs';
import { measureTyings } from './tyings.mjs';
import { measureRecords } from './records.mjs';
import { startDemo } from './demo.mjs';
import { measureBalance, measureRanking, measureSolves } from './solves.mjs';

/** @type {string[]} */
const missed = [];
const print = (/** @type {import('./figure.mjs').Figure} */ figure) => {
  const line = figureLine(figure);
  if (line.endsWith('MISSED')) missed.push(figure.name);
  console.log(line);
};

if (process.argv.includes('faults')) await measureFaults(print);
else await measureAll();
console.log(missed.length === 0 ? '\nAll aims met.' : `\nMissed: ${missed.join('; ')}.`);

async function measureAll() {
  print({ name: 'solves of core/fit on one core', value: measureSolves(), unit: '/s', aim: 200_000, atMost: false, digits: 0 });
  print({ name: 'ranking 1,000 ties for a wearer', value: measureRanking(), unit: 'ms', aim: 15, atMost: true });

  const { planMs, learnMs } = measureBalance();
  print({ name: 'plan of pulls, verdict and tying again', value: planMs, unit: 'ms', aim: 1, atMost: true, digits: 3 });
  print({ name: 'calibration of a tie by 200 tyings, for one wearer', value: learnMs, unit: 'ms', aim: 5, atMost: true, digits: 3 });

  const first = await startDemo();
  await first.stop();
  const second = await startDemo();
  print({ name: 'second start of the demo', value: second.startedInMs / 1000, unit: 's', aim: 6, atMost: true, digits: 2 });
  try {
    const { firstLoadKb, dragMs } = await measureBrowser(second.address);
    print({ name: 'first load of the Bench, JavaScript and CSS, gzipped', value: firstLoadKb, unit: 'kB', aim: 270, atMost: true });
    print({ name: 'dragged set to both drawings updated, 95th percentile', value: dragMs.p95, unit: 'ms', aim: 8, atMost: true });
    console.log(`  (median ${dragMs.median.toFixed(1)} ms over ${dragMs.count} moves)`);
    const coach = await measureCoach(second.address);
    print({
      name: 'Coach: script in a frame while the strip moves, 95th percentile',
      value: coach.frameMs.p95,
      unit: 'ms',
      aim: 4,
      atMost: true,
      digits: 2,
    });
    console.log(
      `  (median ${coach.frameMs.median.toFixed(2)} ms over ${coach.frameMs.count} frames, calls of WebGL aside; with them ${coach.drawnMs.p95.toFixed(1)} ms at the 95th)`,
    );
    print({
      name: 'Coach: movement of another tie worked out in the worker',
      value: coach.choreographyMs / 1000,
      unit: 's',
      aim: 2,
      atMost: true,
      digits: 2,
    });
    print({ name: 'Coach: what the room loads beyond the Bench, gzipped', value: coach.roomKb, unit: 'kB', aim: 350, atMost: true });
    print({ name: 'Coach: of that in the first load of the Bench', value: coach.inFirstLoadKb, unit: 'kB', aim: 0, atMost: true });
    const { wholePerS, barePerS } = await measureReads(second.address, second.databaseUrl);
    print({
      name: 'reading a wearer: whole server over bare handler',
      value: wholePerS / barePerS,
      unit: '',
      aim: 0.5,
      atMost: false,
      digits: 2,
    });
    console.log(
      `  (whole ${Math.round(wholePerS).toLocaleString('en-GB')}/s, bare ${Math.round(barePerS).toLocaleString('en-GB')}/s, 10 connections)`,
    );
    const records = await measureRecords(second.address, second.serverPid);
    print({ name: 'search among 100,000 wearers, 95th percentile', value: records.searchP95Ms, unit: 'ms', aim: 30, atMost: true });
    console.log(`  (median ${records.searchMedianMs.toFixed(1)} ms)`);
    const tyings = await measureTyings(second.address, second.databaseUrl);
    print({ name: 'history of a tie among 50,000 tyings, 95th percentile', value: tyings.ofTieP95Ms, unit: 'ms', aim: 50, atMost: true });
    print({
      name: 'history of a wearer among 50,000 tyings, 95th percentile',
      value: tyings.ofWearerP95Ms,
      unit: 'ms',
      aim: 50,
      atMost: true,
    });
    print({
      name: 'what a cloth’s other ties showed, among 50,000 tyings, 95th percentile',
      value: tyings.ofClothP95Ms,
      unit: 'ms',
      aim: 50,
      atMost: true,
    });
    print({
      name: 'import of 100,000 wearers: reads beside it over reads at rest, p95',
      value: records.besideP95Ms / records.idleP95Ms,
      unit: '',
      aim: 3,
      atMost: true,
      digits: 2,
    });
    console.log(
      `  (${records.importS.toFixed(0)} s; at rest ${records.idleP95Ms.toFixed(1)} ms, beside it ${records.besideP95Ms.toFixed(1)} ms)`,
    );
    print({
      name: 'import of 100,000 wearers: peak memory of the server',
      value: records.importPeakMb,
      unit: 'MB',
      aim: 600,
      atMost: true,
      digits: 0,
    });
    console.log(`  (${Math.round(records.restingMb)} MB before)`);
    print({ name: 'import of one row among 100,000', value: records.oneRowS, unit: 's', aim: 1, atMost: true, digits: 2 });
    print({
      name: 'export of 100,000 wearers as CSV',
      value: records.exportedRowsPerS,
      unit: 'rows/s',
      aim: 20_000,
      atMost: false,
      digits: 0,
    });
    const attack = await measureAttack(second.databaseUrl);
    print({
      name: `attack: ${attack.requests} requests over ${attack.routes} routes, 5xx or late`,
      value: attack.wrong,
      unit: '',
      aim: 0,
      atMost: true,
      digits: 0,
    });
    print({ name: 'attack: slowest answer', value: attack.slowestMs, unit: 'ms', aim: 5_000, atMost: true, digits: 0 });
  } finally {
    await second.stop();
  }
}
