import { measureAttack } from './attack.mjs';
import { measureBrowser } from './browser.mjs';
import { measureCoach } from './coach.mjs';
import { startDemo } from './demo.mjs';
import { measureFaults } from './faults.mjs';
import { figureLine } from './figure.mjs';
import { measureHands } from './hands.mjs';
import { measureLoad } from './load.mjs';
import { measureParties } from './parties.mjs';
import { measurePeople } from './people.mjs';
import { measurePocket } from './pocket.mjs';
import { measureReads } from './reads.mjs';
import { measureRecords } from './records.mjs';
import { measureBalance, measureRanking, measureSolves } from './solves.mjs';
import { measureScale } from './scale.mjs';
import { measureStarts } from './starts.mjs';
import { measureTruth } from './truth.mjs';
import { measureTyings } from './tyings.mjs';

/** @typedef {{ address: string, databaseUrl: string, serverPid: number }} Shop */
/** @typedef {{ whole: number, bare: number, ratio: number }} Beside */

/** @type {string[]} */
const missed = [];
/** @param {string} name @param {number} value @param {string} unit @param {number} aim @param {{ atMost?: boolean, digits?: number }} [how] */
const print = (name, value, unit, aim, { atMost = true, digits = 1 } = {}) => {
  const line = figureLine({ name, value, unit, aim, atMost, digits });
  if (line.endsWith('MISSED')) missed.push(name);
  console.log(line);
};
/** A figure as its ratio to what it could be at best in the same minutes. @param {string} name @param {Beside} beside @param {number} aim @param {string} [unit] */
const printBeside = (name, { whole, bare, ratio }, aim, unit = 'ms') => {
  print(name, ratio, '×', aim, { digits: 2 });
  console.log(`  (${whole.toFixed(2)} ${unit} beside ${bare.toFixed(2)} ${unit}, medians of five rounds by turns)`);
};

/** The parts, by the names that `npm run bench -- NAME` takes. @type {Readonly<Record<string, (shop: () => Promise<Shop>) => Promise<void>>>} */
const PARTS = {
  truth: async () => measureTruth(),
  solves: async () => {
    print('solves of core/fit on one core', measureSolves(), '/s', 200_000, { atMost: false, digits: 0 });
    printBeside('ranking 1,000 ties, over a thousand bare fits', await measureRanking(), 2);
    const { planMs, learnMs } = measureBalance();
    print('plan of pulls, verdict and tying again', planMs, 'ms', 1, { digits: 3 });
    print('calibration of a tie by 200 tyings, for one wearer', learnMs, 'ms', 5, { digits: 3 });
  },
  start: async () => {
    printBeside('second start, over mariadbd and an empty Fastify', await measureStarts(), 1.5);
  },
  bench: async (shop) => {
    const { firstLoadKb, drag, writes } = await measureBrowser((await shop()).address);
    print('first load of the Bench, JavaScript and CSS, gzipped', firstLoadKb, 'kB', 270);
    printBeside('dragged set to both drawings, p95, over an empty commit', drag, 3);
    console.log(`  (${writes.count} changes of ${writes.characters} characters in a move)`);
  },
  coach: async (shop) => {
    const coach = await measureCoach((await shop()).address);
    printBeside('Coach: script in a frame, median, over a bare rewrite', coach.frame, 2.5);
    console.log(
      `  (95th percentile ${coach.frameP95Ms.toFixed(2)} ms over ${coach.frameCount} frames, ${coach.drawnMs.p95.toFixed(1)} ms with WebGL)`,
    );
    printBeside('Coach: script in a frame with hands, over the same without', coach.withHands, 2.5);
    printBeside('Coach: movement with hands worked out, over the strip alone', await measureHands(), 1.5);
    print('Coach: gallery of 17 faults, until all are drawn', coach.galleryMs / 1000, 's', 2, { digits: 2 });
    print('Coach: movement of another tie worked out in the worker', coach.choreographyMs / 1000, 's', 2, { digits: 2 });
    print('Coach: what the room loads beyond the Bench, gzipped', coach.roomKb, 'kB', 350);
    print('Coach: of that in the first load of the Bench', coach.inFirstLoadKb, 'kB', 0);
  },
  pocket: async (shop) => {
    const pocket = await measurePocket((await shop()).address);
    print('pocket coach, slow telephone: words and first picture', pocket.pictureMs / 1000, 's', 1.5, { digits: 2 });
    print('pocket coach: sent before the first picture', pocket.pictureKb, 'kB', 150);
    print('pocket coach: until the strip moves', pocket.movingMs / 1000, 's', 6, { digits: 2 });
    print('pocket coach: opened again with the network off', pocket.offlineMs / 1000, 's', 1, { digits: 2 });
  },
  people: async (shop) => {
    const { checked, signInMs } = await measurePeople((await shop()).databaseUrl);
    printBeside('a request with session and rights checked, over the same without', checked, 1.15);
    print('signing in by password, argon2id as OWASP sets it', signInMs, 'ms', 250, { digits: 0 });
  },
  parties: async (shop) => {
    const { allotMs, sheetMs, eveningMs, pageP95Ms, cardsMs } = await measureParties((await shop()).databaseUrl);
    print('party: 60 ties allotted to 40', allotMs, 'ms', 50);
    print('party: run sheet of 40 with four helpers', sheetMs, 'ms', 100);
    print('party: the same with its chances, from 1,000 evenings', eveningMs, 'ms', 250);
    print('party: a page of 40 among 2,000 parties, p95 at the server', pageP95Ms, 'ms', 40);
    print('party: cards of 40 as one PDF', cardsMs / 1000, 's', 3, { digits: 2 });
  },
  reads: async (shop) => {
    const { address, databaseUrl } = await shop();
    const { wholePerS, barePerS } = await measureReads(address, databaseUrl);
    print('reading a wearer: bare handler over the whole server', barePerS / wholePerS, '×', 1.6, { digits: 2 });
    console.log(
      `  (whole ${Math.round(wholePerS).toLocaleString('en-GB')}/s, bare ${Math.round(barePerS).toLocaleString('en-GB')}/s, 10 connections)`,
    );
  },
  records: async (shop) => {
    const { address, serverPid, databaseUrl } = await shop();
    const records = await measureRecords(address, serverPid, databaseUrl);
    printBeside('search among 100,000 wearers, p95, over its statements', records.search, 1.6);
    print('import of 100,000: reads beside it over reads at rest, p95', records.besideP95Ms / records.idleP95Ms, '×', 3, { digits: 2 });
    console.log(
      `  (${records.importS.toFixed(0)} s; at rest ${records.idleP95Ms.toFixed(1)} ms, beside it ${records.besideP95Ms.toFixed(1)} ms)`,
    );
    print('import of 100,000 wearers: peak memory of the server', records.importPeakMb, 'MB', 600, { digits: 0 });
    console.log(`  (${Math.round(records.restingMb)} MB before)`);
    print('import of one row among 100,000', records.oneRowS, 's', 1, { digits: 2 });
    print('export of 100,000 wearers as CSV', records.exportedRowsPerS, 'rows/s', 20_000, { atMost: false, digits: 0 });
  },
  tyings: async (shop) => {
    const { address, databaseUrl } = await shop();
    const tyings = await measureTyings(address, databaseUrl);
    printBeside('history of a tie among 50,000, p95, over its statement', tyings.ofTie, 1.6);
    printBeside('history of a wearer among 50,000, p95, over its statement', tyings.ofWearer, 1.6);
    printBeside('kin of a tie among 50,000, p95, over statements', tyings.ofKin, 1.6);
  },
  attack: async (shop) => {
    const attack = await measureAttack((await shop()).databaseUrl);
    print(`attack: ${attack.requests} requests over ${attack.routes} routes, 5xx or late`, attack.wrong, '', 0, { digits: 0 });
    print('attack: slowest answer', attack.slowestMs, 'ms', 5_000, { digits: 0 });
  },
};

const asked = process.argv.slice(2);
/** Parts that take many minutes, and are measured only where they are named. */
const LONG = ['faults', 'load', 'scale'];
const unknown = asked.filter((name) => !LONG.includes(name) && !(name in PARTS));
if (unknown.length > 0) {
  console.error(`There is no part ${unknown.join(', ')}; there are ${[...Object.keys(PARTS), ...LONG].join(', ')}.`);
  process.exit(1);
}
/** @type {Awaited<ReturnType<typeof startDemo>> | undefined} */
let demo;
const shop = async () => (demo ??= await startDemo());
try {
  if (asked.includes('faults')) await measureFaults((figure) => print(figure.name, figure.value, figure.unit, figure.aim, figure));
  if (asked.includes('load')) {
    const { outcomes, beside, memory } = await measureLoad(console.log);
    for (const connections of [10, 50, 200]) {
      const [one, two] = outcomes.filter((each) => each.connections === connections);
      if (one && two)
        print(`${connections} connections: two servers on three nodes over one on one`, two.outcome.perS / one.outcome.perS, '×', 1, {
          atMost: false,
          digits: 2,
        });
    }
    print(
      'load: answers that were wrong',
      outcomes.reduce((sum, { outcome }) => sum + outcome.wrong, 0),
      '',
      0,
      { digits: 0 },
    );
    for (const [name, key] of /** @type {const} */ ([
      ['read', 'readMs'],
      ['changed', 'saveMs'],
    ]))
      print(
        `a record ${name} while another machine makes a backup, p95, over a busy core`,
        beside.besideBackup[key] / beside.besideComputing[key],
        '×',
        1.5,
        { digits: 2 },
      );
    print('memory of a server over ten minutes, last two over the third and fourth', memory.lateMb / memory.earlyMb, '×', 1.1, {
      digits: 2,
    });
  }
  if (asked.includes('scale')) await measureScale(console.log);
  for (const [name, measure] of Object.entries(PARTS)) {
    if (asked.length > 0 && !asked.includes(name)) continue;
    const began = Date.now();
    await measure(shop);
    console.log(`  ${name}: ${Math.round((Date.now() - began) / 1000)} s`);
  }
} finally {
  await demo?.stop();
}
console.log(missed.length === 0 ? '\nAll aims met.' : `\nMissed: ${missed.join('; ')}.`);
process.exit(0);
