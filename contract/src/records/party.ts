import { COLLAR_GROUNDS, LOOK_RULES, TIE_PLACES, WHO_TIES } from '@easytuck/core';
import { z } from 'zod';
import { collarField, collarSize } from '../fields/collarField.ts';
import { moment, nameField, noteField, recordId, shortField, side, version } from '../fields/common.ts';
import { FITTING_LENGTHS, lengthMm } from '../fields/lengthField.ts';
import { linkKey } from './link.ts';
import { occasion } from './fitting.ts';
import { wearerMeasures } from './measures.ts';
import { firmness, takeUp } from './tie.ts';

/** Kinds of party. */
export const PARTY_KINDS = ['wedding', 'dinner', 'band', 'choir', 'crew', 'other'] as const;
export const partyKind = z.enum(PARTY_KINDS);
export type PartyKind = z.infer<typeof partyKind>;

/** How ties leave the shop for a party: lent, hired against money, or sold. */
export const DEALS = ['lent', 'hired', 'sold'] as const;
export const deal = z.enum(DEALS);
export type Deal = z.infer<typeof deal>;

/** No more members than this at one party, and no more rows in a table of them. */
export const MOST_MEMBERS = 200;
export const MOST_HELPERS = 12;

/** Days that a party can be on: outside of them a year was mistyped. */
const DAYS = { first: '1990-01-01', last: '2199-12-31' } as const;
const day = (what: string) =>
  z.iso
    .date({ error: `Choose ${what}, or write day, month and year.` })
    .refine((text) => text >= DAYS.first && text <= DAYS.last, `Write ${what} with its whole year, between 1990 and 2199.`);
const hour = z.string({ error: 'Write the hour as 19:30.' }).regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write the hour as 19:30.');

/** A time zone by its name in the usual database; the hour on the wall is read in it. */
const zone = z.string().max(60).refine(isZone, 'This is not a time zone.');

function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** Minutes, whole, within a day. */
const minutes = (what: string, most: number) =>
  z.int(`${what} are whole minutes.`).min(0, `${what} cannot be fewer than none.`).max(most, `${what} can be ${most} minutes at most.`);

/** When somebody comes, in minutes before the hour: within a day of it, before or after. */
const arrival = z
  .int('Minutes before the hour are whole minutes.')
  .min(-24 * 60, 'Nobody comes more than a day late.')
  .max(24 * 60, 'Nobody comes more than a day early.');

/** Somebody who ties for others on the day. */
export const partyHelper = z.object({
  id: recordId,
  name: nameField('The helper’s name'),
  /** What a bow on somebody else takes this helper. */
  minutesEach: z.number().min(0.5, 'A bow takes half a minute at least.').max(30, 'Half an hour a bow is the most.'),
  /** Minutes before the hour from which they are there. */
  fromMinutes: minutes('Minutes before the hour', 24 * 60),
  /** After so many bows in a row arms are rested; null for none. */
  restAfter: z.int().min(1).max(50).nullable(),
  restMinutes: minutes('A rest', 60),
});
export type PartyHelper = z.infer<typeof partyHelper>;

/** What should match. `ties`: the kinds that are offered; empty for all in the drawer. */
export const partyLook = z.object({
  rule: z.enum(LOOK_RULES),
  /** Null for what asks least of all together. */
  spreadMm: z.number().min(60, 'A bow is 60 mm wide at least.').max(200, 'A bow is 200 mm wide at most.').nullable(),
  ratio: z.number().min(0.5, 'Half of the neck is the least.').max(1.3, 'A bow is no wider than 1.3 times the neck.').nullable(),
  tieIds: z.array(recordId).max(100),
  /** Only ties that come off whole once tied, for bows that are tied the night before. */
  mustOpen: z.boolean().default(false),
});
export type PartyLook = z.infer<typeof partyLook>;

const LEAST_LOOK: PartyLook = { rule: 'asCut', spreadMm: null, ratio: null, tieIds: [], mustOpen: false };

const partyFields = {
  name: nameField('The party’s name'),
  kind: partyKind,
  day: day('the day'),
  /** By the clock on the wall there: when every bow must sit. */
  hour,
  zone,
  place: shortField('The place').default(''),
  occasion: occasion.default('other'),
  leadName: shortField('The lead’s name').default(''),
  leadContact: z.string().trim().max(200, 'Contact details can have 200 characters at most.').default(''),
  /** Days on which ties leave the shop and are due back; in between they are nobody else’s. */
  outFrom: day('the day the ties go out'),
  backBy: day('the day the ties are due back'),
  deal: deal.default('lent'),
  look: partyLook.default(LEAST_LOOK),
  helpers: z.array(partyHelper).max(MOST_HELPERS, `No more than ${MOST_HELPERS} helpers can be planned for.`).default([]),
  /** Minutes to be left before the hour, and minutes before it at which members come unless it is said of one. */
  keepFreeMinutes: minutes('Minutes kept free', 240).default(15),
  arriveMinutes: minutes('Minutes before the hour', 24 * 60).default(90),
  /** Girth of what bows are tied on the night before; null where nobody does. */
  thighMm: z
    .number()
    .min(250, 'Nothing thinner than 250 mm is tied on.')
    .max(900, 'Nothing thicker than 900 mm is tied on.')
    .nullable()
    .default(null),
  note: noteField.default(''),
};

function inOrder({ day: on, outFrom, backBy }: { day: string; outFrom: string; backBy: string }, context: z.RefinementCtx): void {
  if (outFrom > on)
    context.addIssue({ code: 'custom', path: ['outFrom'], message: 'The ties go out after the day itself; take that day or one before.' });
  if (backBy < on)
    context.addIssue({
      code: 'custom',
      path: ['backBy'],
      message: 'The ties are due back before the day itself; take that day or one after.',
    });
}

/** A party as typed. */
export const partyInput = z.object(partyFields).superRefine(inOrder);
export type PartyInput = z.input<typeof partyInput>;
export type PartyData = z.output<typeof partyInput>;
export const newParty = z.object({ id: recordId, ...partyFields }).superRefine(inOrder);
export type NewParty = z.input<typeof newParty>;
export const partyChange = z.object({ version, ...partyFields }).superRefine(inOrder);

/** A party on record. `sitsAt`: the moment of its hour. */
export const party = z.object({
  id: recordId,
  ...partyFields,
  sitsAt: moment,
  /** Called off: its ties are free again. */
  calledOffAt: moment.nullable(),
  version,
  createdAt: moment,
  updatedAt: moment,
});
export type Party = z.infer<typeof party>;

/** What is said of a member by whoever enters them. */
const memberFields = {
  name: nameField('The name'),
  /** On record as a wearer; null while they are a name on a list. */
  wearerId: recordId.nullable().default(null),
  /** As told by themselves or on their behalf; null where nobody did, or where the record says it. */
  collar: collarField.nullable().default(null),
  ground: z.enum(COLLAR_GROUNDS).nullable().default(null),
  bareNeckMm: lengthMm(FITTING_LENGTHS.bareNeckMm).nullable().default(null),
  /** The shop has looked at the collar that was told. */
  isCollarSettled: z.boolean().default(false),
  longEnd: side.nullable().default(null),
  whoTies: z.enum(WHO_TIES).nullable().default(null),
  /** Minutes before the hour, less than 0 after it; null for when all come. */
  arriveMinutes: arrival.nullable().default(null),
  isOwnTie: z.boolean().default(false),
  tieId: recordId.nullable().default(null),
  step: z.int().min(0).max(2000).nullable().default(null),
  /** Tied the night before, and only fastened on the day. */
  isTiedBefore: z.boolean().default(false),
  deal: deal.nullable().default(null),
  note: z.string().trim().max(500, 'A note can have 500 characters at most.').default(''),
};

export const memberInput = z.object(memberFields);
export type MemberInput = z.input<typeof memberInput>;
export type MemberData = z.output<typeof memberInput>;
export const newMembers = z.object({
  members: z
    .array(z.object({ id: recordId, ...memberFields }))
    .min(1)
    .max(MOST_MEMBERS, `No more than ${MOST_MEMBERS} members at once.`)
    .refine((members) => new Set(members.map(({ id }) => id)).size === members.length, 'Somebody stands in this twice.'),
});
export type NewMembers = z.input<typeof newMembers>;
export const memberChange = z.object({ version, ...memberFields });
export type MemberChange = z.input<typeof memberChange>;

/** A member on record, with what is known of them elsewhere. */
export const partyMember = z.object({
  id: recordId,
  /** Counts up in the order in which they were entered. */
  number: z.int(),
  ...memberFields,
  collar: collarSize.nullable(),
  place: z.enum(TIE_PLACES),
  fittingId: recordId.nullable(),
  doneAt: moment.nullable(),
  /** When they entered their own size by their link. */
  enteredAt: moment.nullable(),
  version,
  wearer: z
    .object({
      id: recordId,
      name: z.string(),
      collar: collarSize,
      collarEstimated: z.boolean(),
      longEnd: side,
      version,
      ...wearerMeasures.shape,
    })
    .nullable(),
  /** Their tries, first to last. */
  tries: z.array(z.object({ minutes: z.number().nullable(), isGood: z.boolean() })),
  /** The card that was issued last. */
  card: z
    .object({ fittingId: recordId, tieId: recordId, step: z.int(), collar: collarSize, setMm: z.number(), spreadMm: z.number() })
    .nullable(),
  /** Other parties of the same person on this day. */
  alsoAt: z.array(z.object({ partyId: recordId, name: z.string(), hour })),
  /** More are promised of this tie on these days than there are. */
  isTieGone: z.boolean(),
});
export type PartyMember = z.infer<typeof partyMember>;

/** How many of a tie this party may give out on its days, those that its members have now included. */
export const tieOffer = z.object({ tieId: recordId, free: z.int(), promised: z.array(z.object({ party: z.string(), count: z.int() })) });
export type TieOffer = z.infer<typeof tieOffer>;

export const partyPage = z.object({ party, members: z.array(partyMember), offers: z.array(tieOffer) });
export type PartyPage = z.infer<typeof partyPage>;

export const partyLine = party
  .pick({ id: true, name: true, kind: true, day: true, hour: true, place: true, sitsAt: true, calledOffAt: true })
  .extend({ members: z.int(), withCard: z.int(), done: z.int(), out: z.int() });
export type PartyLine = z.infer<typeof partyLine>;
export const partyList = z.object({ parties: z.array(partyLine), more: z.boolean() });
export type PartyList = z.infer<typeof partyList>;
export const partyQuery = z.object({
  show: z.enum(['coming', 'past', 'calledOff']).default('coming'),
  offset: z.coerce.number().int().min(0).max(100_000).default(0),
  limit: z.coerce.number().int().min(1).max(100).default(50),
});

/** Called off, or on again. */
export const partyOff = z.object({ version, off: z.boolean() });

/** A table of members as text, tried out or taken in. */
export const memberTable = z.object({ text: z.string().max(500_000, 'This table is too long.'), isTrial: z.boolean() });
export const memberTableRead = z.object({
  taken: z.int(),
  good: z.array(z.object({ row: z.int(), name: z.string(), collar: z.string(), isKnown: z.boolean() })),
  mistakes: z.array(z.object({ row: z.int(), column: z.string(), value: z.string(), message: z.string() })),
});
export type MemberTableRead = z.infer<typeof memberTableRead>;

/** What a proposal gives a member. */
export const proposed = z.object({
  memberId: recordId,
  tieId: recordId,
  step: z.int(),
  spreadMm: z.number(),
  wantedMm: z.number(),
  offMm: z.number(),
  /** Of the look that most of the party wear, and of its width. */
  isAlike: z.boolean(),
  pastCustomMm: z.number(),
  /** The even lead in their hands, and the take-ups that all this is worked out by; null where they are the model's. */
  leadMm: z.number(),
  takeUp: takeUp.nullable(),
  firmness,
  reason: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('onlyOne') }),
    z.object({ kind: z.literal('closest') }),
    z.object({ kind: z.literal('own') }),
    z.object({ kind: z.literal('out') }),
    z.object({ kind: z.literal('closerOneGiven'), otherId: recordId, byMm: z.number() }),
  ]),
});
export type Proposed = z.infer<typeof proposed>;
export const proposal = z.object({
  look: partyLook,
  proposed: z.array(proposed),
  without: z.array(
    z.object({
      memberId: recordId,
      why: z.enum(['noCollar', 'noneFree', 'noneFits', 'noBreakaway', 'ownDoesNotFit']),
      tieId: recordId.nullable(),
      makeMm: z.number().nullable(),
    }),
  ),
  totalOffMm: z.number(),
  /** The different looks, most common first: who wears each, from which ties, and how many of those are of its width. */
  groups: z.array(z.object({ tieIds: z.array(recordId).min(1), memberIds: z.array(recordId).min(1), alikeIds: z.array(recordId) })),
  /** How many more of a tie of the first group would make everybody look alike; by what they would wear. */
  toMatch: z.array(z.object({ tieId: recordId, count: z.int() })),
  /** Members who can wear no tie of the first group. */
  cannotMatch: z.array(recordId),
  /** Kinds left out because the party’s dress rules them out, or because they do not open once tied. */
  leftOut: z.object({ byDress: z.int(), closed: z.int() }),
  /** Members whose bow the party’s dress rules out: their own, handed out already, or chosen all the same. */
  outOfDress: z.array(recordId),
});
export type Proposal = z.infer<typeof proposal>;
export const proposalQuery = z.object({ look: partyLook });

/** Ties given to members, over the versions that were seen. */
export const givenTies = z.object({
  ties: z
    .array(z.object({ memberId: recordId, version, tieId: recordId.nullable(), step: z.int().min(0).max(2000).nullable() }))
    .min(1)
    .max(MOST_MEMBERS)
    .refine((ties) => new Set(ties.map(({ memberId }) => memberId)).size === ties.length, 'Somebody stands in this twice.'),
});
export type GivenTies = z.input<typeof givenTies>;

/** Cards to be issued: a key for each, so that sending it twice issues it once. */
export const cardsAsked = z.object({
  staff: shortField('The fitter’s name').default(''),
  cards: z
    .array(z.object({ memberId: recordId, fittingId: recordId }))
    .min(1)
    .max(MOST_MEMBERS),
});
export const cardsIssued = z.object({ issued: z.int(), refused: z.array(z.object({ memberId: recordId, why: z.string() })) });
export type CardsIssued = z.infer<typeof cardsIssued>;

/** Where ties of members are now. Done again it changes nothing. */
export const tiesMoved = z.object({ memberIds: z.array(recordId).min(1).max(MOST_MEMBERS), to: z.enum(TIE_PLACES) });

/** What happens on the day: a bow sits, or somebody comes later. Done again it changes nothing. */
export const onTheDay = z.union([z.object({ isDone: z.boolean() }), z.object({ arriveMinutes: arrival.nullable() })]);
export type OnTheDay = z.infer<typeof onTheDay>;

/** A link to a party that was given: for the lead, or for a member. */
export const partyLink = z.object({
  id: recordId,
  memberId: recordId.nullable(),
  givenAt: moment,
  givenBy: z.string(),
  endsAt: moment,
  openedAt: moment.nullable(),
  openings: z.int(),
  withdrawnAt: moment.nullable(),
});
export type PartyLink = z.infer<typeof partyLink>;
export const partyLinkList = z.object({ links: z.array(partyLink) });
export const newPartyLink = z.object({ id: recordId, memberId: recordId.nullable() });
export const givenPartyLink = z.object({ link: partyLink, key: linkKey, address: z.url(), isReachable: z.boolean() });
export type GivenPartyLink = z.infer<typeof givenPartyLink>;
export const givenPartyLinks = z.object({ links: z.array(givenPartyLink) });

/** What a member’s link opens: the party in words, and their own entry. */
const ownEntry = z.object({
  id: recordId,
  name: z.string(),
  collar: collarSize.nullable(),
  ground: z.enum(COLLAR_GROUNDS).nullable(),
  bareNeckMm: z.number().nullable(),
  longEnd: side.nullable(),
  whoTies: z.enum(WHO_TIES).nullable(),
  enteredAt: moment.nullable(),
});
const partyInWords = party
  .pick({ name: true, day: true, hour: true, zone: true, place: true, sitsAt: true })
  .extend({ shop: z.string(), unit: z.enum(['in', 'cm']) });

/** A member as the lead sees them: what is missing, and how the day goes; nothing of the shop’s own. */
const memberForLead = ownEntry.omit({ bareNeckMm: true }).extend({
  hasCollar: z.boolean(),
  missing: z.array(z.string()),
  arriveMinutes: z.int().nullable(),
  isDone: z.boolean(),
  tiesOwn: z.boolean(),
});
export type MemberForLead = z.infer<typeof memberForLead>;
export const partyByLink = z.discriminatedUnion('who', [
  z.object({ who: z.literal('member'), party: partyInWords, own: ownEntry }),
  z.object({
    who: z.literal('lead'),
    party: partyInWords,
    members: z.array(memberForLead),
    /** The day by the clock, in order: who begins when, by whom. */
    turns: z.array(z.object({ memberId: recordId, by: z.string().nullable(), beginsAt: moment, endsAt: moment })),
    spareMinutes: z.number().nullable(),
    ready: z.number().nullable(),
  }),
]);
export type PartyByLink = z.infer<typeof partyByLink>;

/** What a member enters by their link. */
export const ownCollar = z
  .object({
    collar: collarField.nullable().default(null),
    ground: z.enum(['shirt', 'neck', 'told']).default('told'),
    bareNeckMm: lengthMm(FITTING_LENGTHS.bareNeckMm).nullable().default(null),
    longEnd: side.nullable().default(null),
    whoTies: z.enum(WHO_TIES).nullable().default(null),
  })
  .superRefine(({ collar, bareNeckMm }, context) => {
    if (collar === null && bareNeckMm === null)
      context.addIssue({ code: 'custom', path: ['collar'], message: 'Write the size on your shirt’s collar, or measure your neck.' });
  });
export type OwnCollar = z.input<typeof ownCollar>;

/** What the lead enters for a member: any of it; what is null stays as it is. */
export const enteredByLead = z
  .object({
    collar: collarField.nullable().default(null),
    longEnd: side.nullable().default(null),
    whoTies: z.enum(WHO_TIES).nullable().default(null),
  })
  .refine(({ collar, longEnd, whoTies }) => collar !== null || longEnd !== null || whoTies !== null, {
    path: ['collar'],
    message: 'Write the collar size, or choose something.',
  });
export type EnteredByLead = z.input<typeof enteredByLead>;

/** Links for several members at once, each with the key it was asked under. */
export const newMemberLinks = z.object({
  links: z
    .array(z.object({ id: recordId, memberId: recordId }))
    .min(1)
    .max(MOST_MEMBERS),
});
export type NewMemberLinks = z.input<typeof newMemberLinks>;
export const newByLead = z.object({ id: recordId, name: nameField('The name') });
