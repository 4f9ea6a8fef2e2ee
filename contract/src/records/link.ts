import { z } from 'zod';
import { collarSize } from '../fields/collarField.ts';
import { moment, recordId, side } from '../fields/common.ts';
import { fitting } from './fitting.ts';
import { tie } from './tie.ts';
import { tyingFault, tyingInput, tyingOutcome, tyingWay } from './tying.ts';
import { READERS } from '../words/readers.ts';

/** A link is good until so long after the day that the tie is for, and for so long where there is none. In days. */
export const LINK_AFTER_EVENT_DAYS = 7;
export const LINK_DAYS = 90;

/** Header that the pocket coach sends its key in. */
export const LINK_HEADER = 'x-easytuck-link';

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

/** A flat picture of the strip at a moment, in tenths of a millimetre: rings of x, y, with their tone and light. */
export const flatPicture = z.object({
  tones: z.array(z.string()),
  patches: z.array(z.tuple([z.int(), z.int(), z.array(z.int()), z.array(z.int())])),
});
export type FlatPicture = z.infer<typeof flatPicture>;

/** What the pocket coach is told: this tie, this neck, this hand, and nothing else. */
export const pocketCoach = z.object({
  shop: z.string(),
  unit: z.enum(['in', 'cm']),
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
  }),
  /** The first step as it ends, drawn before anything is worked out on the phone. */
  picture: flatPicture,
});
export type PocketCoach = z.infer<typeof pocketCoach>;

/** A try at home. `agoMs`: how long ago it was, by the phone's own clock, when it is sent. */
export const pocketTry = tyingInput.pick({ id: true, way: true, durationMs: true, steps: true }).extend({
  outcome: tyingOutcome,
  fault: tyingFault.nullable().default(null),
  agoMs: z
    .int()
    .min(0)
    .max(120 * 86_400_000)
    .default(0),
});
export type PocketTry = z.input<typeof pocketTry>;
export type PocketTryData = z.output<typeof pocketTry>;
export const pocketTryKept = z.object({ id: recordId });
