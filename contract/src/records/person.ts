import { z } from 'zod';
import { moment, nameField, recordId, version } from '../fields/common.ts';
import { ROLES } from '../rights.ts';

/** A password is at least so long, in characters. */
export const SHORTEST_PASSWORD = 12;
const LONGEST_PASSWORD = 128;

export const role = z.enum(ROLES, { error: 'Choose what this person does here.' });

/** How a person is called where they sign in, and on what they fitted. As long as a fitter’s name on a card may be. */
export const personName = nameField('The name').refine((text) => text.length <= 60, 'A name can have 60 characters at most.');

/** A password to be set; what is too easily guessed is refused by the server, which has the lists. */
export const newPassword = z
  .string({ error: 'The password is missing.' })
  .min(SHORTEST_PASSWORD, `A password has ${SHORTEST_PASSWORD} characters or more. A few words in a row are easy to remember.`)
  .max(LONGEST_PASSWORD, `A password can have ${LONGEST_PASSWORD} characters at most.`);

/** A password as it is typed to sign in: whatever it is, it is compared. */
const typedPassword = z.string({ error: 'The password is missing.' }).min(1, 'The password is missing.').max(1024);

/** A PIN to be set. */
export const newPin = z
  .string({ error: 'The PIN is missing.' })
  .regex(/^\d{6,8}$/, 'A PIN has six to eight digits.')
  .refine((pin) => !isEasyPin(pin), 'This PIN is among the first that anybody tries. Choose digits without an order.');

/** Digits all the same, one step apart, or the same few over again. */
function isEasyPin(pin: string): boolean {
  const steps = new Set(Array.from(pin.slice(1), (digit, i) => Number(digit) - Number(pin[i])));
  return steps.size === 1 || /^(\d{1,4})\1+$/.test(pin);
}

/** Somebody who works here. */
export const person = z.object({
  id: recordId,
  name: z.string(),
  role,
  /** Whether they can take over a counter by a PIN. */
  hasPin: z.boolean(),
  hasPassword: z.boolean(),
  passkeys: z.int(),
  /** When they stopped working here. */
  leftAt: moment.nullable(),
  seenAt: moment.nullable(),
  version,
});
export type Person = z.infer<typeof person>;
export const personList = z.object({ people: z.array(person) });

/** Somebody new; the owner types a first password and hands it over. */
export const newPerson = z.object({ id: recordId, name: personName, role, password: newPassword });
export type NewPerson = z.input<typeof newPerson>;

/** A change to somebody: called otherwise, another role, left or back. */
export const personChange = z.object({ name: personName, role, hasLeft: z.boolean(), version });
export type PersonChange = z.input<typeof personChange>;

export const signIn = z.object({ name: z.string().trim().min(1, 'The name is missing.').max(120), password: typedPassword });
export type SignIn = z.input<typeof signIn>;
export const pinSignIn = z.object({ personId: recordId, pin: z.string().min(1, 'The PIN is missing.').max(20) });
export const passwordReset = z.object({ password: newPassword, version });
export const passwordChange = z.object({ current: typedPassword, next: newPassword });
export const pinChange = z.object({ password: typedPassword, pin: newPin.nullable() });

/** How somebody signed in. */
export const SIGNED_IN_BY = ['password', 'passkey', 'pin'] as const;

/** Who is at this browser, as the server sees it. */
export const session = z.object({
  /** `open`: nobody is set up, and the counter is open. `away`: signed in, and stepped away; a PIN takes over. */
  state: z.enum(['open', 'out', 'in', 'away']),
  person: z.object({ id: recordId, name: z.string(), role }).nullable(),
  by: z.enum(SIGNED_IN_BY).nullable(),
  /** Goes along with every change, in a header of its own: no other page has it. */
  token: z.string().nullable(),
  endsAt: moment.nullable(),
  /** Who can take over this counter by a PIN. */
  hands: z.array(z.object({ id: recordId, name: z.string() })),
  /** The name of the shop. */
  shop: z.string(),
});
export type Session = z.infer<typeof session>;

/** A passkey that somebody registered. */
export const passkey = z.object({ id: z.string(), name: z.string(), createdAt: moment, usedAt: moment.nullable() });
export type Passkey = z.infer<typeof passkey>;
export const passkeyList = z.object({ passkeys: z.array(passkey) });

/** Options for the browser's own dialogue for passkeys, and what it answers: documents of the standard (WebAuthn), handed on as they are. */
export const passkeyOptions = z.object({ ceremony: z.string(), options: z.record(z.string(), z.unknown()) });
/** Key of a passkey as devices make it: base64url (WebAuthn Level 3, 5.1: a credential’s id), up to 525 bytes. */
export const passkeyId = z.string().regex(/^[A-Za-z0-9_-]{1,700}$/, 'This is not the key of a passkey.');

export const passkeyAnswer = z.object({ ceremony: z.string().max(80), answer: z.record(z.string(), z.unknown()) });
export const newPasskey = passkeyAnswer.extend({ name: nameField('The passkey’s name') });

/** Something that was done: by whom, what, to which record, and from where. Never changed. */
export const deed = z.object({
  number: z.int(),
  at: moment,
  personName: z.string(),
  what: z.string(),
  about: z.string().nullable(),
  from: z.string(),
});
export type Deed = z.infer<typeof deed>;

/** Kinds of record that an entry of the audit log can be about. */
export const LOGGED_KINDS = ['wearer', 'tie', 'fitting', 'party', 'person', 'coachLink', 'partyLink', 'member'] as const;
/** What an entry is about, as it is called now; null once the record is gone. */
export const loggedRecord = z.object({ kind: z.enum(LOGGED_KINDS), name: z.string() }).nullable();
export type LoggedRecord = z.infer<typeof loggedRecord>;
export const deedList = z.object({ deeds: z.array(deed.extend({ record: loggedRecord })), more: z.boolean() });
export type DeedList = z.infer<typeof deedList>;
export const deedQuery = z.object({
  before: z.coerce.number().int().min(1).optional(),
  limit: z.coerce.number().int().min(1).max(500).default(100),
});
