import { tightTakeUp, type KnotCloth } from './takeUp.ts';

/** How firmly a knot is drawn up: as somebody wishes it, and as it was found at a tying. */
export const FIRMNESSES = ['soft', 'usual', 'firm'] as const;
export type Firmness = (typeof FIRMNESSES)[number];

/** Pull on each loop while the knot is drawn up, in N: a soft knot, the usual one, and one drawn hard (assumed, no source). */
export const PULLS_N: Readonly<Record<Firmness, number>> = { soft: 2.5, usual: 6.5, firm: 17 };

/** What a knot drawn up so takes more than one drawn up as usual, at each end; less where negative. In mm. */
export function firmnessTakes(cloth: KnotCloth, firmness: Firmness): { readonly shortMm: number; readonly longMm: number } {
  const [so, usual] = [tightTakeUp(cloth, PULLS_N[firmness]), tightTakeUp(cloth, PULLS_N.usual)];
  return { shortMm: so.shortMm - usual.shortMm, longMm: so.longMm - usual.longMm };
}
