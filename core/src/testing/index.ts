/** Ties, arbitrary values and tolerances that several tests share. */
import fc from 'fast-check';
import { prepareTie, type PreparedTie } from '../fit/index.ts';
import type { BladeMeasures } from '../strip/index.ts';
import { HALF_SIZE_SLOTS, UNTIED, WORKED_EASE_MM, WORKED_TIE } from './workedTie.ts';

export { HALF_SIZE_SLOTS, UNTIED, WORKED_EASE_MM, WORKED_TIE };

/** Rounding of binary arithmetic on lengths of a metre, in mm. */
export const ROUNDING_MM = 1e-9;

export const workedTie = (): PreparedTie => prepareTie(WORKED_TIE);

/**
 * Numbers spread evenly between two limits, to a thousandth. (`fc.double` spreads over the ways to write a number, and so
 * hardly ever leaves the neighbourhood of 0 where that is a limit.)
 */
export const between = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.ceil(min * 1000), max: Math.floor(max * 1000) }).map((thousandths) => thousandths / 1000);

/** Blades that pass `checkBlade`. */
export const anyBlade: fc.Arbitrary<BladeMeasures> = fc
  .record({
    noseToBellyMm: between(30, 90),
    bellyToWaistMm: between(30, 90),
    waistToTipMm: between(40, 90),
    bandWidthMm: between(15, 25),
    waistOver: between(0, 25),
    bellyOver: between(0, 50),
    tailOver: between(0, 60),
    tipShape: fc.constantFrom('straight' as const, 'pointed' as const, 'rounded' as const),
    depthRatio: between(0.2, 0.8),
  })
  .map(({ waistOver, bellyOver, tailOver, depthRatio, ...rest }) => ({
    ...rest,
    waistWidthMm: rest.bandWidthMm + waistOver,
    bellyWidthMm: rest.bandWidthMm + waistOver + bellyOver,
    tailWidthMm: rest.bandWidthMm + tailOver,
    tipDepthMm: rest.tipShape === 'straight' ? 0 : depthRatio * rest.waistToTipMm,
  }));

/** Ties of any cut and cloth, with half-size slots. */
export const anyTie: fc.Arbitrary<PreparedTie> = fc
  .record({ blade: anyBlade, thicknessMm: between(0.5, 3), gatherRatio: between(0.5, 0.8), overhangMm: between(0, 12) })
  .map(({ blade, thicknessMm, gatherRatio, overhangMm }) =>
    prepareTie({ blade, cloth: { thicknessMm, gatherRatio }, overhangMm, hardware: HALF_SIZE_SLOTS }),
  );

export const anyNeckPathMm = between(330, 500);
export const anySetMm = between(700, 1000);
export const anyLeadMm = between(0, 100);
export { seededNormal, seededUniform } from './seededNormal.ts';
