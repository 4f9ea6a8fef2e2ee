import { MOST_IMPORT_ROWS, wearerInput, type WearerData } from '@easytuck/contract';
import { dayColumn, numberColumn, textColumn, wordColumn, type Column } from './columns.ts';
import type { TableKind } from './readTable.ts';

const mm = (name: string, path: keyof WearerData): Column<WearerData> => numberColumn(`${name} mm`, path, null);

/** Wearers as a table: one row a person, lengths in mm, the collar as it is written on the shirt. */
export const wearerTable: TableKind<WearerData> = {
  file: 'easytuck.wearers',
  schema: wearerInput,
  columns: [
    textColumn('name', 'name'),
    { ...textColumn<WearerData>('collar', 'collar'), write: ({ collar }) => collar?.text ?? '' },
    wordColumn('long end', 'longEnd'),
    mm('bare neck', 'bareNeckMm'),
    mm('ease', 'easeMm'),
    mm('neck breadth', 'neckBreadthMm'),
    mm('face width', 'faceWidthMm'),
    mm('first button', 'firstButtonMm'),
    mm('button spacing', 'buttonSpacingMm'),
    wordColumn('dexterity', 'dexterity', null),
    wordColumn('finish', 'finish', null),
    wordColumn('fullness', 'fullness', null),
    wordColumn('back knot layer', 'backKnotLayer', null),
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
