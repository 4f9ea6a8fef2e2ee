/** What acts between the bars of ropes. Forces in N, lengths in mm. */
export interface RopeLaws {
  /** Coulomb's friction of cloth on cloth. */
  readonly friction: number;
  /** Stiffness of a whole section against bending out of the cloth's plane, in N·mm². */
  readonly bendingNmm2: number;
  /** How much neighbouring bars resist being turned in the cloth's own plane: the part of it that is mended in a step, 0 to 1. */
  readonly edgeStiffness: number;
  /** Part of its thickness by which cloth gives under 1 N/mm². */
  readonly squeezePerNmm2: number;
  /** Radius of a round collar about the axis through (0, ·, −collarRadiusMm); null for none. */
  readonly collarRadiusMm: number | null;
}

/** Neither friction nor stiffness, nothing to lie on: what ropelengths are defined for. */
export const IDEAL: RopeLaws = { friction: 0, bendingNmm2: 0, edgeStiffness: 0, squeezePerNmm2: 0, collarRadiusMm: null };

/** Movement that a newton gives in a step, in mm: small against the spacing, so that chains stretch by less than 1 %. */
export const STEP_MM_PER_N = 5e-4;

/** Beads stand closer than they are thick, so that rows of them lie on one another almost as flat cloth does. */
export const BEADS_PER_THICKNESS = 1.6;
