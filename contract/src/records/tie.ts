import type { BLADE_RANGES } from '@easytuck/core';
import {
  BLADE_SHAPES,
  MODEL_VERSION,
  STRIP_1,
  takeUpsOfStrip1,
  checkBlade,
  CLOTH_LOOKS,
  COLLAR_SYSTEMS,
  FIBRES,
  FIRMNESSES,
  hardwareRange,
  TIP_SHAPES,
  WEAVES,
  type BladeContradiction,
  type Cloth,
  type Hardware,
  type HardwareKind,
  type Kinship,
  type TieDress,
  type Tie as TieModel,
} from '@easytuck/core';
import { z } from 'zod';
import { inMm } from '../explain.ts';
import { moment, nameField, noteField, recordId, shortField, version } from '../fields/common.ts';

/** Names of the measures of a blade, as they stand in sentences. */
export const MEASURE_NAMES: Readonly<Record<keyof TieModel['blade'], string>> = {
  noseToBellyMm: 'nose to belly',
  bellyToWaistMm: 'belly to waist',
  waistToTipMm: 'tip to waist',
  bandWidthMm: 'band width',
  bellyWidthMm: 'belly width',
  waistWidthMm: 'waist width',
  tailWidthMm: 'tail width',
  tipShape: 'tip shape',
  tipDepthMm: 'tip depth',
  extraWidths: 'further width',
};

/** A contradiction between measures in a sentence that says what would be right. @param length writes a length given in mm. */
export function explainBlade({ measure, kind, value, limitMm, extra }: BladeContradiction, length: (mm: number) => string = inMm): string {
  if (extra) return explainExtra(kind, value, limitMm, extra);
  const name = MEASURE_NAMES[measure];
  const is = `The ${name} is ${length(value)}`;
  switch (kind) {
    case 'notANumber':
      return `The ${name} is missing.`;
    case 'tooSmall':
      return `${is}; the least a tie can have is ${length(limitMm)}.`;
    case 'tooLarge':
      return `${is}; the most a tie can have is ${length(limitMm)}.`;
    case 'narrowerThanBand':
      return `${is}, narrower than the band (${length(limitMm)}); a blade is never narrower than its band.`;
    case 'widerThanBelly':
      return `${is}, wider than the belly (${length(limitMm)}); the waist is the narrow line of a blade.`;
    case 'longerThanTail':
      return `${is}, but only ${length(limitMm)} lie between waist and tip.`;
    case 'depthWithoutTip':
      return `${is}, but a straight tip has none; choose a pointed or rounded tip or leave 0.`;
    case 'tipWithoutDepth':
      return 'A pointed or rounded tip needs its depth, from its widest line to the very end.';
    case 'outOfOrder':
    case 'offTheBlade':
    case 'notBetween':
      return `${is}, which contradicts its neighbours (${length(limitMm)}).`;
  }
}

function explainExtra(
  kind: BladeContradiction['kind'],
  value: number,
  limitMm: number,
  { atMm, between }: NonNullable<BladeContradiction['extra']>,
): string {
  const where = `${round(atMm)} mm from the nose`;
  switch (kind) {
    case 'notBetween':
      return `The width ${where} is ${round(value)} mm, ${value > limitMm ? 'more' : 'less'} than the ${round(limitMm)} mm beside it; between ${between[0]} and ${between[1]} a blade only widens or only narrows.`;
    case 'outOfOrder':
      return `The width ${where} lies on or before the line next to it; take it at ${round(limitMm)} mm.`;
    case 'offTheBlade':
      return `${round(value)} mm from the nose is off the blade; further widths lie between the nose and the tail, ${round(limitMm)} mm out.`;
    case 'notANumber':
    case 'tooSmall':
    case 'tooLarge':
    case 'narrowerThanBand':
    case 'widerThanBelly':
    case 'longerThanTail':
    case 'depthWithoutTip':
    case 'tipWithoutDepth':
      return 'A further width needs its place and its width, both as numbers.';
  }
}

const round = (value: number): number => Math.round(value * 10) / 10;

const measure = (name: keyof typeof BLADE_RANGES): z.ZodNumber => z.number({ error: `The ${MEASURE_NAMES[name]} is missing.` });

/** Blade measures in mm; those that contradict each other are refused at the measure. */
export const blade = z
  .object({
    noseToBellyMm: measure('noseToBellyMm'),
    bellyToWaistMm: measure('bellyToWaistMm'),
    waistToTipMm: measure('waistToTipMm'),
    bandWidthMm: measure('bandWidthMm'),
    bellyWidthMm: measure('bellyWidthMm'),
    waistWidthMm: measure('waistWidthMm'),
    tailWidthMm: measure('tailWidthMm'),
    tipShape: z.enum(TIP_SHAPES),
    tipDepthMm: measure('tipDepthMm'),
    extraWidths: z
      .array(z.object({ atMm: z.number(), widthMm: z.number() }))
      .max(24, 'A blade can have 24 further widths at most.')
      .readonly()
      .default([]),
  })
  .superRefine((value, context) => {
    for (const found of checkBlade(value)) {
      const path = found.extra ? [found.measure, found.extra.index] : [found.measure];
      context.addIssue({ code: 'custom', path, message: explainBlade(found) });
    }
  });

const LENGTH_RANGE = { min: 500, max: 1300 } as const;
const tipToTip = z
  .number({ error: 'Tip to tip is missing.' })
  .min(LENGTH_RANGE.min, `A self-tie bow is at least ${LENGTH_RANGE.min} mm from tip to tip.`)
  .max(LENGTH_RANGE.max, `A self-tie bow is at most ${LENGTH_RANGE.max} mm from tip to tip.`);

const marks = z.object({ system: z.enum(COLLAR_SYSTEMS), atShortest: z.number().min(8).max(61) }).nullable();

const stepped = {
  shortestMm: tipToTip,
  stepCount: z.int().min(2).max(60),
  pitchMm: z.number().min(2).max(60),
  marks,
};

/** Each kind of hardware, with its measures. Lengths tip to tip, in mm. */
const HARDWARE = {
  slots: z.object({ kind: z.literal('slots'), ...stepped }),
  buttons: z.object({ kind: z.literal('buttons'), ...stepped }),
  slider: z.object({
    kind: z.literal('slider'),
    shortestMm: tipToTip,
    longestMm: tipToTip,
    strapMm: z.number().min(40).max(600),
    reachAtShortestMm: z.number().min(20).max(600),
    glideStepMm: z.number().min(0.5).max(40),
    marks,
  }),
  fixed: z.object({ kind: z.literal('fixed'), lengthMm: tipToTip }),
} as const satisfies { readonly [K in HardwareKind]: z.ZodType<Hardware & { readonly kind: K }> };

/** What makes a band adjustable. */
export const hardware = z.discriminatedUnion('kind', [HARDWARE.slots, HARDWARE.buttons, HARDWARE.slider, HARDWARE.fixed]);

/** Shapes of blade, by the trade's names. */
export const bladeShape = z.enum(BLADE_SHAPES);

/** What the yarn is, and how it is woven. */
export const fibre = z.enum(FIBRES);
export const weave = z.enum(WEAVES);

/** How a face looks, as far as dress custom asks. */
export const clothLook = z.enum(CLOTH_LOOKS);

/** Cloths as they were named before fibre and weave were told apart. */
export const FORMER_CLOTHS: Readonly<Record<string, Cloth>> = {
  satin: { fibre: 'silk', weave: 'satin' },
  grosgrain: { fibre: 'silk', weave: 'grosgrain' },
  velvet: { fibre: 'cotton', weave: 'velvet' },
};

const faceOf = z.object({ name: shortField('The name of a face'), look: clothLook });

/** The two faces of the strip: the one away from the shirt, and the one on it where the tie can be worn either way. */
export const faces = z.object({ outer: faceOf, inner: faceOf.nullable().default(null) });

const PLAIN_FACES: z.infer<typeof faces> = { outer: { name: '', look: 'plain' }, inner: null };

/** How firmly a knot is drawn up. */
export const firmness = z.enum(FIRMNESSES);

/** Take-ups that measured tyings have shown, in mm. */
export const takeUp = z.object({
  shortMm: z.number().min(-20).max(120),
  longMm: z.number().min(0).max(260),
  /** How surely both together, and their difference, were known: standard deviations. Not given where nobody noted it. */
  wholeSdMm: z.number().min(0).max(60).optional(),
  leadSdMm: z.number().min(0).max(60).optional(),
  /** By how much one wearer's hands differ from tying to tying, where these are their own take-ups. */
  tyingMm: z.number().min(0).max(60).optional(),
  /** The model by whose neck path they were counted. */
  model: z.string().max(40).default(MODEL_VERSION),
});

/** Part by which the strip stretches round the neck: nothing on the straight grain. */
const stretchRatio = z
  .number()
  .min(0, 'A strip stretches by nothing or a little.')
  .max(0.08, 'No tie stretches by more than 8 parts in a hundred.')
  .default(0);

/** A tie as measured: what is sent to be saved. */
export const tieInput = z
  .object({
    name: nameField('The tie’s name'),
    shape: bladeShape,
    fibre,
    /** Null where nobody noted it. */
    weave: weave.nullable().default(null),
    cloth: z.object({
      thicknessMm: z.number().min(0.3, 'A made-up tie is at least 0.3 mm thick.').max(5, 'A made-up tie is at most 5 mm thick.'),
      gatherRatio: z.number().min(0.3, 'Gather lies between 0.3 and 1.').max(1, 'Gather lies between 0.3 and 1.'),
      stretchRatio,
    }),
    /** Who made it, or whose marks it bears; empty where nobody noted it. */
    maker: shortField('The maker').default(''),
    blade,
    overhangMm: z.number().min(0, 'Overhang lies between 0 and 30 mm.').max(30, 'Overhang lies between 0 and 30 mm.'),
    hardware,
    takeUp: takeUp.nullable().default(null),
    faces: faces.default(PLAIN_FACES),
    /** A second clasp, opened by hand, by which a tied bow is taken off whole. */
    quickClasp: z.boolean().default(false),
    /** A clasp that opens by itself when the band is pulled. */
    breakaway: z.boolean().default(false),
    priceCode: shortField('The price code').default(''),
    inStock: z
      .int('The number in stock is a whole number.')
      .min(0, 'There cannot be fewer than none.')
      .max(9999, 'No drawer holds more than 9,999.'),
    note: noteField.default(''),
  })
  .superRefine((value, context) => {
    const { noseToBellyMm, bellyToWaistMm, waistToTipMm } = value.blade;
    const bladesMm = 2 * (noseToBellyMm + bellyToWaistMm + waistToTipMm);
    const { shortestMm, longestMm } = hardwareRange(value.hardware);
    if (shortestMm <= bladesMm) {
      const path = ['hardware', value.hardware.kind === 'fixed' ? 'lengthMm' : 'shortestMm'];
      context.addIssue({ code: 'custom', path, message: `Tip to tip is ${shortestMm} mm, but the two blades alone take ${bladesMm} mm.` });
    }
    if (value.hardware.kind === 'slider' && longestMm <= shortestMm) {
      context.addIssue({
        code: 'custom',
        path: ['hardware', 'longestMm'],
        message: `The longest setting must be longer than the shortest (${shortestMm} mm).`,
      });
    }
  });
export type TieInput = z.input<typeof tieInput>;
export type TieData = z.output<typeof tieInput>;

const tieFields = { id: recordId, version, createdAt: moment, updatedAt: moment };

/** A new tie with the key made where it was typed. */
export const newTie = tieInput.and(z.object({ id: recordId }));
export type NewTie = z.input<typeof newTie>;

/** A change to a tie, with the version it was based on. */
export const tieChange = tieInput.and(z.object({ version }));

/** A tie in the drawer. Written out plainly: what is on record was checked when it came in. */
export const tie = z.object({
  ...tieFields,
  /** In a fitting, how firmly its knot is to be drawn up, where that is not as usual; a tie in the drawer has none. */
  firmness: firmness.optional(),
  /** When it was put away: it is no longer offered, and what was done with it stays on record. */
  awayAt: moment.nullable().default(null),
  name: z.string(),
  shape: bladeShape,
  fibre,
  weave: weave.nullable().default(null),
  cloth: z.object({ thicknessMm: z.number(), gatherRatio: z.number(), stretchRatio }),
  maker: z.string().default(''),
  blade: z.object(blade.shape),
  overhangMm: z.number(),
  hardware,
  takeUp: takeUp.nullable().default(null),
  faces: faces.default(PLAIN_FACES),
  quickClasp: z.boolean().default(false),
  breakaway: z.boolean().default(false),
  priceCode: z.string().default(''),
  inStock: z.int(),
  note: z.string(),
});
export type Tie = z.infer<typeof tie>;

/** A tie as an old fitting keeps it, with its cloth told in fibre and weave, and what its tyings taught counted, as it is now. */
export function readKeptTie(value: unknown, modelVersion: string): Tie {
  const kept = tie.parse(withFibreAndWeave(value));
  if (modelVersion !== STRIP_1 || kept.takeUp === null) return kept;
  return { ...kept, takeUp: takeUpsOfStrip1(kept.takeUp, kept.cloth) };
}

function withFibreAndWeave(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('clothKind' in value)) return value;
  const { clothKind, ...rest } = value;
  return { ...rest, ...(FORMER_CLOTHS[String(clothKind)] ?? { fibre: clothKind, weave: null }) };
}

/** Whose make and of what cloth a tie is: ties that share one take up more or less cloth than expected together. */
export const kinshipOf = ({ maker, fibre, weave }: Pick<Tie, 'maker' | 'fibre' | 'weave'>): Kinship => ({
  maker: maker.trim().toLocaleLowerCase(),
  cloth: `${fibre} ${weave ?? ''}`,
});

/**
 * The same text for ties that look alike on two people: of one shape, cloth, colour and face. Where the colour has no name and is neither
 * black, white nor midnight, nobody can tell, so the tie looks like itself alone.
 */
export function likenessOf({ id, shape, fibre, weave, faces: { outer } }: Pick<Tie, 'id' | 'shape' | 'fibre' | 'weave' | 'faces'>): string {
  const name = outer.name.trim().toLocaleLowerCase();
  const isKnown = name !== '' || (outer.look !== 'plain' && outer.look !== 'patterned');
  return JSON.stringify([shape, fibre, weave, outer.look, name, isKnown ? '' : id]);
}

/** What dress custom looks at in a tie. */
export const dressOf = ({ shape, fibre, weave, faces: { outer } }: Pick<Tie, 'shape' | 'fibre' | 'weave' | 'faces'>): TieDress => ({
  ...{ shape, fibre, weave },
  look: outer.look,
});

/** Puts a record away, or takes it out again. */
export const putAwayInput = z.object({ version, away: z.boolean() });

export const tieList = z.object({ ties: z.array(tie) });
