import type { Reason } from '@easytuck/core';
import { reasonWords } from './reasonWords.ts';

describe('a reason that is smaller than the tape shows', () => {
  it('is not written as nothing', () => {
    const past = {
      speaks: 'against',
      what: 'past',
      bound: { id: 'faceWidth', way: 'longer', nature: 'custom', limitMm: 0, roomMm: -0.2, outerRoomMm: null },
    } as const;
    expect(reasonWords(past, (mm) => `${Math.round(mm)} mm`)).toBe('the bow is wider than the face, by less than the tape shows of band');
  });
});

describe('reasonWords', () => {
  const length = (mm: number): string => `${Math.round(mm)} mm`;
  it.each([
    [{ speaks: 'for', what: 'asCut' }, 'comes out as it was cut'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 0.4 }, 'no adjustment left'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 5 }, 'only 5 mm of adjustment left'],
    [{ speaks: 'against', what: 'offCut', byMm: -9 }, '9 mm narrower than it was cut for'],
    [{ speaks: 'against', what: 'offCut', byMm: 9 }, '9 mm wider than it was cut for'],
    [{ speaks: 'against', what: 'littleRoom', byMm: 1.2 }, 'only 1 mm of adjustment left'],
    [{ speaks: 'for', what: 'easyToLearn' }, 'easy to hold while learning'],
    [{ speaks: 'against', what: 'coarseStep', byMm: 4 }, 'each step moves the bow 4 mm'],
  ] satisfies [Reason, string][])('says %j as %s', (reason, words) => {
    expect(reasonWords(reason, length)).toBe(words);
  });
});
