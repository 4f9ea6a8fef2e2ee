import { fittingInput, tieInput, type Fitting, type StockCollar, type Tie, type Wearer } from '@easytuck/contract';
import { benchReducer, emptyDraft, readDraft, type BenchDraft, type BenchEvent } from './benchReducer.ts';
import { sampleTie } from '@easytuck/contract/testing';
import { DEFAULT_EASE_MM, NO_TASTE, SMALL_MM, type Reason } from '@easytuck/core';
import { createBenchView } from './benchViewModel.ts';
import { filterOffers, NO_FILTER, offersOf } from './ranking.ts';
import { reasonWords } from './reasonWords.ts';
import { undoableBench, undoWords, type UndoableBench, type UndoEvent } from './undo.ts';

const IDS = { fittingId: '01a20b94-353d-7204-b92c-7f530cb63fe2', newWearerId: '01a20b94-353d-7204-b92c-7f530cb63fe3' };

const TIE: Tie = {
  ...tieInput.parse(sampleTie),
  id: '01a20b94-353d-7204-b92c-7f530cb63fe4',
  awayAt: null,
  version: 1,
  createdAt: '2026-11-24T03:00:00.000Z',
  updatedAt: '2026-11-24T03:00:00.000Z',
  note: '',
};
const FIXED: Tie = { ...TIE, id: '01a20b94-353d-7204-b92c-7f530cb63fe5', hardware: { kind: 'fixed', lengthMm: 842.3 } };
const TIES = [TIE, FIXED];

const after = (...events: BenchEvent[]): BenchDraft => events.reduce(benchReducer, emptyDraft(IDS));
const WORKED: BenchEvent[] = [
  { type: 'nameTyped', name: 'Corin Attleby' },
  { type: 'collarTyped', text: '16' },
  { type: 'tieChosen', tieId: TIE.id },
];
const HOUSE = { easeMm: DEFAULT_EASE_MM, smallMm: SMALL_MM };
/** The bench's view in inches, in a house of usual habits, with nobody named. */
const viewer = () => {
  const viewOf = createBenchView();
  return (draft: BenchDraft) => viewOf(draft, TIES, 'in', HOUSE, '');
};
const benchView = viewer();
const view = (...events: BenchEvent[]) => benchView(after(...WORKED, ...events));

const OTTOLINE: Wearer = {
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
    backKnotLayer: null,
    mergedInto: null,
    ...{ contact: '', eventName: '', eventOn: null, awayAt: null },
    version: 1,
    createdAt: '',
    updatedAt: '',
    seenAt: '',
  },
};

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

describe('benchView', () => {
  it('answers the worked case: mark 16, lead 38.05 mm, 124 mm', () => {
    const { fit, missing } = view();
    expect(missing).toEqual([]);
    expect(fit?.worn.setting.position).toEqual({ kind: 'mark', mark: { system: 'in', label: 16 } });
    expect(fit?.worn.fit.leadMm).toBeCloseTo(38.05, 9);
    expect(fit?.worn.fit.spreadMm).toBeCloseTo(124, 9);
    expect([fit?.shorter?.fit.spreadMm, fit?.longer?.fit.spreadMm].map((mm) => mm?.toFixed(1))).toEqual(['119.8', '128.2']);
  });

  it('sends what it shows, in a form that the contract takes', () => {
    const { input } = view({ type: 'stepSet', step: 5 }, { type: 'leadSet', leadMm: 44 });
    expect(fittingInput.parse(input)).toMatchObject({
      step: 5,
      leadMm: 44,
      school: 'own',
      wearer: { kind: 'new', name: 'Corin Attleby' },
      collar: { label: 16 },
    });
  });

  it('goes by the wearer’s own ease and buttons, and sends them', () => {
    const { fit, input } = view(
      { type: 'measureTyped', measure: 'ease', text: '1/2 in' },
      { type: 'measureTyped', measure: 'firstButton', text: '40 mm' },
      { type: 'measureTyped', measure: 'buttonSpacing', text: '45 mm' },
    );
    expect(fit?.worn.fit.neckPathMm).toBeCloseTo(406.4 + 12.7, 9);
    // the nose hangs about 71 mm down: below the second button (40), above the third (85)
    expect(fit?.hang.between).toEqual([2, 3]);
    expect(view().fit?.hang.between).toEqual([2, 3]);
    expect(view({ type: 'measureTyped', measure: 'firstButton', text: '80 mm' }).fit?.hang.between).toEqual([1, 2]);
    expect(fittingInput.parse(input)).toMatchObject({ easeMm: expect.closeTo(12.7, 6) as number, firstButtonMm: 40, buttonSpacingMm: 45 });
  });

  it('answers the same whether or not it was asked before, and works fields and schools out once while a set is dragged', () => {
    const events: BenchEvent[][] = [
      [],
      [{ type: 'stepSet', step: 2 }],
      [{ type: 'collarTyped', text: '15' }],
      [{ type: 'leadSet', leadMm: 60 }],
      [{ type: 'nameTyped', name: '' }],
    ];
    for (const some of [...events, ...events]) expect(view(...some)).toEqual(viewer()(after(...WORKED, ...some)));
    const dragged = after(...WORKED, { type: 'stepSet', step: 2 });
    const before = benchView(dragged);
    const afterwards = benchView(benchReducer(dragged, { type: 'stepSet', step: 3 }));
    expect(afterwards.errors).toBe(before.errors);
    expect(afterwards.fit?.schools).toBe(before.fit?.schools);
    expect(afterwards.missing).toBe(before.missing);
    expect(afterwards.fit?.worn.fit.spreadMm).not.toBe(before.fit?.worn.fit.spreadMm);
  });

  it('lists what is missing in the page’s order and has nothing to send', () => {
    const empty = benchView(emptyDraft(IDS));
    expect(empty.missing).toEqual(['the wearer’s name', 'the collar size', 'a tie']);
    expect(empty.input).toBeNull();
    expect(empty.fit).toBeNull();
    expect(empty.errors).toMatchObject({ name: null, collar: null });
  });

  it('refuses a mixed-up unit at its field and keeps the rest', () => {
    expect(view({ type: 'collarTyped', text: '16 cm' }).errors.collar).toContain('write 16 in');
    const measured = view({ type: 'measureTyped', measure: 'neckBreadth', text: '5 mm' });
    expect(measured.errors.measures.neckBreadth).toContain('out of range');
    expect(measured.fit).not.toBeNull();
    expect(measured.input).toBeNull();
  });

  it('says how far a school asks past the band, and lets nothing be given out until a set is chosen', () => {
    const past = view({ type: 'collarTyped', text: '19' });
    expect(past.fit?.schoolBeyondMm).toBeCloseTo(25.4, 9);
    expect(past.input).toBeNull();
    expect(view({ type: 'collarTyped', text: '19' }, { type: 'stepSet', step: 8 }).input).not.toBeNull();
  });

  it('says by how much a strip does not reach', () => {
    const short = view({ type: 'collarTyped', text: '24' }, { type: 'stepSet', step: 0 }, { type: 'leadSet', leadMm: 80 });
    expect(short.fit?.outOfReach).toMatch(/Let the band out by at least .* in/);
    expect(short.input).toBeNull();
  });

  it('offers no neighbours and no school for a band that is sewn to length', () => {
    const { fit, input } = view({ type: 'tieChosen', tieId: FIXED.id });
    expect([fit?.shorter, fit?.longer, fit?.schoolBeyondMm]).toEqual([null, null, 0]);
    expect(input?.step).toBe(0);
  });

  it('holds the bow to the measures that were taken', () => {
    const { fit } = view({ type: 'measureTyped', measure: 'faceWidth', text: '12 cm' });
    expect(fit?.worn.fit.binding.id).toBe('faceWidth');
    expect(fit?.worn.fit.binding.roomMm).toBeCloseTo(-12, 6);
  });
});

describe('a reason that is smaller than the tape shows', () => {
  it('is not written as nothing', () => {
    const past = {
      speaks: 'against',
      what: 'past',
      bound: { id: 'faceWidth', way: 'longer', nature: 'custom', limitMm: 0, roomMm: -0.2, outerRoomMm: null },
    } as const;
    expect(reasonWords(past, (mm) => `${Math.round(mm)} mm`)).toBe('the bow is wider than the face, by less than the tape shows of band');
  });
});

describe('the late school on the bench', () => {
  it('hangs by the longest band before tying, and is the set of the mark in everything else', () => {
    const [own, late] = [view(), view({ type: 'schoolChosen', school: 'late' })];
    expect(late.fit?.worn.fit).toEqual(own.fit?.worn.fit);
    // two inches of band hang one inch lower
    expect((late.fit?.hang.noseMm ?? 0) - (own.fit?.hang.noseMm ?? 0)).toBeCloseTo(25.4, 6);
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

describe('reasonWords', () => {
  const length = (mm: number): string => `${Math.round(mm)} mm`;
  it.each([
    [{ speaks: 'for', what: 'asCut' }, 'comes out as it was cut'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 0.4 }, 'no adjustment left'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 5 }, 'only 5 mm of adjustment left'],
    [{ speaks: 'against', what: 'offCut', byMm: -9 }, '9 mm narrower than it was cut for'],
    [{ speaks: 'against', what: 'offCut', byMm: 9 }, '9 mm wider than it was cut for'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 1.2 }, 'only 1 mm of adjustment left'],
    [{ speaks: 'for', what: 'easyToLearn' }, 'easy to hold while learning'],
    [{ speaks: 'against', what: 'coarseStep', byMm: 4 }, 'each step moves the bow 4 mm'],
  ] satisfies [Reason, string][])('says %j as %s', (reason, words) => {
    expect(reasonWords(reason, length)).toBe(words);
  });
});

describe('offers', () => {
  const worn = view().worn;
  const rankingFor = { worn, longEnd: 'left', school: 'true', smallMm: SMALL_MM, taste: NO_TASTE } as const;
  it('stand as they lie in the drawer until the collar is known, then ranked', () => {
    expect(offersOf(TIES, { ...rankingFor, worn: null }).map(({ ranked }) => ranked)).toEqual([null, null]);
    expect(offersOf(TIES, rankingFor).every(({ ranked }) => ranked !== null)).toBe(true);
  });
  it('are narrowed by letters of name, face or code, by cloth, by hardware and by stock', () => {
    const named = {
      ...TIE,
      id: 'a',
      name: 'Tideline',
      faces: { outer: { name: 'foam stripe', look: 'plain' as const }, inner: null },
      priceCode: 'D7',
    };
    const gone = { ...FIXED, id: 'b', inStock: 0, fibre: 'wool' as const };
    const offers = offersOf([named, gone], rankingFor);
    const ids = (filter: Partial<typeof NO_FILTER>) => filterOffers(offers, { ...NO_FILTER, ...filter }).map(({ tie }) => tie.id);
    expect(ids({}).sort()).toEqual(['a', 'b']);
    // letters are found whatever the marks and the order
    const pique = offersOf([{ ...TIE, fibre: 'cotton', weave: 'pique' }], rankingFor);
    expect(filterOffers(pique, { ...NO_FILTER, letters: 'PIQUE night' })).toHaveLength(1);
    expect([ids({ letters: 'tide' }), ids({ letters: 'FOAM' }), ids({ letters: 'd7' }), ids({ letters: 'zz' })]).toEqual([
      ['a'],
      ['a'],
      ['a'],
      [],
    ]);
    expect([ids({ cloth: 'wool twill' }), ids({ hardware: 'slots' }), ids({ onlyInStock: true })]).toEqual([['b'], ['a'], ['a']]);
  });
});

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
    const laid = benchReducer(emptyDraft(IDS), { type: 'taken', fitting: given, fittingId: 'f2', revises: true });
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
      ...{ frontLoopSide: 'right', foldLengthwise: false, hang: null, drawInMm: 0, takeUpOf: 'model' },
    },
    revision: { number: 1, rootId: IDS.fittingId, revises: null },
    card: null,
  };
}
