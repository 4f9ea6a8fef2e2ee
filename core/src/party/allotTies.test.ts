import fc from 'fast-check';
import munkres from 'munkres';
import { prepareTie, type PreparedTie } from '../fit/index.ts';
import { UNTIED, WORKED_TIE, workedTie } from '../testing/index.ts';
import { allotTies, type Allotment, type Kind, type Taker } from './allotTies.ts';
import { matchLook, suggestLook, type Look, type Neck } from './oneLook.ts';

const solve = (costs: readonly (readonly number[])[]) => munkres(costs.map((row) => [...row]));
const neck = (id: string, label: number, change: Partial<Neck['worn']> = {}): Taker => ({
  ...{ id, longEnd: 'left', hadId: null },
  worn: {
    ...{ collar: { system: 'in', label }, easeMm: 6.35, style: 'turndown', collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null },
    ...change,
  },
});
const shortened = (byMm: number): PreparedTie =>
  prepareTie({ ...WORKED_TIE, hardware: { kind: 'slots', shortestMm: 791.5 - byMm, stepCount: 6, pitchMm: 12.7, marks: null } });
const kind = (id: string, free: number, prepared = workedTie()): Kind => ({ id, free, prepared });
const AS_CUT: Look = { rule: 'asCut' };

/** The least that can be had, by trying every way to give ties out. */
function leastOff(takers: readonly Taker[], kinds: readonly Kind[], look: Look): readonly [without: number, off: number] {
  const cost = (taker: Taker, { prepared }: Kind): number => {
    const found = matchLook(prepared, taker, look);
    return found.kind === 'none' ? Infinity : Math.abs(found.offMm) + found.pastCustomMm;
  };
  const from = (k: number, left: readonly number[]): readonly [number, number] => {
    const taker = takers[k];
    if (!taker) return [0, 0];
    const rest = from(k + 1, left);
    let best: readonly [number, number] = [rest[0] + 1, rest[1]];
    kinds.forEach((each, i) => {
      const here = cost(taker, each);
      if ((left[i] ?? 0) === 0 || here === Infinity) return;
      const [without, off] = from(
        k + 1,
        left.map((count, j) => (i === j ? count - 1 : count)),
      );
      if (without < best[0] || (without === best[0] && off + here < best[1])) best = [without, off + here];
    });
    return best;
  };
  return from(
    0,
    kinds.map(({ free }) => free),
  );
}

const totalOf = ({ allotted, without }: Allotment): readonly [number, number] => [
  without.length,
  allotted.reduce((sum, { matched }) => sum + Math.abs(matched.offMm) + matched.pastCustomMm, 0),
];

describe('allotting ties', () => {
  it('leaves as few as can be without, and is off by no more than any other way of giving them out', () => {
    const kinds = fc.array(fc.record({ shift: fc.integer({ min: -40, max: 60 }), free: fc.integer({ min: 0, max: 3 }) }), {
      minLength: 1,
      maxLength: 3,
    });
    const sizes = fc.array(fc.integer({ min: 27, max: 37 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(
        kinds,
        sizes,
        fc.constantFrom<Look>(AS_CUT, { rule: 'spread', spreadMm: 116 }, { rule: 'share', ratio: 0.95 }),
        (k, s, look) => {
          const offered = k.map(({ shift, free }, i) => kind(`k${i}`, free, shortened(shift)));
          const takers = s.map((halves, i) => neck(`n${i}`, halves / 2));
          const found = allotTies(takers, offered, look, solve);
          const [without, off] = leastOff(takers, offered, look);
          const [foundWithout, foundOff] = totalOf(found);
          expect(foundWithout).toBe(without);
          expect(foundOff).toBeCloseTo(off, 6);
          // and never more of a kind than there are
          for (const { id, free } of offered) expect(found.allotted.filter(({ kindId }) => kindId === id).length).toBeLessThanOrEqual(free);
        },
      ),
      { numRuns: 60 },
    );
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
    expect(given?.reason.kind === 'closerOneGiven' ? given.reason.byMm : 0).toBeGreaterThan(0.5);
  });
});

describe('one look', () => {
  it('sets each tie so that the bow is within half a step of what is wished, a third of it in width', () => {
    for (const label of [14.5, 15, 15.5, 16, 16.5, 17]) {
      const found = matchLook(workedTie(), neck('n', label), { rule: 'spread', spreadMm: 122 });
      // a step of 12.7 mm is 4.2 mm of bow: never more than half of that off
      expect(found.kind === 'some' && Math.abs(found.offMm)).toBeLessThanOrEqual(12.7 / 6 + 1e-9);
      expect(found.kind === 'some' && found.isAlike).toBe(true);
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
