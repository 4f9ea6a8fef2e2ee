import type {
  CardsIssued,
  Fitting,
  MemberTableRead,
  Party,
  PartyMember,
  PartyPage,
  Problem,
  Proposal,
  Tie,
  Wearer,
} from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { aFitting } from '../../testing.ts';
import { aHelper, aParty, partyShop } from './testing.ts';
import { sitsAt } from './sitsAt.ts';

const { shop, send, enter, enterParty, add, page, stock, give } = partyShop();
const told = (collar: string) => ({ collar, ground: 'shirt' }) as const;
const problemOf = (answer: { body: string; statusCode: number }) => {
  const { code, detail } = JSON.parse(answer.body) as Problem;
  return [answer.statusCode, code, detail ?? ''];
};
const change = async (id: string, { id: memberId, version, ...was }: PartyMember, what: object) => {
  const {
    number: _n,
    place: _p,
    fittingId: _f,
    doneAt: _d,
    enteredAt: _e,
    wearer: _w,
    tries: _t,
    card: _c,
    alsoAt: _a,
    isTieGone: _g,
    ...data
  } = was;
  return send('PUT', `/api/parties/${id}/members/${memberId}`, { ...data, collar: data.collar?.text ?? null, version, ...what });
};
const cards = async (id: string, members: readonly PartyMember[], key = () => uuid()): Promise<CardsIssued> =>
  (
    await send('POST', `/api/parties/${id}/cards`, { cards: members.map((member) => ({ memberId: member.id, fittingId: key() })) })
  ).json<CardsIssued>();

describe('a tie that an earlier party sells', () => {
  it('is not taken from a later one that was promised it: the answer names that party', async () => {
    const tie = await stock(1);
    const later = await enterParty({ name: 'Spring ball', day: '2032-03-05', outFrom: '2032-03-04', backBy: '2032-03-08' });
    const ball = await add(later, { name: 'Later One', ...told('16') });
    expect((await give(later, ball.members, tie.id)).statusCode).toBe(200);
    const earlier = await enterParty({ deal: 'sold' });
    const dinner = await add(earlier, { name: 'Earlier One', ...told('16') });
    expect(dinner.offers).toEqual([]);
    expect(problemOf(await give(earlier, dinner.members, tie.id))[2]).toMatch(
      /to be sold.*: 0 free, 1 asked for; 1 is promised to Spring ball/,
    );
    // lent, it is back by then; and of two there is one to sell
    const lent = await enterParty({ name: 'Winter lunch', deal: 'lent' });
    const lunch = await add(lent, { name: 'Lent To', ...told('16') });
    expect((await give(lent, lunch.members, tie.id)).statusCode).toBe(200);
    const [member] = (await page(lent)).members;
    const sells = await change(lent, member ?? ({} as PartyMember), { deal: 'sold' });
    expect(problemOf(sells)[2]).toMatch(/to be sold.*promised to Spring ball/);
    const two = await stock(2);
    expect((await give(later, (await page(later)).members, two.id)).statusCode).toBe(200);
    expect((await give(earlier, dinner.members, two.id)).statusCode).toBe(200);
  });
});

describe('the hour of a party', () => {
  it.each([
    // rules of the time zones: the IANA database, from memory
    ['2031-12-05', '19:30', 'Europe/London', '2031-12-05T19:30:00.000Z'],
    ['2031-07-05', '19:30', 'Europe/London', '2031-07-05T18:30:00.000Z'],
    // clocks are set back in the night before: shown twice, the first is meant
    ['2026-10-25', '01:30', 'Europe/London', '2026-10-25T00:30:00.000Z'],
    ['2026-11-01', '01:30', 'America/New_York', '2026-11-01T05:30:00.000Z'],
    ['2031-01-01', '18:00', 'Asia/Kathmandu', '2031-01-01T12:15:00.000Z'],
    ['1990-01-01', '18:00', 'Pacific/Auckland', '1990-01-01T05:00:00.000Z'],
  ])('%s, %s in %s is %s', (day, hour, zone, at) => {
    expect(sitsAt(day, hour, zone).toISOString()).toBe(at);
    const shown = new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }).format(new Date(at));
    expect(shown).toBe(hour);
  });
  it('is refused where clocks are set forward over it', async () => {
    const answer = await send(
      'POST',
      '/api/parties',
      aParty({ day: '2027-03-28', outFrom: '2027-03-27', backBy: '2027-03-29', hour: '01:30' }),
    );
    expect(problemOf(answer)).toEqual([400, 'invalid', 'There is no 01:30 on that day: clocks are set forward over it. Take 02:30.']);
  });
});

describe('a party', () => {
  it('is saved once however often it is sent, and by one of two who save over the same version', async () => {
    const sent = aParty();
    expect([(await send('POST', '/api/parties', sent)).statusCode, (await send('POST', '/api/parties', sent)).statusCode]).toEqual([
      201, 200,
    ]);
    const { id, ...rest } = sent;
    const by = (place: string) => send('PUT', `/api/parties/${id}`, { ...rest, place, version: 1 });
    const answers = await Promise.all([by('Long Room'), by('Boathouse')]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 409]);
    expect(['Long Room', 'Boathouse']).toContain((await page(id)).party.place);
  });
  it('refuses days out of order, at their field', async () => {
    const answer = await send('POST', '/api/parties', aParty({ outFrom: '2031-12-06', backBy: '2031-12-01' }));
    expect(
      answer
        .json<Problem>()
        .errors?.map(({ path }) => path)
        .sort(),
    ).toEqual(['backBy', 'outFrom']);
  });
  it('is listed by its hour: to come soonest first, past latest first, called off by itself', async () => {
    const ids = [
      await enterParty({ name: 'B', day: '2032-02-02', outFrom: '2032-02-02', backBy: '2032-02-03' }),
      await enterParty({ name: 'A', day: '2032-01-01', outFrom: '2032-01-01', backBy: '2032-01-03' }),
      await enterParty({ name: 'long ago', day: '2001-01-01', outFrom: '2001-01-01', backBy: '2001-01-03' }),
    ];
    const listed = async (show: string) =>
      (await send('GET', `/api/parties?show=${show}`))
        .json<{ parties: Party[] }>()
        .parties.flatMap(({ id }) => (ids.includes(id) ? [ids.indexOf(id)] : []));
    expect([await listed('coming'), await listed('past')]).toEqual([[1, 0], [2]]);
    expect((await send('PUT', `/api/parties/${ids[1] ?? ''}/off`, { version: 1, off: true })).statusCode).toBe(200);
    expect([await listed('coming'), await listed('calledOff')]).toEqual([[0], [1]]);
  });
});

describe('a party that is put off', () => {
  it('takes along the day on its members’ records, and the ends of links to it and to their coaches', async () => {
    const tie = await stock(4, { name: 'Put off' });
    const dinner = await enter({ name: 'Has this dinner', eventName: 'Centenary dinner', eventOn: '2031-12-05' });
    const shorter = await enter({ name: 'Has it under a shorter name', eventName: 'dinner', eventOn: '2031-12-05' });
    const elsewhere = await enter({ name: 'Has another evening', eventName: 'Regatta', eventOn: '2031-12-05' });
    const id = await enterParty();
    const { members } = await add(
      id,
      { name: dinner.name, wearerId: dinner.id, longEnd: 'left' },
      { name: elsewhere.name, wearerId: elsewhere.id, longEnd: 'left' },
      { name: 'New', ...told('16') },
    );
    await give(id, members, tie.id, 3);
    expect((await cards(id, (await page(id)).members)).issued).toBe(3);
    const after = (await page(id)).members;
    await add(id, { name: shorter.name, wearerId: shorter.id });
    const link = async (path: string, body: object) => (await send('POST', path, body)).json<{ link: { id: string; endsAt: string } }>();
    for (const { fittingId } of after) await link('/api/links', { id: uuid(), fittingId });
    await link(`/api/parties/${id}/links`, { id: uuid(), memberId: null });
    const ends = async () => [
      ...(await Promise.all(
        after.map(async ({ fittingId }) =>
          (await send('GET', `/api/links?fittingId=${fittingId ?? ''}`))
            .json<{ links: { endsAt: string }[] }>()
            .links.map((each) => each.endsAt.slice(0, 10)),
        ),
      )),
      (await send('GET', `/api/parties/${id}/links`)).json<{ links: { endsAt: string }[] }>().links.map((each) => each.endsAt.slice(0, 10)),
    ];
    // a week after the day
    expect(await ends()).toEqual([['2031-12-12'], ['2031-12-12'], ['2031-12-12'], ['2031-12-12']]);
    const { party } = await page(id);
    const { id: _id, sitsAt: _s, calledOffAt: _c, createdAt: _a, updatedAt: _u, ...rest } = party;
    const moved = await send('PUT', `/api/parties/${id}`, { ...rest, day: '2032-01-09', outFrom: '2032-01-08', backBy: '2032-01-12' });
    expect(moved.statusCode).toBe(200);
    expect(await ends()).toEqual([['2032-01-16'], ['2031-12-12'], ['2032-01-16'], ['2032-01-16']]);
    const record = async (wearerId: string | undefined) => {
      const { eventName, eventOn } = (await send('GET', `/api/wearers/${wearerId ?? ''}`)).json<Wearer>();
      return [eventName, eventOn];
    };
    expect(await record(dinner.id)).toEqual(['Centenary dinner', '2032-01-09']);
    expect(await record(shorter.id)).toEqual(['dinner', '2032-01-09']);
    expect(await record(elsewhere.id)).toEqual(['Regatta', '2031-12-05']);
    expect(await record(after[2]?.wearer?.id)).toEqual(['Centenary dinner', '2032-01-09']);
    const due = (await send('GET', '/api/wearers?show=due')).json<{ wearers: Wearer[] }>().wearers;
    expect(due.find((wearer) => wearer.id === dinner.id)?.eventOn).toBe('2032-01-09');
  });
  it('a day that is changed on a wearer’s record moves the end of their links too', async () => {
    const tie = await stock(1, { name: 'Own day' });
    const wearer = await enter({ name: 'Own day', eventName: 'Regatta', eventOn: '2031-06-01' });
    const id = await enterParty({ name: 'Not this' });
    const { members } = await add(id, { name: wearer.name, wearerId: wearer.id });
    await give(id, members, tie.id, 3);
    await cards(id, (await page(id)).members);
    const fittingId = (await page(id)).members[0]?.fittingId ?? '';
    await send('POST', '/api/links', { id: uuid(), fittingId });
    const end = async () =>
      (await send('GET', `/api/links?fittingId=${fittingId}`)).json<{ links: { endsAt: string }[] }>().links[0]?.endsAt.slice(0, 10);
    expect(await end()).toBe('2031-06-08');
    const {
      id: _i,
      version,
      createdAt: _c,
      updatedAt: _u,
      seenAt: _s,
      mergedInto: _m,
      awayAt: _a,
      ...kept
    } = (await send('GET', `/api/wearers/${wearer.id}`)).json<Wearer>();
    const saved = await send('PUT', `/api/wearers/${wearer.id}`, { ...kept, collar: kept.collar.text, version, eventOn: '2031-07-01' });
    expect(saved.statusCode).toBe(200);
    expect(await end()).toBe('2031-07-08');
  });
});

describe('members', () => {
  it('a wearer stands on the list once, however often and by however many counters they are added', async () => {
    const wearer = await enter({ name: 'On it once' });
    const id = await enterParty();
    const one = { name: wearer.name, wearerId: wearer.id };
    expect((await add(id, one, one)).members).toHaveLength(1);
    await Promise.all([add(id, one), add(id, one, { name: 'Somebody else' })]);
    expect((await page(id)).members.map(({ name }) => name)).toEqual(['On it once', 'Somebody else']);
  });

  it('are what is known of them: their record, other parties on the day, and what they told goes before the record', async () => {
    const wearer = await enter({ name: 'Ada Larch', collar: '15 1/2' });
    const [id, other] = [await enterParty(), await enterParty({ name: 'Second sitting', hour: '21:00' })];
    await add(other, { name: 'Ada Larch', wearerId: wearer.id });
    const { members } = await add(id, { name: 'Ada Larch', wearerId: wearer.id, ...told('16') }, { name: 'Bo Fen' });
    expect(
      members.map(({ number, wearer: on, collar, alsoAt }) => [number, on?.collar.label, collar?.label, alsoAt.map(({ name }) => name)]),
    ).toEqual([
      [1, 15.5, 16, ['Second sitting']],
      [2, undefined, undefined, []],
    ]);
  });
  it('two who change different members, and the party, do not stand in each other’s way; over the same one the second is told', async () => {
    const id = await enterParty();
    const { members } = await add(id, { name: 'Ada' }, { name: 'Bo' });
    const [ada, bo] = members as [PartyMember, PartyMember];
    const answers = await Promise.all([change(id, ada, told('15')), change(id, bo, told('17')), change(id, ada, { note: 'late' })]);
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 200, 409]);
    const stale = answers.find(({ statusCode }) => statusCode === 409);
    expect(stale?.json<Problem>()).toMatchObject({ code: 'stale', current: { id: ada.id, version: 2 } });
  });
  it('one who stands twice in what is sent is refused, and nobody of it is entered', async () => {
    const id = await enterParty();
    const twice = { id: uuid(), name: 'A' };
    expect((await send('POST', `/api/parties/${id}/members`, { members: [twice, twice] })).statusCode).toBe(400);
    const [a] = (await add(id, { name: 'A' })).members as [PartyMember];
    const tie = { memberId: a.id, version: 1, tieId: null, step: null };
    expect((await send('PUT', `/api/parties/${id}/ties`, { ties: [tie, tie] })).statusCode).toBe(400);
    expect((await send('PUT', `/api/parties/${id}/places`, { memberIds: [a.id, uuid()], to: 'here' })).statusCode).toBe(404);
    expect((await page(id)).members).toHaveLength(1);
  });
  it('the same change sent again after its answer was lost is taken for the same', async () => {
    const id = await enterParty();
    const [ada] = (await add(id, { name: 'Ada' })).members as [PartyMember];
    expect([(await change(id, ada, told('15'))).statusCode, (await change(id, ada, told('15'))).statusCode]).toEqual([200, 200]);
    expect((await page(id)).members[0]?.version).toBe(2);
  });
  it('come from a table, tried out first; who is there is not entered twice; wearers on record are found by their name', async () => {
    await enter({ name: 'Cosima Vale', collar: '15' });
    const id = await enterParty();
    await add(id, { name: 'Ada' });
    const text =
      'name;collar;long end;ties;minutes before\nCosima Vale;;;;\nDov Reed;16½;right;self;45\nAda;15;;;\nEd;4;;maybe;\nDov Reed;;;;\n';
    const trial = (await send('POST', `/api/parties/${id}/members/table`, { text, isTrial: true })).json<MemberTableRead>();
    expect(trial.good).toEqual([
      { row: 2, name: 'Cosima Vale', collar: '15', isKnown: true },
      { row: 3, name: 'Dov Reed', collar: '16½', isKnown: false },
    ]);
    expect(trial.mistakes.map(({ row, column }) => [row, column])).toEqual([
      [4, 'name'],
      [5, 'collar'],
      [5, 'ties'],
      [6, 'name'],
    ]);
    expect((await page(id)).members).toHaveLength(1);
    const taken = (await send('POST', `/api/parties/${id}/members/table`, { text, isTrial: false })).json<MemberTableRead>();
    expect(taken.taken).toBe(2);
    // sent again by a double click
    expect((await send('POST', `/api/parties/${id}/members/table`, { text, isTrial: false })).json<MemberTableRead>().taken).toBe(0);
    const { members } = await page(id);
    expect(
      members.map(({ name, wearer, longEnd, whoTies, arriveMinutes }) => [name, wearer?.collar.label, longEnd, whoTies, arriveMinutes]),
    ).toEqual([
      ['Ada', undefined, null, null, null],
      ['Cosima Vale', 15, null, null, null],
      ['Dov Reed', undefined, 'right', 'self', 45],
    ]);
  });
  it('names below one another need no heading', async () => {
    const id = await enterParty();
    const read = (
      await send('POST', `/api/parties/${id}/members/table`, { text: 'Ada Larch\nBo Fen\n', isTrial: false })
    ).json<MemberTableRead>();
    expect([read.taken, read.good.map(({ row, name }) => [row, name])]).toEqual([
      2,
      [
        [1, 'Ada Larch'],
        [2, 'Bo Fen'],
      ],
    ]);
  });
  it('five hundred rows are refused as a whole, with the number that there is room for', async () => {
    const id = await enterParty();
    const text = `name\n${Array.from({ length: 500 }, (_, i) => `Guest ${i}`).join('\n')}`;
    const answer = await send('POST', `/api/parties/${id}/members/table`, { text, isTrial: false });
    expect(problemOf(answer)).toEqual([413, 'tooLarge', 'A party has 200 members at most. This table has 500 rows. Divide the party.']);
    expect((await page(id)).members).toEqual([]);
  });
  it.each([
    ['', 'This table is empty. The first row names the columns.'],
    ['nom,collar\nx,15', 'There is no column “nom”. Columns are: name, collar, long end, ties, minutes before, note.'],
    ['collar\n15', 'The column “name” is missing. Columns are: name, collar, long end, ties, minutes before, note.'],
  ])('a table %j is refused in words', async (text, detail) => {
    const id = await enterParty();
    expect(problemOf(await send('POST', `/api/parties/${id}/members/table`, { text, isTrial: true }))).toEqual([400, 'unreadable', detail]);
  });
  it('follow a wearer whose record is merged, and lose name, size and link where the wearer is erased', async () => {
    const [old, kept] = [await enter({ name: 'Gil Morrow', collar: '15' }), await enter({ name: 'Gilbert Morrow', collar: '15' })];
    const tie = await stock(2);
    const id = await enterParty();
    const { members } = await add(id, { name: 'Gil', wearerId: old.id, ...told('15'), tieId: tie.id, step: 2 });
    await send('POST', `/api/wearers/${kept.id}/merge`, { fromId: old.id, version: 1, fromVersion: 1 });
    const merged = (await page(id)).members[0];
    expect([merged?.wearerId, merged?.wearer?.name]).toEqual([kept.id, 'Gilbert Morrow']);
    // a list goes back to the wearer: not deleted by a slip
    const now = (await send('GET', `/api/wearers/${kept.id}`)).json<Wearer>();
    expect((await send('DELETE', `/api/wearers/${kept.id}?version=${now.version}`)).statusCode).toBe(409);
    expect((await send('GET', `/api/wearers/${kept.id}/held`)).json<{ parties: unknown[] }>().parties).toHaveLength(1);
    expect((await send('POST', `/api/wearers/${kept.id}/erasure`, { version: now.version })).statusCode).toBe(200);
    const erased = (await page(id)).members[0];
    expect(erased).toMatchObject({
      id: members[0]?.id,
      name: '(erased)',
      wearer: null,
      wearerId: null,
      collar: null,
      ground: null,
      tieId: tie.id,
    });
  });
});

describe('ties of a party', () => {
  it('are never promised twice on one day; on other days they are free', async () => {
    const tie = await stock(2, { name: 'Twice' });
    const [id, same, later] = [
      await enterParty({ name: 'First' }),
      await enterParty({ name: 'Same day', outFrom: '2031-12-05', backBy: '2031-12-05' }),
      await enterParty({ name: 'Later', day: '2031-12-20', outFrom: '2031-12-19', backBy: '2031-12-21' }),
    ];
    const { members } = await add(id, { name: 'A' }, { name: 'B' }, { name: 'C' });
    expect((await give(id, members.slice(0, 2), tie.id)).statusCode).toBe(200);
    const third = await give(id, (await page(id)).members.slice(2), tie.id);
    expect(problemOf(third)).toEqual([400, 'invalid', 'There are not enough of Twice from 2031-12-04 to 2031-12-08: 2 free, 3 asked for.']);
    const onTheSameDay = (await add(same, { name: 'D' })).members;
    expect(problemOf(await give(same, onTheSameDay, tie.id))[2]).toBe(
      'There are not enough of Twice from 2031-12-05 to 2031-12-05: 0 free, 1 asked for; 2 are promised to First.',
    );
    expect((await give(later, (await add(later, { name: 'E' }, { name: 'F' })).members, tie.id)).statusCode).toBe(200);
    // moved to that day, the later party would take what is promised: refused, and nothing of the change stays
    const { party } = await page(later);
    const { id: _id, sitsAt: _s, calledOffAt: _c, version, createdAt: _cr, updatedAt: _u, ...data } = party;
    const moved = await send('PUT', `/api/parties/${later}`, {
      ...data,
      name: 'Moved',
      day: '2031-12-05',
      outFrom: '2031-12-05',
      backBy: '2031-12-06',
      version,
    });
    expect(moved.statusCode).toBe(400);
    expect((await page(later)).party).toMatchObject({ name: 'Later', day: '2031-12-20', version });
    // called off, its ties are free again
    await send('PUT', `/api/parties/${id}/off`, { version: 1, off: true });
    expect((await give(same, (await page(same)).members, tie.id)).statusCode).toBe(200);
  });
  it('asked for by two parties at the same moment go to one of them', async () => {
    const tie = await stock(1, { name: 'Contested' });
    const ids = [await enterParty(), await enterParty()];
    const pages = [await add(ids[0] ?? '', { name: 'A' }), await add(ids[1] ?? '', { name: 'B' })];
    const answers = await Promise.all(ids.map((id, i) => give(id, pages[i]?.members ?? [], tie.id)));
    expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 400]);
  });
  it('one that is sold meanwhile is missed by whoever was entered last', async () => {
    const tie = await stock(2, { name: 'Sold meanwhile' });
    const id = await enterParty();
    const { members } = await add(id, { name: 'A' }, { name: 'B' });
    await give(id, members, tie.id);
    expect((await page(id)).members.map(({ isTieGone }) => isTieGone)).toEqual([false, false]);
    const sold = await send(
      'POST',
      '/api/fittings',
      aFitting({ kind: 'new', id: uuid(), name: 'A buyer' }, tie.id, { handedOver: 'sold' }),
    );
    expect(sold.statusCode).toBe(201);
    expect((await page(id)).members.map(({ isTieGone }) => isTieGone)).toEqual([false, true]);
  });
  it('go out and come back; the stock follows, and doing it again changes nothing', async () => {
    const tie = await stock(3, { name: 'Out and back' });
    const id = await enterParty();
    await give(id, (await add(id, { name: 'A' }, { name: 'B' }, { name: 'C' })).members, tie.id);
    const { members } = await page(id);
    const move = async (which: readonly number[], to: string) =>
      send('PUT', `/api/parties/${id}/places`, { memberIds: which.map((i) => members[i]?.id), to });
    const inStock = async () => (await send('GET', `/api/ties/${tie.id}`)).json<Tie>().inStock;
    const seen: number[] = [];
    for (const [which, to] of [
      [[0, 1], 'out'],
      [[0, 1], 'out'],
      [[0], 'back'],
      [[1], 'lost'],
      [[1], 'back'],
      [[0], 'out'],
      [[0], 'here'],
    ] as const) {
      expect((await move(which, to)).statusCode).toBe(200);
      seen.push(await inStock());
    }
    // out twice: two fewer once; back: one more; lost: as it is; found: one more; out and taken back at once
    expect(seen).toEqual([1, 1, 2, 2, 3, 2, 3]);
    expect(problemOf(await move([2], 'back'))[2]).toBe('The tie of C was never out.');
    await move([2], 'out');
    const out = (await page(id)).members[2] as PartyMember;
    expect(problemOf(await give(id, [out], null, null))[2]).toBe('The tie of C is out. Take it back before you give them another.');
    expect((await send('DELETE', `/api/parties/${id}/members/${out.id}?version=${out.version}`)).statusCode).toBe(409);
  });
  it('sold ones do not come back, and are the wearer’s own; hired ones are counted on until they are overdue', async () => {
    const tie = await stock(2, { name: 'Hired' });
    const wearer = await enter({ name: 'Ines Holm', collar: '16' });
    const id = await enterParty({ deal: 'hired' });
    await give(id, (await add(id, { name: 'Ines Holm', wearerId: wearer.id, deal: 'sold' }, { name: 'B' })).members, tie.id);
    const { members } = await page(id);
    await send('PUT', `/api/parties/${id}/places`, { memberIds: members.map((member) => member.id), to: 'out' });
    expect(
      (await send('GET', `/api/wearers/${wearer.id}/ties`)).json<{ ties: { tieId: string }[] }>().ties.map(({ tieId }) => tieId),
    ).toEqual([tie.id]);
    const next = await enterParty({ name: 'Next', day: '2032-03-01', outFrom: '2032-03-01', backBy: '2032-03-02' });
    const after = await add(next, { name: 'X' }, { name: 'Y' });
    // the hired one comes back by then, the sold one never
    expect((await give(next, after.members.slice(0, 1), tie.id)).statusCode).toBe(200);
    expect(problemOf(await give(next, (await page(next)).members.slice(1), tie.id))[2]).toMatch(/: 1 free, 2 asked for\.$/);
    // overdue: it cannot be counted on any more
    await shop.sequelize.query("UPDATE parties SET out_from = '2001-01-01', back_by = '2001-01-02' WHERE id = ?", { replacements: [id] });
    expect((await page(next)).members.map(({ isTieGone }) => isTieGone)).toEqual([true, false]);
  });
});

describe('one look', () => {
  it('gives each the set that comes closest, tells who goes without and what to buy or make, and keeps nothing until it is given', async () => {
    const tie = await stock(2, { name: 'Look' });
    const id = await enterParty();
    const { members } = await add(
      id,
      { name: 'A', ...told('15') },
      { name: 'B', ...told('16') },
      { name: 'C', ...told('16½') },
      { name: 'D' },
      { name: 'E', ...told('21') },
    );
    const look = { rule: 'spread', spreadMm: 118, ratio: null, tieIds: [tie.id] };
    const { proposed, without } = (await send('POST', `/api/parties/${id}/proposal`, { look })).json<Proposal>();
    expect(proposed).toHaveLength(2);
    for (const each of proposed) expect(Math.abs(each.offMm)).toBeLessThanOrEqual(12.7 / 6 + 0.01);
    const whyOf = (i: number) => without.find(({ memberId }) => memberId === members[i]?.id);
    expect(whyOf(3)?.why).toBe('noCollar');
    expect(whyOf(4)).toMatchObject({ why: 'noneFits', tieId: tie.id });
    expect(whyOf(4)?.makeMm ?? 0).toBeGreaterThan(950);
    expect(without.filter(({ why }) => why === 'noneFree')).toHaveLength(1);
    expect((await page(id)).members.every(({ tieId }) => tieId === null)).toBe(true);
    const byId = new Map(members.map((member) => [member.id, member]));
    const ties = proposed.map(({ memberId, tieId, step }) => ({ memberId, tieId, step, version: byId.get(memberId)?.version }));
    expect((await send('PUT', `/api/parties/${id}/ties`, { ties })).statusCode).toBe(200);
    expect((await page(id)).members.filter(({ tieId }) => tieId === tie.id)).toHaveLength(2);
    // somebody is changed while another looks at the proposal
    const a = (await page(id)).members.find(({ tieId }) => tieId !== null) as PartyMember;
    await change(id, a, { note: 'x' });
    const late = await send('PUT', `/api/parties/${id}/ties`, { ties: [{ memberId: a.id, version: a.version, tieId: null, step: null }] });
    expect(problemOf(late).slice(0, 2)).toEqual([409, 'stale']);
  });
  it('lets the dress choose first, never calls unlike ties alike, and says what is missing for one look', async () => {
    const face = (name: string, look: 'black' | 'patterned' | 'plain') => ({ outer: { name, look }, inner: null });
    const satin = await stock(3, { name: 'Satin', fibre: 'silk', weave: 'satin', faces: face('black satin', 'black') });
    const satinToo = await stock(2, { name: 'Satin too', fibre: 'silk', weave: 'satin', faces: face('Black satin', 'black') });
    const donegal = await stock(5, { name: 'Donegal', fibre: 'wool', faces: face('grey donegal', 'patterned') });
    const linen = await stock(1, { name: 'Sand linen', fibre: 'linen', faces: face('sand', 'plain') });
    const id = await enterParty({ kind: 'wedding', occasion: 'blackTie' });
    await add(id, ...Array.from({ length: 8 }, (_, k) => ({ name: `Guest ${k}`, ...told('16') })));
    const proposed = async (tieIds: readonly string[], occasion: 'blackTie' | 'weddingParty', mustOpen = false): Promise<Proposal> => {
      const { party } = await page(id);
      const { id: _id, sitsAt: _s, calledOffAt: _c, createdAt: _a, updatedAt: _u, ...rest } = party;
      await send('PUT', `/api/parties/${id}`, { ...rest, occasion });
      const look = { rule: 'asCut', spreadMm: null, ratio: null, tieIds, mustOpen };
      return (await send('POST', `/api/parties/${id}/proposal`, { look })).json<Proposal>();
    };
    const black = await proposed([], 'blackTie');
    expect(new Set(black.proposed.map(({ tieId }) => tieId))).toEqual(new Set([satin.id, satinToo.id]));
    expect([black.proposed.length, black.groups.length, black.without.map(({ why }) => why)]).toEqual([5, 1, Array(3).fill('noneFree')]);
    expect(black.leftOut.byDress).toBeGreaterThanOrEqual(2);
    // named one by one, ties stay, and what is wrong with them is said
    const mixed = await proposed([donegal.id, satin.id, linen.id], 'blackTie');
    expect(mixed.groups.map(({ memberIds, tieIds }) => [memberIds.length, tieIds])).toEqual([
      [5, [donegal.id]],
      [3, [satin.id]],
    ]);
    expect(mixed.toMatch).toEqual([{ tieId: donegal.id, count: 3 }]);
    expect(mixed.proposed.filter(({ isAlike }) => isAlike)).toHaveLength(5);
    expect(mixed.outOfDress).toHaveLength(5);
    expect((await proposed([donegal.id, satin.id, linen.id], 'weddingParty')).outOfDress).toEqual([]);
    // a band that is to be tied the night before has to open
    const fixed = await stock(9, { name: 'Sewn', hardware: { kind: 'fixed', lengthMm: 842 }, faces: face('black satin', 'black') });
    expect((await proposed([fixed.id], 'weddingParty')).proposed).toHaveLength(8);
    const open = await proposed([fixed.id], 'weddingParty', true);
    expect([open.proposed.length, open.leftOut.closed]).toEqual([0, 1]);
  });
  it('a tie that is chosen by hand is set for the look; one that cannot be worn is refused', async () => {
    const tie = await stock(5, { name: 'By hand' });
    const id = await enterParty();
    const { members } = await add(id, { name: 'A', ...told('16') }, { name: 'B', ...told('21') });
    const chosen = (await change(id, members[0] as PartyMember, { tieId: tie.id, step: null })).json<PartyMember>();
    expect(chosen).toMatchObject({ tieId: tie.id, step: expect.any(Number) as number });
    expect(problemOf(await change(id, members[1] as PartyMember, { tieId: tie.id, step: null }))[2]).toBe(
      'By hand cannot be worn at this collar size. Choose another.',
    );
    expect((await change(id, chosen, { step: 99 })).statusCode).toBe(400);
  });
});

describe('cards of a party', () => {
  it('are issued once each, enter who is new, and are asked for again where collar or tie have changed', async () => {
    const tie = await stock(9, { name: 'Cards' });
    const known = await enter({ name: 'Jory Ash', collar: '15 1/2' });
    const id = await enterParty({ occasion: 'blackTie' });
    await add(id, { name: 'Jory Ash', wearerId: known.id }, { name: 'Kit New', ...told('16'), whoTies: 'helper' }, { name: 'Nobody' });
    await give(id, (await page(id)).members.slice(0, 2), tie.id, 3);
    const before = (await page(id)).members;
    const first = await cards(id, before);
    expect(first.issued).toBe(2);
    expect(first.refused.map(({ memberId }) => memberId)).toEqual([before[2]?.id]);
    const after = (await page(id)).members;
    expect(after.map(({ card }) => card && [card.tieId, card.step, card.collar.label])).toEqual([[tie.id, 3, 15.5], [tie.id, 3, 16], null]);
    expect(after[1]?.wearer).toMatchObject({ name: 'Kit New', collar: { label: 16 } });
    // what the list knew is on the new record
    expect((await send('GET', `/api/wearers/${after[1]?.wearer?.id ?? ''}`)).json<Wearer>()).toMatchObject({
      ...{ eventName: 'Centenary dinner', eventOn: '2031-12-05', dexterity: 'needsHelp' },
    });
    // asked for again, by a double click or another counter: nothing more is issued
    expect((await cards(id, after.slice(0, 2))).issued).toBe(2);
    const fittings = async (wearerId: string | undefined) =>
      (await send('GET', `/api/fittings?wearerId=${wearerId ?? ''}`)).json<{ fittings: Fitting[] }>().fittings;
    expect(await fittings(known.id)).toHaveLength(1);
    // another shirt: the card is revised, not issued beside
    await change(id, (await page(id)).members[1] as PartyMember, { ...told('16½'), isCollarSettled: true });
    await cards(id, (await page(id)).members.slice(1, 2));
    const [latest] = await fittings(after[1]?.wearer?.id);
    // a helper reads this card, facing the wearer: sides say whose; and the other's own card speaks to themselves
    // and the tie is set for the collar that it says, not left at the set of the one before
    expect(latest?.step).toBeGreaterThan(3);
    expect((await page(id)).members[1]?.step).toBe(latest?.step);
    expect([latest?.card?.told, (await fittings(known.id))[0]?.card?.told]).toEqual(['facing', 'wearer']);
    expect(latest?.card?.reminder[0]).toContain('on the wearer’s left (on your right)');
    expect(latest).toMatchObject({ collar: { label: 16.5 }, revision: { number: 2 }, occasion: 'blackTie' });
    // a size that was read off a shirt, and settled, stands on the record as well
    expect((await page(id)).members[1]?.wearer?.collar.label).toBe(16.5);
  });
  it('somebody who was entered while this list did not hear of it is not entered twice', async () => {
    const tie = await stock(3, { name: 'Cut off' });
    const id = await enterParty();
    await give(id, (await add(id, { name: 'Lu Pell', ...told('16') })).members, tie.id);
    const [lu] = (await page(id)).members as [PartyMember];
    expect((await cards(id, [lu])).issued).toBe(1);
    await shop.sequelize.query('UPDATE party_members SET wearer_id = NULL, fitting_id = NULL WHERE id = ?', { replacements: [lu.id] });
    expect(await cards(id, [lu])).toEqual({ issued: 1, refused: [] });
    expect((await page(id)).members[0]?.wearer?.id).toBe(lu.id);
  });
});

describe('the day', () => {
  it('is ticked off again and again without taking a form away from whoever types', async () => {
    const id = await enterParty({ helpers: [aHelper('Maud')] });
    const { members } = await add(id, { name: 'A', ...told('16') });
    const a = members[0] as PartyMember;
    const tick = (isDone: boolean) => send('PUT', `/api/parties/${id}/members/${a.id}/day`, { isDone });
    const first = (await tick(true)).json<PartyMember>();
    expect((await tick(true)).json<PartyMember>().doneAt).toBe(first.doneAt);
    expect((await change(id, a, { note: 'typed before' })).statusCode).toBe(200);
    expect((await page(id)).members[0]).toMatchObject({ note: 'typed before', doneAt: first.doneAt });
    expect((await tick(false)).json<PartyMember>().doneAt).toBeNull();
  });
  it('somebody who comes after the hour is noted as that, and everything can still be read and typed', async () => {
    const id = await enterParty();
    const [a] = (await add(id, { name: 'A' })).members as [PartyMember];
    expect((await send('PUT', `/api/parties/${id}/members/${a.id}/day`, { arriveMinutes: -30 })).statusCode).toBe(200);
    const [late] = (await page(id)).members as [PartyMember];
    expect(late.arriveMinutes).toBe(-30);
    expect((await change(id, late, { note: 'x' })).statusCode).toBe(200);
    expect((await send('PUT', `/api/parties/${id}/members/${a.id}/day`, { arriveMinutes: -1441 })).statusCode).toBe(400);
  });
  it('of another party’s member is refused', async () => {
    const [id, other] = [await enterParty(), await enterParty()];
    const { members } = await add(other, { name: 'A' });
    expect((await send('PUT', `/api/parties/${id}/members/${members[0]?.id ?? ''}/day`, { isDone: true })).statusCode).toBe(404);
    expect((await change(id, members[0] as PartyMember, { note: 'x' })).statusCode).toBe(404);
    const page404: PartyPage | Problem = (await send('GET', `/api/parties/${uuid()}`)).json<Problem>();
    expect(page404).toMatchObject({ status: 404 });
  });
});
