import { QueryTypes } from 'sequelize';
import type { MigrationStep } from '../database/migrate.ts';

const TABLE = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci';
const KEY = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const PREFIX = 'VARCHAR(24) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL';

/** Letters that do not come apart into a letter and a mark. */
const PLAIN: Readonly<Record<string, string>> = { ø: 'o', đ: 'd', ð: 'd', ł: 'l', ß: 'ss', æ: 'ae', œ: 'oe', þ: 'th', ı: 'i' };

/**
 * The words of a name without marks and capitals, each up to 24 letters, and their first one to four letters. As they were when
 * this migration landed, for the column as it was: what is kept now is in `searchWords`.
 */
function beginnings(name: string): readonly string[] {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[øđðłßæœþı]/g, (letter) => PLAIN[letter] ?? letter)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');
  return [...new Set(words.flatMap((word) => [24, 1, 2, 3, 4].map((count) => Array.from(word).slice(0, count).join(''))))];
}

/**
 * Measures over time, names that are found by their beginnings, ties owned, tyings, collars in stock, the shop's
 * settings, and revisions of fittings.
 */
export const keepMeasuresAndRevisions: MigrationStep = {
  name: '2026-11-24-23-40-keep-measures-and-revisions',
  statements: [
    `ALTER TABLE wearers
      ADD COLUMN collar_estimated TINYINT(1) NOT NULL DEFAULT 0 AFTER collar_label,
      ADD COLUMN measures JSON NOT NULL DEFAULT '{}' AFTER note,
      ADD COLUMN merged_into ${KEY} NULL AFTER measures,
      ADD COLUMN seen_at DATETIME(3) NOT NULL DEFAULT '2000-01-01' AFTER updated_at,
      ADD KEY wearers_by_seen (merged_into, seen_at, id),
      ADD CONSTRAINT wearers_merged FOREIGN KEY (merged_into) REFERENCES wearers (id)`,
    'UPDATE wearers SET seen_at = updated_at',
    // One row a word of a name, and one for each of its shortest beginnings, so that a few letters find the latest at once.
    `CREATE TABLE wearer_words (
      word ${PREFIX},
      seen_at DATETIME(3) NOT NULL,
      wearer_id ${KEY} NOT NULL,
      PRIMARY KEY (word, seen_at, wearer_id),
      KEY wearer_words_by_wearer (wearer_id),
      CONSTRAINT wearer_words_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id)
    ) ${TABLE}`,
    `CREATE TABLE wearer_measures (
      id ${KEY} NOT NULL PRIMARY KEY,
      wearer_id ${KEY} NOT NULL,
      kind VARCHAR(24) NOT NULL,
      value JSON NOT NULL,
      taken_at DATETIME(3) NOT NULL,
      taken_by VARCHAR(60) NOT NULL,
      KEY wearer_measures_by_wearer (wearer_id, taken_at, id),
      CONSTRAINT wearer_measures_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id)
    ) ${TABLE}`,
    `CREATE TABLE wearer_ties (
      wearer_id ${KEY} NOT NULL,
      tie_id ${KEY} NOT NULL,
      since DATETIME(3) NOT NULL,
      PRIMARY KEY (wearer_id, tie_id),
      CONSTRAINT wearer_ties_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id),
      CONSTRAINT wearer_ties_tie FOREIGN KEY (tie_id) REFERENCES ties (id)
    ) ${TABLE}`,
    `CREATE TABLE tyings (
      id ${KEY} NOT NULL PRIMARY KEY,
      wearer_id ${KEY} NOT NULL,
      tie_id ${KEY} NOT NULL,
      fitting_id ${KEY} NULL,
      outcome VARCHAR(12) NOT NULL,
      front_loop_mm DOUBLE NULL,
      front_flat_end_mm DOUBLE NULL,
      back_loop_mm DOUBLE NULL,
      back_flat_end_mm DOUBLE NULL,
      note VARCHAR(2000) NOT NULL,
      tied_at DATETIME(3) NOT NULL,
      KEY tyings_by_wearer (wearer_id, tied_at, id),
      KEY tyings_by_tie (tie_id, tied_at, id),
      CONSTRAINT tyings_wearer FOREIGN KEY (wearer_id) REFERENCES wearers (id),
      CONSTRAINT tyings_tie FOREIGN KEY (tie_id) REFERENCES ties (id),
      CONSTRAINT tyings_fitting FOREIGN KEY (fitting_id) REFERENCES fittings (id)
    ) ${TABLE}`,
    `CREATE TABLE collars (
      id ${KEY} NOT NULL PRIMARY KEY,
      name VARCHAR(120) NOT NULL,
      style VARCHAR(20) NOT NULL,
      points_mm DOUBLE NOT NULL,
      stand_mm DOUBLE NOT NULL,
      leaf_mm DOUBLE NOT NULL,
      version INT UNSIGNED NOT NULL,
      created_at DATETIME(3) NOT NULL,
      updated_at DATETIME(3) NOT NULL,
      KEY collars_by_name (name)
    ) ${TABLE}`,
    `CREATE TABLE shop_settings (
      id TINYINT UNSIGNED NOT NULL PRIMARY KEY,
      settings JSON NOT NULL,
      version INT UNSIGNED NOT NULL
    ) ${TABLE}`,
    `ALTER TABLE fittings
      ADD COLUMN tie_name VARCHAR(120) NOT NULL DEFAULT '' AFTER wearer_name,
      ADD COLUMN root_id ${KEY} NULL AFTER given_out_at,
      ADD COLUMN revision INT UNSIGNED NOT NULL DEFAULT 1 AFTER root_id,
      ADD COLUMN revises ${KEY} NULL AFTER revision,
      ADD COLUMN is_latest TINYINT(1) NOT NULL DEFAULT 1 AFTER revises,
      ADD COLUMN occasion VARCHAR(20) NOT NULL DEFAULT 'other' AFTER is_latest,
      ADD COLUMN staff VARCHAR(60) NOT NULL DEFAULT '' AFTER occasion,
      ADD COLUMN card JSON NULL AFTER result`,
    "UPDATE fittings SET root_id = id, tie_name = JSON_VALUE(tie, '$.name')",
    `ALTER TABLE fittings
      MODIFY COLUMN root_id ${KEY} NOT NULL,
      ADD UNIQUE KEY fittings_one_revision (root_id, revision),
      ADD KEY fittings_latest_by_time (is_latest, given_out_at, id),
      ADD CONSTRAINT fittings_root FOREIGN KEY (root_id) REFERENCES fittings (id),
      ADD CONSTRAINT fittings_revised FOREIGN KEY (revises) REFERENCES fittings (id)`,
  ],
  fill: async (sequelize) => {
    const wearers = await sequelize.query<{ id: string; name: string; seenAt: Date }>('SELECT id, name, seen_at AS seenAt FROM wearers', {
      type: QueryTypes.SELECT,
    });
    for (const { id, name, seenAt } of wearers) {
      for (const word of beginnings(name))
        await sequelize.query('INSERT IGNORE INTO wearer_words (word, seen_at, wearer_id) VALUES (?, ?, ?)', {
          replacements: [word, seenAt, id],
        });
    }
  },
};
