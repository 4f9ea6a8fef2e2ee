import { makeTyingSubject, USUAL_COLLAR, type PocketCoach } from '@easytuck/contract';
import { TYPICAL_BUTTONS } from '@easytuck/core';
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
  const { easeMm, setMm, drawInMm, step, leadMm } = fitting;
  // (absent in what an older version of the shop answered)
  const { worn = USUAL_COLLAR, buttons = TYPICAL_BUTTONS, folding = null } = fitting;
  return {
    ...makeTyingSubject({ tie, collar, easeMm, setMm, drawInMm, step, leadMm, longEnd, worn, buttons, folding }),
    wearer: { id: '', name: wearer },
    fittingId: fitting.id,
    collar,
  };
}
