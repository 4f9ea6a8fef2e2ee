import { LINK_AFTER_EVENT_DAYS, LINK_DAYS } from '@easytuck/contract';

const DAY_MS = 86_400_000;

/** The end of a link for an event: at the end of the day a week after it. */
export const endOfEvent = (eventOn: string): Date => new Date(new Date(`${eventOn}T23:59:59Z`).getTime() + LINK_AFTER_EVENT_DAYS * DAY_MS);

/** {@link endOf} as a database works it out from a link’s `given_at`; takes the end of the event twice. */
export const END_SQL = `CASE WHEN ? > given_at THEN ? ELSE DATE_ADD(given_at, INTERVAL ${LINK_DAYS} DAY) END`;

/** When a link ends: a week after the event that the tie is for; after ninety days if there is no event, or it is long past. */
export function endOf(eventOn: string | null, givenAt: Date): Date {
  const event = eventOn === null ? null : endOfEvent(eventOn);
  return event !== null && event > givenAt ? event : new Date(givenAt.getTime() + LINK_DAYS * DAY_MS);
}
