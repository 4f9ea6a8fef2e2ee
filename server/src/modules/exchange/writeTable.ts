import { writeCsvHeading, writeCsvRows } from './csv.ts';
import { FILE_VERSION, type TableKind } from './readTable.ts';

/** Writes records as a table, or as JSON that says what it is, page by page. */
export async function* writeTable<Data>(
  kind: TableKind<Data>,
  format: 'csv' | 'json',
  pages: AsyncIterable<readonly Data[]>,
  toJson: (data: Data) => unknown,
): AsyncGenerator<string> {
  if (format === 'csv') {
    yield writeCsvHeading(kind.columns.map(({ name }) => name));
    for await (const page of pages) yield writeCsvRows(page.map((data) => kind.columns.map(({ write }) => write(data))));
    return;
  }
  yield `{"kind":${JSON.stringify(kind.file)},"version":${FILE_VERSION},"rows":[`;
  let before = '\n';
  for await (const page of pages) {
    if (page.length === 0) continue;
    yield before + page.map((data) => JSON.stringify(toJson(data))).join(',\n');
    before = ',\n';
  }
  yield '\n]}\n';
}
