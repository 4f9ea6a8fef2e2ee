import type { Tie } from '@easytuck/contract';
import { NO_TASTE, SMALL_MM } from '@easytuck/core';
import { filterOffers, NO_FILTER, offersOf } from './ranking.ts';
import { FIXED, TIE, TIES, view } from './testing.ts';

describe('offers', () => {
  const worn = view().worn;
  const rankingFor = { worn, longEnd: 'left', school: 'true', smallMm: SMALL_MM, taste: NO_TASTE, usualTieId: null } as const;
  it('stand as they lie in the drawer until the collar is known, then ranked', () => {
    expect(offersOf(TIES, { ...rankingFor, worn: null }).map(({ ranked }) => ranked)).toEqual([null, null]);
    expect(offersOf(TIES, rankingFor).every(({ ranked }) => ranked !== null)).toBe(true);
  });
  it('begin with the tie that the wearer usually wears, unless it cannot be worn', () => {
    const order = (usualTieId: string | null, ties: readonly Tie[] = TIES) =>
      offersOf(ties, { ...rankingFor, usualTieId }).map(({ tie, isUsual }) => [tie.id, isUsual]);
    const [best = '', last = ''] = order(null).map(([id]) => String(id));
    expect(order(last)).toEqual([
      [last, true],
      [best, false],
    ]);
    const tooShort = { ...TIE, id: 'short', hardware: { ...FIXED.hardware, lengthMm: 200 } } as Tie;
    expect(order('short', [tooShort, TIE])).toEqual([
      [TIE.id, false],
      ['short', true],
    ]);
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
