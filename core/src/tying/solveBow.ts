import { bisect } from '../geometry/index.ts';
import { band } from './poses/collar.ts';
import { FAN_RAD, longBowParts, shortBowParts, type BowForm } from './poses/bow.ts';
import { countBefore, inOrder, type Parts } from './poses/controls.ts';
import type { TyingMeasures } from './measures.ts';
import { runToControl } from './strand.ts';

/** Turns in the knot are sought between these: below 1 the cloth would lie in itself, far above it stand off the knot. */
const TURN_LIMITS = [1, 3] as const;

/** A tightened bow whose turns in the knot take just the cloth that the fit leaves for them. */
export interface SolvedBow {
  readonly lay: BowForm;
  /** Cloth that could not be placed, in mm: 0 where the turns were found within their limits. */
  readonly shortLeftMm: number;
  readonly longLeftMm: number;
}

/** What is left to choose of a tightened bow. */
export type BowChoice = Pick<BowForm, 'front' | 'back' | 'frontLoop' | 'pushedFrom'> &
  Partial<Pick<BowForm, 'frontTiltRad' | 'backTiltRad'>>;

/**
 * Finds how far the turns in the knot reach, so that each end has its loop's and its flat end's half-widths with no cloth
 * over. The budget is the fit's: what is not round the neck, in the loop twice or in the flat end is in the knot.
 */
export function solveBow(m: TyingMeasures, choice: BowChoice): SolvedBow {
  const [shortMm, longMm] = [(m.setMm - m.leadMm) / 2, (m.setMm + m.leadMm) / 2];
  const base: BowForm = {
    frontTiltRad: FAN_RAD.front,
    backTiltRad: FAN_RAD.back,
    ...choice,
    loose: 0,
    pinchedMm: 0,
    shortTurn: 1,
    longTurn: 1,
  };
  const short = solveTurn(shortMm - choice.front.flatEndMm, (shortTurn) =>
    runToMiddle({ band: band(m, -1), ...shortBowParts(m, { ...base, shortTurn }) }),
  );
  const long = solveTurn(longMm - choice.back.flatEndMm, (longTurn) =>
    runToMiddle({ band: band(m, 1), ...longBowParts(m, { ...base, longTurn }) }),
  );
  return { lay: { ...base, shortTurn: short.turn, longTurn: long.turn }, shortLeftMm: short.leftMm, longLeftMm: long.leftMm };
}

function solveTurn(wantedMm: number, runMm: (turn: number) => number): { turn: number; leftMm: number } {
  const turn = bisect(runMm, wantedMm, ...TURN_LIMITS, 24);
  return { turn, leftMm: wantedMm - runMm(turn) };
}

/** Length from the back of the neck to where the strand is back at the knot's middle after its fold, in mm. */
const runToMiddle = (parts: Parts<'band' | 'middle'>): number => runToControl(inOrder(parts), countBefore(parts, 'middle'));
