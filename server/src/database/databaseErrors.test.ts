import { ConnectionRefusedError, DatabaseError } from 'sequelize';
import { isDatabaseAway, isWorthRetrying } from './databaseErrors.ts';

describe('errors of the database', () => {
  const databaseError = (code: string): DatabaseError => new DatabaseError(Object.assign(new Error(code), { code, sql: '' }));
  it.each(['ECONNRESET', 'ER_SERVER_SHUTDOWN', 'ER_CONNECTION_KILLED', 'ER_SOCKET_UNEXPECTED_CLOSE'])('know %s as away', (code) => {
    expect(isDatabaseAway(databaseError(code))).toBe(true);
    expect(isWorthRetrying(databaseError(code))).toBe(false);
  });
  it('know a refused connection as away, also as the cause of another error', () => {
    const refused = new ConnectionRefusedError(new Error('refused'));
    expect(isDatabaseAway(refused)).toBe(true);
    expect(isDatabaseAway(Object.assign(new Error('outer'), { cause: databaseError('EPIPE') }))).toBe(true);
  });
  it.each(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'])('know %s as worth another try', (code) => {
    expect([isWorthRetrying(databaseError(code)), isDatabaseAway(databaseError(code))]).toEqual([true, false]);
  });
  it('know a mistake of our own as neither', () => {
    expect([isWorthRetrying(databaseError('ER_PARSE_ERROR')), isDatabaseAway(databaseError('ER_PARSE_ERROR'))]).toEqual([false, false]);
    expect(isDatabaseAway('thrown')).toBe(false);
  });
});
