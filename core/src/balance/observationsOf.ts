import { firmnessTakes, type Firmness } from '../fit/index.ts';
import type { Tie } from '../strip/index.ts';
import type { BowState } from './bowState.ts';
import type { TakeUpObservation } from './learnTie.ts';
import { observeTakeUps, type ShownTakeUps } from './learnTakeUp.ts';

/** What of a tying on record can teach; null where it was not measured or not known. Lengths in mm. */
export interface MeasuredTying {
  readonly id: string;
  readonly wearerId: string;
  readonly outcome: string;
  readonly frontLoopMm: number | null;
  readonly frontFlatEndMm: number | null;
  readonly backLoopMm: number | null;
  readonly backFlatEndMm: number | null;
  readonly setMm: number | null;
  readonly leadMm: number | null;
  readonly neckPathMm: number | null;
  readonly isConfirmed: boolean;
  /** How firmly its knot was drawn up, where somebody felt it; as usual where nobody did. */
  readonly firmness: Firmness | null;
  /** ISO 8601 in UTC, so that texts sort as times do. */
  readonly tiedAt: string;
}

/**
 * Tyings that were tied, measured whole and with a known set, as observations of what the tie's knot takes drawn up as usual; oldest
 * first. What a soft or a firm knot takes more or less is counted off by the cloth of the tie.
 */
export function observationsOf(
  tyings: readonly MeasuredTying[],
  { blade, cloth }: Pick<Tie, 'blade' | 'cloth'>,
): readonly TakeUpObservation[] {
  const { waistWidthMm, bandWidthMm } = blade;
  const takes = (firmness: Firmness) => firmnessTakes({ ...cloth, waistWidthMm, bandWidthMm }, firmness);
  return [...tyings]
    .sort((a, b) => (a.tiedAt < b.tiedAt ? -1 : 1))
    .flatMap((tying) => observationOf(tying, takes(tying.firmness ?? 'usual')));
}

function observationOf({ id, wearerId, isConfirmed, outcome, ...read }: MeasuredTying, takes: ShownTakeUps): readonly TakeUpObservation[] {
  const { frontLoopMm, frontFlatEndMm, backLoopMm, backFlatEndMm, setMm, leadMm, neckPathMm } = read;
  if (frontLoopMm === null || frontFlatEndMm === null || backLoopMm === null || backFlatEndMm === null) return [];
  if (setMm === null || leadMm === null || neckPathMm === null || outcome !== 'tied') return [];
  const tight = (loopMm: number, flatEndMm: number): BowState => ({ loopMm, flatEndMm, slackMm: 0 });
  const shown = observeTakeUps(tight(frontLoopMm, frontFlatEndMm), tight(backLoopMm, backFlatEndMm), setMm, neckPathMm, leadMm);
  return [{ id, wearerId, isConfirmed, shortMm: shown.shortMm - takes.shortMm, longMm: shown.longMm - takes.longMm }];
}
