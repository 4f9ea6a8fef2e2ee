import type { BladeMeasures } from './blade.ts';

/** A blade as the tape finds it: laid once along the blade from the tip inwards. In mm. */
export interface BladeTape {
  readonly tipToWaistMm: number;
  readonly tipToBellyMm: number;
  readonly tipToNoseMm: number;
}

/** The lengths of a blade, or the reading that lies on the wrong side of another. */
export type BladeTapeReading =
  | { readonly kind: 'lengths'; readonly lengths: Pick<BladeMeasures, 'noseToBellyMm' | 'bellyToWaistMm' | 'waistToTipMm'> }
  | { readonly kind: 'outOfOrder'; readonly reading: keyof BladeTape; readonly mustExceed: keyof BladeTape; readonly limitMm: number };

/** Lengths between the lines of a blade from readings that all start at the tip: waist first, then belly, then nose. */
export function bladeFromTape({ tipToWaistMm, tipToBellyMm, tipToNoseMm }: BladeTape): BladeTapeReading {
  if (tipToBellyMm <= tipToWaistMm)
    return { kind: 'outOfOrder', reading: 'tipToBellyMm', mustExceed: 'tipToWaistMm', limitMm: tipToWaistMm };
  if (tipToNoseMm <= tipToBellyMm) return { kind: 'outOfOrder', reading: 'tipToNoseMm', mustExceed: 'tipToBellyMm', limitMm: tipToBellyMm };
  return {
    kind: 'lengths',
    lengths: { noseToBellyMm: tipToNoseMm - tipToBellyMm, bellyToWaistMm: tipToBellyMm - tipToWaistMm, waistToTipMm: tipToWaistMm },
  };
}

/** What the tape would read on a blade: the inverse of {@link bladeFromTape}. */
export function tapeFromBlade({ noseToBellyMm, bellyToWaistMm, waistToTipMm }: BladeMeasures): BladeTape {
  return {
    tipToWaistMm: waistToTipMm,
    tipToBellyMm: waistToTipMm + bellyToWaistMm,
    tipToNoseMm: waistToTipMm + bellyToWaistMm + noseToBellyMm,
  };
}
