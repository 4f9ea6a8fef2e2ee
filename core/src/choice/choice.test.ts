import fc from 'fast-check';
import {
  DEFAULT_EASE_MM,
  evenLeadMm,
  fitWearer,
  prepareTie,
  schoolSet,
  usableSettings,
  neckPathMm,
  resolveLimits,
  type WornCollar,
} from '../fit/index.ts';
import { anyTie, WORKED_TIE, workedTie, between } from '../testing/index.ts';
import { ENOUGH_ROOM_MM, rankTies, type Candidate, type RankedTie } from './index.ts';

const WORN: WornCollar = {
  collar: { system: 'in', label: 16 },
  easeMm: DEFAULT_EASE_MM,
  style: 'turndown',
  collarPointsMm: null,
  neckBreadthMm: null,
  faceWidthMm: null,
};

const anyDrawer: fc.Arbitrary<readonly Candidate[]> = fc
  .array(fc.record({ prepared: anyTie, inStock: fc.nat(3) }), { maxLength: 12 })
  .map((ties) => ties.map((tie, i) => ({ id: `tie ${i}`, ...tie })));
const anyWorn: fc.Arbitrary<WornCollar> = fc
  .record({
    label: between(13, 20),
    faceWidthMm: fc.option(between(100, 160), { nil: null }),
  })
  .map(({ label, faceWidthMm }) => ({ ...WORN, collar: { system: 'in', label }, faceWidthMm }));

/** The order by comparing every tie with every other, from the rule in words and nothing of the ranking's own code. */
function orderByBruteForce(drawer: readonly Candidate[], worn: WornCollar): string[] {
  const limits = resolveLimits(worn);
  const wearable = drawer.flatMap((tie, place) => {
    const leadMm = evenLeadMm(tie.prepared);
    const usable = usableSettings(tie.prepared, neckPathMm(worn.collar, worn.easeMm), leadMm, limits);
    if (usable.kind === 'none') return [];
    const wanted = schoolSet('true', tie.prepared, worn.collar, worn.easeMm).rounded.nearest.step;
    const step = wanted < usable.shortest.step ? usable.shortest.step : wanted > usable.longest.step ? usable.longest.step : wanted;
    return [{ tie, place, fit: fitWearer(tie.prepared, worn, step, leadMm, 'left').fit }];
  });
  type Entry = (typeof wearable)[number];
  const beats = (a: Entry, b: Entry): boolean => {
    const grades = ['good', 'fair', 'outside'];
    if (a.fit.grade !== b.fit.grade) return grades.indexOf(a.fit.grade) < grades.indexOf(b.fit.grade);
    if (a.tie.inStock > 0 !== b.tie.inStock > 0) return a.tie.inStock > 0;
    const room = ({ fit }: Entry): number => Math.min(ENOUGH_ROOM_MM, ...fit.bounds.map(({ roomMm }) => roomMm));
    if (room(a) !== room(b)) return room(a) > room(b);
    const offCut = ({ tie, fit }: Entry): number => Math.abs(fit.spreadMm - tie.prepared.naturalSpreadMm);
    if (offCut(a) !== offCut(b)) return offCut(a) < offCut(b);
    return a.place < b.place;
  };
  const places = wearable.map((a) => ({ id: a.tie.id, beaten: wearable.filter((b) => b !== a && beats(b, a)).length }));
  return places.sort((a, b) => a.beaten - b.beaten).map(({ id }) => id);
}

const wearableIds = (ranked: readonly RankedTie[]): string[] => ranked.filter(({ kind }) => kind === 'wearable').map(({ id }) => id);

describe('rankTies', () => {
  it('orders as comparing every tie with every other does', () => {
    fc.assert(
      fc.property(anyDrawer, anyWorn, (drawer, worn) =>
        expect(wearableIds(rankTies(drawer, worn, 'true', 'left'))).toEqual(orderByBruteForce(drawer, worn)),
      ),
    );
  });

  it('lists every tie once, those that cannot be worn last and with why', () => {
    fc.assert(
      fc.property(anyDrawer, anyWorn, (drawer, worn) => {
        const ranked = rankTies(drawer, worn, 'true', 'left');
        expect(ranked.map(({ id }) => id).sort()).toEqual(drawer.map(({ id }) => id).sort());
        const firstUnwearable = ranked.findIndex(({ kind }) => kind === 'unwearable');
        if (firstUnwearable >= 0) expect(ranked.slice(firstUnwearable).every(({ kind }) => kind === 'unwearable')).toBe(true);
        for (const tie of ranked) if (tie.kind === 'wearable') expect(tie.worn.fit.grade).not.toBe('outside');
      }),
    );
  });

  it('says for and against in the worked case: as cut, room both ways; half a size is a coarse step', () => {
    const [tie] = rankTies([{ id: 'a', prepared: workedTie(), inStock: 1 }], WORN, 'true', 'left');
    expect(tie).toMatchObject({ kind: 'wearable', worn: { setting: { step: 4 } } });
    expect(tie?.kind === 'wearable' && tie.reasons).toEqual([
      { speaks: 'for', what: 'asCut' },
      { speaks: 'for', what: 'roomBothWays' },
      { speaks: 'against', what: 'coarseStep', byMm: expect.closeTo(12.7 / 3, 9) as number },
    ]);
  });

  it('says what a tie is past, and when there is none in stock', () => {
    const [tie] = rankTies([{ id: 'a', prepared: workedTie(), inStock: 0 }], { ...WORN, faceWidthMm: 115 }, 'true', 'left');
    expect(tie?.kind === 'wearable' && tie.reasons).toEqual(
      expect.arrayContaining([
        {
          speaks: 'against',
          what: 'past',
          bound: expect.objectContaining({ id: 'faceWidth', roomMm: expect.closeTo(-27, 6) as number }) as object,
        },
        { speaks: 'against', what: 'notInStock' },
      ]),
    );
  });

  it('takes the nearest setting that can be worn where the school asks for another, and says so', () => {
    const [tie] = rankTies(
      [{ id: 'a', prepared: workedTie(), inStock: 1 }],
      { ...WORN, collar: { system: 'in', label: 18.75 } },
      'true',
      'left',
    );
    expect(tie?.kind === 'wearable' && [tie.worn.setting.step, tie.reasons.some(({ what }) => what === 'schoolPastBand')]).toEqual([
      8,
      true,
    ]);
  });

  it('tells by how much a sewn band is too short', () => {
    const prepared = prepareTie({ ...WORKED_TIE, hardware: { kind: 'fixed', lengthMm: 700 } });
    expect(rankTies([{ id: 'a', prepared, inStock: 1 }], WORN, 'true', 'left')[0]).toMatchObject({
      kind: 'unwearable',
      why: { reason: 'bandTooShort' },
    });
  });
});
