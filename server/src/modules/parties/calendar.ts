import { clockIn, practiceOf, type PartyPage } from '@easytuck/contract';
import { prospectOf } from '@easytuck/core';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import type { Evening } from './evening.ts';

const MINUTE_MS = 60_000;
/** How long before they begin helpers are called, in minutes. */
const CALLED_BEFORE = 30;
/** How long before the day learners are reminded to practise, in days. */
const PRACTICE_BEFORE_DAYS = 4;

/**
 * A party as a calendar (RFC 5545): the hour, each helper’s turns with an alarm, and the days on which ties go out and are due back. Times are
 * in UTC, so that every calendar shows them by its own clock.
 */
export function calendarOf({ party, members }: PartyPage, { turns, without }: Evening, shop: string): string {
  const calendar = ical({
    name: party.name,
    prodId: { company: 'Easy Tuck', product: 'Parties', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const about = { location: party.place, ...(party.calledOffAt === null ? {} : { description: 'Called off.' }) };
  const hour = new Date(party.sitsAt);
  calendar.createEvent({
    ...about,
    id: `${party.id}@easytuck`,
    start: hour,
    end: new Date(hour.getTime() + 15 * MINUTE_MS),
    summary: `All bows sit: ${party.name}`,
    sequence: party.version,
    ...(without.length > 0 ? { description: `${without.length} are to be tied, and there is no helper yet.` } : {}),
  });
  for (const helper of party.helpers) {
    const own = turns.filter((turn) => turn.helper?.id === helper.id);
    const [first, last] = [own[0], own.at(-1)];
    if (!first || !last) continue;
    const event = calendar.createEvent({
      ...about,
      id: `${helper.id}.${party.id}@easytuck`,
      start: new Date(first.beginsAt),
      end: new Date(last.endsAt),
      summary: `${helper.name} ties ${own.length === 1 ? 'one bow' : `${own.length} bows`}: ${party.name}`,
      description: own.map(({ beginsAt, member }) => `${clockIn(party.zone, beginsAt)} ${member.name}`).join('\n'),
      sequence: party.version,
    });
    event.createAlarm({
      type: ICalAlarmType.display,
      trigger: CALLED_BEFORE * 60,
      description: `${helper.name}: bows from ${clockIn(party.zone, first.beginsAt)}`,
    });
  }
  const learners = members.flatMap((member) => {
    const { moreTries } = prospectOf(practiceOf(member));
    return member.tries.length > 0 && moreTries !== null && moreTries > 0 ? [`${member.name}: ${moreTries} more`] : [];
  });
  if (learners.length > 0)
    calendar.createEvent({
      ...{ id: `practice.${party.id}@easytuck`, start: dayAsDate(party.day, -PRACTICE_BEFORE_DAYS), allDay: true, sequence: party.version },
      summary: `Practise with the coach: ${party.name}`,
      description: learners.join('\n'),
    });
  for (const [key, day, summary] of [
    ['out', party.outFrom, `Ties go out: ${party.name}`],
    ['back', party.backBy, `Ties are due back: ${party.name}`],
  ] as const)
    calendar.createEvent({
      id: `${key}.${party.id}@easytuck`,
      start: dayAsDate(day),
      allDay: true,
      summary,
      location: shop,
      sequence: party.version,
    });
  return calendar.toString();
}

const dayAsDate = (day: string, later = 0): Date => {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return new Date(year, month - 1, date + later);
};
