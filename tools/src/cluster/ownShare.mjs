import { isIP } from 'node:net';
import { SetupError } from '../lib/run.mjs';
import { endedAs } from './galeraNode.mjs';
import { ensureGalera } from './galeraPrograms.mjs';
import { folderOf, isThisComputer, nameOf, portsFrom } from './machine.mjs';
import { secretsOf } from './secrets.mjs';
import { startRecords, startServer } from './share.mjs';

const BUFFER_POOL_MB = 256;
/** A first copy of many records takes its time on a slow line. */
const IN_STEP_WITHIN_MS = 30 * 60_000;

/**
 * Starts one machine's share of a cluster of several computers.
 * @param {{
 *   folder: string, build: string, webRoot: string | undefined, printer: string | undefined, isDemo: boolean,
 *   machine?: string | undefined, addresses?: string | undefined, port: string, certificate?: string | undefined, begin: boolean, alone: boolean,
 *   records: boolean, log: (line: string) => void, onGivenUp: () => void,
 * }} options
 */
export async function startOwnShare({
  folder,
  machine,
  addresses = '',
  port,
  certificate,
  begin,
  alone,
  records: recordsOnly,
  log,
  ...server
}) {
  const machines = addresses.split(',').map((address, i) => ({ number: i + 1, address: address.trim(), folder: folderOf(folder, i + 1) }));
  const own = machines.find(({ number }) => String(number) === machine);
  if (machines.length < 3 || machines.some(({ address }) => isIP(address) !== 4) || !own)
    throw new SetupError(
      'Say which machine this is, and the addresses of all, three at least: npm run cluster -- --machine 1 --addresses 10.8.0.1,10.8.0.2,10.8.0.3',
    );
  if (!isThisComputer(own.address) && certificate === undefined && !recordsOnly)
    throw new SetupError(
      'Beyond this computer the shop is opened only over https: name a file that holds certificate and key, --certificate /etc/ssl/tuck/both.pem',
    );
  const isBeginning = begin || alone || endedAs(own.folder) === 'last';
  const secrets = secretsOf(folder, begin);
  const programs = await ensureGalera();
  const ports = portsFrom(Number(port));
  log(isBeginning ? 'This machine begins the cluster.' : 'Waiting for the other machines …');
  const records = await startRecords(
    { machines, own, ports, secrets, galera: programs.galera, bufferPoolMb: BUFFER_POOL_MB, certificate },
    programs,
    {
      begins: isBeginning,
      isAlone: alone,
      log,
      waitMs: IN_STEP_WITHIN_MS,
    },
  );
  if (recordsOnly) return { address: null, stop: records.stop };
  // each machine has a printer of its own: a label comes out where it was asked for
  const env = { PRINTER: process.env['PRINTER'] ?? nameOf(own), ...(certificate === undefined ? {} : { TRUST_PROXY: '1' }) };
  try {
    const running = await startServer(records, { ...server, log, env });
    return {
      address: `${certificate === undefined ? 'http' : 'https'}://${own.address}:${ports.shop}`,
      stop: async () => {
        await running.stop();
        await records.stop();
      },
    };
  } catch (error) {
    await records.stop();
    throw error;
  }
}
