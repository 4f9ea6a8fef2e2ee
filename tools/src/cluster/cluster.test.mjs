import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { whoBegins } from './cluster.mjs';
import { LEFT, whyNotWell } from './doctor.mjs';
import { databaseFile, proxyFile } from './files.mjs';
import { portsFrom, serverHost } from './machine.mjs';
import { startOwnShare } from './ownShare.mjs';
import { longestAwayMs } from './people.mjs';
import { chooseFirst } from './recovery.mjs';
import { secretsOf } from './secrets.mjs';

/** @type {string} */
let folder;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'easytuck-files-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const machines = [1, 2, 3].map((number) => ({ number, address: `10.8.0.${number}`, folder: `/srv/tuck/machine-${number}` }));
const shareOf = (/** @type {number} */ number, /** @type {string | undefined} */ certificate = undefined) => ({
  ...{ machines, ports: portsFrom(4400), galera: '/usr/lib/galera/libgalera_smm.so', bufferPoolMb: 256, certificate },
  own: machines[number - 1] ?? { number: 0, address: '', folder: '' },
  secrets: { shop: { name: 'easytuck', password: 'a' }, copier: { name: 'easytuck_copier', password: 'b' }, recovery: 'c' },
});
const part = (/** @type {string} */ file, /** @type {string} */ name) =>
  file
    .split(/\n(?=listen|frontend|backend|defaults|global)/)
    .find((each) => ['listen', 'frontend', 'backend'].some((kind) => each.startsWith(`${kind} ${name}\n`))) ?? '';
const servers = (/** @type {string} */ text) =>
  [...text.matchAll(/^ {2}server (\S+) .*?( backup)?$/gm)].map(([, name, backup]) => `${name}${backup ?? ''}`);

test('all machines send changes to the same node first, and read from their own', () => {
  for (const number of [1, 2, 3]) {
    const file = proxyFile(shareOf(number));
    expect(servers(part(file, 'writes'))).toEqual(['machine-1', 'machine-2 backup', 'machine-3 backup']);
    expect(servers(part(file, 'reads'))[0]).toBe(`machine-${number}`);
    expect(servers(part(file, 'servers'))[0]).toBe(`machine-${number}`);
    // what comes from a neighbour is not handed on: it would go round in a circle
    expect(servers(part(file, 'own'))).toEqual([`machine-${number}`]);
  }
});

test('over https whoever asks is named to the server, which listens on its own machine alone', () => {
  const open = proxyFile(shareOf(2));
  const safe = proxyFile(shareOf(2, '/etc/ssl/tuck/both.pem'));
  expect(open).not.toContain('X-Forwarded');
  expect(part(safe, 'shop')).toMatch(/bind 10\.8\.0\.2:4400 ssl crt \/etc\/ssl\/tuck\/both\.pem/);
  expect(part(safe, 'shop')).toContain('http-request set-header X-Forwarded-For %[src]');
  expect(part(safe, 'own')).toContain('server machine-2 127.0.0.1:4402');
  expect(serverHost({ address: '127.0.0.12' })).toBe('127.0.0.12');
  // figures are not handed out through it
  expect(part(safe, 'shop')).toContain('http-request deny if { path /metrics }');
});

test('a node is bound to its own address, knows the others, and keeps what it acknowledged on its disk', () => {
  const file = databaseFile(shareOf(3));
  expect(file).toContain('wsrep_cluster_address    = gcomm://10.8.0.1:4404,10.8.0.2:4404,10.8.0.3:4404');
  expect(file).toMatch(/^bind-address\s+= 10\.8\.0\.3$/m);
  expect(file).toMatch(/^innodb-flush-log-at-trx-commit = 1$/m);
  // these two are what Galera asks of InnoDB (its documentation, "System configuration"; from memory)
  expect(file).toMatch(/^binlog_format\s+= ROW$/m);
  expect(file).toMatch(/^innodb_autoinc_lock_mode = 2$/m);
});

test('a node is asked only while it is in step with the others', () => {
  const well = { wsrep_cluster_status: 'Primary', wsrep_ready: 'ON', wsrep_local_state: '4', wsrep_local_state_comment: 'Synced' };
  expect(whyNotWell(well)).toBeNull();
  // it hands its records to one that joins, and serves meanwhile
  expect(whyNotWell({ ...well, wsrep_local_state: '2' })).toBeNull();
  expect(whyNotWell({ ...well, wsrep_local_state: '1', wsrep_local_state_comment: 'Joining' })).toBe('it is catching up (Joining)');
  expect(whyNotWell({ ...well, wsrep_cluster_status: 'non-Primary' })).toBe('it is cut off from the others');
  expect(whyNotWell({ ...well, wsrep_cluster_status: 'Disconnected' })).toBe(LEFT);
  expect(whyNotWell({ ...well, wsrep_ready: 'OFF' })).toBe('it is not ready');
  expect(whyNotWell({})).not.toBeNull();
});

test('the machine begins that was stopped last; all wait for one another where all were cut off', () => {
  const here = [1, 2, 3].map((number) => ({ number, address: `127.0.0.1${number}`, folder: join(folder, `machine-${number}`) }));
  expect(whoBegins(here)).toMatchObject({ first: { number: 1 }, together: false });
  const state = (/** @type {number} */ number, /** @type {string} */ name, /** @type {string} */ text) => {
    mkdirSync(join(folder, `machine-${number}`, 'data'), { recursive: true });
    writeFileSync(join(folder, `machine-${number}`, 'data', name), text);
  };
  for (const number of [1, 2, 3]) state(number, 'grastate.dat', `uuid: x\nseqno: 7\nsafe_to_bootstrap: ${number === 2 ? 1 : 0}\n`);
  expect(whoBegins(here)).toMatchObject({ first: { number: 2 }, together: false });
  for (const number of [1, 2, 3]) {
    state(number, 'grastate.dat', 'uuid: x\nseqno: -1\nsafe_to_bootstrap: 0\n');
    state(number, 'gvwstate.dat', 'my_uuid: x');
  }
  expect(whoBegins(here)).toEqual({ first: undefined, together: true });
  for (const number of [1, 2, 3]) rmSync(join(folder, `machine-${number}`, 'data', 'gvwstate.dat'));
  // the machines find out themselves who has the latest records
  expect(whoBegins(here)).toEqual({ first: undefined, together: true });
});

test('all passwords follow from one key, which its owner alone reads, and is asked for where it is missing', () => {
  expect(() => secretsOf(folder, false)).toThrow('Bring the file cluster.key');
  const made = secretsOf(folder, true);
  expect(secretsOf(folder, false)).toEqual(made);
  expect(made.shop.password).not.toBe(made.copier.password);
  const file = join(folder, 'cluster.key');
  expect([statSync(file).mode & 0o777, readFileSync(file, 'utf8')]).toEqual([0o600, expect.stringMatching(/^[0-9a-f]{64}$/)]);
  writeFileSync(file, '');
  expect(() => secretsOf(folder, true)).toThrow('is damaged');
});

test('a share is refused without its number and all addresses, and beyond this computer without a certificate', async () => {
  const options = {
    folder,
    build: '',
    webRoot: undefined,
    printer: undefined,
    isDemo: false,
    port: '4400',
    begin: true,
    alone: false,
    records: false,
    log: () => {},
    onGivenUp: () => {},
  };
  await expect(startOwnShare({ ...options, machine: '1', addresses: '10.8.0.1,10.8.0.2' })).rejects.toThrow('three at least');
  await expect(startOwnShare({ ...options, machine: '4', addresses: '10.8.0.1,10.8.0.2,10.8.0.3' })).rejects.toThrow(
    'which machine this is',
  );
  await expect(startOwnShare({ ...options, machine: '1', addresses: '10.8.0.1,tuck.example,10.8.0.3' })).rejects.toThrow(
    'Say which machine',
  );
  await expect(startOwnShare({ ...options, machine: '1', addresses: '10.8.0.1,10.8.0.2,10.8.0.3' })).rejects.toThrow('only over https');
});

test('time without service is the longest at any shop, from what was acknowledged before to what was after', () => {
  const book = {
    acknowledgedAt: new Map([
      ['a', [10, 20, 900, 950]],
      ['b', [15, 30, 400, 980]],
    ]),
  };
  expect(longestAwayMs(/** @type {any} */ (book), ['a', 'b'], 12, 1_000)).toBe(880);
  // a shop that saved nothing was away all the time
  expect(longestAwayMs(/** @type {any} */ (book), ['a', 'c'], 0, 1_000)).toBe(1_000);
});

describe('which machine begins when none has a majority', () => {
  const at = (/** @type {number} */ number, /** @type {number} */ seqno, history = 'a') => ({ number, position: { history, seqno } });
  test('the one whose records go furthest, and among equals the first', () => {
    expect(chooseFirst([at(1, 40), at(2, 42), at(3, 41)])).toEqual({ number: 2 });
    expect(chooseFirst([at(3, 42), at(2, 42), at(1, 7)])).toEqual({ number: 2 });
  });
  test('never one whose copy from another was cut off', () => {
    expect(chooseFirst([at(1, -1, '0'), at(2, 5), at(3, 4)])).toEqual({ number: 2 });
    expect(chooseFirst([at(1, -1, '0'), at(2, -1, '0'), at(3, -1, '0')])).toMatchObject({ number: null, why: 'no machine has records' });
  });
  test('none while nobody can say what a machine has, or where histories differ', () => {
    expect(chooseFirst([at(1, 40), { number: 2, position: null }, at(3, 41)])).toMatchObject({
      number: null,
      why: expect.stringContaining('machine 2'),
    });
    expect(chooseFirst([at(1, 40), at(2, 42, 'b'), at(3, 41)])).toMatchObject({
      number: null,
      why: expect.stringContaining('different histories'),
    });
  });
});
