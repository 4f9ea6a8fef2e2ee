import { createHash } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import { ProblemError } from '../../problem.ts';

/** What is tried: a password of an account, whatever from an address, a PIN, a key of a link from an address. */
type Tried = 'account' | 'address' | 'pin' | 'link';

/** So many failures are free; each one more doubles the wait, up to a quarter of an hour. */
const FREE: Readonly<Record<Tried, number>> = { account: 5, address: 20, pin: 5, link: 10 };
const FIRST_WAIT_S = 4;
const LONGEST_WAIT_S = 900;
/** Failures are forgotten after so long without one. */
const FORGOTTEN_S = 3_600;

/** Counts what was tried in vain, in the database, by its own clock, so that several servers count together. */
export interface FailedTries {
  /** @throws ProblemError `tooOften` while it is to be waited. */
  readonly refuseWhileSlowed: (tried: Tried, of: string) => Promise<void>;
  readonly count: (tried: Tried, of: string) => Promise<void>;
  readonly clear: (tried: Tried, of: string) => Promise<void>;
}

export function failedTries(sequelize: Sequelize): FailedTries {
  // only hashes are kept: a name that was tried may be a password in the wrong field
  const subjectOf = (tried: Tried, of: string): string => createHash('sha256').update(`${tried}\n${of.toLowerCase()}`).digest('hex');
  return {
    refuseWhileSlowed: async (tried, of) => {
      const [row] = await sequelize.query<{ failures: number; age: number }>(
        'SELECT failures, TIMESTAMPDIFF(SECOND, last_at, UTC_TIMESTAMP(3)) AS age FROM failed_tries WHERE subject = ?',
        { replacements: [subjectOf(tried, of)], type: QueryTypes.SELECT },
      );
      // a clock that was set back makes nobody wait longer than the longest wait
      if (!row || row.age < -LONGEST_WAIT_S) return;
      const waitS = waitAfter(row.failures, FREE[tried]) - Math.max(0, row.age);
      if (waitS > 0)
        throw new ProblemError('tooOften', { detail: `That was tried too often. Try again in ${inWords(waitS)}.`, retryAfterS: waitS });
    },
    count: async (tried, of) => {
      await sequelize.query(
        `INSERT INTO failed_tries (subject, failures, last_at) VALUES (?, 1, UTC_TIMESTAMP(3))
          ON DUPLICATE KEY UPDATE failures = IF(last_at < UTC_TIMESTAMP(3) - INTERVAL ${FORGOTTEN_S} SECOND, 1, LEAST(failures + 1, 1000)),
            last_at = UTC_TIMESTAMP(3)`,
        { replacements: [subjectOf(tried, of)] },
      );
      await sequelize.query(`DELETE FROM failed_tries WHERE last_at < UTC_TIMESTAMP(3) - INTERVAL ${2 * FORGOTTEN_S} SECOND LIMIT 100`);
    },
    clear: async (tried, of) => {
      await sequelize.query('DELETE FROM failed_tries WHERE subject = ?', { replacements: [subjectOf(tried, of)] });
    },
  };
}

/** How long is to be waited after so many failures, in s. */
export const waitAfter = (failures: number, free: number): number =>
  failures < free ? 0 : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** Math.min(20, failures - free));

const inWords = (s: number): string => (s < 90 ? `${Math.ceil(s)} seconds` : `${Math.ceil(s / 60)} minutes`);

/** An address as it is counted: of a network of the newer kind, the part that one household is given. */
export function addressOf(ip: string): string {
  const plain = ip.startsWith('::ffff:') ? ip.slice(7) : ip;
  return plain.includes(':') ? plain.split(':').slice(0, 4).join(':') : plain;
}
