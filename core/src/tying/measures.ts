import type { CollarStyle, Fit, PreparedTie } from '../fit/index.ts';

/** The collar that is drawn: its cut, and where the wings of a wing collar end up; or the leg that the tie is laid round instead. */
export interface DrawnCollar {
  readonly style: CollarStyle | 'leg';
  readonly wings: 'behind' | 'over';
}

/** The tie is tied on a thigh: there is no collar. */
export const ON_LEG: DrawnCollar = { style: 'leg', wings: 'behind' };

/** Whether there is a leaf, or a wing, that is turned. */
export const hasLeaf = ({ style }: DrawnCollar): boolean => style !== 'band' && style !== 'leg';

export const USUAL_DRAWN_COLLAR: DrawnCollar = { style: 'turndown', wings: 'behind' };

/** What a choreography needs to know of a tie on a neck. Lengths in mm. */
export interface TyingMeasures {
  readonly tie: PreparedTie;
  readonly setMm: number;
  readonly leadMm: number;
  /** Collar as a round cylinder; its axis runs through (0, ·, −radius). */
  readonly collarRadiusMm: number;
  /** Circle that the band lies on once the knot is pulled up. */
  readonly bandRadiusMm: number;
  /** Gathered cloth on gathered cloth in the knot, from middle to middle: a knot presses it to nine tenths (assumed, no source). */
  readonly layerMm: number;
  readonly knotHeightMm: number;
  readonly front: WingHalves;
  readonly back: WingHalves;
  /** How much longer the band is while it is let out for tying; 0 where it is tied as it is worn. */
  readonly letOutMm: number;
  readonly collar: DrawnCollar;
}

/** Both halves of one bow, from the knot's centre line outwards. */
export interface WingHalves {
  readonly loopMm: number;
  readonly flatEndMm: number;
}

/** How far from the nose the middle of a bow's fold lies on its blade, in mm. */
export const foldFromNoseMm = ({ tie, ...of }: TyingMeasures, bow: 'front' | 'back'): number =>
  tie.profile.bladeLengthMm - of[bow].flatEndMm - of[bow].loopMm;

/** Collects what a choreography needs from a fit. `letOutMm`: how much longer the band is while it is tied. */
export function tyingMeasures(
  tie: PreparedTie,
  fit: Fit,
  collarGirthMm: number,
  { letOutMm = 0, collar = USUAL_DRAWN_COLLAR }: Partial<Pick<TyingMeasures, 'letOutMm' | 'collar'>> = {},
): TyingMeasures {
  return {
    tie,
    setMm: fit.setMm,
    leadMm: fit.leadMm,
    collarRadiusMm: collarGirthMm / (2 * Math.PI),
    // a band set smaller than the collar cannot lie inside it
    bandRadiusMm: Math.max(fit.neckPathMm, collarGirthMm + 2) / (2 * Math.PI),
    layerMm: Math.max(0.9, (0.9 * tie.measured.cloth.thicknessMm) / tie.measured.cloth.gatherRatio),
    knotHeightMm: tie.takeUp.knotHeightMm,
    front: { loopMm: fit.front.loopMm, flatEndMm: fit.front.flatEndMm },
    back: { loopMm: fit.back.loopMm, flatEndMm: fit.back.flatEndMm },
    letOutMm,
    collar,
  };
}
