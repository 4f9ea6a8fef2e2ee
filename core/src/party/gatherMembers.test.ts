import { gatherMembers, prospectOf, type MemberOfTheDay } from './gatherMembers.ts';
import { MISSING, whatIsMissing, type MemberFacts } from './missing.ts';

const good = (minutes: number) => ({ minutes, isGood: true });
const member = (change: Partial<MemberOfTheDay> = {}): MemberOfTheDay => ({
  ...{ id: 'm', tries: [], whoTies: 'ask', isSure: false, arrives: -60, moreMinutes: 0, isDone: false, isTiedBefore: false },
  ...change,
});

describe('who ties', () => {
  it('is left to practice: many good quick tries tie alone, none or bad ones are helped', () => {
    expect(prospectOf(member()).tiesOwn).toBe(false);
    expect(prospectOf(member({ tries: Array.from({ length: 12 }, () => good(4)) })).tiesOwn).toBe(true);
    expect(prospectOf(member({ tries: Array.from({ length: 12 }, () => ({ minutes: 4, isGood: false })) })).tiesOwn).toBe(false);
    // who cannot be in time is helped, however good the bow
    expect(prospectOf(member({ tries: Array.from({ length: 12 }, () => good(40)) })).tiesOwn).toBe(false);
  });
  it('whoever ties with ease is not doubted for one bad try, and is quicker than a beginner', () => {
    const bad = { minutes: null, isGood: false };
    const [sure, beginner] = [prospectOf(member({ isSure: true, tries: [bad] })), prospectOf(member({ tries: [bad] }))];
    expect([sure.tiesOwn, beginner.tiesOwn]).toEqual([true, false]);
    expect(sure.forecast.minutes.middle).toBeLessThan(beginner.forecast.minutes.middle);
  });
  it('is as it was said, where it was said', () => {
    expect(prospectOf(member({ whoTies: 'self' })).tiesOwn).toBe(true);
    expect(prospectOf(member({ whoTies: 'helper', tries: Array.from({ length: 12 }, () => good(4)) })).tiesOwn).toBe(false);
  });
});

describe('gathering members for the day', () => {
  it('leaves out whose bow sits, and begins nothing before now', () => {
    const helper = { id: 'h', minutes: 4, sdMinutes: 1, from: -90, rest: null };
    const found = gatherMembers(
      [member({ id: 'a' }), member({ id: 'b', isDone: true }), member({ id: 'c', arrives: -10 })],
      [helper],
      10,
      -30,
    );
    expect(found.guests.map(({ id, arrives }) => [id, arrives])).toEqual([
      ['a', -30],
      ['c', -10],
    ]);
    expect(found.helpers[0]?.from).toBe(-30);
    expect(gatherMembers([member()], [helper], 10, null).helpers[0]?.from).toBe(-90);
  });
  it('a bow tied before is fastened by its wearer, in a minute or two, and never fails', () => {
    const [guest] = gatherMembers([member({ isTiedBefore: true })], [], 0, null).guests;
    expect(guest?.ties).toMatchObject({ minutes: 1.5, good: 1 });
  });
  it('whoever ties alone takes what the forecast says on the average', () => {
    const [guest] = gatherMembers([member({ tries: Array.from({ length: 20 }, () => good(5)) })], [], 0, null).guests;
    if (!guest || guest.ties === 'helper') throw new Error('ties alone');
    expect(guest.ties.minutes).toBeGreaterThan(3.5);
    expect(guest.ties.minutes).toBeLessThan(6);
    expect(guest.ties.sdMinutes).toBeGreaterThan(0.2);
  });
});

describe('what is missing', () => {
  const facts: MemberFacts = {
    ...{ hasCollar: true, isCollarInDoubt: false, hasLongEnd: true, tiesOwn: true, hasTie: true, isTieGone: false, hasCard: true },
    ...{ place: 'here', isOwnTie: false, isSold: false, needsPractice: false },
  };
  it('is nothing where all is known and issued', () => {
    expect(whatIsMissing(facts, 'ahead')).toEqual([]);
  });
  it('is told in the order of the work', () => {
    const none = { ...facts, hasCollar: false, hasLongEnd: false, tiesOwn: null, hasTie: false, hasCard: false };
    expect(whatIsMissing(none, 'ahead')).toEqual(['collar', 'longEnd', 'canTie']);
    expect(whatIsMissing({ ...none, hasCollar: true }, 'ahead')).toEqual(['longEnd', 'canTie', 'tie']);
    expect(whatIsMissing({ ...facts, hasCard: false }, 'ahead')).toEqual(['card']);
  });
  it('ties are handed out on the eve and asked back after; a tie of their own, or sold, is neither', () => {
    expect(whatIsMissing(facts, 'soon')).toEqual(['handOut']);
    expect(whatIsMissing({ ...facts, isOwnTie: true }, 'soon')).toEqual([]);
    expect(whatIsMissing({ ...facts, place: 'out' }, 'over')).toEqual(['notBack']);
    expect(whatIsMissing({ ...facts, place: 'out', isSold: true }, 'over')).toEqual([]);
    expect(whatIsMissing({ ...facts, place: 'back' }, 'over')).toEqual([]);
    // when it is over nobody needs a collar any more
    expect(whatIsMissing({ ...facts, hasCollar: false, place: 'out' }, 'over')).toEqual(['notBack']);
  });
  it('each of them can come up', () => {
    const found = new Set(
      (['ahead', 'soon', 'over'] as const).flatMap((stage) => [
        ...whatIsMissing({ ...facts, hasCollar: false, hasLongEnd: false, tiesOwn: null }, stage),
        ...whatIsMissing({ ...facts, isCollarInDoubt: true, hasTie: false, needsPractice: true }, stage),
        ...whatIsMissing({ ...facts, isTieGone: true, hasCard: false }, stage),
        ...whatIsMissing(facts, stage),
        ...whatIsMissing({ ...facts, place: 'out' }, stage),
      ]),
    );
    expect([...found].sort()).toEqual([...MISSING].sort());
  });
});
