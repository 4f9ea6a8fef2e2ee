import type { TipShape } from './tipShapes.ts';

/** Shapes of blade, by the trade's names, in the order they are offered. */
export const BLADE_SHAPES = ['butterfly', 'semiButterfly', 'batwing', 'pointed', 'club'] as const;
export type BladeShape = (typeof BLADE_SHAPES)[number];

/** How the tip of each shape is cut (common practice, no source). */
export const TIP_OF_SHAPE: Readonly<Record<BladeShape, TipShape>> = {
  butterfly: 'straight',
  semiButterfly: 'straight',
  batwing: 'straight',
  pointed: 'pointed',
  club: 'rounded',
};
