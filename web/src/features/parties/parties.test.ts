import { dayWords } from '../../common/dueWords.ts';
import type { GivenPartyLink, Party, PartyMember, PartyPage, Proposal } from '@easytuck/contract';
import { sampleTie } from '@easytuck/contract/testing';
import { likelyNeck, readAs, readOwnForm, readStoredForm } from './guest/ownForm.ts';
import { linkMessage } from './linkMessage.ts';
import { readQuickEntry } from './quickEntry.ts';
import { EMPTY_MEMBER, readMemberForm, toMemberForm } from './memberForm.ts';
import { emptyParty, movedDay, readHour, readPartyForm, toPartyForm, zoneHere, usualDays } from './partyForm.ts';
import { alikeSentence, chanceWords, collarWords, dayView, minutesBefore, nextMissing, partyView, reminderFor } from './partyViewModel.ts';

const at = '2031-12-05T19:30:00.000Z';
const id = (number: number): string => `018f0000-0000-7000-8000-${String(number).padStart(12, '0')}`;
const party = (change: Partial<Party> = {}): Party => ({
  ...{
    id: id(900),
    name: 'Supper',
    kind: 'crew',
    day: '2031-12-05',
    hour: '19:30',
    zone: 'Europe/London',
    place: 'the quay',
    occasion: 'blackTie',
  },
  ...{
    leadName: '',
    leadContact: '',
    outFrom: '2031-12-04',
    backBy: '2031-12-08',
    deal: 'lent',
    helpers: [],
    keepFreeMinutes: 15,
    arriveMinutes: 90,
  },
  ...{
    look: { rule: 'asCut', spreadMm: null, ratio: null, tieIds: [], mustOpen: false },
    thighMm: null,
    note: '',
    sitsAt: at,
    calledOffAt: null,
    version: 1,
  },
  ...{ createdAt: at, updatedAt: at },
  ...change,
});
const member = (number: number, change: Partial<PartyMember> = {}): PartyMember => ({
  ...{
    id: id(number),
    number,
    name: `Guest ${number}`,
    wearerId: null,
    collar: { text: '16', system: 'in', label: 16 },
    ground: 'shirt',
    bareNeckMm: null,
  },
  ...{
    isCollarSettled: false,
    longEnd: 'left',
    whoTies: 'helper',
    arriveMinutes: null,
    isOwnTie: false,
    tieId: null,
    step: null,
    isTiedBefore: false,
  },
  ...{
    deal: null,
    note: '',
    place: 'here',
    fittingId: null,
    doneAt: null,
    enteredAt: null,
    version: 1,
    wearer: null,
    tries: [],
    card: null,
    alsoAt: [],
  },
  isTieGone: false,
  ...change,
});
const tie = { ...sampleTie, id: id(700) } as never;
const WEEKS_BEFORE = new Date('2031-11-05T12:00:00Z');
const view = (members: PartyMember[], change: Partial<Party> = {}, now = WEEKS_BEFORE) =>
  partyView({ party: party(change), members, offers: [] } satisfies PartyPage, [tie], now);

describe('what a member enters', () => {
  const form = { ground: 'shirt', collar: '', neck: '', longEnd: '', whoTies: '' } as const;
  it('is offered what was probably meant, and is told how a size is read', () => {
    expect(likelyNeck('37', 'in')).toEqual(['37 cm']);
    expect(likelyNeck('14 1/2', 'cm')).toEqual(['14 1/2 in']);
    expect(likelyNeck('15', 'in')).toEqual([]);
    expect(likelyNeck('370 mm', 'in')).toEqual([]);
    expect(readOwnForm({ ...form, ground: 'neck', neck: '37' }, 'in').errors.neck).toContain('Did you mean 37 cm?');
    expect(readOwnForm({ ...form, collar: '15 1/2 34' }, 'in').errors.collar).toContain('the collar is 15\u202f1⁄2 in, the sleeve 34');
    expect(readOwnForm({ ...form, collar: 'M' }, 'in').errors.collar).toContain('a size of clothing');
    expect([readAs('39'), readAs('M')]).toEqual(['We read this as 39 cm.', '']);
  });
  it('counts not minding as an answer, and no answer as none', () => {
    const side = (longEnd: 'either' | '' | 'right') => readOwnForm({ ...form, collar: '16', longEnd }, 'in').input?.longEnd;
    expect([side('either'), side(''), side('right')]).toEqual(['left', null, 'right']);
  });
  it('is read back after a reload, and a value that no longer fits is dropped', () => {
    const typed = { ...form, collar: '15 1/', longEnd: 'either' };
    expect(readStoredForm(JSON.parse(JSON.stringify(typed)))).toEqual(typed);
    expect(readStoredForm({ collar: 3 })).toBeNull();
  });
  it('is asked for in one message with everybody’s own link', () => {
    const link = (number: number) => ({
      link: { memberId: id(number) } as GivenPartyLink['link'],
      address: `https://tuck.example/party#${number}`,
    });
    const text = linkMessage(party(), [link(1), link(2)], (memberId) => (memberId === id(1) ? 'Ansel' : 'Bryony'));
    expect(text.split('\n').slice(-2)).toEqual(['Ansel: https://tuck.example/party#1', 'Bryony: https://tuck.example/party#2']);
    expect(text).toContain('Supper');
  });
});

describe('what one look comes to, in a sentence', () => {
  const group = (tie: number, ...people: number[]) => ({ tieIds: [id(tie)], memberIds: people.map(id), alikeIds: people.map(id) });
  const sentence = (count: number, given: number, ...groups: ReturnType<typeof group>[]) =>
    alikeSentence(count, { proposed: Array.from<Proposal['proposed'][number]>({ length: given }), groups }, (tieId) =>
      tieId === id(1) ? 'Donegal' : 'Satin',
    );
  it('names unlike ties, and calls alike only what is', () => {
    expect(sentence(3, 3, group(1, 11, 12, 13))).toBe('All 3 have a tie, and they look alike');
    expect(sentence(6, 6, group(1, 11, 12, 13, 14, 15), group(2, 16))).toBe(
      '6 of 6 have a tie. 5 Donegal, 1 Satin: these do not look alike',
    );
    expect(sentence(4, 3, group(1, 11, 12, 13))).toBe('3 of 4 have a tie, all alike');
    expect(sentence(2, 2, { ...group(1, 11, 12), alikeIds: [id(11)] })).toBe('2 of 2 have a tie, 1 alike');
    expect(sentence(2, 0)).toBe('0 of 2 have a tie');
  });
});

describe('a person typed in one line', () => {
  const nothing = { collar: null, longEnd: null, whoTies: null };
  it.each([
    ['Ansel Reeve', { ...nothing, name: 'Ansel Reeve' }],
    ['  Ansel  Reeve 15 1/2 ', { ...nothing, name: 'Ansel Reeve', collar: '15 1/2' }],
    ['Ansel, 41 cm, right, helper', { name: 'Ansel', collar: '41 cm', longEnd: 'right', whoTies: 'helper' }],
    ['Bryony Pike left', { ...nothing, name: 'Bryony Pike', longEnd: 'left' }],
    ['Bo 39 practice left', { name: 'Bo', collar: '39', longEnd: 'left', whoTies: 'ask' }],
    // what cannot be a collar belongs to the name
    ['Henry 8', { ...nothing, name: 'Henry 8' }],
    ['Otto 200', { ...nothing, name: 'Otto 200' }],
    ['left', { ...nothing, name: 'left' }],
    ['16', { ...nothing, name: '16' }],
    // what has to be asked about is sent as it is, and refused with its sentence
    ['Anna 15 1/2 34', { ...nothing, name: 'Anna', collar: '15 1/2 34' }],
  ])('%s', (text, entry) => {
    expect(readQuickEntry(text)).toEqual(entry);
  });
});

describe('a party that is put off in the form', () => {
  it('moves the days of its ties along, those that were set apart too, and leaves what was typed', () => {
    const before = party({ outFrom: '2031-12-01', backBy: '2031-12-20' });
    const form = { ...toPartyForm(before, 'in'), day: '2031-12-12' };
    expect([movedDay(form, 'outFrom', before), movedDay(form, 'backBy', before)]).toEqual(['2031-12-08', '2031-12-27']);
    expect(readPartyForm(form, 'in', before).input).toMatchObject({ day: '2031-12-12', outFrom: '2031-12-08', backBy: '2031-12-27' });
    expect(readPartyForm({ ...form, backBy: '2031-12-24' }, 'in', before).input).toMatchObject({ backBy: '2031-12-24' });
    // the usual days follow by themselves, and nothing moves while the day is not moved or half typed
    expect(readPartyForm({ ...toPartyForm(party(), 'in'), day: '2032-01-09' }, 'in', party()).input).toMatchObject({
      backBy: '2032-01-12',
    });
    expect(movedDay({ ...form, day: before.day }, 'outFrom', before)).toBe('2031-12-01');
    expect(movedDay({ ...form, day: 'not yet' }, 'outFrom', before)).toBe('2031-12-01');
  });
});

describe('an hour as people write it', () => {
  it.each([
    ['19:30', '19:30'],
    ['19.30', '19:30'],
    ['1930', '19:30'],
    ['7.30 pm', '19:30'],
    ['7pm', '19:00'],
    ['12 am', '00:00'],
    ['12:15 p.m.', '12:15'],
    ['9', '09:00'],
    ['13 pm', '13 pm'],
    ['half past', 'half past'],
  ])('%s is %s', (text, hour) => {
    expect(readHour(text)).toBe(hour);
  });
});

describe('a party as typed', () => {
  it('counts the days of its ties from its day where nobody says otherwise', () => {
    const { input, errors } = readPartyForm(
      { ...emptyParty(), name: 'Supper', day: '2031-01-01', hour: '7.30 pm', zone: 'Europe/London' },
      'in',
      null,
    );
    expect(errors).toEqual({});
    expect(input).toMatchObject({ hour: '19:30', outFrom: '2030-12-31', backBy: '2031-01-04', thighMm: null });
    expect(zoneHere()).not.toBe('');
  });
  it('tells what is missing at its field, and nothing of what follows from it', () => {
    expect(readPartyForm(emptyParty(), 'in', null).errors).toEqual({
      name: 'The party’s name is missing.',
      day: 'Choose the day, or write day, month and year.',
      hour: 'Write the hour as 19:30.',
    });
    const typed = { ...emptyParty(), name: 'S', day: '2031-01-01', hour: '25:00', zone: 'Atlantis', arriveMinutes: 'soon', thigh: 'x' };
    expect(Object.keys(readPartyForm(typed, 'in', null).errors).sort()).toEqual(['arriveMinutes', 'hour', 'thigh', 'zone']);
  });
  it('goes into the form and comes back as it was, with what the form does not ask for', () => {
    const before = party({
      thighMm: 430,
      helpers: [{ id: id(1), name: 'Maud', minutesEach: 4, fromMinutes: 60, restAfter: null, restMinutes: 5 }],
    });
    const { input } = readPartyForm(toPartyForm(before, 'in'), 'in', before);
    // on another day the ties go out on another day too, where nobody said otherwise
    const moved = readPartyForm({ ...toPartyForm(before, 'in'), day: '2031-12-12' }, 'in', before).input;
    expect([moved?.outFrom, moved?.backBy]).toEqual(['2031-12-11', '2031-12-15']);
    const { id: _id, sitsAt: _s, calledOffAt: _c, version: _v, createdAt: _cr, updatedAt: _u, ...typed } = before;
    expect(input).toEqual(typed);
  });
});

describe('a member as typed', () => {
  it('goes into the form and comes back as it was, its set included', () => {
    const before = member(1, {
      tieId: id(700),
      step: 4,
      bareNeckMm: 393.7,
      arriveMinutes: 20,
      isTiedBefore: true,
      deal: 'sold',
      note: 'x',
    });
    const { input } = readMemberForm(toMemberForm(before, 'in'), 'in', before);
    expect(input).toMatchObject({
      collar: '16',
      ground: 'shirt',
      tieId: id(700),
      step: 4,
      arriveMinutes: 20,
      isTiedBefore: true,
      deal: 'sold',
      isOwnTie: false,
    });
    expect(input?.bareNeckMm).toBeCloseTo(393.7, 6);
  });
  it('another tie, or another collar, is set anew; a size without a word how it is known was told', () => {
    const before = member(1, { tieId: id(700), step: 4 });
    expect(readMemberForm({ ...toMemberForm(before, 'in'), tieId: id(701) }, 'in', before).input?.step).toBeNull();
    expect(readMemberForm({ ...toMemberForm(before, 'in'), collar: '17' }, 'in', before).input?.step).toBeNull();
    expect(readMemberForm({ ...EMPTY_MEMBER, name: 'A', collar: '17' }, 'in', null).input?.ground).toBe('told');
  });
  it('what cannot be right stands at its field', () => {
    const { errors } = readMemberForm({ ...EMPTY_MEMBER, collar: '4', bareNeck: '2 in', arriveMinutes: '1.5' }, 'in', null);
    expect(Object.keys(errors).sort()).toEqual(['arriveMinutes', 'bareNeck', 'collar', 'name']);
  });
});

describe('what a member enters of themselves', () => {
  const form = { ground: 'shirt', collar: '', neck: '', longEnd: '', whoTies: '' } as const;
  it('is a size or a neck, whichever was chosen', () => {
    expect(readOwnForm({ ...form, collar: '15 1/2', neck: '39 cm' }, 'in').input).toMatchObject({ collar: '15 1/2', bareNeckMm: null });
    expect(readOwnForm({ ...form, ground: 'neck', collar: '15 1/2', neck: '39 cm' }, 'in').input).toMatchObject({
      collar: null,
      bareNeckMm: 390,
    });
  });
  it('nothing, and nonsense, are told at their field', () => {
    expect(readOwnForm(form, 'in').errors.collar).toMatch(/^Write the size on your shirt/);
    expect(readOwnForm({ ...form, ground: 'neck' }, 'in').errors.neck).toMatch(/^Write how much your neck measures/);
    expect(readOwnForm({ ...form, ground: 'neck', neck: '4 cm' }, 'in').errors.neck).toMatch(/Bare neck/);
    expect(readOwnForm({ ...form, collar: '99' }, 'in').errors.collar).toMatch(/99 is not a collar size/);
  });
});

describe('a party’s people', () => {
  it('are worked down round the list, from whoever is open', () => {
    const { lines, ready } = view([member(1, { tieId: id(700), step: 4, card: cardOf(16) }), member(2, { collar: null }), member(3)]);
    expect(ready).toBe(1);
    expect(lines.map(({ missing }) => missing)).toEqual([[], ['collar'], ['tie']]);
    expect([null, id(2), id(3)].map((after) => nextMissing(lines, after)?.member.number)).toEqual([2, 3, 2]);
    expect(nextMissing(lines.slice(0, 1), null)).toBeNull();
  });
  it('a card for another collar, tie or set is no card', () => {
    const has = { tieId: id(700), step: 4 };
    const missing = (change: Partial<PartyMember>) => view([member(1, { ...has, ...change })]).lines[0]?.missing;
    expect(missing({ card: cardOf(16) })).toEqual([]);
    expect(missing({ card: cardOf(15.5) })).toEqual(['card']);
    expect(missing({ card: { ...cardOf(16), step: 3 } })).toEqual(['card']);
  });
  it('a tie of their own that the shop never saw is asked for no more, nor is its card', () => {
    expect(view([member(1, { isOwnTie: true })]).lines[0]?.missing).toEqual([]);
    expect(view([member(1, { isOwnTie: true, tieId: id(700), step: 4 })]).lines[0]?.missing).toEqual(['card']);
  });
  it('a size is in doubt that was only told, or measured, or is another on record, until it is settled', () => {
    const wearer = {
      id: id(5),
      name: 'G',
      collar: { text: '15', system: 'in', label: 15 },
      collarEstimated: false,
      longEnd: 'left',
      version: 1,
    } as never;
    const doubt = (change: Partial<PartyMember>) => view([member(1, change)]).lines[0]?.missing.includes('collarDoubt');
    expect([doubt({}), doubt({ ground: 'told' }), doubt({ wearer }), doubt({ wearer, isCollarSettled: true })]).toEqual([
      false,
      true,
      true,
      false,
    ]);
    const neck = { collar: null, ground: 'neck', bareNeckMm: 393.7 } as const;
    // a neck of 15½ in wears 16
    expect(collarWords(view([member(1, neck)]).lines[0]?.known ?? null)).toMatch(/^≈ 16/);
    expect(doubt(neck)).toBe(true);
  });
  it('handing out is asked for from the day on which ties go out, in the zone of the party', () => {
    const given = member(1, { tieId: id(700), step: 4, card: cardOf(16) });
    const stage = (now: string) => view([given], { zone: 'Pacific/Auckland' }, new Date(now)).stage;
    // the fourth has begun there while it is still the third in Europe
    expect([stage('2031-12-03T10:00:00Z'), stage('2031-12-03T12:00:00Z'), stage('2031-12-06T02:00:00Z')]).toEqual([
      'ahead',
      'soon',
      'over',
    ]);
  });
});

describe('the day', () => {
  it('asks for a helper where somebody is to be tied and there is none', () => {
    expect(dayView(view([member(1), member(2, { whoTies: 'self' })]), WEEKS_BEFORE)).toMatchObject({
      kind: 'noHelper',
      lines: [{ member: { number: 1 } }],
    });
  });
  it('is planned from the hour backwards, and on the day from now', () => {
    const helpers = [{ id: id(1), name: 'Maud', minutesEach: 5, fromMinutes: 60, restAfter: null, restMinutes: 5 }];
    const guests = [member(1), member(2)];
    const begins = (now: string) => {
      const day = dayView(view(guests, { helpers }, new Date(now)), new Date(now));
      return day.kind === 'planned' ? day.turns.map(({ beginsAt }) => beginsAt.slice(11, 16)) : [];
    };
    expect(begins('2031-11-01T00:00:00Z')).toEqual(['19:05', '19:10']);
    expect(begins('2031-12-05T19:20:00Z')).toEqual(['19:20', '19:25']);
    // looked at a year later it is as it was planned
    expect(begins('2032-12-05T19:20:00Z')).toEqual(['19:05', '19:10']);
  });
  it.each([
    ['19:30', '19:10', 20],
    ['19:30', '19:40', -10],
    ['00:30', '23:50', 40],
    ['19:30', '7 pm', null],
    ['19:30', '25:00', null],
  ])('%s less %s is %s minutes', (hour, from, minutes) => {
    expect(minutesBefore(hour, from)).toBe(minutes);
  });
  it('tells a chance as what it is', () => {
    expect([0, 0.42, 1].map(chanceWords)).toEqual(['hardly possible', '42\u202f% likely', 'almost certain']);
  });
  it('a reminder asks for what is missing and for nothing else', () => {
    const shown = view([member(1, { name: 'Ada', collar: null, longEnd: null })]);
    const [line] = shown.lines;
    const text = line ? reminderFor(shown, line, '5 Dec 2031') : '';
    expect(text).toContain('Ada, Supper is 5 Dec 2031. All bow ties have to be tied by 19:30, at the quay.');
    expect(text).toContain('read the size off the collar');
    expect(text).toContain('On which side should the long end start?');
    expect(text).not.toContain('Will you tie your own bow');
  });
});

function cardOf(label: number): NonNullable<PartyMember['card']> {
  return { fittingId: id(800), tieId: id(700), step: 4, collar: { text: String(label), system: 'in', label }, setMm: 842, spreadMm: 118 };
}

it('a day that is typed and no day yet is written as nothing, and has no days that follow from it', () => {
  expect(dayWords('not a day')).toBe('');
  expect(usualDays('not a day')).toEqual({ outFrom: '', backBy: '' });
});
