import { toCollar, type Fitting, type Tie, type Wearer } from '@easytuck/contract';
import {
  collarGirthMm,
  evenLeadMm,
  fitTie,
  naturalSetMm,
  neckPathMm,
  prepareTie,
  DEFAULT_EASE_MM,
  hardwareRange,
  lastStep,
  roundToSetting,
  settingAt,
  tyingMeasures,
  type CollarSize,
  type Fit,
  type PreparedTie,
  type RoundedSetting,
  type Setting,
  type Side,
  type TyingMeasures,
  type TyingWay,
} from '@easytuck/core';

/** Whom and what the coach shows: a tie on a neck, at a set and a lead. */
export interface CoachSubject {
  readonly tie: Tie;
  readonly prepared: PreparedTie;
  readonly wearer: { readonly id: string; readonly name: string } | null;
  readonly fittingId: string | null;
  readonly collar: CollarSize;
  readonly collarGirthMm: number;
  readonly neckPathMm: number;
  readonly setMm: number;
  readonly leadMm: number;
  readonly longEnd: Side;
  /** Where the band is let out for tying and taken back in afterwards; null where it is tied as it is worn. */
  readonly late: { readonly longest: Setting; readonly mark: Setting } | null;
}

const NO_LIMITS = { neckBreadthMm: null, collarPointsMm: null, faceWidthMm: null } as const;

/** The collar that is shown where no wearer is chosen. */
const USUAL_COLLAR: CollarSize = { label: 15.5, system: 'in' };

/** A fitting as it was given out. */
export function subjectOfFitting(fitting: Fitting): CoachSubject {
  const collar = toCollar(fitting.collar);
  return {
    tie: fitting.tie,
    prepared: prepareTie(fitting.tie),
    // (nobody, where that wearer was erased)
    wearer: fitting.wearer.name === '' ? null : fitting.wearer,
    fittingId: fitting.id,
    collar,
    collarGirthMm: collarGirthMm(collar),
    neckPathMm: neckPathMm(collar, fitting.easeMm, fitting.tie.cloth),
    // the finished set, in the late school too
    setMm: fitting.result.setMm,
    leadMm: fitting.leadMm,
    longEnd: fitting.longEnd,
    late: fitting.result.drawInMm > 0 ? { longest: longestOf(fitting.tie), mark: settingAt(fitting.tie.hardware, fitting.step) } : null,
  };
}

/** A tie at its natural spread on a wearer's neck, or on a usual one: the band's setting next to it, the even lead. */
export function subjectOfTie(tie: Tie, wearer: Wearer | null): CoachSubject {
  const prepared = prepareTie(tie);
  const collar = wearer?.collar ? toCollar(wearer.collar) : USUAL_COLLAR;
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
  };
}

const longestOf = ({ hardware }: Tie): Setting => settingAt(hardware, lastStep(hardware));

/** The band's setting on the neck, for a tie that is tied elsewhere. */
export const settingOnNeck = ({ tie, setMm, late }: CoachSubject): Setting => late?.mark ?? roundToSetting(tie.hardware, setMm).nearest;

/** What is let out and taken in for a way of tying: the way with even ends is tied at the longest, whatever the school. */
export function lateFor({ tie, setMm, late }: CoachSubject, way: TyingWay): CoachSubject['late'] {
  if (way !== 'evenEnds' || tie.hardware.kind === 'fixed') return late;
  return late ?? { longest: longestOf(tie), mark: roundToSetting(tie.hardware, setMm).nearest };
}

/** A subject as a way of tying wants it: without a lead where the way has none, on another girth where it is tied on a thigh. */
export interface Tied {
  readonly measures: TyingMeasures;
  readonly fit: Fit;
  readonly leadMm: number;
}

/** The fit that a way of tying gives, with the measures that its choreography needs. */
export function tiedBy(subject: CoachSubject, way: TyingWay, thighGirthMm: number | null): Tied {
  const leadMm = way === 'evenEnds' ? 0 : subject.leadMm;
  // on another girth the band is set so that the same strip is left for the bow
  const moreMm = thighGirthMm === null ? 0 : thighGirthMm - subject.collarGirthMm;
  const fit = fitTie({
    tie: subject.prepared,
    neckPathMm: subject.neckPathMm + moreMm,
    setMm: subject.setMm + moreMm,
    leadMm,
    longEnd: subject.longEnd,
    limits: NO_LIMITS,
  });
  return { measures: tyingMeasures(subject.prepared, fit, subject.collarGirthMm + moreMm), fit, leadMm };
}

/** The band's setting for tying on a thigh or a cylinder; `setting.beyondMm` says by how much the band falls short of it. */
export function settingForGirth(subject: CoachSubject, girthMm: number): { readonly setting: RoundedSetting; readonly wantedMm: number } {
  const wantedMm = subject.setMm + girthMm - subject.collarGirthMm;
  return { setting: roundToSetting(subject.tie.hardware, wantedMm), wantedMm };
}
