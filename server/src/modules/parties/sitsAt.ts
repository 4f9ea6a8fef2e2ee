import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';
import { invalidField } from '../../problem.ts';

dayjs.extend(utc);
dayjs.extend(timezone);

/**
 * The moment at which the clock on the wall of a zone shows an hour on a day. Where clocks are set back and it shows it twice, the first.
 * @throws ProblemError `invalid` for an hour that is left out where clocks are set forward.
 */
export function sitsAt(day: string, hour: string, zone: string): Date {
  const found = dayjs.tz(`${day}T${hour}:00`, zone);
  const shown = found.tz(zone).format('YYYY-MM-DD HH:mm');
  if (shown !== `${day} ${hour}`)
    throw invalidField('hour', `There is no ${hour} on that day: clocks are set forward over it. Take ${shown.slice(-5)}.`);
  const earlier = found.subtract(1, 'hour');
  return (earlier.tz(zone).format('YYYY-MM-DD HH:mm') === shown ? earlier : found).toDate();
}
