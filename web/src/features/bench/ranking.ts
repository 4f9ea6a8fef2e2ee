import { clothWords, type Tie } from '@easytuck/contract';
import { rankTies, type RankedTie, type School, type Side, type Taste, type WornCollar } from '@easytuck/core';
import { holds } from '../../common/foldName.ts';
import { preparedOf } from '../../common/preparedOf.ts';

/** What ties are ranked for. */
export interface RankingFor {
  /** Null until the collar is known: the ties then stand as they lie in the drawer. */
  readonly worn: WornCollar | null;
  readonly longEnd: Side;
  readonly school: School;
  /** How far the house's small school goes under the collar size, in mm. */
  readonly smallMm: number;
  readonly taste: Taste;
  /** The tie that the wearer usually wears: it is offered first where it can be worn. */
  readonly usualTieId: string | null;
}

/** A tie that is offered, ranked or not. */
export interface Offer {
  readonly tie: Tie;
  readonly ranked: RankedTie | null;
  readonly isUsual: boolean;
}

/** What the list is narrowed to; an empty word and `any` leave it as it is. */
export interface OfferFilter {
  readonly letters: string;
  readonly cloth: string;
  readonly hardware: string;
  readonly onlyInStock: boolean;
}

export const NO_FILTER: OfferFilter = { letters: '', cloth: 'any', hardware: 'any', onlyInStock: false };

/** Ranked once the collar is known, else in the drawer's order; the wearer’s usual tie first, unless it cannot be worn or lacks the breakaway band that they need. */
export function offersOf(ties: readonly Tie[], options: RankingFor): readonly Offer[] {
  const offers = inOrder(ties, options);
  const usual = offers.find(
    ({ isUsual, ranked, tie }) => isUsual && ranked?.kind !== 'unwearable' && (tie.breakaway || !options.taste.needsBreakaway),
  );
  return usual ? [usual, ...offers.filter((offer) => offer !== usual)] : offers;
}

function inOrder(ties: readonly Tie[], { worn, longEnd, school, smallMm, taste, usualTieId }: RankingFor): readonly Offer[] {
  if (!worn) return ties.map((tie) => ({ tie, ranked: null, isUsual: tie.id === usualTieId }));
  const byId = new Map(ties.map((tie) => [tie.id, tie]));
  const candidates = ties.map((tie) => ({
    id: tie.id,
    prepared: preparedOf(tie),
    inStock: tie.inStock,
    dress: { shape: tie.shape, fibre: tie.fibre, weave: tie.weave, look: tie.faces.outer.look },
    breakaway: tie.breakaway,
  }));
  return rankTies(candidates, worn, { school, smallMm, longEnd }, taste).flatMap((ranked) => {
    const tie = byId.get(ranked.id);
    return tie ? [{ tie, ranked, isUsual: tie.id === usualTieId }] : [];
  });
}

/** Offers that pass a filter, in the order they stand. Letters are looked for in name, cloth, faces and price code. */
export function filterOffers(offers: readonly Offer[], { letters, cloth, hardware, onlyInStock }: OfferFilter): readonly Offer[] {
  return offers.filter(({ tie }) => {
    const words = [tie.name, clothWords(tie), tie.faces.outer.name, tie.faces.inner?.name ?? '', tie.priceCode].join(' ');
    return (
      holds(words, letters) &&
      (cloth === 'any' || clothWords(tie) === cloth) &&
      (hardware === 'any' || tie.hardware.kind === hardware) &&
      (!onlyInStock || tie.inStock > 0)
    );
  });
}
