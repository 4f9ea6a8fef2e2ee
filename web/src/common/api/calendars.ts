import {
  calendarSubscriptionList,
  madeCalendarSubscription,
  type CalendarSubscription,
  type MadeCalendarSubscription,
} from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import { z } from 'zod';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const KEY = '/api/calendars';

/** Subscriptions of the calendar of what is due, latest first. */
export function useCalendarSubscriptions(): Reading<readonly CalendarSubscription[]> {
  return useSWR(KEY, async (key: string) => (await request('GET', key, calendarSubscriptionList)).subscriptions);
}

/** Makes an address for a calendar program. It is shown once. */
export async function subscribeCalendar(id: string): Promise<MadeCalendarSubscription> {
  const made = await request('POST', KEY, madeCalendarSubscription, { id });
  await mutate(KEY);
  return made;
}

/** Ends a subscription: its address leads nowhere from then on. */
export async function endCalendarSubscription(id: string): Promise<void> {
  await request('DELETE', `${KEY}/${id}`, z.null());
  await mutate(KEY);
}
