import { collarCustoms, customsOf, NO_TASTE, rankTies, type Taste, type TieDress } from './index.ts';
import { BLACK_SILK, HABITS, RED_WOOL, WHITE_PIQUE, worked, WORN } from './testing.ts';

describe('dress custom', () => {
  it('says what is worn when (common practice, no source)', () => {
    const against = (occasion: Taste['occasion'], dress: TieDress, heightMm = 55, inStock = 5): string[] =>
      customsOf(occasion, dress, heightMm, inStock)
        .filter(({ speaks }) => speaks === 'against')
        .map(({ what }) => what);
    // white piqué, of whatever fibre
    expect(against('whiteTie', WHITE_PIQUE)).toEqual([]);
    expect(against('whiteTie', { ...WHITE_PIQUE, fibre: 'silk' })).toEqual([]);
    expect(against('whiteTie', { ...WHITE_PIQUE, fibre: 'linen' })).toEqual([]);
    expect(against('whiteTie', { ...WHITE_PIQUE, weave: 'chambray' })).toEqual(['notPique']);
    expect(against('whiteTie', { ...WHITE_PIQUE, weave: null })).toEqual([]);
    expect(against('whiteTie', BLACK_SILK)).toEqual(['notWhite']);
    // black or midnight blue, of silk or an evening weave; velvet
    expect(against('blackTie', BLACK_SILK)).toEqual([]);
    expect(against('blackTie', { ...BLACK_SILK, look: 'midnightBlue' })).toEqual([]);
    expect(against('blackTie', { ...BLACK_SILK, weave: 'velvet' })).toEqual([]);
    expect(against('blackTie', { ...BLACK_SILK, fibre: 'cotton', weave: 'velvet' })).toEqual([]);
    expect(against('blackTie', { ...BLACK_SILK, fibre: 'polyester', weave: 'satin' })).toEqual([]);
    expect(against('blackTie', { ...BLACK_SILK, fibre: 'cotton', weave: 'pique' })).toEqual(['notEveningCloth']);
    expect(against('blackTie', RED_WOOL)).toEqual(['notBlack']);
    expect(against('business', RED_WOOL, 64)).toEqual(['fullByDay']);
    expect(against('daytime', { ...BLACK_SILK, weave: 'satin' }, 50)).toEqual(['eveningClothByDay']);
    expect(against('daytime', { ...BLACK_SILK, fibre: 'cotton', weave: 'velvet' }, 50)).toEqual(['eveningClothByDay']);
    expect(against('weddingParty', BLACK_SILK, 55, 2)).toEqual(['fewForSet']);
    expect(against('weddingParty', BLACK_SILK, 55, 3)).toEqual([]);
    expect(against('other', RED_WOOL)).toEqual([]);
  });

  it('puts what it asks for first, whatever else speaks for another', () => {
    const drawer = [worked({ id: 'black', dress: BLACK_SILK }), worked({ id: 'white', dress: WHITE_PIQUE, inStock: 0 })];
    const first = (occasion: Taste['occasion']) => rankTies(drawer, WORN, HABITS, { ...NO_TASTE, occasion })[0]?.id;
    expect([first('whiteTie'), first('blackTie'), first('other')]).toEqual(['white', 'black', 'black']);
  });

  it('knows both schools of wings, and what is done with a button-down', () => {
    expect(collarCustoms('blackTie', 'wing', 'behind')).toEqual(['wingsBehind']);
    expect(collarCustoms('blackTie', 'wing', 'over')).toEqual(['wingsOver']);
    expect(collarCustoms('whiteTie', 'buttonDown', 'behind')).toEqual(['wingForWhiteTie', 'buttonDownInformal']);
    expect(collarCustoms('business', 'buttonDown', 'behind')).toEqual(['tuckUnderLeaf']);
  });
});
