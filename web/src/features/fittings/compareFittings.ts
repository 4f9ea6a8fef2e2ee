import { BOW_POSITION_WORDS, FIRMNESS_WORDS, foldingWords, type Fitting, type FittingResult } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import { COLLAR_STYLE_WORDS, hangWords, OCCASION_WORDS, SCHOOL_WORDS, sideWords, WING_WORDS } from '../../common/words.ts';
import { settingOfFitting } from './settingOfFitting.ts';

/** One line of a comparison. */
export interface ComparedLine {
  readonly name: string;
  readonly before: string;
  readonly after: string;
  readonly differs: boolean;
}

type Length = (lengthMm: number) => string;

const RESULTS: readonly (readonly [name: string, words: (result: FittingResult, length: Length) => string])[] = [
  ['Tip to tip', ({ setMm }, length) => length(setMm)],
  ['Spread', ({ spreadMm }, length) => length(spreadMm)],
  ['Front bow', ({ front }, length) => length(front.spreadMm)],
  ['Back bow', ({ back }, length) => length(back.spreadMm)],
  ['Adjustment left', ({ binding }, length) => `${length(binding.roomMm)} ${binding.way}`],
  ['Bow height', ({ bowHeightMm }, length) => length(bowHeightMm)],
  ['Hang check', ({ hang }, length) => (hang ? hangWords(hang.noseMm, hang.between, length) : '')],
];

const INPUTS: readonly (readonly [name: string, words: (fitting: Fitting, length: Length) => string])[] = [
  ['Tie', ({ tie }) => tie.name],
  ['Occasion', ({ occasion }) => OCCASION_WORDS[occasion]],
  ['Collar size', ({ collar }) => formatCollarSize(collar)],
  [
    'Collar',
    ({ collarStyle, wings }) => (collarStyle === 'wing' ? `wing, ${WING_WORDS[wings]}` : COLLAR_STYLE_WORDS[collarStyle].toLowerCase()),
  ],
  ['Knot drawn up', ({ firmness }) => FIRMNESS_WORDS[firmness]],
  ['The bow lies', ({ bowPosition }) => BOW_POSITION_WORDS[bowPosition]],
  [
    'Chosen faces',
    ({ folding }) =>
      folding === null
        ? ''
        : foldingWords(folding)
            .turns.map(({ told }) => told)
            .join(' ') || 'Nothing turned over.',
  ],
  ['Collar points', ({ collarPointsMm }, length) => optional(collarPointsMm, length)],
  ['Neck breadth', ({ neckBreadthMm }, length) => optional(neckBreadthMm, length)],
  ['Face or spectacles', ({ faceWidthMm }, length) => optional(faceWidthMm, length)],
  ['Ease', ({ easeMm }, length) => length(easeMm)],
  ['Long end', ({ longEnd }) => sideWords(longEnd)],
  ['School', ({ school }) => SCHOOL_WORDS[school].name],
  ['Set at', (fitting, length) => settingOfFitting(fitting, length).phrase],
  ['Lead', ({ leadMm }, length) => length(leadMm)],
];

/** Two revisions of a fitting, line by line: what went in, what came out, and the rest of the record. */
export function compareFittings(before: Fitting, after: Fitting, length: Length): readonly ComparedLine[] {
  return [
    ...INPUTS.map(([name, words]) => line(name, words(before, length), words(after, length))),
    ...compareResults(before.result, after.result, length),
    line('Fitted by', before.staff, after.staff),
    line('Note', before.note, after.note),
    line('Model', before.modelVersion, after.modelVersion),
  ];
}

/** Two answers, line by line. */
export function compareResults(before: FittingResult, after: FittingResult, length: Length): readonly ComparedLine[] {
  return RESULTS.map(([name, words]) => line(name, words(before, length), words(after, length)));
}

function line(name: string, before: string, after: string): ComparedLine {
  return { name, before, after, differs: before !== after };
}

const optional = (lengthMm: number | null, length: Length): string => (lengthMm === null ? 'not measured' : length(lengthMm));
