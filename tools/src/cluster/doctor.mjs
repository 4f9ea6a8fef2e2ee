import { createServer } from 'node:http';
import { statfs } from 'node:fs/promises';

/** A node that does not say how it is within this is not well. */
const ANSWER_WITHIN_MS = 900;
/** What a node may be at while it serves: in step with the others, or in step and handing records to one that joins. */
const SERVES = new Set(['4', '2']);
/** What a node is at that could not keep what the others kept (its disk was full): it comes back only by being started again. */
export const LEFT = 'it has left the others';
const DEFAULT_ROOM_BYTES = 64 * 1_048_576;

/** Reasons for which a node that is part of the majority is not well. */
const IN_MAJORITY = /^(it is catching up|its disk is full)/;

/** Whether a node is part of the majority, going by why it is not well. @param {string | null} reason */
export const hasMajority = (reason) => reason === null || IN_MAJORITY.test(reason);

/**
 * Whether a node may be asked.
 * @param {Readonly<Record<string, string>>} status the database's own `wsrep_…` status
 * @returns {string | null} why not
 */
export function whyNotWell(status) {
  if (status['wsrep_cluster_status'] === 'Disconnected') return LEFT;
  if (status['wsrep_cluster_status'] !== 'Primary') return 'it is cut off from the others';
  if (status['wsrep_ready'] !== 'ON') return 'it is not ready';
  if (!SERVES.has(status['wsrep_local_state'] ?? '')) return `it is catching up (${status['wsrep_local_state_comment'] ?? ''})`;
  return null;
}

/**
 * Says over HTTP whether a machine's node is well, for the proxies of all machines: 200, or 503 with the reason. A node without room
 * on its disk is not well either: it would refuse what the others can keep.
 * @param {{ host: string, port: number, database: { port: number, user: string, password: string }, folder: string, roomBytes?: number, answer?: (what: string, authorization: string | undefined) => Promise<object | null> }} options
 * `answer`: what the other machines' programs ask.
 */
export async function startDoctor({ host, port, database, folder, roomBytes = DEFAULT_ROOM_BYTES, answer = async () => null }) {
  const { createConnection } = await import('mariadb');
  /** @type {import('mariadb').Connection | undefined} */
  let connection;
  /** @type {Promise<string | null> | undefined} */
  let looking;
  const drop = () => {
    // ended, not destroyed: the driver would send a KILL over another connection, and a node that is cut off answers that with an error
    // that nobody can catch. One that hangs is closed by its socket's own patience
    connection?.end().catch(() => {});
    connection = undefined;
  };
  const ask = async () => {
    connection ??= await createConnection({ host, ...database, connectTimeout: ANSWER_WITHIN_MS, socketTimeout: ANSWER_WITHIN_MS });
    connection.removeAllListeners('error');
    connection.on('error', drop);
    const rows = /** @type {{ Variable_name: string, Value: string }[]} */ (await connection.query("SHOW GLOBAL STATUS LIKE 'wsrep\\_%'"));
    const reason = whyNotWell(Object.fromEntries(rows.map(({ Variable_name: name, Value }) => [name, Value])));
    if (reason !== null) return reason;
    const { bavail, bsize } = await statfs(folder);
    return bavail * bsize < roomBytes ? 'its disk is full' : null;
  };
  const look = async () => {
    /** @type {NodeJS.Timeout | undefined} */
    let late;
    try {
      return await Promise.race([
        ask(),
        new Promise((_resolve, reject) => {
          late = setTimeout(() => reject(new Error('late')), ANSWER_WITHIN_MS);
        }),
      ]);
    } catch {
      drop();
      return 'it does not answer';
    } finally {
      clearTimeout(late);
    }
  };
  // several proxies ask at once: one look answers them
  const lookOnce = () => (looking ??= look().finally(() => (looking = undefined)));
  const server = createServer((request, response) => {
    if (request.method === 'POST') {
      void answer((request.url ?? '').slice(1), request.headers.authorization).then((said) => {
        response.writeHead(said === null ? 404 : 200, { 'content-type': 'application/json' });
        response.end(JSON.stringify(said ?? {}));
      });
      return;
    }
    void lookOnce().then((reason) => {
      response.writeHead(reason === null ? 200 : 503, { 'content-type': 'text/plain' });
      response.end(`${reason ?? 'well'}\n`);
    });
  });
  await new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => resolve(undefined));
  });
  return {
    look: lookOnce,
    stop: async () => {
      drop();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
