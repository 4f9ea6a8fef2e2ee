import { testShop, aWearer } from '../../testing.ts';

const { send, get } = testShop();

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
