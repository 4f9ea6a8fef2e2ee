import { tieInput, type Fitting, type FittingResult } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { compareFittings, compareResults } from './compareFittings.ts';

const length = (lengthMm: number): string => `${Math.round(lengthMm)} mm`;
const bow = { loopMm: 62, flatEndMm: 62, spreadMm: 124, crossingAtMm: -9.75, foldAtMm: 62, centreAtMm: 124 };
const binding = { id: 'neckBreadth', way: 'longer', roomMm: 16 } as const;
const RESULT: FittingResult = {
  ...{ setMm: 842.3, leadMm: 38.05, spreadMm: 124, bowHeightMm: 65, front: bow, back: bow, rooms: [binding], binding },
  ...{
    grade: 'good',
    frontLoopSide: 'right',
    foldLengthwise: false,
    hang: { noseMm: 74, between: [2, 3] },
    drawInMm: 0,
    takeUpOf: 'model',
    sure: null,
  },
};
const FITTING: Fitting = {
  ...{
    id: 'a',
    givenOutAt: '2026-11-24T09:00:00.000Z',
    wearer: { id: 'w', name: 'Corin Attleby' },
    collar: { text: '16', system: 'in', label: 16 },
  },
  tie: { ...tieInput.parse(sampleTie), id: 't', awayAt: null, version: 1, createdAt: '', updatedAt: '' },
  ...{
    easeMm: 6.35,
    longEnd: 'left',
    collarStyle: 'turndown',
    collarPointsMm: null,
    neckBreadthMm: null,
    faceWidthMm: null,
    bareNeckMm: null,
  },
  ...{
    firstButtonMm: null,
    buttonSpacingMm: null,
    occasion: 'blackTie',
    wings: 'behind',
    bowPosition: 'onLeaf',
    firmness: 'usual',
    folding: null,
    school: 'true',
    staff: 'Hester',
    step: 4,
    leadMm: 38.05,
  },
  ...{
    note: '',
    handedOver: 'stays',
    modelVersion: 'strip-1',
    result: RESULT,
    revision: { number: 1, rootId: 'a', revises: null },
    card: null,
  },
};
const differing = (change: Partial<Fitting>): string[] =>
  compareFittings(FITTING, { ...FITTING, ...change }, length)
    .filter(({ differs }) => differs)
    .map(({ name, before, after }) => `${name}: ${before} → ${after}`);

describe('compareFittings', () => {
  it('finds nothing where nothing differs', () => {
    expect(differing({})).toEqual([]);
    expect(differing({ id: 'b', revision: { number: 2, rootId: 'a', revises: 'a' } })).toEqual([]);
  });
  it.each([
    [{ step: 5, school: 'own' as const }, ['School: True → Own', 'Set at: mark 16 → mark 16\u202f1\u20442']],
    [{ neckBreadthMm: 131 }, ['Neck breadth: not measured → 131 mm']],
    [{ collarStyle: 'wing' as const, wings: 'over' as const }, ['Collar: turndown → wing, wings over the bow']],
    [{ longEnd: 'right' as const, staff: 'Osric' }, ['Long end: the wearer’s left → the wearer’s right', 'Fitted by: Hester → Osric']],
    [{ occasion: 'whiteTie' as const, note: 'again' }, ['Occasion: Black tie → White tie', 'Note:  → again']],
    [{ modelVersion: 'strip-2' }, ['Model: strip-1 → strip-2']],
  ])('names what differs, before and after: %j', (change, lines) => {
    expect(differing(change)).toEqual(lines);
  });
  it('sees what the length shows of what came out, and nothing less', () => {
    const tenths = (lengthMm: number): string => `${lengthMm.toFixed(1)} mm`;
    const after = (spreadMm: number) => compareResults(RESULT, { ...RESULT, spreadMm }, tenths).filter(({ differs }) => differs);
    expect(after(124.1)).toMatchObject([{ name: 'Spread', before: '124.0 mm', after: '124.1 mm' }]);
    expect(after(124.01)).toEqual([]);
    const earlier = compareResults({ ...RESULT, hang: null }, RESULT, length).filter(({ differs }) => differs);
    expect(earlier.map(({ name }) => name)).toEqual(['Hang check']);
  });
});
