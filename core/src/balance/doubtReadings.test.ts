import { doubtReadings, wholeReading } from './index.ts';

import { workedTie } from '../testing/index.ts';

describe('doubtReadings', () => {
  const doubt = (front: readonly [number | null, number | null], back: readonly [number | null, number | null]) =>
    doubtReadings(workedTie(), 412.75, 842.3, 38.05, {
      frontLoopMm: front[0],
      frontFlatEndMm: front[1],
      backLoopMm: back[0],
      backFlatEndMm: back[1],
    });

  it('has nothing against the worked tie, a crooked bow of the same cloth, or one that is not drawn up', () => {
    expect(doubt([62, 62], [62, 62])).toEqual([]);
    expect(doubt([68, 50], [55, 76])).toEqual([]);
    expect(doubt([52, 52], [48, 50])).toEqual([]);
    expect(doubt([62, null], [null, null])).toEqual([]);
  });

  it('doubts a loop inside the knot, cloth that is not there, and cloth that no knot could hide', () => {
    // the knot is 19.5 mm high; each bow has 186 mm of cloth
    expect(doubt([15, 15], [15, 15]).map(({ kind, bow: of }) => [kind, of])).toEqual([
      ['loopInKnot', 'front'],
      ['loopInKnot', 'back'],
    ]);
    expect(doubt([80, 80], [62, 62])).toEqual([{ kind: 'tooMuchCloth', bow: 'front', byMm: expect.closeTo(54, 1) as number }]);
    expect(doubt([62, 62], [30, 40])).toEqual([{ kind: 'tooLittleCloth', bow: 'back', byMm: expect.closeTo(-86, 1) as number }]);
    expect(doubt([15, null], [null, null]).map(({ kind }) => kind)).toEqual(['loopInKnot']);
  });

  it('is whole with four readings only', () => {
    const four = { frontLoopMm: 62, frontFlatEndMm: 61, backLoopMm: 60, backFlatEndMm: 63 };
    expect(wholeReading(four)).toEqual(four);
    expect(wholeReading({ ...four, backLoopMm: null })).toBeNull();
  });
});

describe('readings at their edges', () => {
  const read = { frontLoopMm: 62, frontFlatEndMm: 62, backLoopMm: 62, backFlatEndMm: 62 };
  const of = (more: Partial<Record<keyof typeof read, number | null>>) =>
    doubtReadings(workedTie(), 412.75, 842.3, 38.05, { ...read, ...more }).map(({ kind }) => kind);

  it.each(['frontLoopMm', 'frontFlatEndMm', 'backLoopMm', 'backFlatEndMm'] as const)(
    'are not whole without %s, and not doubted for it',
    (half) => {
      expect(wholeReading({ ...read, [half]: null })).toBeNull();
      expect(of({ [half]: null })).toEqual([]);
    },
  );

  it('are doubted past their edge, not on it', () => {
    // the knot is 19.5 mm high; a half of it and the rest of the cloth in the flat end
    expect(of({ frontLoopMm: 19.5, frontFlatEndMm: 147 })).toEqual([]);
    expect(of({ frontLoopMm: 19.4, frontFlatEndMm: 147 })).toEqual(['loopInKnot']);
    // 186 mm of cloth are there: 30 more, and 70 less, are planned for
    expect(of({ backFlatEndMm: 62 + 29.9 })).toEqual([]);
    expect(of({ backFlatEndMm: 62 + 30.1 })).toEqual(['tooMuchCloth']);
    expect(of({ backLoopMm: 30, backFlatEndMm: 56.1 })).toEqual([]);
    expect(of({ backLoopMm: 30, backFlatEndMm: 55.9 })).toEqual(['tooLittleCloth']);
  });
});
