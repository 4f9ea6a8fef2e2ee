/** Ties, a wearer and a house that tests of the choice start from. */
import type { Candidate, RankingHabits, TieDress } from './index.ts';
import { SMALL_MM, type WornCollar } from '../fit/index.ts';
import { WORKED_EASE_MM, workedTie } from '../testing/index.ts';

export const WORN: WornCollar = {
  collar: { system: 'in', label: 16 },
  easeMm: WORKED_EASE_MM,
  style: 'turndown',
  collarPointsMm: null,
  neckBreadthMm: 129.4,
  faceWidthMm: null,
};

export const BLACK_SILK: TieDress = { shape: 'butterfly', fibre: 'silk', weave: 'twill', look: 'black' };

export const WHITE_PIQUE: TieDress = { shape: 'batwing', fibre: 'cotton', weave: 'pique', look: 'white' };

export const RED_WOOL: TieDress = { shape: 'club', fibre: 'wool', weave: null, look: 'patterned' };

export const HABITS: RankingHabits = { school: 'true', smallMm: SMALL_MM, longEnd: 'left' };

export const worked = (change: Partial<Candidate> = {}): Candidate => ({
  id: 'a',
  prepared: workedTie(),
  inStock: 1,
  dress: BLACK_SILK,
  breakaway: false,
  ...change,
});
