import { ConnectionError, DatabaseError, UniqueConstraintError } from 'sequelize';

/** Codes of the driver and the server for a connection that is gone or going. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ER_SOCKET_UNEXPECTED_CLOSE',
  'ER_CMD_CONNECTION_CLOSED',
  'ER_CONNECTION_ALREADY_CLOSED',
  'ER_CONNECTION_TIMEOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_NEW_ABORTING_CONNECTION',
  'ER_CMD_NOT_EXECUTED_DESTROYED',
]);
/** Deadlock and lock wait; on a cluster a failed certification is reported as a deadlock. */
const RETRY = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);

/** Whether an error means that the database cannot be reached, as against that it refused. */
export function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  return chain(error).some((cause) => AWAY.has(codeOf(cause)));
}

/** Whether a transaction failed for a reason that trying again can cure. */
export function isWorthRetrying(error: unknown): boolean {
  return chain(error).some((cause) => RETRY.has(codeOf(cause)));
}

/** Whether a row with this key is there already. */
export function isDuplicate(error: unknown): boolean {
  return error instanceof UniqueConstraintError || codeOf(error) === 'ER_DUP_ENTRY';
}

function chain(error: unknown): unknown[] {
  const found: unknown[] = [];
  for (let next = error; next instanceof Error && found.length < 8;) {
    found.push(next);
    next = next instanceof DatabaseError ? next.original : next.cause;
  }
  return found;
}

function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : '';
}
