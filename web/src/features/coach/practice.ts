import { type OfferedWay, type TyingStep } from '@easytuck/core';

/** What a try was begun with. Lengths in mm; null where the knot is not tied on the neck, so that nothing can be learned of it. */
export interface PracticeOf {
  readonly wearer: { readonly id: string; readonly name: string } | null;
  readonly tie: { readonly id: string; readonly name: string };
  readonly fittingId: string | null;
  readonly way: OfferedWay;
  readonly tiedWith: { readonly setMm: number; readonly leadMm: number; readonly neckPathMm: number } | null;
}

/** A practice that is being timed, or was just stopped. Kept in the browser, so that a reload does not stop it. */
export interface Practice {
  /** Key that the try is put on record under: sending it twice keeps it once. */
  readonly id: string;
  /** Whose try it is and with what, as it was begun: another page does not make it somebody else's. */
  readonly of: PracticeOf;
  readonly startedAt: number;
  /** When the step that is now shown came up. */
  readonly stepSince: number;
  readonly step: TyingStep;
  /** Time spent in each step that was left, in the order they were left; a step may come again. */
  readonly steps: readonly { readonly step: TyingStep; readonly ms: number }[];
  readonly stoppedAt: number | null;
}

export const beginPractice = (id: string, of: PracticeOf, step: TyingStep, now: number): Practice => ({
  id,
  of,
  startedAt: now,
  stepSince: now,
  step,
  steps: [],
  stoppedAt: null,
});

/** Another step is shown: the time of the one before is put down. Nothing changes once the clock is stopped. */
export function enterStep(practice: Practice, step: TyingStep, now: number): Practice {
  if (practice.stoppedAt !== null || step === practice.step) return practice;
  return { ...practice, step, stepSince: now, steps: [...practice.steps, { step: practice.step, ms: now - practice.stepSince }] };
}

/** Stops the clock. */
export function stopPractice(practice: Practice, now: number): Practice {
  if (practice.stoppedAt !== null) return practice;
  return { ...practice, steps: [...practice.steps, { step: practice.step, ms: now - practice.stepSince }], stoppedAt: now };
}

export const practisedMs = ({ startedAt, stoppedAt }: Practice, now: number): number => (stoppedAt ?? now) - startedAt;

/** A duration as a clock shows it: 4:07. */
export function clock(ms: number): string {
  const s = Math.max(0, Math.round(ms / 1000));
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

/** A practice as it was kept, or null where it does not read. */
export function readPractice(value: unknown): Practice | null {
  if (typeof value !== 'object' || value === null) return null;
  const { id, of, startedAt, stepSince, steps } = value as Partial<Practice>;
  return typeof id === 'string' &&
    typeof of === 'object' &&
    typeof startedAt === 'number' &&
    typeof stepSince === 'number' &&
    Array.isArray(steps)
    ? (value as Practice)
    : null;
}
