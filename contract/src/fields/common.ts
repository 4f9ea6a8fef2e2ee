import { SIDES } from '@easytuck/core';
import { z } from 'zod';

/** Key of a record: a time-ordered UUID (version 7, RFC 9562), made by the application. */
export const recordId = z.uuid({ error: 'This is not a key of a record.' }).toLowerCase();

/** A moment, ISO 8601 in UTC. */
export const moment = z.iso.datetime();

/** Counts the saves of a record; a save that carries an older number is refused. */
export const version = z.int().min(1);

/** A person's or a thing's name. */
export function nameField(what: string): z.ZodType<string, string> {
  return z
    .string({ error: `${what} is missing.` })
    .trim()
    .min(1, `${what} is missing.`)
    .max(120, `${what} can have 120 characters at most.`)
    .refine((text) => !/\p{Cc}/u.test(text), `${what} cannot hold line breaks or control characters.`);
}

/** A remark of any length that a card could hold. */
export const noteField = z.string().trim().max(2000, 'A note can have 2,000 characters at most.');

/** One of the wearer's own sides. */
export const side = z.enum(SIDES, { error: 'Choose the wearer’s left or right.' });

/** A few words on one line, or none. */
export function shortField(what: string): z.ZodType<string, string> {
  return z
    .string({ error: `${what} must be text.` })
    .trim()
    .max(60, `${what} can have 60 characters at most.`)
    .refine((text) => !/\p{Cc}/u.test(text), `${what} cannot hold line breaks or control characters.`);
}
