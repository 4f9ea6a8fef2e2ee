import type { CalendarSubscription, MadeCalendarSubscription } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { readRows } from '../../database/readRows.ts';
import { testShop, aWearer } from '../../testing.ts';

const { shop, send, get } = testShop();

it('the days that ties are for come as a calendar (RFC 5545), each a whole day with a reminder, and none that is over', async () => {
  for (const [name, eventName, eventOn] of [
    ['Zora, with a comma; and more', 'Gala', '2031-06-07'],
    ['Ann', '', '2031-06-08'],
    ['Past Day', 'Long ago', '2020-01-01'],
    ['No Day', '', null],
  ] as const)
    expect((await send('POST', '/api/wearers', aWearer({ name, eventName, eventOn, collar: '15½' }))).statusCode).toBe(201);
  const answer = await get('/api/wearers/due.ics');
  expect(answer.headers['content-type']).toContain('text/calendar');
  // lines are folded after 75 octets (RFC 5545, 3.1)
  const lines = answer.body.replace(/\r\n[ \t]/g, '').split('\r\n');
  expect([lines[0], lines.filter((line) => line !== '').at(-1)]).toEqual(['BEGIN:VCALENDAR', 'END:VCALENDAR']);
  const of = (name: string): string[] => lines.filter((line) => line.startsWith(name));
  expect(of('SUMMARY:')).toEqual(['SUMMARY:Gala: tie for Zora\\, with a comma\\; and more', 'SUMMARY:Tie for Ann']);
  expect(of('DTSTART;VALUE=DATE:')).toEqual(['DTSTART;VALUE=DATE:20310607', 'DTSTART;VALUE=DATE:20310608']);
  expect(of('TRIGGER')).toEqual(['TRIGGER:-P3D', 'TRIGGER:-P3D']);
  expect(new Set(of('UID:')).size).toBe(2);
});

describe('a subscription of the calendar', () => {
  const made = async (id: string): Promise<MadeCalendarSubscription> =>
    (await send('POST', '/api/calendars', { id })).json<MadeCalendarSubscription>();
  const listed = async (): Promise<readonly CalendarSubscription[]> =>
    (await get('/api/calendars')).json<{ subscriptions: CalendarSubscription[] }>().subscriptions;
  const pathOf = ({ address }: MadeCalendarSubscription): string => new URL(address).pathname;

  it('is read by its address alone, says when, and ends', async () => {
    const id = uuid();
    const path = pathOf(await made(id));
    expect((await listed())[0]).toMatchObject({ id, readAt: null });
    await send('POST', '/api/wearers', aWearer({ name: 'Comes Later', eventOn: '2031-06-09' }));
    const read = await get(path);
    expect([read.statusCode, read.headers['content-type'], read.body.includes('Tie for Comes Later')]).toEqual([
      200,
      'text/calendar; charset=utf-8',
      true,
    ]);
    expect((await listed())[0]?.readAt).not.toBeNull();
    expect((await send('DELETE', `/api/calendars/${id}`)).statusCode).toBe(204);
    expect((await get(path)).statusCode).toBe(404);
  });

  it('asked for twice under the same id is one, and the later address is its own; its key is kept nowhere', async () => {
    const id = uuid();
    const [first, second] = [pathOf(await made(id)), pathOf(await made(id))];
    expect((await listed()).filter((each) => each.id === id)).toHaveLength(1);
    expect([(await get(first)).statusCode, (await get(second)).statusCode]).toEqual([404, 200]);
    const rows = await readRows(shop.sequelize, 'SELECT * FROM calendar_subscriptions', []);
    expect(rows.length).toBeGreaterThan(0);
    expect(JSON.stringify(rows)).not.toContain(second.split('/')[3]);
  });

  it.each(['x', 'AAAAAAAAAAAAAAAAAAAAAA', '%27%20OR%201=1', 'a'.repeat(3_000)])(
    'is not there under a key that nobody made: %.30s',
    async (key) => {
      const { statusCode, body } = await get(`/api/calendars/${key}/due.ics`);
      expect([statusCode === 404 || statusCode === 414, body.includes('VCALENDAR')]).toEqual([true, false]);
    },
  );
});
