import { z } from 'zod';
import { collarFieldOrEmpty, collarSize, EXPLAIN_NO_COLLAR } from '../fields/collarField.ts';
import { moment, nameField, noteField, recordId, shortField, side, version } from '../fields/common.ts';
import { MEASURE_KEYS, wearerMeasures } from './measures.ts';

/** How to reach somebody: a telephone number, an address, whom to ask for. On one line. */
const contactField = z
  .string({ error: 'The contact details must be text.' })
  .trim()
  .max(200, 'Contact details can have 200 characters at most.')
  .refine((text) => !/\p{Cc}/u.test(text), 'Contact details cannot hold line breaks or control characters.')
  .default('');

/** The day the tie is for. */
const eventDay = z.iso.date({ error: 'This is not a day. Choose one; in a table, write it as 2026-12-31.' }).nullable().default(null);

const typed = z.object({
  name: nameField('The wearer’s name'),
  /** May be left empty where the bare neck is given: a size is then proposed. */
  collar: collarFieldOrEmpty,
  /** Which of the wearer's own sides the long end starts on. */
  longEnd: side,
  note: noteField.default(''),
  contact: contactField,
  eventName: shortField('What the tie is for').default(''),
  eventOn: eventDay,
  ...wearerMeasures.shape,
  /** Who took the measures; one of the shop's names, or none. */
  takenBy: shortField('The fitter’s name').default(''),
});

const collarOrNeck = (value: { collar: unknown; bareNeckMm: number | null }, context: z.RefinementCtx): void => {
  if (value.collar === null && value.bareNeckMm === null)
    context.addIssue({ code: 'custom', path: ['collar'], message: EXPLAIN_NO_COLLAR });
};

/** A wearer as typed: what is sent to be saved. */
export const wearerInput = typed.superRefine(collarOrNeck);
export type WearerInput = z.input<typeof wearerInput>;
export type WearerData = z.output<typeof wearerInput>;

/** A new wearer; the key is made where it is typed, so that sending it twice saves it once. */
export const newWearer = typed.extend({ id: recordId }).superRefine(collarOrNeck);
export type NewWearer = z.input<typeof newWearer>;

/** A change to a wearer, with the version it was based on. */
export const wearerChange = typed.extend({ version }).superRefine(collarOrNeck);
export type WearerChange = z.input<typeof wearerChange>;

/** A wearer on record. */
export const wearer = z.object({
  id: recordId,
  name: z.string(),
  collar: collarSize,
  /** True where the collar was proposed from the bare neck and nobody has read it off a shirt. */
  collarEstimated: z.boolean(),
  longEnd: side,
  note: z.string(),
  contact: z.string(),
  eventName: z.string(),
  eventOn: z.iso.date().nullable(),
  /** When the record was put away: it is no longer listed, and what was done stays on record. */
  awayAt: moment.nullable(),
  ...wearerMeasures.shape,
  /** Where this record was merged into another: that one's key. */
  mergedInto: recordId.nullable(),
  version,
  createdAt: moment,
  updatedAt: moment,
  seenAt: moment,
});
export type Wearer = z.infer<typeof wearer>;

/** A page of wearers, how many there are in all, and how many of a search are counted before it says "more than". */
export const MOST_COUNTED = 1000;
export const wearerList = z.object({ wearers: z.array(wearer), total: z.int().nullable(), isTotalExact: z.boolean() });
export type WearerList = z.infer<typeof wearerList>;

/** Orders of the list of wearers: last seen first, by name, by collar size, by the day their tie is for. */
export const WEARER_SORTS = ['seen', 'name', 'collar', 'day'] as const;
export type WearerSort = (typeof WEARER_SORTS)[number];

/** Search among wearers by parts of names; recently seen first. `due`: those with a day to come, soonest first. */
export const wearerQuery = z.object({
  q: z.string().trim().max(120).default(''),
  show: z.enum(['current', 'due', 'away']).default('current'),
  /** In what order those of every day are listed. */
  sort: z.enum(WEARER_SORTS).default('seen'),
  /** Whether all that there are are counted too, which takes a moment among many. */
  counted: z.enum(['yes', 'no']).default('no'),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});
export type WearerQuery = z.output<typeof wearerQuery>;

/** What is kept over time of a wearer. */
export const measureKind = z.enum(['collar', 'longEnd', ...MEASURE_KEYS]);
export type MeasureKind = z.infer<typeof measureKind>;

/** One measure as it was taken on a day; never overwritten. */
export const takenMeasure = z.object({
  id: recordId,
  kind: measureKind,
  /** A length in mm, a choice, a collar as written, or null where it was taken back. */
  value: z.union([z.number(), z.string(), collarSize, z.null()]),
  takenAt: moment,
  takenBy: z.string(),
});
export type TakenMeasure = z.infer<typeof takenMeasure>;
export const measureHistory = z.object({ measures: z.array(takenMeasure) });

/** Somebody on record who may be the same person, and what speaks for it. */
export const likeWearer = z.object({ wearer, because: z.array(z.enum(['sameName', 'likeName', 'sameNameParts', 'sameCollar'])) });
export type LikeWearer = z.infer<typeof likeWearer>;
export const likeWearers = z.object({ wearers: z.array(likeWearer) });
export const likeQuery = z.object({
  name: z.string().trim().max(120),
  collar: z.string().trim().max(40).default(''),
  except: recordId.optional(),
});

/** Merging another record into this one: versions of both as they were seen. */
export const mergeInput = z.object({ fromId: recordId, version, fromVersion: version });

/** A tie that a wearer owns; one of them may be marked as their usual one. */
export const ownedTie = z.object({ tieId: recordId, tieName: z.string(), since: moment, isUsual: z.boolean() });
export type OwnedTie = z.infer<typeof ownedTie>;

/** Ties that a wearer owns, and the one that they usually wear: the marked one, else the one given out to them most often, if twice at least. */
export const wearerTies = z.object({ ties: z.array(ownedTie), usualTieId: recordId.nullable() });
export type WearerTies = z.infer<typeof wearerTies>;
