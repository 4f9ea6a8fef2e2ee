import type { Fitting, Tie } from '@easytuck/contract';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState, type Dispatch } from 'react';
import { v7 as uuid } from 'uuid';
import { giveOutFitting } from '../../common/api/fittings.ts';
import { useShop } from '../../common/api/shop.ts';
import { useStaff } from '../../common/staff.ts';
import { readStored, writeStored } from '../../common/stored.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { benchReducer, emptyDraft, readDraft, type BenchDraft, type BenchEvent } from './benchReducer.ts';
import { createBenchView, type BenchView } from './benchViewModel.ts';

const KEY = 'easytuck.bench';
const KEEP_AFTER_MS = 150;

/** Saving: nothing under way, under way, or failed with the reason; the draft stays as it is. */
export type Saving = { readonly state: 'idle' | 'saving' } | { readonly state: 'failed'; readonly error: unknown };

/** The bench: what is typed, what follows from it, and what can be done. */
export interface Bench {
  readonly draft: BenchDraft;
  readonly view: BenchView;
  readonly dispatch: Dispatch<BenchEvent>;
  readonly saving: Saving;
  /** Gives the fitting out and clears the bench; null where something is missing or it failed. A second call while one is under way does nothing. */
  readonly giveOut: () => Promise<Fitting | null>;
  readonly startAnew: () => void;
}

const newIds = (): Pick<BenchDraft, 'fittingId' | 'newWearerId'> => ({ fittingId: uuid(), newWearerId: uuid() });

/** Holds the bench's draft, keeps it in the browser, and works out the view from it. */
export function useBench(ties: readonly Tie[]): Bench {
  const { unit } = useUnits();
  const house = useShop();
  const [staff] = useStaff();
  const [draft, dispatch] = useReducer(benchReducer, null, () => readStored(KEY, readDraft, emptyDraft(newIds(), house)));
  const [saving, setSaving] = useState<Saving>({ state: 'idle' });
  const isSaving = useRef(false);
  const [viewOf] = useState(createBenchView);
  const view = useMemo(() => viewOf(draft, ties, unit, house, staff), [viewOf, draft, ties, unit, house, staff]);
  useKept(draft);

  const startAnew = useCallback(() => {
    dispatch({ type: 'startedAnew', ids: newIds(), house });
    setSaving({ state: 'idle' });
  }, [house]);
  const latestInput = useRef(view.input);
  useEffect(() => {
    latestInput.current = view.input;
  });
  const giveOut = useCallback(async () => {
    const input = latestInput.current;
    if (!input || isSaving.current) return null;
    isSaving.current = true;
    setSaving({ state: 'saving' });
    try {
      const saved = await giveOutFitting(input);
      startAnew();
      return saved;
    } catch (error) {
      setSaving({ state: 'failed', error });
      return null;
    } finally {
      isSaving.current = false;
    }
  }, [startAnew]);
  return { draft, view, dispatch, saving, giveOut, startAnew };
}

/** Keeps the draft in the browser: soon after the last change, and at once when the page is left. */
function useKept(draft: BenchDraft): void {
  const latest = useRef(draft);
  useEffect(() => {
    latest.current = draft;
    const soon = setTimeout(() => writeStored(KEY, draft), KEEP_AFTER_MS);
    return () => clearTimeout(soon);
  }, [draft]);
  useEffect(() => {
    const keep = (): void => writeStored(KEY, latest.current);
    window.addEventListener('pagehide', keep);
    return () => {
      window.removeEventListener('pagehide', keep);
      keep();
    };
  }, []);
}
