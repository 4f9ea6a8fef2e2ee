import { type Fitting, fittingInput, type Wearer } from '@easytuck/contract';
import { type BenchDraft, type BenchEvent, benchReducer, emptyDraft } from './benchReducer.ts';
import { after, benchView, IDS, OTTOLINE, TIE, WORKED } from './testing.ts';

describe('a wearer’s record beside the bench', () => {
  const chosen = after(...WORKED, { type: 'wearerChosen', wearer: OTTOLINE }, { type: 'tieChosen', tieId: TIE.id });
  const wearerOf = (draft: BenchDraft) => benchView(draft).input?.wearer;
  const typed = (draft: BenchDraft, text: string): BenchDraft =>
    benchReducer(draft, { type: 'measureTyped', measure: 'neckBreadth', text });
  const newer = (change: Partial<Wearer>): BenchEvent => ({ type: 'recordSeen', wearer: { ...OTTOLINE, version: 2, ...change } });

  it('is given what was measured here, over the version that was seen, and nothing that the fields were filled with', () => {
    expect(wearerOf(chosen)).toEqual({ kind: 'known', id: 'w', measured: [], version: 1, name: null });
    const measured = benchReducer(typed(chosen, '120 mm'), { type: 'longEndChosen', side: 'left' });
    expect(wearerOf(measured)).toMatchObject({ measured: ['longEnd', 'neckBreadthMm'], version: 1 });
    // measured again and found the same: nothing to put on record
    expect(wearerOf(typed(typed(chosen, '120 mm'), '118.25 mm'))).toMatchObject({ measured: [] });
  });

  it('is followed where nobody touched the field here, and a clash is told and decided', () => {
    const followed = benchReducer(typed(chosen, '120 mm'), newer({ firstButtonMm: 75, name: 'Ottoline Vance-Hale' }));
    expect(followed).toMatchObject({ name: 'Ottoline Vance-Hale', measures: { firstButton: '75 mm', neckBreadth: '120 mm' }, clashes: [] });
    expect(wearerOf(followed)).toMatchObject({ measured: ['neckBreadthMm'], version: 2 });
    const clashing = benchReducer(typed(chosen, '120 mm'), newer({ neckBreadthMm: 116 }));
    expect(clashing.clashes).toEqual([{ field: 'neckBreadth', theirs: '116 mm' }]);
    expect(benchView(clashing)).toMatchObject({ input: null, missing: ['which measure holds'] });
    const mine = benchReducer(clashing, { type: 'clashDecided', field: 'neckBreadth', whose: 'mine' });
    expect(wearerOf(mine)).toMatchObject({ measured: ['neckBreadthMm'], version: 2 });
    const theirs = benchReducer(clashing, { type: 'clashDecided', field: 'neckBreadth', whose: 'theirs' });
    expect([theirs.measures.neckBreadth, wearerOf(theirs)]).toEqual([
      '116 mm',
      { kind: 'known', id: 'w', measured: [], version: 2, name: null },
    ]);
  });

  it('that is older, or the same, changes nothing; one that it was merged into is the wearer from then on', () => {
    expect(benchReducer(chosen, { type: 'recordSeen', wearer: OTTOLINE })).toBe(chosen);
    const merged = benchReducer(chosen, { type: 'recordSeen', wearer: { ...OTTOLINE, id: 'into', version: 1, neckBreadthMm: 115 } });
    expect(merged).toMatchObject({ wearerId: 'into', measures: { neckBreadth: '115 mm' } });
  });

  it('is not what a fitting laid on the bench again goes by: its own measures stay, and are not measured here', () => {
    const given = fittingOf(chosen);
    const laid = benchReducer(emptyDraft(IDS), { type: 'fittingBroughtBack', fitting: given, fittingId: 'f2', revises: true });
    const seen = benchReducer(laid, newer({ neckBreadthMm: 116 }));
    expect([seen.measures.neckBreadth, seen.prefill?.version, wearerOf(seen)]).toEqual([
      '118.25 mm',
      2,
      { kind: 'known', id: 'w', measured: [], version: 2, name: null },
    ]);
  });

  it('of somebody whose fitting was kept though its answer was lost is corrected, not entered again', () => {
    const misspelt = after(...WORKED);
    const given = { ...fittingOf(misspelt), wearer: { id: IDS.newWearerId, name: 'Corin Attleby' } };
    const renamed = benchReducer(misspelt, { type: 'nameTyped', name: 'Corin Attlebee' });
    const correcting = benchReducer(renamed, { type: 'wasGivenOut', fitting: given, fittingId: 'f2' });
    expect(correcting).toMatchObject({ fittingId: 'f2', revises: given.id, wearerId: IDS.newWearerId, name: 'Corin Attlebee' });
    const seen = benchReducer(correcting, newer({ id: IDS.newWearerId, version: 1, name: 'Corin Attleby' }));
    expect(wearerOf(seen)).toEqual({ kind: 'known', id: IDS.newWearerId, measured: ['name'], version: 1, name: 'Corin Attlebee' });
    // and may be corrected once more before it is there
    expect(benchReducer(seen, { type: 'nameTyped', name: 'C. Attlebee' })).toMatchObject({
      wearerId: IDS.newWearerId,
      name: 'C. Attlebee',
    });
  });
});

/** A fitting as the server would have given it out. */
function fittingOf(draft: BenchDraft): Fitting {
  const input = fittingInput.parse({
    ...benchView(draft).input,
    id: IDS.fittingId,
    wearer: { kind: 'new', id: IDS.newWearerId, name: draft.name },
  });
  const { tieId: _tie, revises: _revises, wearer: _wearer, ...worn } = input;
  const bow = { loopMm: 60, flatEndMm: 60, spreadMm: 120, crossingAtMm: 0, foldAtMm: 0, centreAtMm: 0 };
  const room = { id: 'reach', way: 'shorter', roomMm: 5 } as const;
  return {
    ...worn,
    wearer: { id: draft.wearerId ?? IDS.newWearerId, name: draft.name },
    tie: TIE,
    givenOutAt: '2026-11-24T03:00:00.000Z',
    modelVersion: '1',
    result: {
      ...{ setMm: 842.3, leadMm: 38, spreadMm: 124, bowHeightMm: 40, front: bow, back: bow, rooms: [room], binding: room, grade: 'good' },
      ...{ frontLoopSide: 'right', foldLengthwise: false, hang: null, drawInMm: 0, takeUpOf: 'model', sure: null },
    },
    revision: { number: 1, rootId: IDS.fittingId, revises: null },
    card: null,
  };
}
