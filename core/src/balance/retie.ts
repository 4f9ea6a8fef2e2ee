import type { PreparedTie } from '../fit/index.ts';
import { roundToSetting, type RoundedSetting } from '../strip/index.ts';
import { materialMm, type BowState } from './bowState.ts';

/** What tying again would take, where no pull can help. Lengths in mm. */
export interface Retie {
  /** Lead that makes both bows of one length: d − (T_B − T_F). */
  readonly leadMm: number;
  /** Spread of both bows with that lead, at the set as it is. */
  readonly spreadMm: number;
  /** The set that gives the wanted spread, rounded to the hardware with its neighbours. */
  readonly rounded: RoundedSetting;
  /** Spread of both bows with that lead at the nearest of those settings. */
  readonly nearestSpreadMm: number;
}

/**
 * What pulls cannot mend: front and back bow that are made of different lengths, and a bow too wide or too narrow. A
 * millimetre of lead moves a millimetre from one to the other; a millimetre of spread is three of set.
 *
 * @param front, back the bows as measured after tightening; slack still in the knots counts as theirs.
 */
export function retieFor(tie: PreparedTie, front: BowState, back: BowState, leadMm: number, setMm: number, wantedSpreadMm: number): Retie {
  const [frontMm, backMm] = [materialMm(front), materialMm(back)];
  const overhangMm = tie.measured.overhangMm;
  const spreadMm = 2 * (((frontMm + backMm) / 2 - overhangMm) / 3) + overhangMm;
  const rounded = roundToSetting(tie.measured.hardware, setMm + 3 * (wantedSpreadMm - spreadMm));
  return {
    leadMm: leadMm - (backMm - frontMm),
    spreadMm,
    rounded,
    nearestSpreadMm: spreadMm + (rounded.nearest.lengthMm - setMm) / 3,
  };
}
