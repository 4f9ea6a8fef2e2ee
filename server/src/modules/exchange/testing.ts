/** Shops that tables go out of and into, and what tests of tables share. */
import type { ImportReport, KnownRows } from '@easytuck/contract';
import { writeCsvHeading, writeCsvRows } from './csv.ts';
import { openTestShop, sendTableFile, type TestShop } from '../../testing.ts';

/** Shops that tables go out of and into. */
const shops: TestShop[] = [];

export const open = async (): Promise<TestShop> => {
  const shop = await openTestShop();
  shops.push(shop);
  return shop;
};

/** Closes them; for the end of a file of tests. */
export const closeShops = async (): Promise<void> => {
  await Promise.all(shops.splice(0).map((shop) => shop.close()));
};

export const take = async (
  shop: TestShop,
  kind: string,
  body: string | Buffer,
  mode: string,
  type = 'text/csv',
  known: KnownRows = 'skip',
) => sendTableFile(shop, kind, body, mode, { name: type === 'text/csv' ? 'table.csv' : 'table.json', known });

export const writeCsv = (columns: readonly string[], rows: readonly (readonly string[])[]): string =>
  writeCsvHeading(columns) + writeCsvRows(rows);

export const report = async (...given: Parameters<typeof take>): Promise<ImportReport> => (await take(...given)).json<ImportReport>();

export const save = async (shop: TestShop, kind: string, format: string): Promise<string> =>
  (await shop.app.inject({ method: 'GET', url: `/api/exchange/${kind}?format=${format}` })).body;

export const count = async (shop: TestShop, kind: 'ties' | 'wearers'): Promise<number> =>
  (await shop.app.inject({ method: 'GET', url: `/api/${kind}` })).json()[kind].length as number;

export const AWKWARD = [
  '=SUM(A1:A9)',
  "'=quoted already",
  'a;b,c\td',
  'say "so"',
  'two\r\nlines',
  ' spaces ',
  'Åse 陳',
  '-5',
  "'",
  '@home',
];
