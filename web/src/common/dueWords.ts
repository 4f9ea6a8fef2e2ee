import dayjs, { type Dayjs } from 'dayjs';

/** A week ahead is counted in days, what is further off is a date. */
const COUNTED_DAYS = 14;

/** How soon a day comes: today, tomorrow, in 5 days, or the day itself. */
export function dueWords(day: string, now: Dayjs): string {
  const days = dayjs(day).startOf('day').diff(now.startOf('day'), 'day');
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days > 1 && days <= COUNTED_DAYS) return `in ${days} days`;
  return dayWords(day);
}

/** A day as this browser's language writes it; nothing for what is no day. */
export const dayWords = (day: string | Date): string =>
  !dayjs(day).isValid()
    ? ''
    : new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' }).format(dayjs(day).toDate());
