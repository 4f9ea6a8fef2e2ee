import type { MigrationStep } from '../database/migrate.ts';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';
const KEY = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const HASH = 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin';

/** Parties, their members, and links to them. What several parties are asked about at once stands in columns. */
export const planParties: MigrationStep = {
  name: '2026-11-29-18-30-plan-parties',
  statements: [
    `CREATE TABLE parties (
      id ${KEY} NOT NULL PRIMARY KEY,
      name VARCHAR(120) NOT NULL,
      day DATE NOT NULL,
      out_from DATE NOT NULL,
      back_by DATE NOT NULL,
      deal VARCHAR(12) NOT NULL,
      sits_at DATETIME(3) NOT NULL,
      details JSON NOT NULL,
      called_off_at DATETIME(3) NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      KEY parties_by_hour (sits_at),
      KEY parties_by_day (day),
      KEY parties_by_days_out (back_by, out_from),
      KEY parties_by_deal (deal, back_by)
    ) ${TABLE}`,
    `CREATE TABLE party_members (
      id ${KEY} NOT NULL PRIMARY KEY,
      party_id ${KEY} NOT NULL,
      number INT UNSIGNED NOT NULL,
      name VARCHAR(120) NOT NULL,
      wearer_id ${KEY} NULL,
      tie_id ${KEY} NULL,
      step INT NULL,
      is_own_tie TINYINT(1) NOT NULL,
      deal VARCHAR(12) NULL,
      place VARCHAR(12) NOT NULL,
      gone_as VARCHAR(12) NULL,
      fitting_id ${KEY} NULL,
      details JSON NOT NULL,
      arrive_minutes INT NULL,
      done_at DATETIME(3) NULL,
      entered_at DATETIME(3) NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      KEY party_members_by_party (party_id, number),
      KEY party_members_by_wearer (wearer_id),
      KEY party_members_by_tie (tie_id, place, deal),
      CONSTRAINT party_members_party FOREIGN KEY (party_id) REFERENCES parties (id)
    ) ${TABLE}`,
    `CREATE TABLE party_links (
      id ${KEY} NOT NULL PRIMARY KEY,
      key_hash ${HASH} NOT NULL,
      party_id ${KEY} NOT NULL,
      member_id ${KEY} NULL,
      given_by VARCHAR(60) NOT NULL,
      given_at DATETIME(3) NOT NULL,
      ends_at DATETIME(3) NOT NULL,
      opened_at DATETIME(3) NULL,
      openings INT UNSIGNED NOT NULL,
      withdrawn_at DATETIME(3) NULL,
      UNIQUE KEY party_links_by_key (key_hash),
      KEY party_links_by_party (party_id, given_at),
      KEY party_links_by_member (member_id),
      CONSTRAINT party_links_party FOREIGN KEY (party_id) REFERENCES parties (id)
    ) ${TABLE}`,
  ],
};
