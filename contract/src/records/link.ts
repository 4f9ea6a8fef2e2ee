import { z } from 'zod';
import { collarSize } from '../fields/collarField.ts';
import { moment, recordId, side } from '../fields/common.ts';
import { BOW_POSITIONS, collarStyle, fitting, folding, wingSchool } from './fitting.ts';
import { POCKET_FORM } from '../headers.ts';
import { tie } from './tie.ts';
import { tyingFault, tyingInput, tyingOutcome, tyingWay } from './tying.ts';
import { READERS } from '../words/readers.ts';

/** A link is good until so long after the day that the tie is for, and for so long where there is none. In days. */
export const LINK_AFTER_EVENT_DAYS = 7;
export const LINK_DAYS = 90;

/** A key as it stands in an address: 128 random bits in base64url. */
export const linkKey = z.string().regex(/^[A-Za-z0-9_-]{22}$/, 'This is not a key of a link.');

/** A link that was given to a wearer. The key itself is not kept; it was shown once. */
export const coachLink = z.object({
  id: recordId,
  fittingId: recordId,
  givenAt: moment,
  givenBy: z.string(),
  endsAt: moment,
  openedAt: moment.nullable(),
  openings: z.int(),
  withdrawnAt: moment.nullable(),
});
export type CoachLink = z.infer<typeof coachLink>;
export const coachLinkList = z.object({ links: z.array(coachLink) });
export const newLink = z.object({ id: recordId, fittingId: recordId });
/** A link as it is given, with its key; and whether its address leads here from another device. */
export const givenLink = z.object({ link: coachLink, key: linkKey, address: z.url(), isReachable: z.boolean() });
export type GivenLink = z.infer<typeof givenLink>;

/** Paper with the code of a link that was just given: the key is nowhere but at that page. */
export const paperWithLink = z.object({
  key: linkKey,
  what: z.enum(['A6', 'sheet', 'coachSheet']),
  way: tyingWay.default('main'),
  told: z.enum(READERS).optional(),
});

/**
 * A flat picture of the strip at a moment, from far to near, so simple that it can be painted before the program is there: each
 * patch with its colour among `colours`, its ring of x, y in tenths of a millimetre, and its sides that are edges of the cloth.
 */
export const flatPicture = z.object({
  colours: z.array(z.string()),
  ink: z.string(),
  /** Height that the picture shows, and how far its middle lies above the knot, in mm. */
  heightMm: z.number(),
  liftMm: z.number(),
  isMirror: z.boolean(),
  patches: z.array(z.tuple([z.int(), z.array(z.int()), z.array(z.int())])),
});
export type FlatPicture = z.infer<typeof flatPicture>;

/** What the pocket coach is told: this tie, this neck, this hand, and nothing else. */
export const pocketCoach = z.object({
  /** Form of this answer: a coach that was kept on a telephone shows no other. */
  form: z.literal(POCKET_FORM),
  shop: z.string(),
  unit: z.enum(['in', 'cm']),
  /** Where the shop is reached; empty where it gives no number, absent in what an older version answered. */
  telephone: z.string().optional(),
  /** The party that the tie is for, absent where there is none. */
  party: z
    .object({
      name: z.string(),
      place: z.string(),
      zone: z.string(),
      /** By when all bows are tied, and when this one is to begin; null while nobody is planned to tie it. */
      tiedBy: moment,
      beginsAt: moment.nullable(),
      /** Who ties; null: the wearer. */
      helper: z.string().nullable(),
    })
    .optional(),
  wearer: z.string(),
  eventName: z.string(),
  eventOn: z.iso.date().nullable(),
  endsAt: moment,
  collar: collarSize,
  longEnd: side,
  /** Somebody else ties for the wearer. */
  isHelped: z.boolean(),
  tie,
  fitting: fitting.pick({ id: true, easeMm: true, step: true, leadMm: true, school: true }).extend({
    setMm: z.number(),
    drawInMm: z.number(),
    spreadMm: z.number(),
    revision: z.int(),
    /** The collar, the shirt’s buttons and the chosen faces; absent in what an older version answered. */
    worn: z.object({ style: collarStyle, wings: wingSchool, bowPosition: z.enum(BOW_POSITIONS) }).optional(),
    buttons: z.object({ firstMm: z.number(), spacingMm: z.number() }).optional(),
    folding: folding.nullable().optional(),
  }),
  /** What is looked at before anything else, in words and as a picture: shown before the program is there. */
  first: z.object({
    set: z.object({ label: z.string(), figure: z.string(), of: z.string() }),
    lead: z.object({ figure: z.string(), of: z.string() }),
    sides: z.tuple([z.string(), z.string()]),
    picture: flatPicture,
  }),
});
export type PocketCoach = z.infer<typeof pocketCoach>;

/** A try at home. `agoMs`: how long ago it was, by the phone's own clock, when it is sent. */
export const pocketTry = tyingInput.pick({ id: true, way: true, durationMs: true, steps: true }).extend({
  outcome: tyingOutcome,
  fault: tyingFault.nullable().default(null),
  /** It was evened out and judged by eye, not measured. */
  byEye: z.boolean().default(false),
  agoMs: z
    .int()
    .min(0)
    .max(120 * 86_400_000)
    .default(0),
});
export type PocketTry = z.input<typeof pocketTry>;
export type PocketTryData = z.output<typeof pocketTry>;
export const pocketTryKept = z.object({ id: recordId });
