import type { PreparedTie } from './prepareTie.ts';

/** Which of the two bows: the front is made of the short end, the back of the long end. */
export type BowName = 'front' | 'back';

/** One tied bow and where it lies on its blade. Positions are in mm from the nose. */
export interface Bow {
  /** Strip beyond the crossing, E. */
  readonly strandMm: number;
  /** Strip that is seen: T = E − take-up = 2·loop + flat end. */
  readonly visibleMm: number;
  /** Loop's half-width r, from the knot's centre line to the fold. */
  readonly loopMm: number;
  /** Flat end's half-width t, from the knot's centre line to the tip. */
  readonly flatEndMm: number;
  /** Finished width, loop edge to tip: r + t. */
  readonly spreadMm: number;
  /** Where the strip crosses at the neck; negative on the band. */
  readonly crossingAtMm: number;
  readonly foldAtMm: number;
  /** What lies at the knot's centre line. */
  readonly centreAtMm: number;
}

/** Front and back bow of a strip. */
export interface BowPair {
  readonly front: Bow;
  readonly back: Bow;
}

/**
 * What a set and a lead give on a neck path, by the length budget: strip beyond the crossing is (L − P ∓ d)/2, less the
 * take-up it is 2r + t, and a balanced bow has t = r + overhang. Derived in docs/model.md.
 *
 * All in mm. Values can come out negative: whether the strip reaches is for `findBounds` to say.
 */
export function predictBows(tie: PreparedTie, neckPathMm: number, setMm: number, leadMm: number): BowPair {
  return {
    front: balancedBow(tie, (setMm - neckPathMm - leadMm) / 2, tie.takeUp.shortMm),
    back: balancedBow(tie, (setMm - neckPathMm + leadMm) / 2, tie.takeUp.longMm),
  };
}

function balancedBow(tie: PreparedTie, strandMm: number, takeUpMm: number): Bow {
  const overhangMm = tie.measured.overhangMm;
  const visibleMm = strandMm - takeUpMm;
  const loopMm = (visibleMm - overhangMm) / 3;
  const flatEndMm = loopMm + overhangMm;
  const bladeMm = tie.profile.bladeLengthMm;
  return {
    strandMm,
    visibleMm,
    loopMm,
    flatEndMm,
    spreadMm: loopMm + flatEndMm,
    crossingAtMm: bladeMm - strandMm,
    foldAtMm: bladeMm - flatEndMm - loopMm,
    centreAtMm: bladeMm - flatEndMm,
  };
}

/** The wider of the two bows, in mm: what the width rules are held against. */
export function spreadOf(bows: BowPair): number {
  return Math.max(bows.front.spreadMm, bows.back.spreadMm);
}
