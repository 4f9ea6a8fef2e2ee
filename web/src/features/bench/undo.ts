import { benchReducer, type BenchDraft, type BenchEvent } from './benchReducer.ts';

/** The bench with what it was before its last changes, latest last. */
export interface UndoableBench {
  readonly draft: BenchDraft;
  readonly past: readonly { readonly draft: BenchDraft; readonly what: string; readonly field: string }[];
}

export type UndoEvent = BenchEvent | { readonly type: 'undone' } | { readonly type: 'issued'; readonly event: BenchEvent };

/** Changes that are remembered. */
const MOST_STEPS = 40;

/** What a change was, as it is offered to be taken back; null where the bench changed by itself. */
const WHAT: Readonly<Record<BenchEvent['type'], string | null>> = {
  wearerChosen: 'the wearer',
  recordSeen: null,
  clashDecided: 'which measure holds',
  wasGivenOut: null,
  nameTyped: 'the name',
  collarTyped: 'the collar size',
  longEndChosen: 'the long end',
  collarStyleChosen: 'the collar',
  stockCollarChosen: 'the collar',
  occasionChosen: 'the occasion',
  wingsChosen: 'the wings',
  firmnessChosen: 'how firmly the knot is drawn up',
  bowPositionChosen: 'where the bow lies',
  facesChosen: 'the faces',
  measureTyped: 'a measure',
  tieChosen: 'the tie',
  schoolChosen: 'the school',
  stepSet: 'the set',
  leadSet: 'the lead',
  noteTyped: 'the note',
  handedOver: 'where the tie goes',
  startedAnew: 'clearing the bench',
  fittingBroughtBack: 'what was laid on the bench',
};

/** Letters into one field, or steps of one drag, are one change. */
const fieldOf = (event: BenchEvent): string => (event.type === 'measureTyped' ? `${event.type} ${event.measure}` : event.type);
const RUNS: ReadonlySet<BenchEvent['type']> = new Set<BenchEvent['type']>([
  'nameTyped',
  'collarTyped',
  'measureTyped',
  'noteTyped',
  'stepSet',
  'leadSet',
]);

/** The bench after an event, with the way back; once a fitting is issued there is none to before it. */
export function undoableBench(bench: UndoableBench, event: UndoEvent): UndoableBench {
  if (event.type === 'undone') {
    const last = bench.past.at(-1);
    return last ? { draft: last.draft, past: bench.past.slice(0, -1) } : bench;
  }
  if (event.type === 'issued') return { draft: benchReducer(bench.draft, event.event), past: [] };
  const draft = benchReducer(bench.draft, event);
  const what = WHAT[event.type];
  if (draft === bench.draft) return bench;
  if (what === null) return { ...bench, draft };
  const field = fieldOf(event);
  if (RUNS.has(event.type) && bench.past.at(-1)?.field === field) return { ...bench, draft };
  return { draft, past: [...bench.past, { draft: bench.draft, what, field }].slice(-MOST_STEPS) };
}

/** What would be taken back next; null where there is nothing. */
export const undoWords = ({ past }: UndoableBench): string | null => past.at(-1)?.what ?? null;
