import { BOUND_IDS, BOUND_WAYS, COLLAR_STYLES, GRADES, OCCASIONS, SCHOOLS, TAKE_UPS_OF, WING_SCHOOLS } from '@easytuck/core';
import { z } from 'zod';
import { collarField, collarSize } from '../fields/collarField.ts';
import { moment, nameField, noteField, recordId, shortField, side, version } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';
import { setCard } from './card.ts';
import { firmness, tie } from './tie.ts';

/** How the shirt's collar is cut. */
export const collarStyle = z.enum(COLLAR_STYLES);

/** The school the set was taken from, or `own` where the fitter chose otherwise. */
export const SCHOOL_CHOICES = [...SCHOOLS, 'own'] as const;
export const schoolChoice = z.enum(SCHOOL_CHOICES);
export type SchoolChoice = z.infer<typeof schoolChoice>;

export const occasion = z.enum(OCCASIONS);
export const wingSchool = z.enum(WING_SCHOOLS);

/** Where the bow lies on a turned-down collar: on the leaf’s edge, or partly under the leaf. */
export const BOW_POSITIONS = ['onLeaf', 'underLeaf'] as const;
export type BowPosition = (typeof BOW_POSITIONS)[number];

/** How the folds of a reversible tie are made, so that the chosen faces show. */
export const folding = z.object({
  frontTurned: z.boolean(),
  dropTurned: z.boolean(),
  backTurned: z.boolean(),
  backTail: z.enum(['before', 'behind']),
});

/** What becomes of a tie at a fitting. `lent` and `sold` take one out of stock; `sold` and `theirs` put it among the ties the wearer owns. */
export const handedOver = z.enum(['stays', 'lent', 'sold', 'theirs']);
export type HandedOver = z.infer<typeof handedOver>;

const worn = {
  easeMm: lengthMm(FITTING_LENGTHS.easeMm),
  longEnd: side,
  collarStyle,
  /** Measures that were not taken are null. */
  collarPointsMm: lengthMm(FITTING_LENGTHS.collarPointsMm).nullable(),
  neckBreadthMm: lengthMm(FITTING_LENGTHS.neckBreadthMm).nullable(),
  faceWidthMm: lengthMm(FITTING_LENGTHS.faceWidthMm).nullable(),
  /** Girth of the bare neck, from which the breadth follows where that was not measured. */
  bareNeckMm: lengthMm(FITTING_LENGTHS.bareNeckMm).nullable().default(null),
  /** Shirt buttons below the collar button: the first, and from one to the next. */
  firstButtonMm: lengthMm(FITTING_LENGTHS.firstButtonMm).nullable().default(null),
  buttonSpacingMm: lengthMm(FITTING_LENGTHS.buttonSpacingMm).nullable().default(null),
  occasion: occasion.default('other'),
  wings: wingSchool.default('behind'),
  bowPosition: z.enum(BOW_POSITIONS).default('onLeaf'),
  /** Null where nobody chose faces. */
  folding: folding.nullable().default(null),
  /** How firmly the knot is to be drawn up. */
  firmness: firmness.default('usual'),
  school: schoolChoice,
  /** Who fitted; one of the shop's names, or none. */
  staff: shortField('The fitter’s name').default(''),
  /** Setting of the band, counted from 0 at the shortest. */
  step: z.int('The set must be one of the band’s settings.').min(0, 'The set must be one of the band’s settings.'),
  leadMm: lengthMm(FITTING_LENGTHS.leadMm),
  note: noteField.default(''),
  /** What becomes of the tie: it stays in the drawer, is lent or sold out of stock, or is the wearer's own already. */
  handedOver: handedOver.default('stays'),
};

/** What of a wearer's record can be found out at a fitting. A name is there only to be corrected. */
export const measuredHere = z.enum(['name', 'collar', 'longEnd', 'neckBreadthMm', 'faceWidthMm', 'firstButtonMm', 'buttonSpacingMm']);
export type MeasuredHere = z.infer<typeof measuredHere>;

/**
 * Who is fitted: somebody on record, or somebody new, saved together with the fitting. Of somebody on record only what was
 * measured at this fitting goes on the record, over the version that was seen: what the fields were filled with is older.
 */
export const fittedWearer = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('known'),
    id: recordId,
    measured: z.array(measuredHere).max(measuredHere.options.length).default([]),
    /** Of the record as it was seen; needed where something was measured. */
    version: version.nullable().default(null),
    /** The name, where it is corrected. */
    name: nameField('The wearer’s name').nullable().default(null),
  }),
  z.object({ kind: z.literal('new'), id: recordId, name: nameField('The wearer’s name') }),
]);

/** A fitting to be given out. The answer is worked out again where it is kept. `revises`: the fitting this one takes the place of. */
export const fittingInput = z.object({
  id: recordId,
  wearer: fittedWearer,
  collar: collarField,
  tieId: recordId,
  ...worn,
  revises: recordId.nullable().default(null),
});
export type FittingInput = z.input<typeof fittingInput>;
export type FittingData = z.output<typeof fittingInput>;

const bow = z.object({
  loopMm: z.number(),
  flatEndMm: z.number(),
  spreadMm: z.number(),
  crossingAtMm: z.number(),
  foldAtMm: z.number(),
  centreAtMm: z.number(),
});

/** What bounds a set, with the room to it in mm of set; negative past it. */
export const boundRoom = z.object({
  id: z.enum(BOUND_IDS),
  way: z.enum(BOUND_WAYS),
  roomMm: z.number(),
});

/** The answer as it was given out. Lengths in mm. */
export const fittingResult = z.object({
  setMm: z.number(),
  leadMm: z.number(),
  spreadMm: z.number(),
  bowHeightMm: z.number(),
  front: bow,
  back: bow,
  rooms: z.array(boundRoom),
  binding: boundRoom,
  grade: z.enum(GRADES),
  frontLoopSide: side,
  foldLengthwise: z.boolean(),
  /** Where the nose hangs before tying; null in what an earlier model gave out. */
  hang: z
    .object({ noseMm: z.number(), between: z.tuple([z.int(), z.int()]) })
    .nullable()
    .default(null),
  /** The late school ties at the longest and takes in by this; 0 otherwise. `setMm` is the finished set all the same. */
  drawInMm: z.number().default(0),
  /** Whose knot it was worked out with: the model's, what the tie's tyings showed, or what this wearer's own did. */
  takeUpOf: z.enum(TAKE_UPS_OF).default('model'),
  /** How surely the bow comes out as wide as it says, and how surely it would before the tie was ever tied: standard deviations; null in what an earlier model gave out. */
  sure: z.object({ spreadSdMm: z.number(), untiedSdMm: z.number() }).nullable().default(null),
});
export type FittingResult = z.infer<typeof fittingResult>;

/** Which revision of a fitting this is: 1 for the first; `rootId` is the first one's key, and what all of them share. */
const revision = z.object({ number: z.int().min(1), rootId: recordId, revises: recordId.nullable() });

/** A fitting as it was given out: what went in, the tie as it then was, what came out, by which model, and the card. */
export const fitting = z.object({
  id: recordId,
  givenOutAt: moment,
  wearer: z.object({ id: recordId, name: z.string() }),
  collar: collarSize,
  tie,
  ...worn,
  modelVersion: z.string(),
  result: fittingResult,
  revision,
  /** Null in what was given out before cards were kept. */
  card: setCard.nullable(),
});
export type Fitting = z.infer<typeof fitting>;

export const fittingList = z.object({ fittings: z.array(fitting) });

/** All revisions of one fitting, first to last. */
export const revisionList = z.object({ revisions: z.array(fitting) });

/** An old fitting worked out again with today's tie and model; nothing is overwritten. Null where it cannot be any more. */
export const recomputed = z.object({
  then: fittingResult,
  now: fittingResult.nullable(),
  whyNot: z.string().nullable(),
  modelThen: z.string(),
  modelNow: z.string(),
  tieChanged: z.boolean(),
});
export type Recomputed = z.infer<typeof recomputed>;

const day = z.iso.date({ error: 'Write a day as 2026-11-24.' });

/** The ledger's filters; days include both ends, in UTC. */
export const fittingQuery = z.object({
  wearerId: recordId.optional(),
  tieId: recordId.optional(),
  occasion: occasion.optional(),
  staff: z.string().trim().max(60).optional(),
  /** Letters of the wearer's or the tie's name. */
  q: z.string().trim().max(120).optional(),
  from: day.optional(),
  to: day.optional(),
  /** Earlier revisions too. */
  all: z.enum(['yes', 'no']).default('no'),
  before: recordId.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type FittingQuery = z.output<typeof fittingQuery>;

/** One line of the ledger. */
export const ledgerLine = z.object({
  id: recordId,
  givenOutAt: moment,
  wearerId: recordId,
  wearerName: z.string(),
  tieId: recordId,
  tieName: z.string(),
  collar: collarSize,
  occasion,
  staff: z.string(),
  school: schoolChoice,
  setting: z.string(),
  setMm: z.number(),
  leadMm: z.number(),
  longEnd: side,
  spreadMm: z.number(),
  grade: fittingResult.shape.grade,
  revision: z.int(),
});
export type LedgerLine = z.infer<typeof ledgerLine>;
export const ledger = z.object({ lines: z.array(ledgerLine), more: z.boolean() });
