import {
  fitOfWay,
  frontLoopOnNeck,
  leadOfWay,
  letOutFor,
  measuresOfWay,
  toCollar,
  tyingSubjectOf,
  USUAL_COLLAR,
  type Fitting,
  type Tie,
  type TyingSubject,
  type Wearer,
} from '@easytuck/contract';
import {
  collarGirthMm,
  evenLeadMm,
  naturalSetMm,
  neckPathMm,
  prepareTie,
  DEFAULT_EASE_MM,
  hardwareRange,
  OFFERED_WAYS,
  roundToSetting,
  stepsOfWay,
  STRIP_WAY,
  TYPICAL_BUTTONS,
  type BothBows,
  type CollarSize,
  tieForWearer,
  type Fit,
  type KnownHands,
  type OfferedWay,
  type Side,
  type TyingMeasures,
  type TyingStep,
} from '@easytuck/core';
import type { StepCounts } from './coachReducer.ts';

/** What the coach shows: a tie on a neck, whose it is, and where that was fitted. */
export interface CoachSubject extends TyingSubject {
  readonly wearer: { readonly id: string; readonly name: string } | null;
  readonly fittingId: string | null;
  readonly collar: CollarSize;
}

/** The collar size that is shown if no wearer is chosen. */
const USUAL_SIZE: CollarSize = { label: 15.5, system: 'in' };

/** A fitting as it was issued. */
export const subjectOfFitting = (fitting: Fitting): CoachSubject => ({
  ...tyingSubjectOf(fitting),
  // (nobody, where that wearer was erased)
  wearer: fitting.wearer.name === '' ? null : fitting.wearer,
  fittingId: fitting.id,
  collar: toCollar(fitting.collar),
});

/**
 * A tie at its natural spread on a wearer's neck, or on a usual one: the band's setting next to it, the even lead.
 * @param hands what is known of the wearer's own hands with this tie.
 */
export function subjectOfTie(drawerTie: Tie, wearer: Wearer | null, hands: KnownHands | null = null): CoachSubject {
  const { tie } = tieForWearer(drawerTie, hands);
  const prepared = prepareTie(tie);
  const collar = wearer?.collar ? toCollar(wearer.collar) : USUAL_SIZE;
  const path = neckPathMm(collar, wearer?.easeMm ?? DEFAULT_EASE_MM, tie.cloth);
  const { shortestMm, longestMm } = hardwareRange(tie.hardware);
  const wantedMm = Math.min(longestMm, Math.max(shortestMm, naturalSetMm(prepared, path)));
  return {
    tie,
    prepared,
    wearer: wearer && { id: wearer.id, name: wearer.name },
    fittingId: null,
    collar,
    collarGirthMm: collarGirthMm(collar),
    neckPathMm: path,
    setMm: roundToSetting(tie.hardware, wantedMm).nearest.lengthMm,
    leadMm: evenLeadMm(prepared),
    longEnd: wearer?.longEnd ?? 'left',
    late: null,
    worn: USUAL_COLLAR,
    buttons: {
      firstMm: wearer?.firstButtonMm ?? TYPICAL_BUTTONS.firstMm,
      spacingMm: wearer?.buttonSpacingMm ?? TYPICAL_BUTTONS.spacingMm,
    },
    folding: null,
  };
}

/** The steps of a way for a subject, in their order: one more where the band is let out for tying. */
export const stepsFor = (subject: CoachSubject, way: OfferedWay): readonly TyingStep[] =>
  stepsOfWay(STRIP_WAY[way], letOutFor(subject, way) !== null);

/** How many steps each way has for a subject. */
export const stepCountsOf = (subject: CoachSubject): StepCounts =>
  Object.fromEntries(OFFERED_WAYS.map((way) => [way, stepsFor(subject, way).length])) as StepCounts;

/** A subject as a way of tying wants it: without a lead where the way has none, on another girth where it is tied on a thigh. */
export interface Tied {
  readonly measures: TyingMeasures;
  readonly fit: Fit;
  readonly leadMm: number;
}

/** The finished bow as it should be on the neck, and the side of its front loop there: on a leg it is tied as its own mirror image. */
export function finishedBow(tied: Tied, way: OfferedWay, longEnd: Side): { readonly wanted: BothBows; readonly frontLoopSide: Side } {
  const bow = ({ loopMm, flatEndMm }: Fit['front']): BothBows['front'] => ({ loopMm, flatEndMm, slackMm: 0 });
  return {
    wanted: { front: bow(tied.fit.front), back: bow(tied.fit.back) },
    frontLoopSide: frontLoopOnNeck(longEnd, way === 'onThigh'),
  };
}

/** The fit that a way of tying gives, with the measures that its choreography needs. */
export function tiedBy(subject: CoachSubject, way: OfferedWay, thighGirthMm: number | null): Tied {
  // on another girth the band is set so that the same strip is left for the bow
  const moreMm = thighGirthMm === null ? 0 : thighGirthMm - subject.collarGirthMm;
  const fit = fitOfWay(subject, way, moreMm);
  return { measures: measuresOfWay(subject, way, moreMm), fit, leadMm: leadOfWay(subject, way) };
}
