import { QueryTypes } from 'sequelize';
import type { MigrationStep } from '../database/migrate.ts';

/** Rows that are filled at once. */
const BATCH = 500;
/** An ending shorter than this finds nearly everybody. */
const SHORTEST_ENDING = 3;

/**
 * The endings of a word of a name, behind a mark, so that letters from its middle find it too. As they were when this
 * migration landed: what is kept now is in `searchWords`.
 */
function endings(word: string): string[] {
  const letters = Array.from(word);
  return letters.slice(1, Math.max(1, letters.length - SHORTEST_ENDING + 1)).map((_, i) => `*${letters.slice(i + 1).join('')}`);
}

/** Endings of the words of names, so that names are found by their middle. */
export const findMiddlesOfNames: MigrationStep = {
  name: '2026-11-28-19-10-find-middles-of-names',
  statements: ['ALTER TABLE wearer_words MODIFY COLUMN word VARCHAR(26) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL'],
  fill: async (sequelize) => {
    let after = '';
    for (;;) {
      const wearers = await sequelize.query<{ id: string }>('SELECT id FROM wearers WHERE id > ? ORDER BY id LIMIT ?', {
        replacements: [after, BATCH],
        type: QueryTypes.SELECT,
      });
      const last = wearers.at(-1);
      if (!last) return;
      after = last.id;
      const words = await sequelize.query<{ word: string; seenAt: Date; wearerId: string }>(
        `SELECT word, seen_at AS seenAt, wearer_id AS wearerId FROM wearer_words
          WHERE wearer_id IN (?) AND CHAR_LENGTH(word) > ? AND word NOT LIKE '*%'`,
        { replacements: [wearers.map(({ id }) => id), SHORTEST_ENDING], type: QueryTypes.SELECT },
      );
      // the beginnings of a word are kept too: only what no other word of that name goes on from is a whole word
      const rows = words
        .filter(
          ({ word, wearerId }) => !words.some((other) => other.wearerId === wearerId && other.word !== word && other.word.startsWith(word)),
        )
        .flatMap(({ word, seenAt, wearerId }) => endings(word).map((ending) => [ending, seenAt, wearerId] as const));
      if (rows.length > 0)
        await sequelize.query(
          `INSERT IGNORE INTO wearer_words (word, seen_at, wearer_id) VALUES ${rows.map(() => '(?, ?, ?)').join(', ')}`,
          {
            replacements: rows.flat(),
          },
        );
    }
  },
};
