import type { MigrationStep } from '../database/migrate.ts';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';
const KEY = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';

/** What several servers on several nodes agree by: names that are held, labels that wait, jobs that were done, who is there. */
export const workOnSeveralMachines: MigrationStep = {
  name: '2026-11-29-22-00-work-on-several-machines',
  statements: [
    `CREATE TABLE held_names (
      number SMALLINT UNSIGNED NOT NULL PRIMARY KEY,
      taken BIGINT UNSIGNED NOT NULL
    ) ${TABLE}`,
    'INSERT IGNORE INTO held_names (number, taken) SELECT seq, 0 FROM seq_0_to_1023',
    `CREATE TABLE labels (
      id VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
      printer VARCHAR(80) NOT NULL,
      title VARCHAR(400) NOT NULL,
      svg MEDIUMTEXT NOT NULL,
      asked_at DATETIME(3) NOT NULL,
      printed_at DATETIME(3) NULL,
      KEY labels_by_printer (printer, printed_at, asked_at)
    ) ${TABLE}`,
    `CREATE TABLE jobs_done (
      name VARCHAR(40) NOT NULL PRIMARY KEY,
      done_at DATETIME(3) NOT NULL,
      machine VARCHAR(80) NOT NULL
    ) ${TABLE}`,
    `CREATE TABLE servers (
      id ${KEY} NOT NULL PRIMARY KEY,
      machine VARCHAR(80) NOT NULL,
      node VARCHAR(80) NOT NULL,
      version VARCHAR(40) NOT NULL,
      started_at DATETIME(3) NOT NULL,
      seen_at DATETIME(3) NOT NULL,
      said JSON NOT NULL,
      KEY servers_by_seen (seen_at)
    ) ${TABLE}`,
  ],
};
