import fc from 'fast-check';
import {
  type Candidate,
  customsOf,
  ENOUGH_ROOM_MM,
  type Fullness,
  fullnessOf,
  type Hands,
  NO_TASTE,
  OCCASIONS,
  type RankedTie,
  rankTies,
  type Taste,
  type TieDress,
} from './index.ts';
import { BLACK_SILK, HABITS, RED_WOOL, WHITE_PIQUE, worked, WORN } from './testing.ts';
import { evenLeadMm, fitWearer, neckPathMm, prepareTie, schoolSet, usableSettings, type WornCollar } from '../fit/index.ts';
import { anyTie, between, WORKED_TIE, workedTie } from '../testing/index.ts';

const anyTaste: fc.Arbitrary<Taste> = fc.record({
  occasion: fc.constantFrom(...OCCASIONS),
  fullness: fc.constantFrom<Fullness | null>('trim', 'classic', 'full', null),
  hands: fc.constantFrom<Hands | null>('sure', 'learning', 'needsHelp', null),
  needsBreakaway: fc.boolean(),
});

const anyDrawer: fc.Arbitrary<readonly Candidate[]> = fc
  .array(
    fc.record({ prepared: anyTie, inStock: fc.nat(3), dress: fc.constantFrom(BLACK_SILK, WHITE_PIQUE, RED_WOOL), breakaway: fc.boolean() }),
    { maxLength: 12 },
  )
  .map((ties) => ties.map((tie, i) => ({ id: `tie ${i}`, ...tie })));

const anyWorn: fc.Arbitrary<WornCollar> = fc
  .record({
    label: between(13, 20),
    faceWidthMm: fc.option(between(100, 160), { nil: null }),
  })
  .map(({ label, faceWidthMm }) => ({ ...WORN, collar: { system: 'in', label }, faceWidthMm }));

/** The order by comparing every tie with every other, from the rule in words and nothing of the ranking's own code. */
function orderByBruteForce(drawer: readonly Candidate[], worn: WornCollar, taste: Taste): string[] {
  const wearable = drawer.flatMap((tie, place) => {
    const leadMm = evenLeadMm(tie.prepared);
    const usable = usableSettings(tie.prepared, neckPathMm(worn.collar, worn.easeMm, tie.prepared.measured.cloth), leadMm);
    if (usable.kind === 'none') return [];
    const wanted = schoolSet('true', tie.prepared, worn.collar, worn.easeMm).rounded.nearest.step;
    const step = wanted < usable.shortest.step ? usable.shortest.step : wanted > usable.longest.step ? usable.longest.step : wanted;
    return [{ tie, place, fit: fitWearer(tie.prepared, worn, step, leadMm, 'left').fit }];
  });
  type Entry = (typeof wearable)[number];
  const beats = (a: Entry, b: Entry): boolean => {
    if (taste.needsBreakaway && a.tie.breakaway !== b.tie.breakaway) return a.tie.breakaway;
    const broken = ({ tie }: Entry): number =>
      customsOf(taste.occasion, tie.dress, tie.prepared.bowHeightMm, tie.inStock).filter(({ speaks }) => speaks === 'against').length;
    if (broken(a) !== broken(b)) return broken(a) < broken(b);
    const grades = ['good', 'fair', 'outside'];
    if (a.fit.grade !== b.fit.grade) return grades.indexOf(a.fit.grade) < grades.indexOf(b.fit.grade);
    if (a.tie.inStock > 0 !== b.tie.inStock > 0) return a.tie.inStock > 0;
    const asWished = ({ tie }: Entry): boolean => taste.fullness === null || fullnessOf(tie.prepared.bowHeightMm) === taste.fullness;
    if (asWished(a) !== asWished(b)) return asWished(a);
    // cotton and linen hold, silk is usual, wool is thick, satin and polyester slip
    const ease = ({ tie: { dress } }: Entry): number => ['cotton', 'silk', 'wool'].indexOf(dress.fibre);
    if (taste.hands === 'learning' && ease(a) !== ease(b)) return ease(a) < ease(b);
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
      fc.property(anyDrawer, anyWorn, anyTaste, (drawer, worn, taste) =>
        expect(wearableIds(rankTies(drawer, worn, HABITS, taste))).toEqual(orderByBruteForce(drawer, worn, taste)),
      ),
    );
  });

  it('lists every tie once, those that cannot be worn last and with why', () => {
    fc.assert(
      fc.property(anyDrawer, anyWorn, (drawer, worn) => {
        const ranked = rankTies(drawer, worn, HABITS);
        expect(ranked.map(({ id }) => id).sort()).toEqual(drawer.map(({ id }) => id).sort());
        const firstUnwearable = ranked.findIndex(({ kind }) => kind === 'unwearable');
        if (firstUnwearable >= 0) expect(ranked.slice(firstUnwearable).every(({ kind }) => kind === 'unwearable')).toBe(true);
        for (const tie of ranked) if (tie.kind === 'wearable') expect(tie.worn.fit.grade).not.toBe('outside');
      }),
    );
  });

  it('says for and against in the worked case: as cut, room both ways; half a size is a coarse step', () => {
    const [tie] = rankTies([worked()], WORN, HABITS);
    expect(tie).toMatchObject({ kind: 'wearable', worn: { setting: { step: 4 } } });
    expect(tie?.kind === 'wearable' && tie.reasons).toEqual([
      { speaks: 'for', what: 'asCut' },
      { speaks: 'for', what: 'roomBothWays' },
      { speaks: 'against', what: 'coarseStep', byMm: expect.closeTo(12.7 / 3, 9) as number },
    ]);
  });

  it('says what a tie is past, and when there is none in stock', () => {
    const [tie] = rankTies([worked({ inStock: 0 })], { ...WORN, faceWidthMm: 115 }, HABITS);
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
    const [tie] = rankTies([worked()], { ...WORN, collar: { system: 'in', label: 18.75 } }, HABITS);
    expect(tie?.kind === 'wearable' && [tie.worn.setting.step, tie.reasons.some(({ what }) => what === 'schoolPastBand')]).toEqual([
      8,
      true,
    ]);
  });

  it('tells by how much a sewn band is too short', () => {
    const prepared = prepareTie({ ...WORKED_TIE, hardware: { kind: 'fixed', lengthMm: 700 } });
    expect(rankTies([worked({ prepared })], WORN, HABITS)[0]).toMatchObject({
      kind: 'unwearable',
      why: { reason: 'bandTooShort' },
    });
  });
});

describe('what the house and the wearer’s hands ask for', () => {
  it('goes by the house’s small amount', () => {
    const stepOf = (smallMm: number): number | null => {
      const [tie] = rankTies([worked()], WORN, { ...HABITS, school: 'small', smallMm });
      return tie?.kind === 'wearable' ? tie.worn.setting.step : null;
    };
    // half sizes: a quarter inch under 16 is still nearest to 16, an inch under it is 15
    expect([stepOf(6), stepOf(12.7), stepOf(25.4)]).toEqual([4, 3, 2]);
  });

  it('offers a learner cloth that holds before cloth that slips, and says why (common practice, no source)', () => {
    const dressed = (id: string, dress: Partial<TieDress>): Candidate => worked({ id, dress: { ...BLACK_SILK, ...dress } });
    const drawer = [
      dressed('satin', { weave: 'satin' }),
      dressed('velvet', { weave: 'velvet' }),
      dressed('twill', {}),
      dressed('linen', { fibre: 'linen', weave: null }),
    ];
    const ids = (hands: Hands): string[] => rankTies(drawer, WORN, HABITS, { ...NO_TASTE, hands }).map(({ id }) => id);
    expect(ids('learning')).toEqual(['linen', 'twill', 'velvet', 'satin']);
    expect(ids('sure')).toEqual(['satin', 'velvet', 'twill', 'linen']);
    const [first] = rankTies(drawer, WORN, HABITS, { ...NO_TASTE, hands: 'learning' });
    expect(first?.kind === 'wearable' && first.reasons[0]).toEqual({ speaks: 'for', what: 'easyToLearn' });
  });

  it('is past nothing where the set stands on its bound', () => {
    const { spreadMm } = fitWearer(workedTie(), WORN, 4, evenLeadMm(workedTie()), 'left').fit;
    const [on] = rankTies([worked()], { ...WORN, faceWidthMm: spreadMm }, HABITS);
    expect(on?.kind === 'wearable' && on.reasons.map(({ what }) => what)).not.toContain('past');
  });
});
