import type { Fitting, Tie, TieData, Tying } from '@easytuck/contract';
import {
  drawnUp,
  inAnybodysHands,
  keptTakeUps,
  learnTie,
  MODEL_VERSION,
  observationsOf,
  roundToSetting,
  setForSpreadMm,
  takeUpsForWearer,
  withTakeUps,
  type LearnedTie,
  type PreparedTie,
  type TakeUpBeliefs,
} from '@easytuck/core';
import { effectOn, type DeskTie } from './balanceDesk.ts';

/** What tyings are measured against: the tie as it is without them, what its kin start it with, and where it is worn. */
export interface LessonGround {
  /** The tie before anything was learned. */
  readonly model: PreparedTie;
  readonly start: TakeUpBeliefs;
  readonly desk: DeskTie;
  readonly fitting: Fitting;
  readonly hardware: Tie['hardware'];
  readonly wearerId: string;
}

/** What a tie's tyings teach, and what that means for this wearer. */
export function lessonOf(tyings: readonly Tying[], { model, start, desk, fitting, hardware, wearerId }: LessonGround) {
  const observations = observationsOf(tyings, model.measured);
  const learned: LearnedTie = learnTie(model, observations, start);
  const { believed } = learned;
  const own = takeUpsForWearer(model, believed, wearerId, start);
  const isByThem = believed.some((each) => each.wearerId === wearerId);
  // a knot that is wished soft or firm takes more or less than the usual one that tyings are counted as
  const held = drawnUp(isByThem ? own : inAnybodysHands(learned.beliefs), { ...model.measured, firmness: fitting.firmness });
  const effect = effectOn(desk, model, held);
  const calibrated = withTakeUps(model, held);
  return {
    learned,
    count: believed.length,
    observed: observations.length,
    /** The latest tying is too far off to be believed, and nothing was measured since. */
    isSurprised: learned.surprisingIds.includes(observations.at(-1)?.id ?? ''),
    own,
    isByThem,
    effect,
    next: roundToSetting(hardware, setForSpreadMm(calibrated, desk.neckPathMm, fitting.result.spreadMm)).nearest,
    nextLeadMm: Math.round(effect.evenLeadMm * 10) / 10,
  };
}
export type Lesson = ReturnType<typeof lessonOf>;

/** What is kept with the tie of what was learned; how one wearer's hands differ from tying to tying is not the tie's. */
export function keptOf({ learned: { beliefs } }: Lesson): NonNullable<TieData['takeUp']> {
  const { tyingMm: _tyingMm, ...takeUp } = keptTakeUps(beliefs);
  return { ...takeUp, model: MODEL_VERSION };
}

/** Whether a tie goes by what was learned already. */
export const isApplied = ({ takeUp }: Pick<Tie, 'takeUp'>, { learned: { beliefs } }: Lesson): boolean =>
  takeUp !== null && Math.abs(takeUp.shortMm - beliefs.short.meanMm) < 0.05 && Math.abs(takeUp.longMm - beliefs.long.meanMm) < 0.05;
