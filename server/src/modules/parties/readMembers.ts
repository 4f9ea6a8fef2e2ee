import { memberInput, MOST_MEMBERS, type MemberData, type MemberTableRead } from '@easytuck/contract';
import { Readable } from 'node:stream';
import { ProblemError } from '../../problem.ts';
import { delimiterOf, readCsv } from '../exchange/csv.ts';

type Mistake = MemberTableRead['mistakes'][number];

/** A member as a table tells them, and the row they stand in. */
export interface MemberRowRead {
  readonly row: number;
  readonly data: MemberData;
}

const WHO = { self: 'self', alone: 'self', yes: 'self', helper: 'helper', no: 'helper', practice: 'ask', learning: 'ask' } as const;
const isWho = (word: string): word is keyof typeof WHO => Object.hasOwn(WHO, word);

/** Columns that a table of members may have, with how each is read into what is checked. */
const COLUMNS = {
  name: (cell) => ({ name: cell }),
  collar: (cell) => (cell === '' ? {} : { collar: cell, ground: 'told' }),
  'long end': (cell) => (cell === '' ? {} : { longEnd: cell.toLowerCase() }),
  ties: (cell) => {
    const word = cell.toLowerCase();
    return cell === '' ? {} : { whoTies: isWho(word) ? WHO[word] : word };
  },
  'minutes before': (cell) => (cell === '' ? {} : { arriveMinutes: Number(cell) }),
  note: (cell) => ({ note: cell }),
} as const satisfies Record<string, (cell: string) => Record<string, unknown>>;
type ColumnName = keyof typeof COLUMNS;

const FIELD_COLUMNS: Readonly<Record<string, ColumnName>> = {
  name: 'name',
  collar: 'collar',
  longEnd: 'long end',
  whoTies: 'ties',
  arriveMinutes: 'minutes before',
  note: 'note',
};

/**
 * Reads a table of members; each mistake at its row and column.
 * @param taken names that are on the list already: nobody is entered twice by a table that is sent again.
 * @throws ProblemError where it is no table, or has more rows than a party has room for.
 */
export async function readMembers(text: string, taken: readonly string[]): Promise<{ rows: MemberRowRead[]; mistakes: Mistake[] }> {
  const rows: MemberRowRead[] = [];
  const mistakes: Mistake[] = [];
  const seen = new Map(taken.map((name) => [name.toLowerCase(), 0]));
  let places: readonly (ColumnName | null)[] | null = null;
  let count = 0;
  for await (const read of readCsv(Readable.from([Buffer.from(text)]), delimiterOf(text.slice(0, text.search(/[\r\n]|$/))))) {
    if ('torn' in read) {
      mistakes.push({
        row: read.row,
        column: '',
        value: '',
        message: 'A quotation mark in this row is not closed. Nothing after it could be read.',
      });
      break;
    }
    if (places === null) {
      // names below one another, without a heading, are a list of names
      const isPlain = read.cells.length === 1 && !Object.hasOwn(COLUMNS, (read.cells[0] ?? '').trim().toLowerCase());
      places = isPlain ? ['name'] : placesOf(read.cells);
      if (!isPlain) continue;
    }
    count += 1;
    const { data, wrong } = readRow(places, read.row, read.cells);
    if (data === null) {
      mistakes.push(...wrong);
      continue;
    }
    const before = seen.get(data.name.toLowerCase());
    if (before !== undefined) {
      const message =
        before === 0 ? 'This name is on the list already.' : `Row ${before} has this name too. Add something that tells them apart.`;
      mistakes.push({ row: read.row, column: 'name', value: data.name, message });
      continue;
    }
    seen.set(data.name.toLowerCase(), read.row);
    rows.push({ row: read.row, data });
  }
  if (places === null) throw new ProblemError('unreadable', { detail: 'This table is empty. The first row names the columns.' });
  if (count + taken.length > MOST_MEMBERS)
    throw new ProblemError('tooLarge', {
      detail: `A party has ${MOST_MEMBERS} members at most. This table has ${count} rows${taken.length > 0 ? `, and ${taken.length} are on the list already` : ''}. Divide the party.`,
    });
  return { rows, mistakes };
}

function placesOf(heading: readonly string[]): readonly (ColumnName | null)[] {
  const names = heading.map((name) => name.trim().toLowerCase());
  const unknown = names.find((name) => name !== '' && !Object.hasOwn(COLUMNS, name));
  const columns = Object.keys(COLUMNS).join(', ');
  if (unknown !== undefined)
    throw new ProblemError('unreadable', { detail: `There is no column “${unknown.slice(0, 40)}”. Columns are: ${columns}.` });
  if (!names.includes('name')) throw new ProblemError('unreadable', { detail: `The column “name” is missing. Columns are: ${columns}.` });
  const twice = names.find((name, i) => name !== '' && names.indexOf(name) !== i);
  if (twice !== undefined) throw new ProblemError('unreadable', { detail: `The column “${twice}” stands in this table twice.` });
  return names.map((name) => (name === '' ? null : (name as ColumnName)));
}

function readRow(
  places: readonly (ColumnName | null)[],
  row: number,
  cells: readonly string[],
): { data: MemberData | null; wrong: Mistake[] } {
  const record: Record<string, unknown> = {};
  places.forEach((name, i) => {
    if (name !== null) Object.assign(record, COLUMNS[name]((cells[i] ?? '').trim()));
  });
  const read = memberInput.safeParse(record);
  if (read.success) return { data: read.data, wrong: [] };
  const wrong = read.error.issues.map(({ path, message }): Mistake => {
    const column = FIELD_COLUMNS[String(path[0])] ?? '';
    const place = column === '' ? -1 : places.indexOf(column);
    return { row, column, value: (cells[place] ?? '').slice(0, 60), message: inWords(column, message) };
  });
  return { data: null, wrong };
}

const inWords = (column: string, message: string): string =>
  column === 'ties'
    ? 'Write one of self, helper, practice.'
    : column === 'minutes before' && message.startsWith('Invalid')
      ? 'Write minutes before the hour, as a whole number.'
      : message;
