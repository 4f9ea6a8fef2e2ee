/** Ties and tolerances that several tests share. */
import fc from 'fast-check';
import { prepareTie, type PreparedTie } from './fit/index.ts';
import type { BladeMeasures, SteppedHardware, Tie } from './strip/index.ts';

/** Rounding of binary arithmetic on lengths of a metre, in mm. */
export const ROUNDING_MM = 1e-9;

/** Numbered T-hook slots by half sizes, 14 to 18 in; mark 16 is 842.3 mm tip to tip. */
export const HALF_SIZE_SLOTS: SteppedHardware = {
  kind: 'slots',
  shortestMm: 791.5,
  stepCount: 9,
  pitchMm: 12.7,
  marks: { system: 'in', atShortest: 14 },
};

/** The worked tie of docs/model.md. */
export const WORKED_TIE: Tie = {
  blade: {
    noseToBellyMm: 62,
    bellyToWaistMm: 62,
    waistToTipMm: 62,
    bandWidthMm: 20,
    bellyWidthMm: 65,
    waistWidthMm: 30,
    tailWidthMm: 65,
    tipShape: 'straight',
    tipDepthMm: 0,
  },
  cloth: { thicknessMm: 1.1, gatherRatio: 0.65 },
  overhangMm: 0,
  hardware: HALF_SIZE_SLOTS,
};

export const workedTie = (): PreparedTie => prepareTie(WORKED_TIE);

const mm = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

/** Blades that pass `checkBlade`. */
export const anyBlade: fc.Arbitrary<BladeMeasures> = fc
  .record({
    noseToBellyMm: mm(30, 90),
    bellyToWaistMm: mm(30, 90),
    waistToTipMm: mm(40, 90),
    bandWidthMm: mm(15, 25),
    waistOver: mm(0, 25),
    bellyOver: mm(0, 50),
    tailOver: mm(0, 60),
    tipShape: fc.constantFrom('straight' as const, 'pointed' as const, 'rounded' as const),
    depthRatio: mm(0.2, 0.8),
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
  .record({ blade: anyBlade, thicknessMm: mm(0.5, 3), gatherRatio: mm(0.5, 0.8), overhangMm: mm(0, 12) })
  .map(({ blade, thicknessMm, gatherRatio, overhangMm }) =>
    prepareTie({ blade, cloth: { thicknessMm, gatherRatio }, overhangMm, hardware: HALF_SIZE_SLOTS }),
  );

export const anyNeckPathMm = mm(330, 500);
export const anySetMm = mm(700, 1000);
export const anyLeadMm = mm(0, 100);
