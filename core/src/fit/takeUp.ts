import type { ClothBehaviour, BladeMeasures } from '../strip/index.ts';

/** A loop is folded on this many thicknesses of its cloth (assumed, no source). */
export const FOLD_RADII = 2.5;

/** Strip that disappears in the knot, in mm. */
export interface KnotTakeUp {
  /** Height of the bow's cloth in the knot, γ·w(waist). */
  readonly knotHeightMm: number;
  /** Short end, from the crossing to the knot's centre line. */
  readonly shortMm: number;
  /** Long end: behind both, over, down the front, under and up again to the centre line. */
  readonly longMm: number;
}

/** What a knot's take-ups follow from: a cloth's behaviour and the widths of waist and band. */
export type KnotCloth = Pick<BladeMeasures, 'waistWidthMm' | 'bandWidthMm'> & Pick<ClothBehaviour, 'thicknessMm' | 'gatherRatio'>;

/** One end's take-up as a sum: parts of the gathered waist's height, of the gathered band's, and of the gathered cloth's thickness; and what is left. */
interface TakeUpTerms {
  readonly waist: number;
  readonly band: number;
  readonly layers: number;
  readonly restMm: number;
}

/** Fitted to docs/knot-table.csv by `npm run knot -- fit`; what each term stands for is in docs/model.md. */
export const TAKE_UP_TERMS: Readonly<Record<'short' | 'long', TakeUpTerms>> = {
  short: { waist: 0, band: 2.17, layers: 0, restMm: 0.5 },
  long: { waist: 1.98, band: 1.77, layers: 13.4, restMm: -4 },
};

/** The wrap that is seen of a knot stands over and under the gathered waist by so many gathered thicknesses together: the middle of docs/knot-table.csv. */
const WRAP_STANDS_OVER = 2.65;

/** Height of a knot as it is seen, the wrap over and under its waist included, in mm. */
export const seenKnotHeightMm = ({ waistWidthMm, thicknessMm, gatherRatio }: Omit<KnotCloth, 'bandWidthMm'>): number =>
  gatherRatio * waistWidthMm + (WRAP_STANDS_OVER * thicknessMm) / gatherRatio;

/** Take-ups of a knot drawn tight, by the formulas alone: K_ref. The fold of each loop is not in it. */
export function tightTakeUp({ waistWidthMm, bandWidthMm, thicknessMm, gatherRatio }: KnotCloth): {
  readonly shortMm: number;
  readonly longMm: number;
} {
  const of = ({ waist, band, layers, restMm }: TakeUpTerms): number =>
    waist * gatherRatio * waistWidthMm + band * gatherRatio * bandWidthMm + (layers * thicknessMm) / gatherRatio + restMm;
  return { shortMm: of(TAKE_UP_TERMS.short), longMm: of(TAKE_UP_TERMS.long) };
}

/** Cloth that one loop's fold takes more than its half-width shows: a half turn on a radius ρ less the two straight pieces it replaces, (π − 2)·ρ. */
export const foldTakesMm = (thicknessMm: number): number => (Math.PI - 2) * FOLD_RADII * thicknessMm;
