import fc from 'fast-check';
import munkres from 'munkres';
import { prepareTie, type PreparedTie } from '../fit/index.ts';
import { UNTIED, WORKED_TIE, workedTie } from '../testing/index.ts';
import { allotTies, SAME_WIDTH_MM, type Allotment } from './allotTies.ts';
import type { Kind, Taker } from './chooseKinds.ts';
import { groupAlike } from './groupAlike.ts';
import { matchLook, suggestLook, type Look, type Neck } from './oneLook.ts';

const solve = (costs: readonly (readonly number[])[]) => munkres(costs.map((row) => [...row]));
const neck = (id: string, label: number, change: Partial<Neck['worn']> = {}): Taker => ({
  ...{ id, longEnd: 'left', hadId: null, needsBreakaway: false },
  worn: {
    ...{ collar: { system: 'in', label }, easeMm: 6.35, style: 'turndown', collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null },
    ...change,
  },
});
const shortened = (byMm: number): PreparedTie =>
  prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: 791.5 - byMm, stepCount: 6, pitchMm: 12.7, marks: null } });
const kind = (id: string, free: number, prepared = workedTie(), likeness = 'black satin'): Kind => ({
  ...{ id, free, prepared, likeness, breakaway: false },
});
const AS_CUT: Look = { rule: 'asCut' };

/** The best that can be had, by trying every way to give ties out: who goes without, how many looks, how far off. */
type Outcome = readonly [without: number, looks: number, off: number];
const isBetter = (a: Outcome, b: Outcome): boolean => (a[0] !== b[0] ? a[0] < b[0] : a[1] !== b[1] ? a[1] < b[1] : a[2] < b[2] - 1e-9);

function bestOf(takers: readonly Taker[], kinds: readonly Kind[], look: Look): Outcome {
  const cost = (taker: Taker, { prepared }: Kind): number => {
    const found = matchLook(prepared, taker, look);
    return found.kind === 'none' ? Infinity : Math.abs(found.offMm) + found.pastCustomMm;
  };
  const costs = takers.map((taker) => kinds.map((each) => cost(taker, each)));
  let best: Outcome = [Infinity, Infinity, Infinity];
  const from = (k: number, left: readonly number[], worn: ReadonlySet<string>, without: number, off: number): void => {
    if (k === takers.length) {
      const outcome: Outcome = [without, worn.size, off];
      if (isBetter(outcome, best)) best = outcome;
      return;
    }
    from(k + 1, left, worn, without + 1, off);
    kinds.forEach(({ likeness }, i) => {
      const here = costs[k]?.[i] ?? Infinity;
      if ((left[i] ?? 0) === 0 || here === Infinity) return;
      from(
        k + 1,
        left.map((count, j) => (i === j ? count - 1 : count)),
        new Set([...worn, likeness]),
        without,
        off + here,
      );
    });
  };
  from(
    0,
    kinds.map(({ free }) => free),
    new Set(),
    0,
    0,
  );
  return best;
}

const outcomeOf = ({ allotted, without }: Allotment, kinds: readonly Kind[]): Outcome => [
  without.length,
  new Set(allotted.map(({ kindId }) => kinds.find(({ id }) => id === kindId)?.likeness)).size,
  allotted.reduce((sum, { matched }) => sum + Math.abs(matched.offMm) + matched.pastCustomMm, 0),
];

describe('allotting ties', () => {
  it('leaves as few people as possible without, in as few looks as possible, and then as little off as possible', () => {
    const kinds = fc.array(
      fc.record({ shift: fc.integer({ min: -40, max: 60 }), free: fc.integer({ min: 0, max: 3 }), cloth: fc.constantFrom('a', 'b', 'c') }),
      { minLength: 1, maxLength: 4 },
    );
    const sizes = fc.array(fc.integer({ min: 27, max: 37 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(
        kinds,
        sizes,
        fc.constantFrom<Look>(AS_CUT, { rule: 'spread', spreadMm: 116 }, { rule: 'share', ratio: 0.95 }),
        (k, s, look) => {
          const offered = k.map(({ shift, free, cloth }, i) => kind(`k${i}`, free, shortened(shift), cloth));
          const takers = s.map((halves, i) => neck(`n${i}`, halves / 2));
          const found = allotTies(takers, offered, look, solve);
          const [without, looks, off] = bestOf(takers, offered, look);
          const outcome = outcomeOf(found, offered);
          expect(outcome.slice(0, 2)).toEqual([without, looks]);
          expect(outcome[2]).toBeCloseTo(off, 6);
          // never more of a kind than there are
          for (const { id, free } of offered) expect(found.allotted.filter(({ kindId }) => kindId === id).length).toBeLessThanOrEqual(free);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('gives a tie with a breakaway clasp to those who need one, however far off it is, and says where there is none', () => {
    const takers = [neck('Ada', 16), { ...neck('Bo', 16), needsBreakaway: true }];
    const kinds = [kind('satin', 4), { ...kind('safe', 1, shortened(25), 'navy twill'), breakaway: true }];
    const { allotted } = allotTies(takers, kinds, AS_CUT, solve);
    expect(allotted.map(({ id, kindId }) => [id, kindId])).toEqual([
      ['Ada', 'satin'],
      ['Bo', 'safe'],
    ]);
    const none = allotTies(takers, [kind('satin', 4)], AS_CUT, solve);
    expect(none.without).toEqual([{ id: 'Bo', why: 'noBreakaway', kindId: null, makeMm: null }]);
    const given = allotTies([...takers, { ...neck('Cy', 16), needsBreakaway: true }], kinds, AS_CUT, solve);
    expect(given.without).toEqual([expect.objectContaining({ why: 'noneFree', kindId: 'safe' })]);
  });

  it('dresses all in one look if there are enough of it, although a mixture would come closer', () => {
    const takers = [neck('Ada', 16), neck('Bo', 16), neck('Cy', 16)];
    // the width that the satin tie gives at one of its slots; slots of the donegal one lie half way between
    const satin = matchLook(workedTie(), neck('n', 16), AS_CUT);
    const look: Look = { rule: 'spread', spreadMm: satin.kind === 'some' ? satin.fitted.fit.spreadMm : 0 };
    const kinds = [kind('satin', 2), kind('donegal', 3, shortened(6), 'grey donegal')];
    const found = allotTies(takers, kinds, look, solve);
    expect(found.allotted.map(({ kindId }) => kindId)).toEqual(['donegal', 'donegal', 'donegal']);
    // somebody wears a satin bow of their own: that is no reason to dress others in two looks
    const besides = (worn: readonly string[], of: readonly Kind[] = kinds) =>
      allotTies(takers, of, look, solve, new Set(worn))
        .allotted.map(({ kindId }) => kindId)
        .sort();
    expect(besides(['black satin'])).toEqual(['donegal', 'donegal', 'donegal']);
    expect(besides(['black satin', 'grey donegal'])).toEqual(['donegal', 'donegal', 'donegal']);
    // where a further look is needed, one that is worn anyway comes before a third
    const few = [kind('satin', 2), kind('donegal', 1, shortened(6), 'grey donegal'), kind('linen', 1, shortened(2), 'sand linen')];
    expect(besides(['grey donegal'], few)).toEqual(['donegal', 'satin', 'satin']);
  });

  it('asks for more of what most wear, not of what is closest, where somebody goes without', () => {
    const takers = [neck('Ada', 16), neck('Bo', 16), neck('Cy', 16)];
    const found = allotTies(takers, [kind('donegal', 2, shortened(6), 'grey donegal'), kind('satin', 0)], AS_CUT, solve);
    expect(found.without).toMatchObject([{ why: 'noneFree', kindId: 'donegal' }]);
  });

  it('names who goes without: what to buy where all are given, what length to make where none fits', () => {
    const found = allotTies([neck('Ada', 16), neck('Bo', 16), neck('Cy', 20)], [kind('only', 1)], AS_CUT, solve);
    expect(found.allotted).toHaveLength(1);
    expect(found.without.find(({ why }) => why === 'noneFree')).toMatchObject({ kindId: 'only', makeMm: null });
    const cy = found.without.find(({ id }) => id === 'Cy');
    // 20 in is 101.6 mm more collar than 16 in, at which this tie is as cut at 842.3 mm with 6.35 mm of ease over its worked path
    expect(cy).toMatchObject({ why: 'noneFits', kindId: 'only' });
    const at16 = allotTies([neck('Di', 16)], [], AS_CUT, solve).without[0];
    expect(at16).toEqual({ id: 'Di', why: 'noneFits', kindId: null, makeMm: null });
    expect(cy?.makeMm ?? 0).toBeGreaterThan(842.3 + 101.6 - 15);
    expect(cy?.makeMm ?? 0).toBeLessThan(842.3 + 101.6 + 15);
  });

  it('keeps a tie with who had it where another comes out the same', () => {
    const [a, b] = [kind('a', 1), kind('b', 1)];
    const found = allotTies(
      [
        { ...neck('Ada', 16), hadId: 'b' },
        { ...neck('Bo', 16), hadId: 'a' },
      ],
      [a, b],
      AS_CUT,
      solve,
    );
    expect(found.allotted.map(({ id, kindId }) => [id, kindId])).toEqual([
      ['Ada', 'b'],
      ['Bo', 'a'],
    ]);
  });

  it('says why somebody got the worse one', () => {
    // an unnumbered tie of coarser reach: nobody is as near with it, and one of two has to take it
    const coarse = prepareTie({ ...UNTIED, hardware: { kind: 'fixed', lengthMm: 850 } });
    const found = allotTies(
      [neck('Ada', 16), neck('Bo', 16)],
      [kind('fine', 1), kind('coarse', 1, coarse)],
      { rule: 'spread', spreadMm: 122 },
      solve,
    );
    const reasons = found.allotted.map(({ reason }) => reason.kind).sort();
    expect(reasons).toEqual(['closerOneGiven', 'closest']);
    const given = found.allotted.find(({ reason }) => reason.kind === 'closerOneGiven');
    expect(given).toMatchObject({ kindId: 'coarse', reason: { otherId: 'fine' } });
    expect(given?.reason.kind === 'closerOneGiven' ? given.reason.byMm : 0).toBeGreaterThan(SAME_WIDTH_MM);
  });
});

describe('one look', () => {
  it('sets each tie so that the bow is within half a step of what is wished, a third of it in width', () => {
    for (const label of [14.5, 15, 15.5, 16, 16.5, 17]) {
      const found = matchLook(workedTie(), neck('n', label), { rule: 'spread', spreadMm: 122 });
      // a step of 12.7 mm is 4.2 mm of bow: never more than half of that off
      expect(found.kind === 'some' && Math.abs(found.offMm)).toBeLessThanOrEqual(12.7 / 6 + 1e-9);
    }
  });

  it('a share of the neck grows with the neck', () => {
    const wanted = [15, 17].map((label) => {
      const found = matchLook(workedTie(), neck('n', label), { rule: 'share', ratio: 0.9 });
      return found.kind === 'some' ? found.wantedMm : 0;
    });
    // bare necks are half an inch less than their collars, and round: 2 in over π apart
    expect((wanted[1] ?? 0) - (wanted[0] ?? 0)).toBeCloseTo((0.9 * 2 * 25.4) / Math.PI, 6);
  });

  it('tells how far a bow goes past a width rule', () => {
    const found = matchLook(workedTie(), neck('n', 16, { neckBreadthMm: 112 }), { rule: 'spread', spreadMm: 124 });
    expect(found.kind === 'some' && found.pastCustomMm).toBeCloseTo(found.kind === 'some' ? found.fitted.fit.spreadMm - 112 : 0, 6);
  });

  it('never proposes a width that goes past somebody’s face or spectacles', () => {
    const necks = [neck('a', 16), neck('glasses', 16, { faceWidthMm: 108 }), neck('c', 16)];
    // 108 mm is less than the neck of a 16 in collar (125.3 mm) and less than the points of a turndown collar
    expect(suggestLook('spread', necks, [workedTie()])).toEqual({ rule: 'spread', spreadMm: 108 });
    const share = suggestLook('share', necks, [workedTie()]);
    const breadthMm = (16 * 25.4 - 12.7) / Math.PI;
    expect(share?.rule === 'share' && share.ratio).toBeCloseTo(108 / breadthMm, 6);
  });

  it('calls bows alike that are of one look and one width', () => {
    const bow = (id: string, likeness: string, spreadMm: number, offMm = 0) => ({ id, likeness, spreadMm, offMm });
    const bows = [bow('a', 'satin', 120), bow('b', 'donegal', 120), bow('c', 'donegal', 121), bow('d', 'donegal', 112)];
    const [first, second] = groupAlike(bows, 'asCut');
    expect([first?.likeness, first?.ids, first?.alikeIds]).toEqual(['donegal', ['b', 'c', 'd'], ['b', 'c']]);
    expect(second?.ids).toEqual(['a']);
    // where a width is asked for, that decides, whatever the others have
    expect(groupAlike([bow('a', 'satin', 120, 5.1), bow('b', 'satin', 110, -4.9)], 'spread')[0]?.alikeIds).toEqual(['b']);
  });

  it('proposes one width that the narrowest neck can wear, and one share of all necks', () => {
    const necks = [neck('thin', 14.5), neck('b', 16), neck('c', 16.5)];
    const one = suggestLook('spread', necks, [workedTie()]);
    // 14½ in: a bare neck of 355.6 mm girth, 113.2 mm broad
    expect(one).toEqual({ rule: 'spread', spreadMm: expect.closeTo((14.5 * 25.4 - 12.7) / Math.PI, 6) as number });
    const share = suggestLook('share', necks, [workedTie()]);
    expect(share?.rule === 'share' && share.ratio).toBeGreaterThan(0.85);
    expect(share?.rule === 'share' && share.ratio).toBeLessThanOrEqual(1);
    expect(suggestLook('spread', [neck('x', 22)], [workedTie()])).toBeNull();
  });
});
