import { USUAL_COLLAR, type PocketCoach } from '@easytuck/contract';
import { collarGirthMm, lastStep, neckPathMm, prepareTie, settingAt, TYPICAL_BUTTONS } from '@easytuck/core';
import type { CoachSubject } from '../features/coach/coachSubject.ts';

/** What the pocket coach shows: the tie, neck, hand and set that the shop issued. */
export function subjectOfPocket({
  tie,
  fitting,
  collar: written,
  longEnd,
  wearer,
}: Pick<PocketCoach, 'tie' | 'fitting' | 'collar' | 'longEnd' | 'wearer'>): CoachSubject {
  const collar = { label: written.label, system: written.system };
  return {
    tie,
    prepared: prepareTie(tie),
    wearer: { id: '', name: wearer },
    fittingId: fitting.id,
    collar,
    collarGirthMm: collarGirthMm(collar),
    neckPathMm: neckPathMm(collar, fitting.easeMm, tie.cloth),
    setMm: fitting.setMm,
    leadMm: fitting.leadMm,
    longEnd,
    late:
      fitting.drawInMm > 0
        ? { longest: settingAt(tie.hardware, lastStep(tie.hardware)), mark: settingAt(tie.hardware, fitting.step) }
        : null,
    // (absent in what an older version of the shop answered)
    worn: fitting.worn ?? USUAL_COLLAR,
    buttons: fitting.buttons ?? TYPICAL_BUTTONS,
    folding: fitting.folding ?? null,
  };
}
