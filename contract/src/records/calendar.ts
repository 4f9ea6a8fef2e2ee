import { z } from 'zod';
import { moment, recordId } from '../fields/common.ts';

/** A calendar of the days that ties are for, which calendar programs read by an address of its own. */
export const calendarSubscription = z.object({
  id: recordId,
  madeAt: moment,
  madeBy: z.string(),
  /** When a calendar program last read it. */
  readAt: moment.nullable(),
});
export type CalendarSubscription = z.infer<typeof calendarSubscription>;
export const calendarSubscriptionList = z.object({ subscriptions: z.array(calendarSubscription) });

/** Made where it is asked for, so that asking twice makes one. */
export const newCalendarSubscription = z.object({ id: recordId });

/** A subscription as it is made, with its address, which is shown once; and whether that leads here from another device. */
export const madeCalendarSubscription = z.object({ subscription: calendarSubscription, address: z.url(), isReachable: z.boolean() });
export type MadeCalendarSubscription = z.infer<typeof madeCalendarSubscription>;
