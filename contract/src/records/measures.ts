import { FINISHES, FIRMNESSES, FULLNESSES, HANDS, LOOP_LAYERS, type Firmness } from '@easytuck/core';
import { z } from 'zod';
import { FITTING_LENGTHS, lengthMm, type LengthLimits } from '../fields/lengthField.ts';

/**
 * Lengths of a wearer that need not be measured, in the order the tape goes. Each entry is a field of the form, a column of
 * the table, a part of the record and a line of the history. A further one is one more entry, with its limits in
 * `FITTING_LENGTHS`; records are documents, so the database asks for no migration unless old ones are to be filled.
 */
export const LENGTH_MEASURES = [
  {
    key: 'bareNeckMm',
    name: 'Bare neck',
    hint: 'tape flat, a finger’s room',
    column: 'bare neck mm',
    row: 'collar',
    limits: FITTING_LENGTHS.bareNeckMm,
  },
  { key: 'easeMm', name: 'Ease liked', hint: ' ', column: 'ease mm', row: 'neck', limits: FITTING_LENGTHS.easeMm },
  { key: 'neckBreadthMm', name: 'Neck breadth', hint: ' ', column: 'neck breadth mm', row: 'neck', limits: FITTING_LENGTHS.neckBreadthMm },
  { key: 'faceWidthMm', name: 'Face or spectacles', hint: ' ', column: 'face width mm', row: 'face', limits: FITTING_LENGTHS.faceWidthMm },
  {
    key: 'firstButtonMm',
    name: 'First button down',
    hint: ' ',
    column: 'first button mm',
    row: 'buttons',
    limits: FITTING_LENGTHS.firstButtonMm,
  },
  {
    key: 'buttonSpacingMm',
    name: 'Between buttons',
    hint: ' ',
    column: 'button spacing mm',
    row: 'buttons',
    limits: FITTING_LENGTHS.buttonSpacingMm,
  },
] as const satisfies readonly (MeasureBase & { readonly hint: string; readonly limits: LengthLimits })[];

/** What a wearer’s band must do: open by itself when it is pulled, as children and some workplaces need. */
const BAND_NEEDS = ['breakaway'] as const;

/** How firmly a knot is drawn up, in words. */
export const FIRMNESS_WORDS: Readonly<Record<Firmness, string>> = { soft: 'soft', usual: 'as usual', firm: 'firm' };

/** What a wearer is asked, with the answers in words. A further one is one more entry. */
export const CHOICE_MEASURES = [
  {
    key: 'dexterity',
    name: 'Hands',
    column: 'dexterity',
    row: 'face',
    values: HANDS,
    words: { sure: 'ties with ease', learning: 'is learning', needsHelp: 'somebody else ties' },
  },
  {
    key: 'finish',
    name: 'Finish liked',
    column: 'finish',
    row: 'wishes',
    values: FINISHES,
    words: { even: 'even', handTied: 'a little uneven, hand-tied' },
  },
  {
    key: 'fullness',
    name: 'Bow liked',
    column: 'fullness',
    row: 'wishes',
    values: FULLNESSES,
    words: { trim: 'trim', classic: 'classic', full: 'full' },
  },
  {
    key: 'backKnotLayer',
    name: 'Back loop tightens by',
    column: 'back knot layer',
    row: 'wishes',
    values: LOOP_LAYERS,
    words: { front: 'its front layer', back: 'its back layer' },
  },
  {
    key: 'firmness',
    name: 'Knot liked',
    column: 'knot liked',
    row: 'wishes',
    values: FIRMNESSES,
    words: FIRMNESS_WORDS,
  },
  {
    key: 'bandNeed',
    name: 'Band must',
    column: 'band must',
    row: 'wishes',
    values: BAND_NEEDS,
    words: { breakaway: 'open by itself when pulled' },
  },
] as const satisfies readonly (MeasureBase & { readonly values: readonly string[]; readonly words: Readonly<Record<string, string>> })[];

/** Rows of the form that measures stand in. */
export type MeasureRow = 'collar' | 'neck' | 'face' | 'buttons' | 'wishes';

interface MeasureBase {
  readonly key: string;
  /** As it stands above its field. */
  readonly name: string;
  /** Its column in a table of wearers. */
  readonly column: string;
  /** What it stands beside in the form. */
  readonly row: MeasureRow;
}

type LengthMeasure = (typeof LENGTH_MEASURES)[number];
type ChoiceMeasure = (typeof CHOICE_MEASURES)[number];
export type LengthMeasureKey = LengthMeasure['key'];
export type ChoiceMeasureKey = ChoiceMeasure['key'];
export type ChoiceValue<K extends ChoiceMeasureKey> = Extract<ChoiceMeasure, { key: K }>['values'][number];

const optionalLength = (limits: LengthLimits) => lengthMm(limits).nullable().default(null);
const optionalChoice = <const V extends readonly [string, ...string[]]>(values: V) => z.enum(values).nullable().default(null);

/** Measures and wishes as parts of a record; null where nobody has asked. */
const shape = Object.fromEntries([
  ...LENGTH_MEASURES.map(({ key, limits }) => [key, optionalLength(limits)] as const),
  ...CHOICE_MEASURES.map(({ key, values }) => [key, optionalChoice(values)] as const),
]) as Record<LengthMeasureKey, ReturnType<typeof optionalLength>> & {
  [C in ChoiceMeasure as C['key']]: ReturnType<typeof optionalChoice<C['values']>>;
};

/** What is measured of a wearer, and what they wish. Lengths in mm. */
export const wearerMeasures = z.object(shape);
export type WearerMeasures = z.output<typeof wearerMeasures>;

/** The keys of all of them, lengths first. */
export const MEASURE_KEYS: readonly (keyof WearerMeasures)[] = [...LENGTH_MEASURES, ...CHOICE_MEASURES].map(({ key }) => key);

/** Nothing measured and nothing asked. */
export const NO_MEASURES: WearerMeasures = wearerMeasures.parse({});

/** Names of the measures, as they stand above their fields. */
export const MEASURE_NAMES_OF_WEARER = Object.fromEntries(
  [...LENGTH_MEASURES, ...CHOICE_MEASURES].map(({ key, name }) => [key, name]),
) as Readonly<Record<keyof WearerMeasures, string>>;
