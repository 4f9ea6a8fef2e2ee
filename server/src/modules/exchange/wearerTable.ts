import { CHOICE_MEASURES, LENGTH_MEASURES, MOST_IMPORT_ROWS, wearerInput, type WearerData } from '@easytuck/contract';
import { dayColumn, numberColumn, textColumn, wordColumn } from './columns.ts';
import type { TableKind } from './readTable.ts';

/** Wearers as a table: one row a person, lengths in mm, the collar as it is written on the shirt. */
export const wearerTable: TableKind<WearerData> = {
  file: 'easytuck.wearers',
  schema: wearerInput,
  columns: [
    textColumn('name', 'name'),
    { ...textColumn<WearerData>('collar', 'collar'), write: ({ collar }) => collar?.text ?? '' },
    wordColumn('long end', 'longEnd'),
    ...LENGTH_MEASURES.map(({ column, key }) => numberColumn<WearerData>(column, key, null)),
    ...CHOICE_MEASURES.map(({ column, key }) => wordColumn<WearerData>(column, key, null)),
    textColumn('note', 'note'),
    textColumn('contact', 'contact'),
    textColumn('event', 'eventName'),
    dayColumn('event day', 'eventOn'),
  ],
  sameAs: ({ name, collar }) => `${name.trim().toLocaleLowerCase()}|${collar ? `${collar.label} ${collar.system}` : ''}`,
  sameColumn: 'name',
  severalThere: 'Several on record have this name and collar. Merge them first.',
  mostRows: MOST_IMPORT_ROWS.wearers,
};
