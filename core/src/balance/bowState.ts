/** One tied bow as it is now. In mm. */
export interface BowState {
  /** Loop's half-width r, from the knot's middle to the fold. */
  readonly loopMm: number;
  /** Flat end's half-width t, from the knot's middle to the tip. */
  readonly flatEndMm: number;
  /** Cloth still lying slack in the knot, q. */
  readonly slackMm: number;
}

/** Strip in a bow, knot's slack included: 2r + t + q. No move changes it. */
export const materialMm = ({ loopMm, flatEndMm, slackMm }: BowState): number => 2 * loopMm + flatEndMm + slackMm;

/** Draws the flat end out by p: it grows by p, and the loop's two layers give p between them. */
export function drawFlatEnd(bow: BowState, p: number): BowState {
  return { ...bow, loopMm: bow.loopMm - p / 2, flatEndMm: bow.flatEndMm + p };
}

/** Draws the loop's tail-side layer by p: the flat end shortens by p, and the loop's two layers take it. */
export function drawTailSide(bow: BowState, p: number): BowState {
  return drawFlatEnd(bow, -p);
}

/** Draws the loop's knot-side layer by p: the knot tightens by p, and the loop's two layers take it. */
export function drawKnotSide(bow: BowState, p: number): BowState {
  return { ...bow, loopMm: bow.loopMm + p / 2, slackMm: bow.slackMm - p };
}

/** Eases the knot-side layer back by p: the knot loosens by p. */
export function easeKnotSide(bow: BowState, p: number): BowState {
  return drawKnotSide(bow, -p);
}
