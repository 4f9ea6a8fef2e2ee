import { z } from 'zod';

/** Everything that can go wrong at the server, with its status and its sentence. */
export const PROBLEMS = {
  invalid: { status: 400, title: 'Something typed cannot be right.' },
  unreadable: { status: 400, title: 'The request could not be read.' },
  signInNeeded: { status: 401, title: 'Sign in to go on. Nothing that is typed here is lost.' },
  wrongSignIn: { status: 401, title: 'This name and password do not belong together.' },
  wrongPin: { status: 401, title: 'This is not the PIN.' },
  notAllowed: { status: 403, title: 'This is not among what you may do here. Ask an owner of the shop.' },
  passwordNeeded: { status: 403, title: 'A PIN is not enough for this. Sign in with your password or passkey.' },
  otherPerson: { status: 403, title: 'Somebody else has signed in at this counter meanwhile. Look who it is, then do it again.' },
  notSafe: { status: 403, title: 'The shop is spoken to from elsewhere only over https.' },
  foreign: { status: 403, title: 'This request comes from another web page. Only the shop’s own pages may do this.' },
  notFound: { status: 404, title: 'There is no such record.' },
  noSuchPage: { status: 404, title: 'There is nothing at this address.' },
  noSuchLink: {
    status: 404,
    title: 'This link no longer works. Ask the shop for a new one.',
  },
  lastOwner: { status: 409, title: 'This is the last owner. Make somebody else an owner first.' },
  stale: { status: 409, title: 'Somebody else saved this record in the meantime.' },
  keyInUse: { status: 409, title: 'A different record was already saved under this key.' },
  tooSlow: { status: 408, title: 'The request took too long to arrive. Nothing was saved.' },
  tooLarge: { status: 413, title: 'This is too much at once.' },
  mediaType: { status: 415, title: 'Only JSON is taken here, or a file sent as a form.' },
  tooOften: { status: 429, title: 'That was tried too often. Wait a little, then try again.' },
  wrongHost: { status: 421, title: 'This is not an address of the shop. Open it by the address that it gave when it started.' },
  inUse: { status: 409, title: 'Other records go back to this one, so it cannot be deleted. Put it away instead.' },
  noBackups: { status: 409, title: 'This server keeps no backups; it was started without a folder for them.' },
  cancelled: { status: 409, title: 'The import was cancelled.' },
  cannotBeTied: { status: 422, title: 'The tie cannot be tied like this.' },
  printerAway: { status: 503, title: 'The label printer does not answer. Nothing is lost; the card can be printed when it is back.' },
  databaseAway: { status: 503, title: 'The shop’s records cannot be reached just now. Nothing is lost; try again in a moment.' },
  busy: { status: 503, title: 'Others are saving at this moment. Nothing is lost; try again.' },
  tooMany: { status: 503, title: 'The shop’s server has more to do than it can just now. Nothing is lost; try again in a moment.' },
  noRoom: { status: 507, title: 'The disk with the shop’s records is full, so this was not saved. Make room on it; then save again.' },
  unexpected: { status: 500, title: 'Something went wrong in the program.' },
} as const satisfies Record<string, { status: number; title: string }>;
export type ProblemCode = keyof typeof PROBLEMS;

/** One field that was refused: where, and what would be right. */
export const fieldError = z.object({ path: z.string(), message: z.string() });
export type FieldError = z.infer<typeof fieldError>;

/** An error as it crosses the wire (RFC 9457, application/problem+json). */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: z.string(),
  detail: z.string().optional(),
  /** Number of the request, by which it is found in the server's log. */
  number: z.string().optional(),
  errors: z.array(fieldError).optional(),
  /** With `stale`: the record as it is now. With `keyInUse`: what was saved under the key. */
  current: z.unknown().optional(),
});
export type Problem = z.infer<typeof problem>;
