/** How the end of a blade is cut. A further shape is one more name here and one more entry below. */
export const TIP_SHAPES = ['straight', 'pointed', 'rounded'] as const;
export type TipShape = (typeof TIP_SHAPES)[number];

/** What a tip does to the blade beyond its widest line. */
export interface TipCut {
  /** Whether the tip takes length of its own, from the widest line of the tail to the very end. */
  readonly hasDepth: boolean;
  /** Width that is left of the tail's, 1 to 0, at a share of the depth, 0 at the widest line and 1 at the end. */
  readonly widthRatio: (share: number) => number;
  /** Straight pieces that its outline is drawn in, each side. */
  readonly outlinePieces: number;
}

/** A pointed tip closes in straight lines, a rounded one in half an ellipse, a straight one at once. */
export const TIP_CUTS: Readonly<Record<TipShape, TipCut>> = {
  straight: { hasDepth: false, widthRatio: () => 1, outlinePieces: 0 },
  pointed: { hasDepth: true, widthRatio: (share) => 1 - share, outlinePieces: 1 },
  rounded: { hasDepth: true, widthRatio: (share) => Math.sqrt(Math.max(0, 1 - share * share)), outlinePieces: 24 },
};
