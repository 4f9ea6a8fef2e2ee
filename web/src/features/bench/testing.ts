/** A bench with a wearer and ties. */
import { type Tie, tieInput, type Wearer } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { DEFAULT_EASE_MM, SMALL_MM } from '@easytuck/core';
import { type BenchDraft, type BenchEvent, benchReducer, emptyDraft } from './benchReducer.ts';
import { createBenchView } from './benchViewModel.ts';

export const IDS = { fittingId: '01a20b94-353d-7204-b92c-7f530cb63fe2', newWearerId: '01a20b94-353d-7204-b92c-7f530cb63fe3' };

export const TIE: Tie = {
  ...tieInput.parse(sampleTie),
  id: '01a20b94-353d-7204-b92c-7f530cb63fe4',
  awayAt: null,
  version: 1,
  createdAt: '2026-11-24T03:00:00.000Z',
  updatedAt: '2026-11-24T03:00:00.000Z',
  note: '',
};

export const FIXED: Tie = { ...TIE, id: '01a20b94-353d-7204-b92c-7f530cb63fe5', hardware: { kind: 'fixed', lengthMm: 842.3 } };

export const TIES = [TIE, FIXED];

export const after = (...events: BenchEvent[]): BenchDraft => events.reduce(benchReducer, emptyDraft(IDS));

export const WORKED: BenchEvent[] = [
  { type: 'nameTyped', name: 'Corin Attleby' },
  { type: 'collarTyped', text: '16' },
  { type: 'tieChosen', tieId: TIE.id },
];

const HOUSE = { easeMm: DEFAULT_EASE_MM, smallMm: SMALL_MM };

/** The bench's view in inches, in a house of usual habits, with nobody named. */
export const viewer = () => {
  const viewOf = createBenchView();
  return (draft: BenchDraft) => viewOf(draft, TIES, 'in', HOUSE, '');
};

export const benchView = viewer();

export const view = (...events: BenchEvent[]) => benchView(after(...WORKED, ...events));

export const OTTOLINE: Wearer = {
  ...{
    id: 'w',
    name: 'Ottoline Vance',
    collar: { text: '14 1/2', system: 'in', label: 14.5 },
    collarEstimated: false,
    longEnd: 'right',
    note: '',
  },
  ...{ bareNeckMm: null, easeMm: 12.7, neckBreadthMm: 118.25, faceWidthMm: null, firstButtonMm: 70, buttonSpacingMm: null },
  ...{
    dexterity: null,
    finish: null,
    fullness: null,
    bandNeed: null,
    firmness: null,
    backKnotLayer: null,
    mergedInto: null,
    ...{ contact: '', eventName: '', eventOn: null, awayAt: null },
    version: 1,
    createdAt: '',
    updatedAt: '',
    seenAt: '',
  },
};
