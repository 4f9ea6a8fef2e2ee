import { naturalSpreadMm, waistPositionMm, widthAt, widthProfile, type Tie, type WidthProfile } from '../strip/index.ts';
import type { KnotTakeUp } from './takeUp.ts';
import { drawnUp, heldTakeUps, type TakeUpBeliefs } from './takeUpBelief.ts';

/** Crossing is clean up to 1.3 band widths and possible up to 1.6 (common practice, no source). */
export const CROSSING_WIDTH_RATIO = { clean: 1.3, possible: 1.6 } as const;
/** Height lost at the fold is good up to 5 % and fair up to 12 % (common practice, no source). */
export const FOLD_LOSS_RATIO = { good: 0.05, fair: 0.12 } as const;

/** Positions on the blade, in mm from the nose, between which a fold loses no more height than allowed. */
export interface FoldZone {
  readonly fromMm: number;
  readonly toMm: number;
}

/** A tie with all that depends on the tie alone worked out once, so that a fit is a few additions. */
export interface PreparedTie {
  readonly measured: Tie;
  readonly profile: WidthProfile;
  readonly takeUp: KnotTakeUp;
  /** What is held of its take-ups, and how surely. */
  readonly beliefs: TakeUpBeliefs;
  readonly naturalSpreadMm: number;
  readonly waistMm: number;
  /** Furthest positions where the ends may cross, cleanly and at all. */
  readonly crossingMm: { readonly clean: number; readonly possible: number };
  readonly foldMm: { readonly good: FoldZone; readonly fair: FoldZone };
  /** Tallest part of a wing, in mm. */
  readonly bowHeightMm: number;
}

/** Precomputes the parts of a fit that do not depend on the wearer. The tie's blade must have passed `checkBlade`. */
export function prepareTie(tie: Tie): PreparedTie {
  const { blade } = tie;
  const profile = widthProfile(blade);
  const beliefs = drawnUp(heldTakeUps(tie), tie);
  const crossingAt = (ratio: number): number => lastWhere(profile, (w) => w <= ratio * blade.bandWidthMm, 0, blade.noseToBellyMm);
  const foldZone = (loss: number): FoldZone => {
    const isTall = (w: number): boolean => w >= (1 - loss) * blade.bellyWidthMm;
    return {
      fromMm: lastWhere(profile, isTall, blade.noseToBellyMm, 0),
      toMm: tallUntil(profile, isTall, blade.noseToBellyMm),
    };
  };
  return {
    measured: tie,
    profile,
    takeUp: {
      knotHeightMm: tie.cloth.gatherRatio * blade.waistWidthMm,
      shortMm: beliefs.short.meanMm,
      longMm: beliefs.long.meanMm,
    },
    beliefs,
    naturalSpreadMm: naturalSpreadMm(blade),
    waistMm: waistPositionMm(blade),
    crossingMm: { clean: crossingAt(CROSSING_WIDTH_RATIO.clean), possible: crossingAt(CROSSING_WIDTH_RATIO.possible) },
    foldMm: { good: foldZone(FOLD_LOSS_RATIO.good), fair: foldZone(FOLD_LOSS_RATIO.fair) },
    bowHeightMm: Math.max(blade.bellyWidthMm, blade.tailWidthMm),
  };
}

/**
 * Where the cloth beyond the belly first gets too narrow: before the waist, between waist and tail, or in the tip. Between
 * two measured widths the blade only widens or only narrows, so it is enough to go from one to the next.
 */
function tallUntil(profile: WidthProfile, isTall: (widthMm: number) => boolean, bellyMm: number): number {
  const tipStartsMm = profile.bladeLengthMm - profile.tipDepthMm;
  const stations = [...profile.curve.x.filter((x) => x > bellyMm && x < tipStartsMm), tipStartsMm, profile.bladeLengthMm];
  let fromMm = bellyMm;
  for (const toMm of stations) {
    const untilMm = lastWhere(profile, isTall, fromMm, toMm);
    if (untilMm !== toMm) return untilMm;
    fromMm = toMm;
  }
  return profile.bladeLengthMm;
}

/**
 * Last position, going from one place to another, where a condition on the width still holds, given that it holds at
 * the start and is lost at most once. Accurate to a hundredth of a millimetre.
 */
function lastWhere(profile: WidthProfile, holds: (widthMm: number) => boolean, fromMm: number, toMm: number): number {
  if (holds(widthAt(profile, toMm))) return toMm;
  let [inside, outside] = [fromMm, toMm];
  while (Math.abs(outside - inside) > 0.01) {
    const middle = (inside + outside) / 2;
    if (holds(widthAt(profile, middle))) inside = middle;
    else outside = middle;
  }
  return inside;
}
