/** How a shirt's collar is cut. */
export const COLLAR_STYLES = ['turndown', 'spread', 'point', 'buttonDown', 'wing', 'band'] as const;
export type CollarStyle = (typeof COLLAR_STYLES)[number];

/** A typical collar of each style, in mm, to start from until it is measured (common practice, no source). */
export interface TypicalCollar {
  readonly style: CollarStyle;
  /** Between the outer points, buttoned. */
  readonly pointsMm: number;
  /** Height of the band at the front. */
  readonly standMm: number;
  /** Length of a leaf from the band to its point. */
  readonly leafMm: number;
}

/** One typical collar a style. */
export const TYPICAL_COLLARS: Readonly<Record<CollarStyle, TypicalCollar>> = {
  turndown: { style: 'turndown', pointsMm: 130, standMm: 35, leafMm: 72 },
  spread: { style: 'spread', pointsMm: 150, standMm: 36, leafMm: 74 },
  point: { style: 'point', pointsMm: 100, standMm: 34, leafMm: 80 },
  buttonDown: { style: 'buttonDown', pointsMm: 115, standMm: 33, leafMm: 82 },
  wing: { style: 'wing', pointsMm: 135, standMm: 48, leafMm: 32 },
  // a band alone, without leaf or points: what is given for them is drawn nowhere
  band: { style: 'band', pointsMm: 130, standMm: 36, leafMm: 20 },
};
