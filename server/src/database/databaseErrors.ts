import { ConnectionError, DatabaseError, UniqueConstraintError } from 'sequelize';

/** Codes of the driver and the server for a connection that is gone or going. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ER_SOCKET_TIMEOUT',
  'ER_SOCKET_UNEXPECTED_CLOSE',
  'ER_SOCKET_BAD_PORT',
  'ER_CMD_CONNECTION_CLOSED',
  'ER_CONNECTION_ALREADY_CLOSED',
  'ER_CONNECTION_TIMEOUT',
  'ER_SERVER_SHUTDOWN',
  'ER_CONNECTION_KILLED',
  'ER_NEW_ABORTING_CONNECTION',
  'ER_CMD_NOT_EXECUTED_DESTROYED',
  'ER_CON_COUNT_ERROR',
  // a node of a cluster that is cut off from the others, or is catching up
  'ER_UNKNOWN_COM_ERROR',
  // … or was cut off while it committed
  'ER_ERROR_DURING_COMMIT',
]);
/** Deadlock and lock wait; on a cluster a failed certification is reported as a deadlock. */
const RETRY = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT']);
/** A statement that was ended because it took too long. */
const TOO_LONG = new Set(['ER_STATEMENT_TIMEOUT', 'ER_QUERY_INTERRUPTED']);
/** The disk, or a table's share of it, is full. */
const FULL = new Set(['ER_DISK_FULL', 'ER_RECORD_FILE_FULL', 'ER_TEMP_FILE_WRITE_FAILURE', 'ENOSPC']);
/** Said with the operating system's reason in the message alone: `Got error 28`, `Errcode: 28` (no space left on device). */
const FULL_BY_REASON = new Set([
  'ER_ERROR_DURING_COMMIT',
  'ER_GET_ERRNO',
  'ER_ERROR_ON_WRITE',
  'ER_ERROR_ON_CLOSE',
  'ER_CANT_CREATE_TABLE',
  'ER_CANT_CREATE_FILE',
]);
const NO_SPACE = /\b(?:error|Errcode:) 28\b|No space left on device/;
/** What a migration says of a thing that it made before. */
const ALREADY_MADE = new Set([
  'ER_TABLE_EXISTS_ERROR',
  'ER_DUP_FIELDNAME',
  'ER_DUP_KEYNAME',
  'ER_DUP_CONSTRAINT_NAME',
  'ER_FK_DUP_NAME',
  'ER_MULTIPLE_PRI_KEY',
]);

/** Whether an error means that the database cannot be reached, as against that it refused. */
export function isDatabaseAway(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  return chain(error).some((cause) => AWAY.has(codeOf(cause)));
}

/** Whether the connection was lost, or could not be made, as against that none was free. */
export function isConnectionLost(error: unknown): boolean {
  return chain(error).some((cause) => AWAY.has(codeOf(cause)));
}

/** Whether a transaction failed for a reason that trying again can cure. */
export function isWorthRetrying(error: unknown): boolean {
  return chain(error).some((cause) => RETRY.has(codeOf(cause)));
}

/** Whether others held what was wanted for too long, or the statement took too long by itself. */
export function isTakingTooLong(error: unknown): boolean {
  return isWorthRetrying(error) || chain(error).some((cause) => TOO_LONG.has(codeOf(cause)));
}

/** Whether there was no room on the database's disk. */
export function isDiskFull(error: unknown): boolean {
  return chain(error).some(
    (cause) => FULL.has(codeOf(cause)) || (FULL_BY_REASON.has(codeOf(cause)) && NO_SPACE.test(cause instanceof Error ? cause.message : '')),
  );
}

/** Whether a row with this key is there already. */
export function isDuplicate(error: unknown): boolean {
  return error instanceof UniqueConstraintError || codeOf(error) === 'ER_DUP_ENTRY';
}

/** Whether a statement failed because the table, column or key that it makes is there already. */
export function isAlreadyMade(error: unknown): boolean {
  return chain(error).some((cause) => ALREADY_MADE.has(codeOf(cause)));
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
