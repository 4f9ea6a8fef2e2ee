import type { Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';

/** How long before the day a reminder comes up, in seconds. */
const REMINDED_BEFORE_S = 3 * 86_400;

/** The days that wearers’ ties are for, as a calendar (RFC 5545): a whole day for each, with a reminder three days before. */
export function dueCalendarOf(wearers: readonly Wearer[], shop: string): string {
  const calendar = ical({
    name: `${shop}: due`,
    prodId: { company: 'Easy Tuck', product: 'Due', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { id, name, eventName, eventOn, collar, collarEstimated, version } of wearers) {
    if (eventOn === null) continue;
    const summary = eventName === '' ? `Tie for ${name}` : `${eventName}: tie for ${name}`;
    const event = calendar.createEvent({
      ...{ id: `${id}@easytuck`, start: new Date(`${eventOn}T00:00:00Z`), allDay: true, sequence: version, summary },
      description: `Collar ${formatCollarSize(collar)}${collarEstimated ? ', estimated from the neck' : ''}`,
    });
    event.createAlarm({ type: ICalAlarmType.display, trigger: REMINDED_BEFORE_S, description: summary });
  }
  return calendar.toString();
}
