import { oppositeSide, type PreparedTie, type Side } from '../fit/index.ts';
import { widthAt } from '../strip/index.ts';
import type { BowState } from './bowState.ts';

/** Both bows of a tied tie as measured, and how the whole sits. */
export interface TiedState {
  readonly front: BowState;
  readonly back: BowState;
  /** Side of the wearer that the front bow's loop lies on. */
  readonly frontLoopSide: Side;
  /** How far the wearer's left stands higher, in radians. */
  readonly tiltRad: number;
  /** How far the knot sits to the wearer's left of the collar button, in mm. */
  readonly knotOffMm: number;
}

/** One side of a tied bow as it is seen. */
export interface SideFigures {
  /** From the knot's middle to the outermost cloth. */
  readonly extentMm: number;
  readonly heightMm: number;
  readonly areaMm2: number;
  /** How far the flat end's tip passes the loop edge on this side; negative where it stays behind. */
  readonly pointPastMm: number;
}

/** What of a tied bow can be held against itself. Differences are the wearer's left less their right, front less back. */
export interface SymmetryFigures {
  readonly left: SideFigures;
  readonly right: SideFigures;
  readonly extentDifferenceMm: number;
  readonly heightDifferenceMm: number;
  readonly areaDifferenceMm2: number;
  readonly frontSpreadMm: number;
  readonly backSpreadMm: number;
  readonly spreadDifferenceMm: number;
}

const STEP_MM = 1;

/**
 * Extents, heights and areas of a tied bow's two sides, from the cloth that lies in each wing: the loop's two layers and
 * the flat end, gathered to the knot's height in the middle. The widths are those of the blade where it lies; a fold or a
 * tip that is worn elsewhere moves them. Derived in docs/model.md.
 */
export function symmetryOf(tie: PreparedTie, { front, back, frontLoopSide }: TiedState): SymmetryFigures {
  const loopSide = sideFigures(tie, front, back);
  const otherSide = sideFigures(tie, back, front);
  const [left, right] = frontLoopSide === 'left' ? [loopSide, otherSide] : [otherSide, loopSide];
  const [frontSpreadMm, backSpreadMm] = [front, back].map(({ loopMm, flatEndMm }) => loopMm + flatEndMm) as [number, number];
  return {
    left,
    right,
    extentDifferenceMm: left.extentMm - right.extentMm,
    heightDifferenceMm: left.heightMm - right.heightMm,
    areaDifferenceMm2: left.areaMm2 - right.areaMm2,
    frontSpreadMm,
    backSpreadMm,
    spreadDifferenceMm: frontSpreadMm - backSpreadMm,
  };
}

/** The side that shows the loop of one bow and the flat end of the other. */
function sideFigures(tie: PreparedTie, loopOf: BowState, flatOf: BowState): SideFigures {
  const { profile, takeUp } = tie;
  const length = profile.bladeLengthMm;
  const [centre, fold] = [length - loopOf.flatEndMm, length - loopOf.flatEndMm - loopOf.loopMm];
  const widthsAt = (x: number): number =>
    Math.max(
      x <= loopOf.loopMm ? Math.max(widthAt(profile, centre - x), widthAt(profile, fold - (loopOf.loopMm - x))) : 0,
      x <= flatOf.flatEndMm ? widthAt(profile, Math.min(length, length - flatOf.flatEndMm + x)) : 0,
    );
  const extentMm = Math.max(loopOf.loopMm, flatOf.flatEndMm);
  const shownAt = (x: number): number => {
    const fan = Math.min(1, x / takeUp.knotHeightMm);
    const width = widthsAt(x);
    return Math.min(width, takeUp.knotHeightMm) * (1 - fan) + width * fan;
  };
  let [heightMm, areaMm2] = [0, 0];
  for (let x = STEP_MM / 2; x < extentMm; x += STEP_MM) {
    const shown = shownAt(x);
    heightMm = Math.max(heightMm, shown);
    areaMm2 += shown * STEP_MM;
  }
  // the tallest place is where a measured width lies, or at an edge of the cloth: a sample may fall beside it
  for (const v of [...profile.curve.x, length - profile.tipDepthMm, length]) {
    for (const x of [centre - v, v - fold + loopOf.loopMm, v - (length - flatOf.flatEndMm), loopOf.loopMm, flatOf.flatEndMm]) {
      if (x >= 0 && x <= extentMm) heightMm = Math.max(heightMm, shownAt(x));
    }
  }
  return { extentMm, heightMm, areaMm2, pointPastMm: flatOf.flatEndMm - loopOf.loopMm };
}

/** How a bow is wanted: as even as it will go, or a little uneven on purpose, by so much and wider on one side. */
export type FinishTarget = { readonly kind: 'even' } | { readonly kind: 'handTied'; readonly byMm: number; readonly widerSide: Side };

/** Unevenness that still looks intended (common practice, no source). */
export const HAND_TIED_MM = { minMm: 4, maxMm: 10 } as const;

/**
 * Half-widths to aim for with the cloth that each bow has: loop and flat end alike but for the overhang, or the wider side
 * longer by the chosen amount. The cloth of a bow is not changed by it.
 * @throws RangeError for an unevenness outside {@link HAND_TIED_MM}.
 */
export function targetHalves(
  tie: PreparedTie,
  { front, back, frontLoopSide }: TiedState,
  target: FinishTarget,
): { readonly front: Pick<BowState, 'loopMm' | 'flatEndMm'>; readonly back: Pick<BowState, 'loopMm' | 'flatEndMm'> } {
  if (target.kind === 'handTied' && (target.byMm < HAND_TIED_MM.minMm || target.byMm > HAND_TIED_MM.maxMm))
    throw new RangeError(`a hand-tied look is uneven by ${HAND_TIED_MM.minMm} to ${HAND_TIED_MM.maxMm} mm, not ${target.byMm}`);
  const aim = ({ loopMm, flatEndMm, slackMm }: BowState, loopSide: Side): Pick<BowState, 'loopMm' | 'flatEndMm'> => {
    const clothMm = 2 * loopMm + flatEndMm + slackMm;
    const overMm = tie.measured.overhangMm;
    // the loop longer than the flat end by this much: 2r + t keeps the cloth
    const loopLongerMm = target.kind === 'even' ? 0 : target.widerSide === loopSide ? target.byMm : -target.byMm;
    const flatMm = (clothMm + 2 * overMm - 2 * loopLongerMm) / 3;
    return { loopMm: (clothMm - flatMm) / 2, flatEndMm: flatMm };
  };
  return { front: aim(front, frontLoopSide), back: aim(back, oppositeSide(frontLoopSide)) };
}

/**
 * By how much the front bow is wider than the back one where both are made of as much cloth and each meets its target:
 * 0 where they are to be even. A loop longer than its flat end by a makes a bow of the same cloth a/3 narrower, and the back
 * bow lies the other way round, so a hand-tied look of a makes 2a/3 of difference. In mm, negative where the back is wider.
 */
export function wantedSpreadDifferenceMm(frontLoopSide: Side, target: FinishTarget): number {
  if (target.kind === 'even') return 0;
  return ((target.widerSide === frontLoopSide ? -2 : 2) * target.byMm) / 3;
}

/** How even a bow has to be: half-widths and heights in mm, tilt in radians. */
export interface EvennessTolerance {
  readonly withinMm: number;
  readonly tiltRad: number;
}

/**
 * A hand-tied look that is uneven by no more than this counts as even too: a loop that is longer than its flat end by a takes two
 * thirds of that off the flat end of an even bow of the same cloth, and so much is within the tolerance. In mm.
 */
export const countsAsEvenMm = ({ withinMm }: Pick<EvennessTolerance, 'withinMm'>): number => 1.5 * withinMm;

/** Even within 3 mm and 2° (common practice, no source). */
export const EVEN_ENOUGH: EvennessTolerance = { withinMm: 3, tiltRad: (2 * Math.PI) / 180 };

/**
 * What still stands between a bow and its target; none where it is done. `…Halves`: loop and flat end do not lie as they
 * should; `…Loose`: they do, but the knot still holds cloth that belongs in the bow.
 */
export type Unevenness = 'frontHalves' | 'frontLoose' | 'backHalves' | 'backLoose' | 'frontAgainstBack' | 'tilt' | 'knotOff';

/** Holds a tied bow against its target. */
export function judgeTied(
  tie: PreparedTie,
  state: TiedState,
  target: FinishTarget,
  tolerance: EvennessTolerance = EVEN_ENOUGH,
): readonly Unevenness[] {
  const tight: TiedState = { ...state, front: { ...state.front, slackMm: 0 }, back: { ...state.back, slackMm: 0 } };
  const [aims, shape] = [targetHalves(tie, state, target), targetHalves(tie, tight, target)];
  const off = (bow: BowState, aim: Pick<BowState, 'loopMm' | 'flatEndMm'>): boolean =>
    Math.max(Math.abs(bow.loopMm - aim.loopMm), Math.abs(bow.flatEndMm - aim.flatEndMm)) > tolerance.withinMm;
  const ofBow = (end: 'front' | 'back'): readonly Unevenness[] => {
    if (!off(state[end], aims[end])) return [];
    return [off(state[end], shape[end]) ? `${end}Halves` : `${end}Loose`];
  };
  const offWantedMm = symmetryOf(tie, state).spreadDifferenceMm - wantedSpreadDifferenceMm(state.frontLoopSide, target);
  return [
    ...ofBow('front'),
    ...ofBow('back'),
    ...(Math.abs(offWantedMm) > tolerance.withinMm ? (['frontAgainstBack'] as const) : []),
    ...(Math.abs(state.tiltRad) > tolerance.tiltRad ? (['tilt'] as const) : []),
    ...(Math.abs(state.knotOffMm) > tolerance.withinMm ? (['knotOff'] as const) : []),
  ];
}
