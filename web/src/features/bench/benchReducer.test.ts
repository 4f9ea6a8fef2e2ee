import type { StockCollar, Wearer } from '@easytuck/contract';
import { benchReducer, emptyDraft, readDraft } from './benchReducer.ts';
import { after, FIXED, IDS, OTTOLINE, TIE, WORKED } from './testing.ts';

describe('benchReducer', () => {
  it('takes name, collar and long end from a wearer on record, and forgets who it was when another name is typed', () => {
    const chosen = after({ type: 'wearerChosen', wearer: OTTOLINE });
    expect(chosen).toMatchObject({ wearerId: 'w', name: 'Ottoline Vance', collarText: '14 1/2', longEnd: 'right' });
    expect(chosen.measures).toMatchObject({ ease: '12.7 mm', neckBreadth: '118.25 mm', faceWidth: '', firstButton: '70 mm' });
    const other = benchReducer(chosen, { type: 'nameTyped', name: 'Ottoline' });
    expect(other).toMatchObject({ wearerId: null, collarText: '14 1/2', measures: { ease: '', neckBreadth: '', firstButton: '' } });
  });

  it('takes style and points from a collar in stock, and lets go of them when only a style is chosen', () => {
    const collar: StockCollar = {
      id: 'c',
      name: 'Narrow',
      style: 'point',
      pointsMm: 98,
      standMm: 34,
      leafMm: 80,
      version: 1,
      createdAt: '',
      updatedAt: '',
    };
    const chosen = after({ type: 'stockCollarChosen', collar });
    expect(chosen).toMatchObject({ collarId: 'c', collarStyle: 'point', measures: { collarPoints: '98 mm' } });
    expect(benchReducer(chosen, { type: 'collarStyleChosen', style: 'wing' })).toMatchObject({
      collarId: null,
      collarStyle: 'wing',
      measures: { collarPoints: '' },
    });
  });

  it('starts from the house’s habits', () => {
    expect(emptyDraft(IDS, { school: 'easy', wings: 'over' })).toMatchObject({ school: 'easy', wings: 'over' });
  });

  it('keeps a set by hand until collar, tie or school changes', () => {
    const byHand = after(...WORKED, { type: 'stepSet', step: 6 });
    expect(byHand).toMatchObject({ step: 6, school: 'own' });
    expect(benchReducer(byHand, { type: 'leadSet', leadMm: 50 }).step).toBe(6);
    expect(benchReducer(byHand, { type: 'collarTyped', text: '17' })).toMatchObject({ step: null, school: 'true' });
    expect(benchReducer(byHand, { type: 'tieChosen', tieId: FIXED.id })).toMatchObject({ step: null, leadMm: null });
    expect(benchReducer(byHand, { type: 'schoolChosen', school: 'easy' })).toMatchObject({ step: null, school: 'easy' });
  });

  it('starts anew under new keys, with the tie still in hand', () => {
    const ids = { fittingId: 'f2', newWearerId: 'w2' };
    const house = { school: 'true', wings: 'behind' } as const;
    expect(benchReducer(after(...WORKED), { type: 'startedAnew', ids, house })).toEqual({ ...emptyDraft(ids), tieId: TIE.id });
  });

  it('is put back after a reload as it was, and not at all where an older version wrote something else', () => {
    const draft = after(...WORKED, { type: 'measureTyped', measure: 'neckBreadth', text: '5 in' });
    expect(readDraft(JSON.parse(JSON.stringify(draft)))).toEqual(draft);
    expect(readDraft({ ...draft, school: 'other' })).toBeNull();
    expect(readDraft('nonsense')).toBeNull();
  });
});

describe('a wearer who is learning', () => {
  const learner: Wearer = { ...OTTOLINE, id: 'l', dexterity: 'learning' };
  it('starts with a longer set where the house sets it at the collar size, until somebody chooses', () => {
    const eased = after({ type: 'wearerChosen', wearer: learner });
    expect(eased).toMatchObject({ school: 'easy', isEased: true, hands: 'learning' });
    expect(benchReducer(eased, { type: 'wearerChosen', wearer: OTTOLINE })).toMatchObject({ school: 'true', isEased: false, hands: null });
    expect(benchReducer(eased, { type: 'nameTyped', name: 'Somebody else' })).toMatchObject({ school: 'true', isEased: false });
    expect(benchReducer(eased, { type: 'schoolChosen', school: 'true' })).toMatchObject({ school: 'true', isEased: false });
  });
  it('does not move a house of another school, and a set by hand goes back to the house’s', () => {
    const small = emptyDraft(IDS, { school: 'small', wings: 'behind' });
    expect(benchReducer(small, { type: 'wearerChosen', wearer: learner })).toMatchObject({ school: 'small', isEased: false });
    const own = benchReducer(benchReducer(small, { type: 'stepSet', step: 3 }), { type: 'collarTyped', text: '17' });
    expect(own).toMatchObject({ school: 'small', step: null });
  });
});
