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

/** The pull on each loop at which the formulas' pull terms are nothing, in N: a knot drawn up as firmly as is usual (assumed, no source). */
export const USUAL_PULL_N = 6.5;

/** What a take-up is a sum of: lengths in mm, but for `thin`, which is in 1/mm. */
export interface TakeUpParts {
  /** Heights of the gathered waist and of the gathered band. */
  readonly waist: number;
  readonly band: number;
  /** Thickness of the gathered cloth, and its inverse: thin cloth takes more than its layers, as far as the table goes. */
  readonly layers: number;
  readonly thin: number;
  /** Logarithm of the pull over the usual one, alone and with the thickness. */
  readonly pull: number;
  readonly pullLayers: number;
  /** What is left, the same for every knot. */
  readonly rest: number;
}

/** The thinnest gathered cloth of docs/knot-table.csv. */
const THINNEST_MM = 0.9;

/** The parts that a knot's take-ups are sums of. @param pullN pull on each loop while it is drawn up. */
export function takeUpParts({ waistWidthMm, bandWidthMm, thicknessMm, gatherRatio }: KnotCloth, pullN = USUAL_PULL_N): TakeUpParts {
  const [layers, pull] = [thicknessMm / gatherRatio, Math.log(pullN / USUAL_PULL_N)];
  return {
    ...{ waist: gatherRatio * waistWidthMm, band: gatherRatio * bandWidthMm, layers, thin: 1 / Math.max(layers, THINNEST_MM) },
    ...{ pull, pullLayers: pull * layers, rest: 1 },
  };
}

/** Fitted to docs/knot-table.csv by `npm run knot -- fit`; what each term stands for is in docs/model.md. */
export const TAKE_UP_TERMS: Readonly<Record<'short' | 'long', Partial<TakeUpParts>>> = {
  short: { band: 2.18, layers: 5.9, thin: 19.7, rest: -23.1, pull: -4.1 },
  long: { waist: 1.77, band: 1.88, layers: 12.4, rest: -0.1, pull: -13.1, pullLayers: 3.4 },
};

/** The wrap that is seen of a knot stands over and under the gathered waist by so many gathered thicknesses together: the middle of docs/knot-table.csv. */
const WRAP_STANDS_OVER = 2.65;

/** Height of a knot as it is seen, the wrap over and under its waist included, in mm. */
export const seenKnotHeightMm = ({ waistWidthMm, thicknessMm, gatherRatio }: Omit<KnotCloth, 'bandWidthMm'>): number =>
  gatherRatio * waistWidthMm + (WRAP_STANDS_OVER * thicknessMm) / gatherRatio;

/**
 * Take-ups of a knot drawn tight, by the formulas alone: K_ref. The fold of each loop is not in it.
 * @param pullN pull on each loop while it is drawn up, between 1 and 25 N.
 */
export function tightTakeUp(
  cloth: KnotCloth,
  pullN = USUAL_PULL_N,
): {
  readonly shortMm: number;
  readonly longMm: number;
} {
  const parts = takeUpParts(cloth, pullN);
  const of = (end: 'short' | 'long'): number => PART_NAMES.reduce((sum, name) => sum + (TAKE_UP_TERMS[end][name] ?? 0) * parts[name], 0);
  return { shortMm: of('short'), longMm: of('long') };
}

const PART_NAMES = ['waist', 'band', 'layers', 'thin', 'pull', 'pullLayers', 'rest'] as const;

/** Cloth that one loop's fold takes more than its half-width shows: a half turn on a radius ρ less the two straight pieces it replaces, (π − 2)·ρ. */
export const foldTakesMm = (thicknessMm: number): number => (Math.PI - 2) * FOLD_RADII * thicknessMm;
