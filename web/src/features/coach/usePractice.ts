import type { TyingStep } from '@easytuck/core';
import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Playhead } from './playhead.ts';
import { forgetDraft, keepDraft, readDraft } from '../../common/forms/tabDrafts.ts';
import { beginPractice, enterStep, readPractice, stopPractice, type Practice, type PracticeOf } from './practice.ts';

/** The clock of a practice: started, led from step to step by what is shown, stopped, and put away. */
export interface PracticeClock {
  readonly practice: Practice | null;
  readonly start: (of: PracticeOf) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

const DRAFT = 'practice';

export function usePractice(steps: readonly TyingStep[], playhead: Playhead): PracticeClock {
  const [practice, setPractice] = useState<Practice | null>(() => readDraft(DRAFT, readPractice));
  useEffect(() => (practice === null ? forgetDraft(DRAFT) : keepDraft(DRAFT, practice)), [practice]);
  const shown = (): TyingStep => steps[Math.min(steps.length - 1, Math.floor(playhead.time()))] ?? 'setBand';
  useEffect(
    () =>
      playhead.subscribe(() =>
        setPractice((now) =>
          now && steps.length > 0
            ? enterStep(now, steps[Math.min(steps.length - 1, Math.floor(playhead.time()))] ?? now.step, Date.now())
            : now,
        ),
      ),
    [steps, playhead],
  );
  return {
    practice,
    start: (of) => setPractice(beginPractice(uuid(), of, shown(), Date.now())),
    stop: () => setPractice((now) => now && stopPractice(now, Date.now())),
    clear: () => setPractice(null),
  };
}
