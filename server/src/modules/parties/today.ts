import { dayIn } from '@easytuck/contract';

/** Today by the calendar in a zone. */
export const todayIn = (zone: string): string => dayIn(zone, new Date());
