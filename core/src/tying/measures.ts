import type { Fit, PreparedTie } from '../fit/index.ts';

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
}

/** Both halves of one bow, from the knot's centre line outwards. */
export interface WingHalves {
  readonly loopMm: number;
  readonly flatEndMm: number;
}

/** Collects what a choreography needs from a fit. */
export function tyingMeasures(tie: PreparedTie, fit: Fit, collarGirthMm: number): TyingMeasures {
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
  };
}
