import type { PartyMember, PartyPage, Problem } from '@easytuck/contract';
import ICAL from 'ical.js';
import { v7 as uuid } from 'uuid';
import { textOfPdf } from '../../paper/testing.ts';
import { aHelper, partyShop } from './testing.ts';

const { send, get, enter, enterParty, add, page, stock, give } = partyShop();
const maud = aHelper('Maud');
let id: string;
let tie: Awaited<ReturnType<typeof stock>>;
beforeAll(async () => {
  tie = await stock(20, { name: 'Slate twill' });
  id = await enterParty({ helpers: [maud], place: 'The Long Room', thighMm: 430 });
  const told = (name: string, collar: string, whoTies: 'self' | 'helper') =>
    ({ name, collar, ground: 'shirt', longEnd: 'right', whoTies }) as const;
  await add(id, told('Ada Larch', '15', 'helper'), told('Bo Fen', '16', 'helper'), told('Cy Oak', '16½', 'self'));
  await give(id, (await page(id)).members, tie.id, 4);
});
const paper = async (what: string) => {
  const answer = await get(`/api/parties/${id}/paper/${what}`);
  return { status: answer.statusCode, type: answer.headers['content-type'], body: answer.rawPayload };
};
const issue = async (members: readonly PartyMember[]) =>
  send('POST', `/api/parties/${id}/cards`, { cards: members.map((member) => ({ memberId: member.id, fittingId: uuid() })) });

describe('paper of a party', () => {
  it('asks for cards before it prints them', async () => {
    for (const what of ['cards', 'coachSheets']) {
      const { status, body } = await paper(what);
      expect([status, (JSON.parse(body.toString()) as Problem).code]).toEqual([404, 'notFound']);
    }
  });
  it('cards: each once, eight to a sheet, in the order of the day', async () => {
    await issue((await page(id)).members);
    const { status, type, body } = await paper('cards');
    expect([status, type]).toEqual([200, 'application/pdf']);
    const pages = await textOfPdf(body);
    expect(pages).toHaveLength(1);
    const text = pages.join('\n');
    for (const name of ['Ada Larch', 'Bo Fen', 'Cy Oak']) expect(text.split(name)).toHaveLength(2);
  });
  it('the run sheet: one page, who is tied by whom, when, at which mark', async () => {
    const pages = await textOfPdf((await paper('runSheet')).body);
    expect(pages).toHaveLength(1);
    const [text = ''] = pages;
    // four minutes each, done fifteen minutes before half past seven
    for (const part of [
      '19:07',
      '19:11',
      'Maud',
      'ties their own',
      'Slate twill',
      '16',
      'right',
      'The Long Room',
      'Spare ties to take along: 1 Slate twill at mark 16.',
    ])
      expect(text).toContain(part);
  });
  it('a long list still stands on one page, at forty; beyond what can be read it takes a second', async () => {
    const many = async (count: number) => {
      const party = await enterParty({ helpers: [aHelper('Maud', 1)] });
      await add(party, ...Array.from({ length: count }, (_, i) => ({ name: `Guest ${i + 1}`, collar: '16', ground: 'shirt' as const })));
      return (await textOfPdf((await get(`/api/parties/${party}/paper/runSheet`)).rawPayload)).length;
    };
    expect([await many(40), await many(60)]).toEqual([1, 2]);
  });
  it('the night before: the mark for what it is tied on, and the one for the neck', async () => {
    const [text = ''] = await textOfPdf((await paper('nightBefore')).body);
    expect(text).toContain('Tied the night before');
    expect(text).toContain('Wear it at');
    const without = await enterParty();
    expect((await get(`/api/parties/${without}/paper/nightBefore`)).statusCode).toBe(404);
  });
  it('coach sheets of those who tie their own, drawn beside the server', async () => {
    const { status, body } = await paper('coachSheets');
    expect(status).toBe(200);
    const pages = await textOfPdf(body);
    expect(pages.join('\n')).toContain('Cy Oak');
    expect(pages.join('\n')).not.toContain('Ada Larch');
  });
});

describe('the calendar of a party', () => {
  const calendar = async (party: string) => {
    const answer = await get(`/api/parties/${party}/calendar.ics`);
    expect(answer.headers['content-type']).toBe('text/calendar; charset=utf-8');
    return new ICAL.Component(ICAL.parse(answer.body) as never[]).getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
  };
  it('reminds learners to practise, days before', async () => {
    const learner = await enter({ name: 'Dov Reed', collar: '16' });
    const party = await enterParty();
    await add(party, { name: 'Dov Reed', wearerId: learner.id, whoTies: 'ask' });
    await send('POST', '/api/tyings', { id: uuid(), wearerId: learner.id, tieId: tie.id, outcome: 'gaveUp', durationMs: 600_000 });
    const practice = (await calendar(party)).find(({ summary }) => summary.startsWith('Practise'));
    expect([practice?.startDate.toString(), practice?.description]).toEqual([
      '2031-12-01',
      expect.stringMatching(/^Dov Reed: \d+ more$/) as string,
    ]);
  });
  it('is read back by another reader: the hour, a helper’s turns with an alarm, the days of the ties', async () => {
    const events = await calendar(id);
    expect(events.map(({ summary }) => summary)).toEqual([
      'All bows sit: Centenary dinner',
      'Maud ties 2 bows: Centenary dinner',
      'Ties go out: Centenary dinner',
      'Ties are due back: Centenary dinner',
    ]);
    const [hour, turns, out, back] = events as [ICAL.Event, ICAL.Event, ICAL.Event, ICAL.Event];
    expect(hour.startDate.toJSDate().toISOString()).toBe('2031-12-05T19:30:00.000Z');
    expect([turns.startDate.toJSDate().toISOString(), turns.endDate.toJSDate().toISOString()]).toEqual([
      '2031-12-05T19:07:00.000Z',
      '2031-12-05T19:15:00.000Z',
    ]);
    expect(turns.description.split('\n')).toEqual(['19:07 Ada Larch', '19:11 Bo Fen']);
    const alarm = turns.component.getFirstSubcomponent('valarm');
    expect(String(alarm?.getFirstPropertyValue('trigger'))).toBe('-PT30M');
    expect([out.startDate.isDate, out.startDate.toString(), back.startDate.toString()]).toEqual([true, '2031-12-04', '2031-12-08']);
  });
  it('an hour in summer is as the clock shows it there, and names of any letters come through', async () => {
    const party = await enterParty({ name: 'Zoë, “Ŵy”; & 李', day: '2031-07-05', outFrom: '2031-07-04', backBy: '2031-07-08' });
    const [hour] = await calendar(party);
    expect([hour?.summary, hour?.startDate.toJSDate().toISOString()]).toEqual([
      'All bows sit: Zoë, “Ŵy”; & 李',
      '2031-07-05T18:30:00.000Z',
    ]);
    const told: PartyPage = await page(party);
    expect(told.party.sitsAt).toBe('2031-07-05T18:30:00.000Z');
  });
});
