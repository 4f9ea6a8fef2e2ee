import { drawTied, type Bow, type BowState, type Fit, type PreparedTie, type Side } from '@easytuck/core';

/** Half-widths of both bows. */
export interface DrawnHalves {
  readonly front: Pick<BowState, 'loopMm' | 'flatEndMm'>;
  readonly back: Pick<BowState, 'loopMm' | 'flatEndMm'>;
}

/** Outlines of a bow of some half-widths, by what lies in it of the blade. */
export function outlinesOf(tie: PreparedTie, { front, back }: DrawnHalves, frontLoopSide: Side) {
  const length = tie.profile.bladeLengthMm;
  const bow = ({ loopMm, flatEndMm }: DrawnHalves['front']): Bow => ({
    strandMm: 2 * loopMm + flatEndMm,
    visibleMm: 2 * loopMm + flatEndMm,
    loopMm,
    flatEndMm,
    spreadMm: loopMm + flatEndMm,
    crossingAtMm: length - 2 * loopMm - flatEndMm,
    foldAtMm: length - flatEndMm - loopMm,
    centreAtMm: length - flatEndMm,
  });
  const knotFaceMm = tie.takeUp.knotHeightMm * 0.9;
  return drawTied(tie, { front: bow(front), back: bow(back), frontLoopSide, knotFaceMm } as Fit);
}
