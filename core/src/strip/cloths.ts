/** How a cloth behaves where the knot squeezes it. */
export interface ClothBehaviour {
  /** Thickness of the made-up strip, lining and interlining included. */
  readonly thicknessMm: number;
  /** Gathered width over flat width in the knot: firm 0.55, medium 0.65, soft 0.75. */
  readonly gatherRatio: number;
  /** Part by which the strip stretches round the neck; nothing, or not given, on the straight grain. */
  readonly stretchRatio?: number;
}

/** How a face of the cloth looks, as far as dress custom asks. */
export const CLOTH_LOOKS = ['white', 'black', 'midnightBlue', 'plain', 'patterned'] as const;
export type ClothLook = (typeof CLOTH_LOOKS)[number];

/** What the yarn of a tie's cloth is. */
export const FIBRES = ['silk', 'cotton', 'linen', 'wool', 'polyester'] as const;
export type Fibre = (typeof FIBRES)[number];

/** How the yarn is woven: a thing apart from the fibre, since silk can be satin, barathea, grosgrain or twill, and cotton piqué or chambray. */
export const WEAVES = ['plain', 'satin', 'barathea', 'grosgrain', 'twill', 'pique', 'chambray', 'velvet'] as const;
export type Weave = (typeof WEAVES)[number];

/** A cloth: its fibre, and its weave where that is known. */
export interface Cloth {
  readonly fibre: Fibre;
  readonly weave: Weave | null;
}

const FIBRE_BEHAVIOUR: Readonly<Record<Fibre, ClothBehaviour>> = {
  silk: { thicknessMm: 1.1, gatherRatio: 0.65 },
  cotton: { thicknessMm: 1.2, gatherRatio: 0.65 },
  linen: { thicknessMm: 1.3, gatherRatio: 0.7 },
  wool: { thicknessMm: 1.8, gatherRatio: 0.72 },
  polyester: { thicknessMm: 0.9, gatherRatio: 0.6 },
};

/** What a weave changes, whatever the fibre: pile, ribs and figured cloths are thicker, a satin is thinner. */
const WEAVE_BEHAVIOUR: Readonly<Partial<Record<Weave, ClothBehaviour>>> = {
  satin: { thicknessMm: 1.0, gatherRatio: 0.62 },
  grosgrain: { thicknessMm: 1.3, gatherRatio: 0.68 },
  pique: { thicknessMm: 1.3, gatherRatio: 0.68 },
  velvet: { thicknessMm: 2.2, gatherRatio: 0.75 },
};

/** Starting values for a cloth, to be corrected by measured tyings (common practice, no source). */
export function clothBehaviour({ fibre, weave }: Cloth): ClothBehaviour {
  return (weave !== null && WEAVE_BEHAVIOUR[weave]) || FIBRE_BEHAVIOUR[fibre];
}

/** Part by which a strip cut on the bias stretches round the neck: one to two parts in a hundred (common practice, no source). */
const BIAS_STRETCH_RATIO: Readonly<Record<Fibre, number>> = { silk: 0.015, cotton: 0.012, linen: 0.01, wool: 0.02, polyester: 0.01 };

/** How the strip lies to the grain of its cloth. */
export const CUTS = ['straight', 'bias'] as const;
export type Cut = (typeof CUTS)[number];

/** Part by which a strip of a cloth stretches round the neck, by how it is cut. */
export const stretchOf = ({ fibre }: Cloth, cut: Cut): number => (cut === 'bias' ? BIAS_STRETCH_RATIO[fibre] : 0);

/** How a cloth is to tie: slippery cloth is hardest to hold, cloth with body the easiest (common practice, no source). */
export function handlingOf({ fibre, weave }: Cloth): 'holds' | 'slips' | 'thick' | 'usual' {
  if (weave === 'velvet' || fibre === 'wool') return 'thick';
  if (weave === 'satin' || fibre === 'polyester') return 'slips';
  return fibre === 'cotton' || fibre === 'linen' ? 'holds' : 'usual';
}
