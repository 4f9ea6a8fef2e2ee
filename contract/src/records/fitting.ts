import { z } from 'zod';
import { collarField, collarSize } from '../fields/collarField.ts';
import { moment, nameField, noteField, recordId, side } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';
import { tie } from './tie.ts';

/** How the shirt's collar is cut. */
export const collarStyle = z.enum(['turndown', 'spread', 'point', 'buttonDown', 'wing']);

/** The school the set was taken from, or `own` where the fitter chose otherwise. */
export const schoolChoice = z.enum(['true', 'easy', 'small', 'late', 'own']);
export type SchoolChoice = z.infer<typeof schoolChoice>;

const worn = {
  easeMm: lengthMm(FITTING_LENGTHS.easeMm),
  longEnd: side,
  collarStyle,
  /** Measures that were not taken are null. */
  collarPointsMm: lengthMm(FITTING_LENGTHS.collarPointsMm).nullable(),
  neckBreadthMm: lengthMm(FITTING_LENGTHS.neckBreadthMm).nullable(),
  faceWidthMm: lengthMm(FITTING_LENGTHS.faceWidthMm).nullable(),
  school: schoolChoice,
  /** Setting of the band, counted from 0 at the shortest. */
  step: z.int('The set must be one of the band’s settings.').min(0, 'The set must be one of the band’s settings.'),
  leadMm: lengthMm(FITTING_LENGTHS.leadMm),
  note: noteField.default(''),
};

/** Who is fitted: somebody on record, or somebody new, saved together with the fitting. */
export const fittedWearer = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('known'), id: recordId }),
  z.object({ kind: z.literal('new'), id: recordId, name: nameField('The wearer’s name') }),
]);

/** A fitting to be given out. The answer is worked out again where it is kept. */
export const fittingInput = z.object({ id: recordId, wearer: fittedWearer, collar: collarField, tieId: recordId, ...worn });
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
  id: z.enum([
    'bandShortest',
    'bandLongest',
    'reach',
    'crossing',
    'foldPastWaist',
    'foldPastNose',
    'neckBreadth',
    'collarPoints',
    'faceWidth',
  ]),
  way: z.enum(['shorter', 'longer']),
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
  grade: z.enum(['good', 'fair', 'outside']),
  frontLoopSide: side,
  foldLengthwise: z.boolean(),
});
export type FittingResult = z.infer<typeof fittingResult>;

/** A fitting as it was given out: what went in, the tie as it then was, what came out, and by which model. */
export const fitting = z.object({
  id: recordId,
  givenOutAt: moment,
  wearer: z.object({ id: recordId, name: z.string() }),
  collar: collarSize,
  tie,
  ...worn,
  modelVersion: z.string(),
  result: fittingResult,
});
export type Fitting = z.infer<typeof fitting>;

export const fittingList = z.object({ fittings: z.array(fitting) });
export const fittingQuery = z.object({ wearerId: recordId.optional(), limit: z.coerce.number().int().min(1).max(200).default(50) });
