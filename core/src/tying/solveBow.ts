import { band } from './lay.ts';
import { FAN_RAD, longBow, shortBow, type BowLay } from './bowStrands.ts';
import type { TyingMeasures } from './measures.ts';
import { runToControl } from './strand.ts';

/** Controls of the band before the crossing. */
const BAND_CONTROLS = 6;
/** Where the strand is back at the knot's centre line after its fold, counted from the crossing. */
const SHORT_CENTRE = BAND_CONTROLS + 10;
const LONG_CENTRE = BAND_CONTROLS + 18;
/** Turns in the knot are sought between these; outside them the cloth would lie in itself or stand off the knot. */
const TURN_LIMITS = [0.08, 3] as const;

/** A tightened bow whose turns in the knot take just the cloth that the fit leaves for them. */
export interface SolvedBow {
  readonly lay: BowLay;
  /** Cloth that could not be placed, in mm: 0 where the turns were found within their limits. */
  readonly shortLeftMm: number;
  readonly longLeftMm: number;
}

/** What is left to choose of a tightened bow. */
export type BowChoice = Pick<BowLay, 'front' | 'back' | 'frontLoop' | 'pushedFrom'> & Partial<Pick<BowLay, 'frontTiltRad' | 'backTiltRad'>>;

/**
 * Finds how far the turns in the knot reach, so that each end has its loop's and its flat end's half-widths with no cloth
 * over. The budget is the fit's: what is not round the neck, in the loop twice or in the flat end is in the knot.
 */
export function solveBow(m: TyingMeasures, choice: BowChoice): SolvedBow {
  const [shortMm, longMm] = [(m.setMm - m.leadMm) / 2, (m.setMm + m.leadMm) / 2];
  const base: BowLay = {
    frontTiltRad: FAN_RAD.front,
    backTiltRad: FAN_RAD.back,
    ...choice,
    loose: 0,
    pinchedMm: 0,
    shortTurn: 1,
    longTurn: 1,
  };
  const short = solveTurn(shortMm - choice.front.flatEndMm, (shortTurn) =>
    runToControl([...band(m, -1), ...shortBow(m, { ...base, shortTurn })], SHORT_CENTRE),
  );
  const long = solveTurn(longMm - choice.back.flatEndMm, (longTurn) =>
    runToControl([...band(m, 1), ...longBow(m, { ...base, longTurn })], LONG_CENTRE),
  );
  return { lay: { ...base, shortTurn: short.turn, longTurn: long.turn }, shortLeftMm: short.leftMm, longLeftMm: long.leftMm };
}

function solveTurn(wantedMm: number, runMm: (turn: number) => number): { turn: number; leftMm: number } {
  let [low, high]: [number, number] = [...TURN_LIMITS];
  for (let i = 0; i < 24; i += 1) {
    const middle = (low + high) / 2;
    if (runMm(middle) < wantedMm) low = middle;
    else high = middle;
  }
  const turn = (low + high) / 2;
  return { turn, leftMm: wantedMm - runMm(turn) };
}
