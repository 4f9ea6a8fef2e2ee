import {
  fitting as fittingSchema,
  wearer as wearerSchema,
  type Fitting,
  type FittingInput,
  type Tie,
  type WearerTakeUps,
} from '@easytuck/contract';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState, type Dispatch, useLayoutEffect } from 'react';
import { v7 as uuid } from 'uuid';
import { giveOutFitting } from '../../common/api/fittings.ts';
import { useShop } from '../../common/api/shop.ts';
import { tieForWearer, type Firmness } from '@easytuck/core';
import { useOwnTakeUps } from '../../common/api/tyings.ts';
import { useStaff } from '../../common/staff.ts';
import { forgetDraft, keepDraft, readDraft as readTabDraft } from '../../common/forms/tabDrafts.ts';
import { currentOwner } from '../../common/session/sessionStore.ts';
import { TRY_AGAIN_MS } from '../../common/forms/useSaving.ts';
import { currentOf, isAway, request, takenOf } from '../../common/api/request.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { emptyDraft, benchReducer, isBlank, readDraft, type BenchDraft, type BenchEvent } from './benchReducer.ts';
import { undoableBench, undoWords } from './undo.ts';
import { createBenchView, measuredHereOf, type BenchView } from './benchViewModel.ts';

const DRAFT = 'bench';
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
  /** Takes the last change back; what it was, or null where there is none. */
  readonly undo: () => void;
  readonly undoes: string | null;
  /** The drawer as it is offered: without what was put away, each tie as this wearer's hands tie it where they are known. */
  readonly ties: readonly Tie[];
  /** Measured tyings by which the chosen tie is fitted to these hands; 0 where it is by the tie alone. */
  readonly ownTyings: number;
}

const NO_TAKE_UPS: WearerTakeUps['ties'] = [];

/** Ties that are not put away, as one wearer's hands tie them. */
function inHands(drawer: readonly Tie[], own: WearerTakeUps['ties'], firmness: Firmness): readonly Tie[] {
  const byTie = new Map(own.map(({ tieId, ...hands }) => [tieId, hands]));
  return drawer.filter(({ awayAt }) => awayAt === null).map((tie) => tieForWearer(tie, byTie.get(tie.id), firmness).tie);
}

const newIds = (): Pick<BenchDraft, 'fittingId' | 'newWearerId'> => ({ fittingId: uuid(), newWearerId: uuid() });

/** Holds the bench's draft, keeps it in the browser, and works out the view from it. */
export function useBench(drawer: readonly Tie[]): Bench {
  const { unit } = useUnits();
  const house = useShop();
  const [staff] = useStaff();
  const [bench, dispatch] = useReducer(undoableBench, null, () => ({ draft: readBenchDraft() ?? emptyDraft(newIds(), house), past: [] }));
  const { draft } = bench;
  const own = useOwnTakeUps(draft.wearerId === draft.newWearerId ? null : draft.wearerId).data ?? NO_TAKE_UPS;
  const ties = useMemo(() => inHands(drawer, own, draft.firmness), [drawer, own, draft.firmness]);
  const [saving, setSaving] = useState<Saving>({ state: 'idle' });
  const isSaving = useRef(false);
  const [viewOf] = useState(createBenchView);
  const byOwnHands = useMemo(() => new Set(own.map(({ tieId }) => tieId)), [own]);
  const view = useMemo(() => viewOf(draft, ties, unit, house, staff, byOwnHands), [viewOf, draft, ties, unit, house, staff, byOwnHands]);
  useKept(draft);

  const startAnew = useCallback(() => {
    dispatch({ type: 'startedAnew', ids: newIds(), house });
    setSaving({ state: 'idle' });
  }, [house]);
  /** What is on the bench now, and what it was last given out as. */
  const latest = useRef({ draft, input: view.input, viewOf: (next: BenchDraft) => viewOf(next, ties, unit, house, staff).input });
  // with the page itself: a card is issued from what is seen
  useLayoutEffect(() => {
    latest.current = { draft, input: view.input, viewOf: (next) => viewOf(next, ties, unit, house, staff).input };
  });
  const giveOut = useCallback(async () => {
    if (!latest.current.input || isSaving.current) return null;
    isSaving.current = true;
    setSaving({ state: 'saving' });
    try {
      const saved = await giveOutMerged(latest.current, dispatch);
      dispatch({ type: 'issued', event: { type: 'startedAnew', ids: newIds(), house } });
      setSaving({ state: 'idle' });
      return saved;
    } catch (error) {
      setSaving({ state: 'failed', error });
      return null;
    } finally {
      isSaving.current = false;
    }
  }, [house]);
  const undo = useCallback(() => dispatch({ type: 'undone' }), []);
  const ownTyings = own.find(({ tieId }) => tieId === draft.tieId)?.count ?? 0;
  return { draft, view, dispatch, saving, giveOut, startAnew, undo, undoes: undoWords(bench), ties, ownTyings };
}

/** Calls back, every few seconds, as long as giving out failed because nobody answered. */
export function useTriedAgain(saving: Saving, tryAgain: () => Promise<void>): void {
  const latest = useRef(tryAgain);
  useEffect(() => {
    latest.current = tryAgain;
  });
  useEffect(() => {
    if (saving.state !== 'failed' || !isAway(saving.error)) return undefined;
    const later = setTimeout(() => void latest.current(), TRY_AGAIN_MS);
    return () => clearTimeout(later);
  }, [saving]);
}

interface Giving {
  readonly draft: BenchDraft;
  readonly input: FittingInput | null;
  readonly viewOf: (draft: BenchDraft) => FittingInput | null;
}

/** Somebody who saves faster than this bench three times in a row is left to the hand. */
const MOST_TRIES = 3;

/**
 * Gives out what is on the bench. Where the wearer's record has changed since it was seen, the bench follows it and tries
 * again, unless something has to be decided. Where the fitting was kept already and only its answer was lost, what has been
 * changed since corrects it.
 */
async function giveOutMerged({ draft: first, input: firstInput, viewOf }: Giving, dispatch: Dispatch<BenchEvent>): Promise<Fitting> {
  let [draft, input] = [first, firstInput];
  for (let tries = 1; ; tries += 1) {
    if (!input) throw new Error('something on the bench is missing');
    if (needsVersion(draft)) {
      const event: BenchEvent = { type: 'recordSeen', wearer: await request('GET', `/api/wearers/${draft.wearerId ?? ''}`, wearerSchema) };
      dispatch(event);
      draft = benchReducer(draft, event);
      input = viewOf(draft) ?? input;
    }
    try {
      return await giveOutFitting(input);
    } catch (error) {
      const event = catchingUp(error, draft);
      if (event === null || tries >= MOST_TRIES) throw error;
      dispatch(event);
      draft = benchReducer(draft, event);
      if (draft.clashes.length > 0) throw error;
      input = viewOf(draft);
    }
  }
}

/** Whether something goes on a record that has not been seen yet. */
const needsVersion = (draft: BenchDraft): boolean =>
  draft.wearerId !== null && draft.prefill?.version === null && measuredHereOf(draft).measured.length > 0;

/** What the bench has to catch up with before it can be given out; null where that would not help. */
function catchingUp(error: unknown, draft: BenchDraft): BenchEvent | null {
  const record = currentOf(error, wearerSchema);
  if (record) return { type: 'recordSeen', wearer: record };
  const given = takenOf(error, fittingSchema);
  const isOwn =
    given !== null && given.id === draft.fittingId && (given.wearer.id === draft.wearerId || given.wearer.id === draft.newWearerId);
  return isOwn ? { type: 'wasGivenOut', fitting: given, fittingId: uuid() } : null;
}

const readBenchDraft = (): BenchDraft | null => readTabDraft(DRAFT, readDraft);

function keepBench(draft: BenchDraft): void {
  if (isBlank(draft) && draft.tieId === null) forgetDraft(DRAFT);
  // of benches left behind one with somebody on it is taken up first
  else keepDraft(DRAFT, draft, isBlank(draft) ? 0 : 1);
}

/** Keeps the draft in the browser: soon after the last change, and at once when the page is left. */
function useKept(draft: BenchDraft): void {
  const latest = useRef(draft);
  // with the page itself: what was typed last is kept however soon the page is left
  useLayoutEffect(() => {
    latest.current = draft;
  }, [draft]);
  useEffect(() => {
    const soon = setTimeout(() => keepBench(draft), KEEP_AFTER_MS);
    return () => clearTimeout(soon);
  }, [draft]);
  useEffect(() => {
    const owner = currentOwner();
    // another person’s page may have begun when this one goes
    const keep = (): void => {
      if (currentOwner() === owner) keepBench(latest.current);
    };
    window.addEventListener('pagehide', keep);
    return () => {
      window.removeEventListener('pagehide', keep);
      keep();
    };
  }, []);
}
