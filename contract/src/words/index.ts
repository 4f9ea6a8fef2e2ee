/** Words: names of what the trade distinguishes, the same on screen, on paper and in tables. */
import type { Fitting, FittingResult } from '../records/fitting.ts';
import {
  EASY_MM,
  formatLength,
  NINETY_PERCENT,
  SMALL_MM,
  type BladeShape,
  type BoundId,
  type Cloth,
  type ClothLook,
  type CollarStyle,
  type Cut,
  type Fibre,
  type Occasion,
  type Side,
  type Weave,
  type WingSchool,
  type HardwareKind,
} from '@easytuck/core';
import type { BowPosition, SchoolChoice } from '../records/fitting.ts';

export { settingWords, type SettingWords } from './settingWords.ts';

/** What happens past a bound. */
export const BOUND_WORDS: Readonly<Record<BoundId, string>> = {
  bandShortest: 'the band is at its shortest',
  bandLongest: 'the band is at its longest',
  reach: 'the tie is too short to tie',
  crossing: 'the crossing reaches the blade',
  foldPastWaist: 'the fold nears the waist',
  foldPastNose: 'the fold nears the nose',
  neckBreadth: 'the bow is wider than the neck',
  collarPoints: 'the bow passes the collar points',
  faceWidth: 'the bow is wider than the face',
};

export const SCHOOL_WORDS: Readonly<Record<SchoolChoice, { readonly name: string; readonly rule: string }>> = {
  true: { name: 'True', rule: 'collar size' },
  easy: { name: 'Easy', rule: `collar size plus ${formatLength(EASY_MM, 'in')}` },
  small: { name: 'Small', rule: `${formatLength(SMALL_MM, 'in')} under collar size` },
  late: { name: 'Late', rule: 'tie at full length, then take in' },
  own: { name: 'Own', rule: 'set by hand' },
};

export const COLLAR_STYLE_WORDS: Readonly<Record<CollarStyle, string>> = {
  turndown: 'Turndown',
  spread: 'Spread',
  point: 'Point',
  buttonDown: 'Button-down',
  wing: 'Wing',
  band: 'Band, without a leaf',
};

export const OCCASION_WORDS: Readonly<Record<Occasion, string>> = {
  whiteTie: 'White tie',
  blackTie: 'Black tie',
  weddingParty: 'Wedding party',
  business: 'Business',
  daytime: 'Daytime',
  other: 'Other',
};

export const FIBRE_WORDS: Readonly<Record<Fibre, string>> = {
  silk: 'silk',
  cotton: 'cotton',
  linen: 'linen',
  wool: 'wool',
  polyester: 'polyester',
};

export const WEAVE_WORDS: Readonly<Record<Weave, string>> = {
  plain: 'plain weave',
  satin: 'satin',
  barathea: 'barathea',
  grosgrain: 'grosgrain',
  twill: 'twill',
  pique: 'piqué',
  chambray: 'chambray',
  velvet: 'velvet',
};

/** How the strip lies to the grain of its cloth. */
export const CUT_WORDS: Readonly<Record<Cut, string>> = { straight: 'straight grain', bias: 'on the bias' };

/** How a face looks, as far as dress custom asks. */
export const LOOK_WORDS: Readonly<Record<ClothLook, string>> = {
  white: 'white',
  black: 'black',
  midnightBlue: 'midnight blue',
  plain: 'another plain colour',
  patterned: 'patterned',
};

/** A cloth in words: silk satin, cotton piqué, linen. */
export const clothWords = ({ fibre, weave }: Cloth): string =>
  weave === null || weave === 'plain' ? FIBRE_WORDS[fibre] : `${FIBRE_WORDS[fibre]} ${WEAVE_WORDS[weave]}`;

/** Where the bow lies on a collar that is turned down. */
export const BOW_POSITION_WORDS: Readonly<Record<BowPosition, string>> = { onLeaf: 'on the leaf', underLeaf: 'partly under the leaf' };

export const WING_WORDS: Readonly<Record<WingSchool, string>> = { behind: 'wings behind the bow', over: 'wings over the bow' };

export const SHAPE_WORDS = {
  butterfly: 'butterfly',
  semiButterfly: 'semi-butterfly',
  batwing: 'batwing',
  pointed: 'pointed',
  club: 'rounded club',
} as const satisfies Readonly<Record<BladeShape, string>>;

/** Kinds of hardware: as they are measured, and in few letters. */
export const HARDWARE_WORDS: Readonly<Record<HardwareKind, { readonly name: string; readonly short: string }>> = {
  slots: { name: 'T-hook and slots', short: 'T-hook' },
  slider: { name: 'slider', short: 'slider' },
  buttons: { name: 'buttons', short: 'buttons' },
  fixed: { name: 'none: sewn to length', short: 'sewn' },
};

/** A side, as the wearer's own. */
export const sideWords = (side: Side): string => `the wearer’s ${side}`;

/** Where the nose hangs before tying. */
export function hangWords(noseMm: number, between: readonly [number, number], length: (lengthMm: number) => string): string {
  return between[0] === 0
    ? 'the nose hangs above the collar button'
    : `nose ${length(noseMm)} below the collar button, between buttons ${between[0]} and ${between[1]}`;
}
/** What the knot of a fitting was worked out from. */
export function restsOnWords({ result: { takeUpOf }, tie: { hardware } }: Pick<Fitting, 'result' | 'tie'>): string {
  switch (takeUpOf) {
    case 'wearer':
      return 'with the wearer’s own hands';
    case 'tie':
      return 'from what its tyings showed';
    case 'model':
      return hardware.kind === 'fixed' || hardware.marks === null
        ? 'from the shape of its knot'
        : 'from the shape of its knot and its maker’s marks';
  }
}

/**
 * How surely a bow comes out as wide as a fitting says, in a few words; empty where nobody worked it out.
 * @example sureWords({ takeUpOf: 'model', sure: { spreadSdMm: 5.3, untiedSdMm: 5.3 } }, inches) // 'give or take ⅜ in by its measures alone'
 */
export function sureWords({ sure, takeUpOf }: Pick<FittingResult, 'sure' | 'takeUpOf'>, length: (lengthMm: number) => string): string {
  if (sure === null) return '';
  const [now, untied] = [length(NINETY_PERCENT * sure.spreadSdMm), length(NINETY_PERCENT * sure.untiedSdMm)];
  if (takeUpOf === 'model') return `give or take ${now} by its measures alone`;
  return now === untied ? `give or take ${now}` : `give or take ${now}; ${untied} before it was tied`;
}
export { GLOSSARY, type GlossaryEntry } from './glossary.ts';
export * from './waysAndFaults.ts';
export { EYE_AMOUNT_WORDS, eyeFindingWords, wholeStepWords, worseWords } from './eyeWords.ts';
export { claspWarning, claspWords } from './clasps.ts';
export { readersSide, READER_WORDS, sideName } from './tying/sides.ts';
export type { StepWords } from './tying/phrases.ts';
export { fitOfWay, leadOfWay, measuresOfWay, stepContextOf, type StepContext } from './tying/stepContext.ts';
export { digitsIn, stepWords } from './tying/stepWords.ts';
export { FOLD_WORDS } from './tying/bowSteps.ts';
export * from './partyWords.ts';
export { READERS, type Reader } from './readers.ts';
