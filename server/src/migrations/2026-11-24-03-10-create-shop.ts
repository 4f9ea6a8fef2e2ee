import type { MigrationStep } from '../database/migrate.ts';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';
const KEY = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL';

/** Wearers, ties and fittings. */
export const createShop: MigrationStep = {
  name: '2026-11-24-03-10-create-shop',
  statements: [
    `CREATE TABLE wearers (
      id ${KEY} PRIMARY KEY,
      name VARCHAR(120) NOT NULL,
      collar_text VARCHAR(40) NOT NULL,
      collar_system ENUM('in', 'cm') NOT NULL,
      collar_label DOUBLE NOT NULL,
      long_end ENUM('left', 'right') NOT NULL,
      note VARCHAR(2000) NOT NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      KEY wearers_by_change (updated_at, id),
      KEY wearers_by_name (name)
    ) ${TABLE}`,
    `CREATE TABLE ties (
      id ${KEY} PRIMARY KEY,
      name VARCHAR(120) NOT NULL,
      shape VARCHAR(20) NOT NULL,
      cloth_kind VARCHAR(20) NOT NULL,
      measures JSON NOT NULL,
      in_stock INT UNSIGNED NOT NULL,
      note VARCHAR(2000) NOT NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      KEY ties_by_name (name)
    ) ${TABLE}`,
    `CREATE TABLE fittings (
      id ${KEY} PRIMARY KEY,
      wearer_id ${KEY},
      tie_id ${KEY},
      wearer_name VARCHAR(120) NOT NULL,
      given_out_at DATETIME(3) NOT NULL,
      model_version VARCHAR(20) NOT NULL,
      inputs JSON NOT NULL,
      tie JSON NOT NULL,
      result JSON NOT NULL,
      KEY fittings_by_time (given_out_at, id),
      KEY fittings_by_wearer (wearer_id, given_out_at, id),
      CONSTRAINT fittings_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id),
      CONSTRAINT fittings_tie FOREIGN KEY (tie_id) REFERENCES ties (id)
    ) ${TABLE}`,
  ],
};
