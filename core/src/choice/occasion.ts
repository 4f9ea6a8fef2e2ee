import type { CollarStyle } from '../fit/index.ts';
import type { BladeShape, ClothKind, ClothLook } from '../strip/index.ts';

/** What a bow is worn for. */
export type Occasion = 'whiteTie' | 'blackTie' | 'weddingParty' | 'business' | 'daytime' | 'other';

/** The occasions in the order they are offered. */
export const OCCASIONS: readonly Occasion[] = ['whiteTie', 'blackTie', 'weddingParty', 'business', 'daytime', 'other'];

/** Where the wings of a wing collar go: behind the bow, as most have it, or over it. */
export type WingSchool = 'behind' | 'over';

/** What dress custom looks at. */
export interface TieDress {
  readonly shape: BladeShape;
  readonly clothKind: ClothKind;
  readonly look: ClothLook;
}

/** General dress custom (common practice, no source), spoken for or against a tie. */
export interface Custom {
  readonly speaks: 'for' | 'against';
  readonly what:
    | 'whiteCotton'
    | 'notWhiteCotton'
    | 'blackEveningCloth'
    | 'notBlack'
    | 'notEveningCloth'
    | 'enoughForSet'
    | 'fewForSet'
    | 'dayCloth'
    | 'eveningClothByDay'
    | 'smallByDay'
    | 'fullByDay';
}

/** Evening cloths: they match a lapel's facing. */
const EVENING: ReadonlySet<ClothKind> = new Set(['silk', 'satin', 'grosgrain']);
const DAY: ReadonlySet<ClothKind> = new Set(['cotton', 'linen', 'wool']);
/** A bow no taller than this is a small one, one taller than {@link FULL_FROM_MM} a full one (common practice, no source). */
export const TRIM_UP_TO_MM = 50;
export const FULL_FROM_MM = 64;
/** As many as make a matched set. */
const SET_OF = 3;

/** What dress custom says of a tie for an occasion, `heightMm` being the height of its bow. Empty where it says nothing. */
export function customsOf(occasion: Occasion, dress: TieDress, heightMm: number, inStock: number): readonly Custom[] {
  switch (occasion) {
    case 'whiteTie':
      return [dress.look === 'white' && dress.clothKind === 'cotton' ? says('for', 'whiteCotton') : says('against', 'notWhiteCotton')];
    case 'blackTie':
      if (dress.look !== 'black') return [says('against', 'notBlack')];
      return [EVENING.has(dress.clothKind) ? says('for', 'blackEveningCloth') : says('against', 'notEveningCloth')];
    case 'weddingParty':
      return [inStock >= SET_OF ? says('for', 'enoughForSet') : says('against', 'fewForSet')];
    case 'business':
    case 'daytime':
      return byDay(dress, heightMm);
    case 'other':
      return [];
  }
}

function byDay(dress: TieDress, heightMm: number): readonly Custom[] {
  const customs: Custom[] = [];
  if (DAY.has(dress.clothKind)) customs.push(says('for', 'dayCloth'));
  else if (dress.clothKind === 'satin' || dress.clothKind === 'velvet') customs.push(says('against', 'eveningClothByDay'));
  if (heightMm <= TRIM_UP_TO_MM) customs.push(says('for', 'smallByDay'));
  else if (heightMm >= FULL_FROM_MM) customs.push(says('against', 'fullByDay'));
  return customs;
}

const says = (speaks: Custom['speaks'], what: Custom['what']): Custom => ({ speaks, what });

/** What dress custom says of the collar for an occasion, whatever the tie. */
export type CollarCustom = 'wingForWhiteTie' | 'buttonDownInformal' | 'wingsBehind' | 'wingsOver' | 'spreadCarriesWide' | 'tuckSpareEnds';

/** Advice on the collar for an occasion, with both schools of wings. */
export function collarCustoms(occasion: Occasion, style: CollarStyle, wings: WingSchool): readonly CollarCustom[] {
  const customs: CollarCustom[] = [];
  if (occasion === 'whiteTie' && style !== 'wing') customs.push('wingForWhiteTie');
  if (style === 'buttonDown') customs.push(occasion === 'whiteTie' || occasion === 'blackTie' ? 'buttonDownInformal' : 'tuckSpareEnds');
  if (style === 'wing') customs.push(wings === 'behind' ? 'wingsBehind' : 'wingsOver');
  if (style === 'spread') customs.push('spreadCarriesWide');
  return customs;
}
