import type { CollarStyle } from '../fit/index.ts';
import type { BladeShape, Cloth, ClothLook, Fibre, Weave } from '../strip/index.ts';

/** What a bow is worn for, in the order it is offered. */
export const OCCASIONS = ['whiteTie', 'blackTie', 'weddingParty', 'business', 'daytime', 'other'] as const;
export type Occasion = (typeof OCCASIONS)[number];

/** Where the wings of a wing collar go: behind the bow, as most have it, or over it. */
export const WING_SCHOOLS = ['behind', 'over'] as const;
export type WingSchool = (typeof WING_SCHOOLS)[number];

/** What dress custom looks at. */
export interface TieDress extends Cloth {
  readonly shape: BladeShape;
  readonly look: ClothLook;
}

/** General dress custom (common practice, no source), spoken for or against a tie. */
export interface Custom {
  readonly speaks: 'for' | 'against';
  readonly what:
    | 'whitePique'
    | 'notWhite'
    | 'notPique'
    | 'blackEveningCloth'
    | 'midnightBlue'
    | 'velvetWithVelvet'
    | 'notBlack'
    | 'notEveningCloth'
    | 'enoughForSet'
    | 'fewForSet'
    | 'dayCloth'
    | 'eveningClothByDay'
    | 'smallByDay'
    | 'fullByDay';
}

/** Weaves that belong to the evening, whatever the fibre: they match a lapel's facing or a velvet jacket. */
const EVENING_WEAVES: ReadonlySet<Weave | null> = new Set<Weave | null>(['satin', 'barathea', 'grosgrain', 'velvet']);
const DAY: ReadonlySet<Fibre> = new Set<Fibre>(['cotton', 'linen', 'wool']);
/** A bow no taller than this is a small one, one taller than {@link FULL_FROM_MM} a full one (common practice, no source). */
export const TRIM_UP_TO_MM = 50;
export const FULL_FROM_MM = 64;
/** As many as make a matched set. */
const SET_OF = 3;

/** What dress custom says of a tie for an occasion, `heightMm` being the height of its bow. Empty where it says nothing. */
export function customsOf(occasion: Occasion, dress: TieDress, heightMm: number, inStock: number): readonly Custom[] {
  switch (occasion) {
    case 'whiteTie':
      return atWhiteTie(dress);
    case 'blackTie':
      return atBlackTie(dress);
    case 'weddingParty':
      return [inStock >= SET_OF ? says('for', 'enoughForSet') : says('against', 'fewForSet')];
    case 'business':
    case 'daytime':
      return byDay(dress, heightMm);
    case 'other':
      return [];
  }
}

/** White piqué, of cotton, linen or silk. A white tie whose weave nobody noted is not spoken against. */
function atWhiteTie({ look, weave }: TieDress): readonly Custom[] {
  if (look !== 'white') return [says('against', 'notWhite')];
  if (weave === null) return [];
  return [weave === 'pique' ? says('for', 'whitePique') : says('against', 'notPique')];
}

/** Black or midnight blue, of silk or an evening weave; velvet with a velvet jacket. */
function atBlackTie({ look, fibre, weave }: TieDress): readonly Custom[] {
  if (look !== 'black' && look !== 'midnightBlue') return [says('against', 'notBlack')];
  if (weave === 'velvet') return [says('for', 'velvetWithVelvet')];
  if (fibre !== 'silk' && !EVENING_WEAVES.has(weave)) return [says('against', 'notEveningCloth')];
  return [says('for', look === 'black' ? 'blackEveningCloth' : 'midnightBlue')];
}

/** What custom says against a tie itself, its colour or its cloth: such a tie is out of dress. */
const OUT_OF_DRESS: ReadonlySet<Custom['what']> = new Set<Custom['what']>(['notWhite', 'notPique', 'notBlack', 'notEveningCloth']);

/** Whether the dress of an occasion rules a tie out: at white tie all but white piqué, at black tie all but black or midnight evening cloth. */
export const isOutOfDress = (occasion: Occasion, dress: TieDress): boolean =>
  customsOf(occasion, dress, 0, 0).some(({ speaks, what }) => speaks === 'against' && OUT_OF_DRESS.has(what));

function byDay(dress: TieDress, heightMm: number): readonly Custom[] {
  const customs: Custom[] = [];
  if (dress.weave === 'satin' || dress.weave === 'velvet') customs.push(says('against', 'eveningClothByDay'));
  else if (DAY.has(dress.fibre)) customs.push(says('for', 'dayCloth'));
  if (heightMm <= TRIM_UP_TO_MM) customs.push(says('for', 'smallByDay'));
  else if (heightMm >= FULL_FROM_MM) customs.push(says('against', 'fullByDay'));
  return customs;
}

const says = (speaks: Custom['speaks'], what: Custom['what']): Custom => ({ speaks, what });

/** What dress custom says of the collar for an occasion, whatever the tie. */
export type CollarCustom = 'wingForWhiteTie' | 'buttonDownInformal' | 'wingsBehind' | 'wingsOver' | 'spreadCarriesWide' | 'tuckUnderLeaf';

/** Advice on the collar for an occasion, with both schools of wings. */
export function collarCustoms(occasion: Occasion, style: CollarStyle, wings: WingSchool): readonly CollarCustom[] {
  const customs: CollarCustom[] = [];
  if (occasion === 'whiteTie' && style !== 'wing') customs.push('wingForWhiteTie');
  if (style === 'buttonDown') customs.push(occasion === 'whiteTie' || occasion === 'blackTie' ? 'buttonDownInformal' : 'tuckUnderLeaf');
  if (style === 'wing') customs.push(wings === 'behind' ? 'wingsBehind' : 'wingsOver');
  if (style === 'spread') customs.push('spreadCarriesWide');
  return customs;
}
