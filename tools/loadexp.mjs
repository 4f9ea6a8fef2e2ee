import { mkdtempSync, rmSync } from 'node:fs';
import { load, startSingle } from './src/bench/load.mjs';
import { fileOfPeople, takeIn } from './src/bench/crowd.mjs';
import { startCluster } from './src/cluster/cluster.mjs';
import { buildServer } from './src/lib/buildServer.mjs';
const folder = mkdtempSync('/tmp/easytuck-load-');
const build = await buildServer();
const single = await startSingle(folder + '/s', build);
const cluster = process.argv[2] === 'both' ? await startCluster({ folder: folder + '/c', servers: 2, build, isDemo: true, log: () => {}, env: { LOG_LEVEL: 'silent' } }) : null;
const sides = { one: [single.address], ...(cluster ? { two: cluster.addresses.slice(0, 2) } : {}) };
const known = {};
for (const [n, [a]] of Object.entries(sides)) { await takeIn(a, fileOfPeople(20000)); known[n] = (await (await fetch(`${a}/api/wearers?limit=50`)).json()).wearers; await load([a], 10, 4, known[n]); }
for (const c of [10, 50, 200, 200]) for (const [n, a] of Object.entries(sides)) { const o = await load(a, c, 12, known[n]); console.log(n, c, Object.entries(o).map(([k, v]) => `${k} ${v.toFixed(0)}`).join(', ')); }
await cluster?.stop(); await single.stop(); rmSync(folder, { recursive: true }); process.exit();
