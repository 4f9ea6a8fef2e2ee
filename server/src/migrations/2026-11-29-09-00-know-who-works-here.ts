import type { MigrationStep } from '../database/migrate.ts';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';
const KEY = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const HASH = 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin';

/** Who works here, what they are signed in with, what was done by whom, and links given to wearers. Keys stand as hashes alone. */
export const knowWhoWorksHere: MigrationStep = {
  name: '2026-11-29-09-00-know-who-works-here',
  statements: [
    `CREATE TABLE people (
      id ${KEY} NOT NULL PRIMARY KEY,
      name VARCHAR(60) NOT NULL,
      role VARCHAR(12) NOT NULL,
      password_hash VARCHAR(255) CHARACTER SET ascii COLLATE ascii_bin NULL,
      pin_hash VARCHAR(255) CHARACTER SET ascii COLLATE ascii_bin NULL,
      left_at DATETIME(3) NULL,
      seen_at DATETIME(3) NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      UNIQUE KEY people_by_name (name)
    ) ${TABLE}`,
    `CREATE TABLE passkeys (
      id VARCHAR(700) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
      person_id ${KEY} NOT NULL,
      name VARCHAR(120) NOT NULL,
      public_key TEXT CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      counter BIGINT UNSIGNED NOT NULL,
      transports JSON NOT NULL,
      created_at DATETIME(3) NOT NULL,
      used_at DATETIME(3) NULL,
      KEY passkeys_by_person (person_id),
      CONSTRAINT passkeys_person FOREIGN KEY (person_id) REFERENCES people (id)
    ) ${TABLE}`,
    `CREATE TABLE sessions (
      key_hash ${HASH} NOT NULL PRIMARY KEY,
      person_id ${KEY} NOT NULL,
      signed_in_by VARCHAR(12) NOT NULL,
      is_away TINYINT(1) NOT NULL,
      password_at DATETIME(3) NOT NULL,
      began_at DATETIME(3) NOT NULL,
      ends_at DATETIME(3) NOT NULL,
      KEY sessions_by_person (person_id),
      KEY sessions_by_end (ends_at),
      CONSTRAINT sessions_person FOREIGN KEY (person_id) REFERENCES people (id)
    ) ${TABLE}`,
    `CREATE TABLE ceremonies (
      id_hash ${HASH} NOT NULL PRIMARY KEY,
      challenge VARCHAR(255) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
      person_id ${KEY} NULL,
      ends_at DATETIME(3) NOT NULL,
      KEY ceremonies_by_end (ends_at)
    ) ${TABLE}`,
    `CREATE TABLE failed_tries (
      subject ${HASH} NOT NULL PRIMARY KEY,
      failures INT UNSIGNED NOT NULL,
      last_at DATETIME(3) NOT NULL,
      KEY failed_tries_by_time (last_at)
    ) ${TABLE}`,
    `CREATE TABLE deeds (
      number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
      at DATETIME(3) NOT NULL,
      person_id ${KEY} NULL,
      person_name VARCHAR(60) NOT NULL,
      what VARCHAR(80) NOT NULL,
      about VARCHAR(120) NULL,
      came_from VARCHAR(60) NOT NULL
    ) ${TABLE}`,
    `CREATE TABLE coach_links (
      id ${KEY} NOT NULL PRIMARY KEY,
      key_hash ${HASH} NOT NULL,
      fitting_id ${KEY} NOT NULL,
      wearer_id ${KEY} NOT NULL,
      given_by VARCHAR(60) NOT NULL,
      given_at DATETIME(3) NOT NULL,
      ends_at DATETIME(3) NOT NULL,
      opened_at DATETIME(3) NULL,
      openings INT UNSIGNED NOT NULL,
      withdrawn_at DATETIME(3) NULL,
      UNIQUE KEY coach_links_by_key (key_hash),
      KEY coach_links_by_fitting (fitting_id, given_at),
      KEY coach_links_by_wearer (wearer_id),
      CONSTRAINT coach_links_fitting FOREIGN KEY (fitting_id) REFERENCES fittings (id),
      CONSTRAINT coach_links_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id)
    ) ${TABLE}`,
    'ALTER TABLE wearers ADD KEY wearers_by_last_seen (seen_at)',
  ],
};
