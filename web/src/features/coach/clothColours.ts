import { PALETTE as COLOURS, type Tie } from '@easytuck/contract';
import type { ClothColours } from './stage/ribbonGeometry.ts';

/** Both ends in their colours, as everywhere: what a dark cloth hides is seen. */
export const schemeCloth = (): ClothColours => ({
  long: COLOURS.long,
  longLining: COLOURS.longLining,
  short: COLOURS.short,
  shortLining: COLOURS.shortLining,
  stripe: null,
});

const LOOKS = {
  white: { cloth: '#f2eee2', lining: '#ddd6c4', stripe: null },
  black: { cloth: '#25262b', lining: '#4a4b52', stripe: null },
  midnightBlue: { cloth: '#1d2540', lining: '#454e70', stripe: null },
  plain: { cloth: '#4c3f5e', lining: '#8a7f99', stripe: null },
  patterned: { cloth: '#3d4f43', lining: '#93a08f', stripe: '#d8cba6' },
} as const;

/** The cloth as it looks in the drawer, as far as the record tells; the inner face where the tie has one. */
export function drawerCloth({ faces }: Pick<Tie, 'faces'>): ClothColours {
  const outer = LOOKS[faces.outer.look];
  const inner = faces.inner ? LOOKS[faces.inner.look].cloth : outer.lining;
  return { long: outer.cloth, longLining: inner, short: outer.cloth, shortLining: inner, stripe: outer.stripe };
}
