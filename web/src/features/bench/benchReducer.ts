import type { SchoolChoice, Wearer } from '@easytuck/contract';
import type { CollarStyle, Side } from '@easytuck/core';
import { z } from 'zod';

/** Measures of the wearer and his shirt that need not be taken. */
export type OptionalMeasure = 'collarPoints' | 'neckBreadth' | 'faceWidth';

/** What is typed and chosen at the bench, as it was typed. It survives a reload. */
export interface BenchDraft {
  /** Keys that the fitting, and a new wearer, will be saved under: sending them twice saves once. */
  readonly fittingId: string;
  readonly newWearerId: string;
  /** Null while the name is that of nobody on record. */
  readonly wearerId: string | null;
  readonly name: string;
  readonly collarText: string;
  readonly longEnd: Side;
  readonly collarStyle: CollarStyle;
  readonly measures: Readonly<Record<OptionalMeasure, string>>;
  readonly tieId: string | null;
  readonly school: SchoolChoice;
  /** Setting chosen by hand; null where the school decides. */
  readonly step: number | null;
  /** Lead chosen by hand, in mm; null for the one that makes both bows alike. */
  readonly leadMm: number | null;
  readonly note: string;
}

/** What can happen at the bench. */
export type BenchEvent =
  | { readonly type: 'wearerChosen'; readonly wearer: Pick<Wearer, 'id' | 'name' | 'collar' | 'longEnd'> }
  | { readonly type: 'nameTyped'; readonly name: string }
  | { readonly type: 'collarTyped'; readonly text: string }
  | { readonly type: 'longEndChosen'; readonly side: Side }
  | { readonly type: 'collarStyleChosen'; readonly style: CollarStyle }
  | { readonly type: 'measureTyped'; readonly measure: OptionalMeasure; readonly text: string }
  | { readonly type: 'tieChosen'; readonly tieId: string }
  | { readonly type: 'schoolChosen'; readonly school: Exclude<SchoolChoice, 'own'> }
  | { readonly type: 'stepSet'; readonly step: number }
  | { readonly type: 'leadSet'; readonly leadMm: number | null }
  | { readonly type: 'noteTyped'; readonly note: string }
  | { readonly type: 'startedAnew'; readonly ids: Pick<BenchDraft, 'fittingId' | 'newWearerId'> };

/** An empty bench. */
export function emptyDraft(ids: Pick<BenchDraft, 'fittingId' | 'newWearerId'>): BenchDraft {
  return {
    ...ids,
    wearerId: null,
    name: '',
    collarText: '',
    longEnd: 'left',
    collarStyle: 'turndown',
    measures: { collarPoints: '', neckBreadth: '', faceWidth: '' },
    tieId: null,
    school: 'true',
    step: null,
    leadMm: null,
    note: '',
  };
}

/** The draft after an event. Another tie or school takes its own set; another tie its own lead. */
export function benchReducer(draft: BenchDraft, event: BenchEvent): BenchDraft {
  switch (event.type) {
    case 'wearerChosen': {
      const { id, name, collar, longEnd } = event.wearer;
      return { ...draft, wearerId: id, name, collarText: collar.text, longEnd, ...followSchool(draft) };
    }
    case 'nameTyped':
      return { ...draft, name: event.name, wearerId: null };
    case 'collarTyped':
      return { ...draft, collarText: event.text, ...followSchool(draft) };
    case 'longEndChosen':
      return { ...draft, longEnd: event.side };
    case 'collarStyleChosen':
      return { ...draft, collarStyle: event.style };
    case 'measureTyped':
      return { ...draft, measures: { ...draft.measures, [event.measure]: event.text } };
    case 'tieChosen':
      return { ...draft, tieId: event.tieId, ...followSchool(draft), leadMm: null };
    case 'schoolChosen':
      return { ...draft, school: event.school, step: null };
    case 'stepSet':
      return { ...draft, step: event.step, school: 'own' };
    case 'leadSet':
      return { ...draft, leadMm: event.leadMm };
    case 'noteTyped':
      return { ...draft, note: event.note };
    case 'startedAnew':
      return { ...emptyDraft(event.ids), tieId: draft.tieId };
  }
}

/** A set by hand was for the collar and tie of then; the school decides again. */
function followSchool(draft: BenchDraft): Pick<BenchDraft, 'school' | 'step'> {
  return { school: draft.school === 'own' ? 'true' : draft.school, step: null };
}

const draftSchema = z.object({
  fittingId: z.string(),
  newWearerId: z.string(),
  wearerId: z.string().nullable(),
  name: z.string(),
  collarText: z.string(),
  longEnd: z.enum(['left', 'right']),
  collarStyle: z.enum(['turndown', 'spread', 'point', 'buttonDown', 'wing']),
  measures: z.object({ collarPoints: z.string(), neckBreadth: z.string(), faceWidth: z.string() }),
  tieId: z.string().nullable(),
  school: z.enum(['true', 'easy', 'small', 'late', 'own']),
  step: z.number().int().min(0).nullable(),
  leadMm: z.number().nullable(),
  note: z.string(),
});

/** A draft that was kept in the browser; null where an older version wrote something else. */
export function readDraft(value: unknown): BenchDraft | null {
  const read = draftSchema.safeParse(value);
  return read.success ? read.data : null;
}
