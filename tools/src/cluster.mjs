/**
 * Starts the shop on several machines: three nodes of one database, proxies before them, and servers. Without options all of it on
 * this computer, on loopback addresses, for trying it out; with `--machine 2 --addresses 10.8.0.1,10.8.0.2,10.8.0.3` the share of one
 * machine (docs/running.md). `--demo` loads the demo scenario; `--records` starts no server; `--servers 2` starts fewer servers than nodes.
 */
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { startCluster } from './cluster/cluster.mjs';
import { startOwnShare } from './cluster/ownShare.mjs';
import { buildServer } from './lib/buildServer.mjs';
import { buildWeb } from './lib/buildWeb.mjs';
import { lockFolder } from './lib/folderLock.mjs';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { DATA } from './lib/paths.mjs';
import { runMain, SetupError } from './lib/run.mjs';
import { startPrinter } from './lib/startPrinter.mjs';
import { endChild } from './lib/superviseServer.mjs';

runMain(async () => {
  const { values } = parseArgs({
    options: {
      demo: { type: 'boolean', default: false },
      servers: { type: 'string', default: '3' },
      machine: { type: 'string' },
      addresses: { type: 'string' },
      port: { type: 'string', default: process.env['PORT'] ?? '4400' },
      certificate: { type: 'string' },
      begin: { type: 'boolean', default: false },
      alone: { type: 'boolean', default: false },
      records: { type: 'boolean', default: false },
    },
  });
  const folder = process.env['EASYTUCK_DATA'] ?? join(DATA, values.demo ? 'cluster-demo' : 'cluster');
  if (!(await lockFolder(folder))) throw new SetupError('This cluster is already running, or starting, in this folder.');
  await ensureNodePackages();
  const [webRoot, build] = await Promise.all([buildWeb(), buildServer()]);
  const printer = process.env['PRINTER_URL'] ? undefined : await startPrinter(build);
  const log = (/** @type {string} */ line) => console.log(line);
  /** @type {{ stop: () => Promise<void> } | undefined} */
  let running;
  let stopping = false;
  const stop = async (/** @type {number} */ code) => {
    if (stopping) return;
    stopping = true;
    await running?.stop();
    await endChild(printer?.child);
    process.exit(code);
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP']))
    process.on(signal, () => {
      if (!stopping) console.log('\nStopping …');
      void stop(0);
    });
  const common = { folder, build, webRoot, printer: process.env['PRINTER_URL'] ?? printer?.address, log, onGivenUp: () => void stop(1) };
  try {
    if (values.machine === undefined && values.addresses === undefined) {
      const cluster = await startCluster({ ...common, servers: values.records ? 0 : Number(values.servers), isDemo: values.demo });
      running = cluster;
      console.log(
        values.records
          ? '\nThe records are there, and no server.\nCtrl-C stops all of it.'
          : `\nEasy Tuck is ready on three machines: ${cluster.addresses.join(', ')}\nCtrl-C stops all of it.`,
      );
    } else {
      const share = await startOwnShare({ ...common, ...values, isDemo: values.demo });
      running = share;
      console.log(
        `\n${share.address === null ? 'The records are there, and no server.' : `Easy Tuck is ready at ${share.address}`}\nCtrl-C stops this machine’s share.`,
      );
    }
  } catch (error) {
    await endChild(printer?.child);
    throw error;
  }
});
