import { join } from 'node:path';
import { nameOf, ownFirst, serverHost } from './machine.mjs';

/**
 * What the files of a machine are written from.
 * @typedef {{
 *   machines: readonly import('./machine.mjs').Machine[],
 *   own: import('./machine.mjs').Machine,
 *   ports: import('./machine.mjs').Ports,
 *   secrets: import('./secrets.mjs').Secrets,
 *   galera: string,
 *   bufferPoolMb: number,
 *   certificate?: string | undefined,
 * }} Share
 */

/**
 * How soon a node that fell silent is counted out (EVS is the layer of Galera that agrees on who is there): two seconds, so that
 * the others go on within a few. A network that is away for longer than that as a rule wants more.
 */
const SILENCE = [
  'evs.keepalive_period=PT0.5S',
  'evs.inactive_check_period=PT0.25S',
  'evs.suspect_timeout=PT2S',
  'evs.inactive_timeout=PT4S',
  'evs.install_timeout=PT4S',
];

/** Settings of a machine's database node. @param {Share} share */
export function databaseFile({ machines, own, ports, secrets, galera, bufferPoolMb }) {
  const provider = [
    `base_host=${own.address}`,
    `base_port=${ports.group}`,
    `gmcast.listen_addr=tcp://${own.address}:${ports.group}`,
    `ist.recv_addr=${own.address}:${ports.missed}`,
    'gcache.size=64M',
    'pc.recovery=TRUE',
    ...SILENCE,
  ];
  return `# ${nameOf(own)}: one node of the shop's database. Written at every start.
[mariadbd]
datadir                  = ${join(own.folder, 'data')}
tmpdir                   = ${join(own.folder, 'tmp')}
socket                   = ${join(own.folder, 'database.sock')}
port                     = ${ports.database}
bind-address             = ${own.address}
skip-name-resolve
character-set-server     = utf8mb4
collation-server         = utf8mb4_unicode_ci
sql-mode                 = STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,ERROR_FOR_DIVISION_BY_ZERO,NO_ZERO_DATE
max_connections          = 400
performance-schema       = OFF
innodb-buffer-pool-size  = ${bufferPoolMb}M
# each node's own disk has what was acknowledged, also where all lose their current at once
innodb-flush-log-at-trx-commit = 1
# without these two there is no cluster
binlog_format            = ROW
innodb_autoinc_lock_mode = 2

wsrep_on                 = ON
wsrep_provider           = ${galera}
wsrep_cluster_name       = easytuck
wsrep_cluster_address    = gcomm://${machines.map(({ address }) => `${address}:${ports.group}`).join(',')}
wsrep_node_name          = ${nameOf(own)}
wsrep_node_address       = ${own.address}
wsrep_sst_method         = mariabackup
wsrep_sst_auth           = ${secrets.copier.name}:${secrets.copier.password}
wsrep_sst_receive_address = ${own.address}:${ports.copies}
wsrep_slave_threads      = 2
# a statement by itself that lost against another node's is done again here
wsrep_retry_autocommit   = 4
wsrep_provider_options   = "${provider.join(';')}"

[mariabackup]
# (nothing of its own; it reads the part above)
`;
}

/** How often it is asked whether a node or a server is well, and how soon what it says counts. */
const LOOKS = 'check inter 500ms fastinter 250ms downinter 500ms fall 2 rise 2';

/** Lines that are there where the shop is opened over https. @param {string | undefined} certificate @param {readonly string[]} lines */
const said = (certificate, ...lines) => (certificate === undefined ? '' : lines.map((line) => `\n  ${line}`).join(''));

/** What stands before the nodes and before the servers. @param {Share} share */
export function proxyFile({ machines, own, ports, certificate }) {
  const node = (/** @type {import('./machine.mjs').Machine} */ machine, /** @type {boolean} */ isBackup) =>
    `  server ${nameOf(machine)} ${machine.address}:${ports.database} ${LOOKS} port ${ports.doctor} observe layer4 error-limit 3 on-error mark-down on-marked-down shutdown-sessions${isBackup ? ' backup' : ''}`;
  const inTurn = (/** @type {readonly import('./machine.mjs').Machine[]} */ order) =>
    order.map((machine, i) => node(machine, i > 0)).join('\n');
  const encrypted = certificate === undefined ? '' : ` ssl crt ${certificate}`;
  const neighbour = certificate === undefined ? '' : ' ssl verify none';
  return `# ${nameOf(own)}: what stands before the nodes of the database and before the servers. Written at every start.
global
  maxconn 4000
  nbthread 1
  stats socket ${join(own.folder, 'proxy.sock')} mode 600 level admin

defaults
  timeout connect 800ms
  timeout check   1500ms
  timeout queue   2s
  retries 3
  option redispatch 1

# changes go to the first node that is well: all machines name them in the same order
listen writes
  bind ${own.address}:${ports.writes}
  mode tcp
  timeout client 10m
  timeout server 10m
  option httpchk GET /
${inTurn(machines)}

# what is only read comes from this machine's own node
listen reads
  bind ${own.address}:${ports.reads}
  mode tcp
  timeout client 10m
  timeout server 10m
  option httpchk GET /
${inTurn(ownFirst(machines, own))}

# the shop: this machine's own server, and the others' where it is away
frontend shop
  bind ${own.address}:${ports.shop}${encrypted}
  mode http
  timeout client 620s
  timeout http-request 15s
  timeout http-keep-alive 60s
  # a browser opens connections in advance: one over which nothing was asked is closed without a word, which else would be taken for
  # the answer of what is asked next
  option http-ignore-probes${said(certificate, 'http-request set-header X-Forwarded-Proto https', 'http-request set-header X-Forwarded-For %[src]')}
  # figures are for whoever looks after a machine, and are asked for on it
  http-request deny if { path /metrics }
  default_backend servers

backend servers
  mode http
  timeout server 620s
  option httpchk
  http-check send meth GET uri /readyz hdr Host localhost
  server ${nameOf(own)} ${serverHost(own)}:${ports.server} ${LOOKS}
${machines
  .filter(({ number }) => number !== own.number)
  .map(
    (machine) =>
      `  server ${nameOf(machine)} ${machine.address}:${ports.neighbours}${neighbour} ${LOOKS}${neighbour === '' ? '' : ' check-ssl'} backup`,
  )
  .join('\n')}

# for the other machines: this machine's own server alone, so that nothing is sent in a circle
frontend neighbours
  bind ${own.address}:${ports.neighbours}${encrypted}
  mode http
  timeout client 620s
  option http-ignore-probes${said(certificate, 'http-request set-header X-Forwarded-Proto https')}
  http-request deny if { path /metrics }
  default_backend own

backend own
  mode http
  timeout server 620s
  option httpchk
  http-check send meth GET uri /readyz hdr Host localhost
  server ${nameOf(own)} ${serverHost(own)}:${ports.server} ${LOOKS}
`;
}
