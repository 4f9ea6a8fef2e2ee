import {
  collarGirthMm,
  hangCheck,
  lastStep,
  oppositeSide,
  neckPathMm,
  prepareTie,
  roundToSetting,
  settingNotOver,
  settingAt,
  TYPICAL_BUTTONS,
  type CollarSize,
  type CollarStyle,
  type Folding,
  type OfferedWay,
  type PreparedTie,
  type RoundedSetting,
  type Setting,
  type ShirtButtons,
  type Side,
  type WingSchool,
} from '@easytuck/core';
import { toCollar } from '../fields/collarField.ts';
import type { BowPosition, Fitting } from '../records/fitting.ts';
import type { Tie } from '../records/tie.ts';

/** The collar that is worn, as far as the tying depends on it. */
export interface ShirtCollar {
  readonly style: CollarStyle;
  readonly wings: WingSchool;
  readonly bowPosition: BowPosition;
}

/** A collar that nobody named. */
export const USUAL_COLLAR: ShirtCollar = { style: 'turndown', wings: 'behind', bowPosition: 'onLeaf' };

/** The settings of a band that is let out for tying and taken in afterwards. */
export interface LetOut {
  readonly longest: Setting;
  readonly mark: Setting;
}

/** A tie on a neck, as its tying is taught on screen, phone and paper. Lengths in mm. */
export interface TyingSubject {
  readonly tie: Tie;
  readonly prepared: PreparedTie;
  readonly collarGirthMm: number;
  readonly neckPathMm: number;
  /** Finished set, tip to tip: after the band was taken in. */
  readonly setMm: number;
  readonly leadMm: number;
  readonly longEnd: Side;
  /** Null where it is tied at the length it is worn at. */
  readonly late: LetOut | null;
  readonly worn: ShirtCollar;
  readonly buttons: ShirtButtons;
  /** How the folds are made so that the chosen faces show; null where nobody chose. */
  readonly folding: Folding | null;
}

const longestOf = ({ hardware }: Pick<Tie, 'hardware'>): Setting => settingAt(hardware, lastStep(hardware));

/** What a subject is made from: what a fitting says, or what the phone was given of it. */
type SubjectParts = Pick<TyingSubject, 'tie' | 'setMm' | 'leadMm' | 'longEnd' | 'worn' | 'buttons' | 'folding'> & {
  readonly collar: CollarSize;
  readonly easeMm: number;
  /** How much the band is taken in after tying; 0 if it is tied as it is worn. */
  readonly drawInMm: number;
  /** The band's finished setting. */
  readonly step: number;
};

/** A tie on a neck, from what is on record of it. */
export function makeTyingSubject({ collar, easeMm, drawInMm, step, ...parts }: SubjectParts): TyingSubject {
  const { tie } = parts;
  return {
    ...parts,
    prepared: prepareTie(tie),
    collarGirthMm: collarGirthMm(collar),
    neckPathMm: neckPathMm(collar, easeMm, tie.cloth),
    late: drawInMm > 0 ? { longest: longestOf(tie), mark: settingAt(tie.hardware, step) } : null,
  };
}

/** What a fitting says of its tying. */
export function tyingSubjectOf(fitting: Fitting): TyingSubject {
  const { tie, easeMm, step, result, leadMm, longEnd, collarStyle, wings, bowPosition, firstButtonMm, buttonSpacingMm, folding } = fitting;
  return makeTyingSubject({
    ...{ tie, easeMm, step, leadMm, longEnd, folding, setMm: result.setMm, drawInMm: result.drawInMm },
    collar: toCollar(fitting.collar),
    worn: { style: collarStyle, wings, bowPosition },
    buttons: { firstMm: firstButtonMm ?? TYPICAL_BUTTONS.firstMm, spacingMm: buttonSpacingMm ?? TYPICAL_BUTTONS.spacingMm },
  });
}

/** The band's setting on the neck once the bow is finished. */
const settingOnNeck = ({ tie, setMm, late }: Pick<TyingSubject, 'tie' | 'setMm' | 'late'>): Setting =>
  late?.mark ?? roundToSetting(tie.hardware, setMm).nearest;

/**
 * The settings of a band that is let out for a way of tying; null where it is tied as it is worn. The way with even ends is tied at the
 * longest setting, whatever the house style; on a leg the band is set for the leg instead.
 */
export function letOutFor(subject: Pick<TyingSubject, 'tie' | 'setMm' | 'late'>, way: OfferedWay): LetOut | null {
  if (way === 'onThigh') return null;
  if (subject.late !== null || way !== 'evenEnds' || subject.tie.hardware.kind === 'fixed') return subject.late;
  const [longest, mark] = [longestOf(subject.tie), settingOnNeck(subject)];
  return longest.lengthMm - mark.lengthMm < LEAST_LET_OUT_MM ? null : { longest, mark };
}

/** A band that could be let out by less than this is tied as it is worn, in mm. */
const LEAST_LET_OUT_MM = 3;

/** How much longer the band is while it is let out, in mm; 0 where it is not. */
export const letOutMm = (letOut: LetOut | null): number => (letOut === null ? 0 : letOut.longest.lengthMm - letOut.mark.lengthMm);

/** The band's setting for tying on a thigh or a cylinder; `setting.beyondMm` says by how much the band falls short of it. */
export function settingForGirth(
  subject: Pick<TyingSubject, 'tie' | 'setMm' | 'collarGirthMm'>,
  girthMm: number,
): { readonly setting: RoundedSetting; readonly wantedMm: number } {
  const wantedMm = subject.setMm + girthMm - subject.collarGirthMm;
  return { setting: roundToSetting(subject.tie.hardware, wantedMm), wantedMm };
}

/** A girth is read from a tape to so much, in mm. */
const AS_READ_MM = 1;

/**
 * The band's setting for tying on a leg. A band that is longer there than the girth asks for sits tighter on the neck by as much: it is
 * never rounded to the longer side. At the shortest setting there is none below; `tighterMm` says what would be missing at the throat, 0 if
 * nothing.
 */
export function settingOnLeg(subject: Parameters<typeof settingForGirth>[0], girthMm: number): Setting & { readonly tighterMm: number } {
  const { wantedMm } = settingForGirth(subject, girthMm);
  const chosen = settingNotOver(subject.tie.hardware, wantedMm, AS_READ_MM);
  const longerMm = chosen.lengthMm - wantedMm;
  return { ...chosen, tighterMm: longerMm > AS_READ_MM ? longerMm : 0 };
}

/**
 * The wearer's side on which the front loop lies on the neck: opposite to where the long end started. A bow that comes off a leg is its own
 * mirror image there.
 */
export const frontLoopOnNeck = (longEnd: Side, isTiedOnLeg: boolean): Side => (isTiedOnLeg ? longEnd : oppositeSide(longEnd));

/** Where the band is set while it is tied, and where it ends up on the neck. */
export function bandSettings(
  subject: TyingSubject,
  way: OfferedWay,
  thighGirthMm = subject.collarGirthMm,
): { readonly forTying: Setting; readonly onNeck: Setting } {
  const onNeck = settingOnNeck(subject);
  if (way === 'onThigh') return { forTying: settingOnLeg(subject, thighGirthMm), onNeck };
  return { forTying: letOutFor(subject, way)?.longest ?? onNeck, onNeck };
}

/** Where the nose hangs before tying, with the band as it is then. */
export function hangBefore(subject: TyingSubject, letOut: LetOut | null): ReturnType<typeof hangCheck> {
  const { prepared, setMm, neckPathMm: path, buttons } = subject;
  return hangCheck(setMm + letOutMm(letOut), prepared.profile.bladeLengthMm, path, buttons);
}
