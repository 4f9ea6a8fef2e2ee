import { emptyDraft } from './benchReducer.ts';
import { IDS, OTTOLINE } from './testing.ts';
import { undoableBench, type UndoableBench, type UndoEvent, undoWords } from './undo.ts';

describe('undo', () => {
  const run = (...events: UndoEvent[]): UndoableBench => events.reduce(undoableBench, { draft: emptyDraft(IDS), past: [] });
  it('takes back one change at a time, letters of one field together, and names it', () => {
    const typed = run({ type: 'nameTyped', name: 'C' }, { type: 'nameTyped', name: 'Co' }, { type: 'collarTyped', text: '16' });
    expect(undoWords(typed)).toBe('the collar size');
    const back = undoableBench(typed, { type: 'undone' });
    expect(back.draft).toMatchObject({ name: 'Co', collarText: '' });
    expect(undoableBench(back, { type: 'undone' }).draft.name).toBe('');
    expect(undoWords(run())).toBeNull();
    expect(run({ type: 'undone' }).draft).toEqual(emptyDraft(IDS));
  });
  it('brings a cleared bench back whole, and goes no further back than a card that was issued', () => {
    const typed = run({ type: 'nameTyped', name: 'Corin' }, { type: 'collarTyped', text: '16' });
    const ids = { fittingId: 'next', newWearerId: 'other' };
    const house = { school: 'true', wings: 'behind' } as const;
    const cleared = undoableBench(typed, { type: 'startedAnew', ids, house });
    expect(cleared.draft.name).toBe('');
    expect(undoableBench(cleared, { type: 'undone' }).draft).toEqual(typed.draft);
    const issued = undoableBench(typed, { type: 'issued', event: { type: 'startedAnew', ids, house } });
    expect([issued.draft.fittingId, issued.past]).toEqual(['next', []]);
  });
  it('does not offer to take back what the bench did by itself', () => {
    const chosen = run({ type: 'wearerChosen', wearer: OTTOLINE });
    const seen = undoableBench(chosen, { type: 'recordSeen', wearer: { ...OTTOLINE, version: 2, longEnd: 'left' } });
    expect(seen.draft.longEnd).toBe('left');
    expect(undoWords(seen)).toBe('the wearer');
  });
});
