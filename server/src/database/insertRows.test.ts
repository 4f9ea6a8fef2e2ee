import { insertRows } from './insertRows.ts';
import { readRows } from './readRows.ts';
import { withTransaction } from './withTransaction.ts';
import { testShop } from '../testing.ts';

const { shop } = testShop();

describe('many rows at once', () => {
  it('go in within a transaction, all or none, in their order, whatever is in them', async () => {
    await shop.sequelize.query(
      'CREATE TABLE many (id INT PRIMARY KEY, word VARCHAR(40) NOT NULL, at DATETIME(3) NULL) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4',
    );
    const rows = Array.from({ length: 2_345 }, (_, i) => ({
      id: i,
      word: i % 2 === 0 ? `it's "${i}" \\ 陳` : '',
      at: i % 3 === 0 ? null : new Date(1_764_000_000_123 + i),
    }));
    const insert = (given: typeof rows) =>
      withTransaction(shop.sequelize, (transaction) =>
        insertRows<(typeof rows)[number]>(
          'many',
          [
            ['id', (row) => row.id],
            ['word', (row) => row.word],
            ['at', (row) => row.at],
          ],
          given,
          transaction,
        ),
      );
    await insert(rows);
    expect(await readRows<(typeof rows)[number]>(shop.sequelize, 'SELECT id, word, at FROM many ORDER BY id', [])).toEqual(rows);
    // the last of these is there already: none of them goes in
    await expect(
      insert([
        { id: 9_000, word: '', at: null },
        { id: 5, word: '', at: null },
      ]),
    ).rejects.toThrow(/Duplicate/);
    expect(await readRows(shop.sequelize, 'SELECT id FROM many WHERE id = ?', [9_000])).toEqual([]);
  });
});
