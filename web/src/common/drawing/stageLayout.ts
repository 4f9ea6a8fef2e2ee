import type { PreparedTie } from '@easytuck/core';

/** From which side the wearer is seen. `facing`: as the fitter does; `mirror`: as the wearer does. */
export type ViewSide = 'facing' | 'mirror';

/** Where things stand on the stage, in CSS pixels, and the one scale of strip, tape and bow. */
export interface StageLayout {
  readonly widthPx: number;
  /** True where words that stand side by side on a wide stage stand under one another. */
  readonly isSlim: boolean;
  readonly heightPx: number;
  readonly pxPerMm: number;
  /** +1 where the wearer's left is on the right of the picture. */
  readonly flip: 1 | -1;
  readonly centrePx: number;
  readonly stripPx: number;
  readonly tapePx: number;
  readonly tapeHeightPx: number;
  readonly bowPx: number;
  /** What of the stage's width is seen: all of it, or on a slim one the part with one end. */
  readonly seenPx: readonly [from: number, to: number];
  /** Pixel of a position in mm, x towards the wearer's left. */
  readonly xOf: (xMm: number) => number;
}

/** Tape laid out at every fitting, so that two ties are seen at one scale. */
const USUAL_TAPE_MM = 930;
const LABELS_PX = 34;
/** On a slim stage the ends' names have two lines of their own, above the lead and the band's scale. */
const SLIM_LABELS_PX = 74;
/** Narrower than this, the words of a wide stage run into one another. */
export const SLIM_STAGE_PX = 640;
const TAPE_HEIGHT_PX = 26;
const THREADS_PX = 26;
const SLIM_THREADS_PX = 48;
/** Least room below the bow's middle: the limits are named there. */
const BELOW_BOW_PX = 74;
const NECK_MM = 80;
/** Least distance from the strip's axis to the tape: the neck path is written between them. */
const BELOW_BAND_PX = 42;
/** Shirt front drawn below the collar button. */
export const SHIRT_DEPTH_MM = 92;

/** Lays the stage out for a width and a tie. */
export function layOutStage(widthPx: number, tie: PreparedTie, longestMm: number, view: ViewSide): StageLayout {
  const pxPerMm = widthPx / Math.max(USUAL_TAPE_MM, longestMm + 90);
  const isSlim = widthPx < SLIM_STAGE_PX;
  const halfBladePx = (tie.bowHeightMm / 2) * pxPerMm;
  const stripPx = (isSlim ? SLIM_LABELS_PX : LABELS_PX) + Math.max(halfBladePx, 30 * pxPerMm);
  const tapePx = stripPx + Math.max(halfBladePx + 6, BELOW_BAND_PX);
  const bowPx = tapePx + TAPE_HEIGHT_PX + (isSlim ? SLIM_THREADS_PX : THREADS_PX) + NECK_MM * pxPerMm;
  const flip = view === 'facing' ? 1 : -1;
  const centrePx = widthPx / 2;
  return {
    widthPx,
    isSlim,
    heightPx: Math.round(bowPx + Math.max(SHIRT_DEPTH_MM * pxPerMm, BELOW_BOW_PX)),
    pxPerMm,
    flip,
    centrePx,
    stripPx,
    tapePx,
    tapeHeightPx: TAPE_HEIGHT_PX,
    bowPx,
    seenPx: [0, widthPx],
    xOf: (xMm) => centrePx + flip * xMm * pxPerMm,
  };
}
