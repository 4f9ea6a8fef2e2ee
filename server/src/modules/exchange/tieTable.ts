import {
  FORMER_CLOTHS,
  LOOK_WORDS,
  MOST_IMPORT_ROWS,
  SHAPE_WORDS,
  tieInput,
  WEAVE_WORDS,
  type TieData,
  bladeShape,
} from '@easytuck/contract';
import {
  clothBehaviour,
  FIBRES,
  MODEL_VERSION,
  parseNumber,
  STRIP_1,
  takeUpsOfStrip1,
  WEAVES,
  type Fibre,
  type Weave,
  TIP_OF_SHAPE,
} from '@easytuck/core';
import { at, numberColumn, put, textColumn, wordColumn, yesColumn, type Column } from './columns.ts';
import type { TableKind } from './readTable.ts';

const mm = (name: string, path: string): Column<TieData> => numberColumn(`${name} mm`, path);

/** Further widths in one cell, as `place:width` from the nose, with commas or semicolons between. */
const extraWidths: Column<TieData> = {
  name: 'further widths mm',
  path: 'blade.extraWidths',
  write: ({ blade }) => blade.extraWidths.map(({ atMm, widthMm }) => `${atMm}:${widthMm}`).join('; '),
  read: (cell, row) => {
    const number = (text: string | undefined): number => {
      const reading = parseNumber(text ?? '');
      return reading.kind === 'number' ? reading.value : Number.NaN;
    };
    const pairs = cell.split(';').filter((pair) => pair.trim() !== '');
    put(
      row,
      'blade.extraWidths',
      pairs.map((pair) => ({ atMm: number(pair.split(':')[0]), widthMm: number(pair.split(':')[1]) })),
    );
  },
};

const MARKS: Column<TieData> = {
  name: 'marks',
  path: 'hardware.marks.system',
  write: ({ hardware }) => (hardware.kind === 'fixed' ? '' : (hardware.marks?.system ?? 'none')),
  read: (cell, row) => {
    const word = cell.trim();
    if (word === 'none') put(row, 'hardware.marks', null);
    else if (word !== '') put(row, 'hardware.marks.system', word);
  },
};

const MARK_AT_SHORTEST: Column<TieData> = {
  ...numberColumn<TieData>('mark at shortest', 'hardware.marks.atShortest'),
  read: (cell, row) => {
    const hardware = row['hardware'] as Record<string, unknown> | undefined;
    if (cell.trim() === '' || hardware?.['marks'] === null) return;
    numberColumn('', 'hardware.marks.atShortest').read(cell, row);
  },
};

/** In a table a plain colour is just `plain`. */
const LOOK_TABLE_WORDS = { ...LOOK_WORDS, plain: 'plain' };

const INNER_LOOK: Column<TieData> = wordColumn('inner look', 'faces.inner.look', undefined, LOOK_TABLE_WORDS);

/** The model that take-ups were counted by; not named in a table of before there were several. */
const TAKE_UP_MODEL: Column<TieData> = {
  ...textColumn<TieData>('take-up model', 'takeUp.model'),
  read: (cell, row) => {
    if (cell.trim() !== '') put(row, 'takeUp.model', cell.trim());
  },
};

/** A table may leave out what is usual: cloth, tip, overhang, and a tail as wide as the belly. */
function complete(record: Record<string, unknown>): void {
  // a table of before fibre and weave were told apart names satin, grosgrain and velvet as cloths
  const former =
    typeof record['fibre'] === 'string' && Object.hasOwn(FORMER_CLOTHS, record['fibre']) ? FORMER_CLOTHS[record['fibre']] : undefined;
  if (former) Object.assign(record, { fibre: former.fibre, weave: record['weave'] ?? former.weave });
  const [fibre, weave] = [record['fibre'] as Fibre, (record['weave'] ?? null) as Weave | null];
  const isCloth = FIBRES.includes(fibre) && (weave === null || WEAVES.includes(weave));
  const usual = isCloth ? clothBehaviour({ fibre, weave }) : undefined;
  const fill = (path: string, value: unknown): void => {
    if (value !== undefined && at(record, path) === undefined) put(record, path, value);
  };
  fill('cloth.thicknessMm', usual?.thicknessMm);
  fill('cloth.gatherRatio', usual?.gatherRatio);
  fill('blade.tipShape', TIP_OF_SHAPE[bladeShape.safeParse(record['shape']).data ?? 'butterfly']);
  if (at(record, 'blade.tipShape') === 'straight') fill('blade.tipDepthMm', 0);
  fill('blade.tailWidthMm', at(record, 'blade.bellyWidthMm'));
  fill('overhangMm', 0);
  countAsToday(record);
}

/** Take-ups of a table that names no model were counted by the first one. */
function countAsToday(record: Record<string, unknown>): void {
  const [shortMm, longMm, thicknessMm] = ['takeUp.shortMm', 'takeUp.longMm', 'cloth.thicknessMm'].map((path) => at(record, path));
  const model = at(record, 'takeUp.model');
  if ((model !== undefined && model !== STRIP_1) || typeof shortMm !== 'number' || typeof longMm !== 'number') return;
  if (typeof thicknessMm === 'number')
    put(record, 'takeUp', { ...takeUpsOfStrip1({ shortMm, longMm }, { thicknessMm }), model: MODEL_VERSION });
}

/** Ties as a table: one row a tie, lengths in mm, columns by the trade's words. */
export const tieTable: TableKind<TieData> = {
  file: 'easytuck.ties',
  schema: tieInput,
  complete,
  columns: [
    textColumn('name', 'name'),
    wordColumn('shape', 'shape', undefined, SHAPE_WORDS),
    wordColumn('cloth', 'fibre'),
    wordColumn('weave', 'weave', null, WEAVE_WORDS),
    mm('thickness', 'cloth.thicknessMm'),
    numberColumn('gather', 'cloth.gatherRatio'),
    numberColumn('stretch', 'cloth.stretchRatio'),
    textColumn('maker', 'maker'),
    mm('nose to belly', 'blade.noseToBellyMm'),
    mm('belly to waist', 'blade.bellyToWaistMm'),
    mm('waist to tip', 'blade.waistToTipMm'),
    mm('band width', 'blade.bandWidthMm'),
    mm('belly width', 'blade.bellyWidthMm'),
    mm('waist width', 'blade.waistWidthMm'),
    mm('tail width', 'blade.tailWidthMm'),
    wordColumn('tip', 'blade.tipShape'),
    mm('tip depth', 'blade.tipDepthMm'),
    extraWidths,
    mm('overhang', 'overhangMm'),
    wordColumn('hardware', 'hardware.kind'),
    mm('length', 'hardware.lengthMm'),
    mm('shortest', 'hardware.shortestMm'),
    mm('longest', 'hardware.longestMm'),
    numberColumn('settings', 'hardware.stepCount'),
    mm('pitch', 'hardware.pitchMm'),
    mm('strap', 'hardware.strapMm'),
    mm('reach at shortest', 'hardware.reachAtShortestMm'),
    mm('glide step', 'hardware.glideStepMm'),
    MARKS,
    MARK_AT_SHORTEST,
    textColumn('outer face', 'faces.outer.name'),
    wordColumn('outer look', 'faces.outer.look', 'plain', LOOK_TABLE_WORDS),
    {
      ...textColumn<TieData>('inner face', 'faces.inner.name'),
      read: (cell, row) => {
        if (cell.trim() !== '') put(row, 'faces.inner.name', cell);
      },
    },
    {
      ...INNER_LOOK,
      read: (cell, row) => {
        if (cell.trim() === '') return;
        const faces = row['faces'] as { inner?: { name?: string } } | undefined;
        if (faces?.inner?.name === undefined) put(row, 'faces.inner.name', '');
        INNER_LOOK.read(cell, row);
      },
    },
    // learned from measured tyings; empty where nothing was taken in
    mm('short take-up', 'takeUp.shortMm'),
    mm('long take-up', 'takeUp.longMm'),
    mm('whole take-up spread', 'takeUp.wholeSdMm'),
    mm('lead spread', 'takeUp.leadSdMm'),
    TAKE_UP_MODEL,
    yesColumn('quick clasp', 'quickClasp'),
    yesColumn('breakaway clasp', 'breakaway'),
    textColumn('price code', 'priceCode'),
    numberColumn('in stock', 'inStock'),
    textColumn('note', 'note'),
  ],
  sameAs: ({ name }) => name.trim().toLocaleLowerCase(),
  sameColumn: 'name',
  severalThere: 'Several ties in the drawer have this name. Give them names of their own first.',
  mostRows: MOST_IMPORT_ROWS.ties,
};
