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
