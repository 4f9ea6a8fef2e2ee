import { QueryTypes, type Sequelize } from 'sequelize';

/** When something that one server does for all was last done, and on which machine. */
interface JobDone {
  readonly doneAt: Date;
  readonly machine: string;
}

/** Jobs that one server does for all of them. */
export interface JobRepository {
  readonly last: (name: string) => Promise<JobDone | null>;
  readonly note: (name: string, done: JobDone) => Promise<void>;
  /** Whether some server is at it. */
  readonly isHeld: (lease: string) => Promise<boolean>;
}

export function jobRepository(sequelize: Sequelize): JobRepository {
  return {
    last: async (name) => {
      const [row] = await sequelize.query<JobDone>('SELECT done_at AS doneAt, machine FROM jobs_done WHERE name = ?', {
        replacements: [name],
        type: QueryTypes.SELECT,
        useMaster: true,
      });
      return row ?? null;
    },
    note: async (name, { doneAt, machine }) => {
      await sequelize.query(
        'INSERT INTO jobs_done (name, done_at, machine) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE done_at = VALUES(done_at), machine = VALUES(machine)',
        { replacements: [name, doneAt, machine] },
      );
    },
    isHeld: async (lease) => {
      const [row] = await sequelize.query('SELECT 1 FROM leases WHERE name = ? AND held_until > UTC_TIMESTAMP(3)', {
        replacements: [lease],
        type: QueryTypes.SELECT,
        useMaster: true,
      });
      return row !== undefined;
    },
  };
}
