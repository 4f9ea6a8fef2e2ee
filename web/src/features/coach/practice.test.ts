import { keepResults } from './keptResults.ts';
import { beginPractice, clock, enterStep, type PracticeOf, practisedMs, readPractice, stopPractice } from './practice.ts';

const OF: PracticeOf = {
  wearer: { id: 'w', name: 'Corin' },
  tie: { id: 't', name: 'Harbour Night' },
  fittingId: null,
  way: 'main',
  tiedWith: null,
};

describe('practice', () => {
  it('puts down the time of each step as it is left, and of the last one when it is stopped', () => {
    const begun = beginPractice('try', OF, 'prepare', 1000);
    const led = enterStep(enterStep(begun, 'lead', 4000), 'cross', 9000);
    const stopped = stopPractice(led, 21_000);
    expect(stopped.steps).toEqual([
      { step: 'prepare', ms: 3000 },
      { step: 'lead', ms: 5000 },
      { step: 'cross', ms: 12_000 },
    ]);
    expect(practisedMs(stopped, 99_000)).toBe(20_000);
    expect(stopped.steps.reduce((sum, { ms }) => sum + ms, 0)).toBe(20_000);
    // once it is stopped nothing changes it, and a step that is still shown is not left
    expect(enterStep(stopped, 'lead', 50_000)).toBe(stopped);
    expect(stopPractice(stopped, 50_000)).toBe(stopped);
    expect(enterStep(begun, 'prepare', 2000)).toBe(begun);
  });

  it('shows minutes and seconds', () => {
    expect([0, 999, 61_000, 600_500].map(clock)).toEqual(['0:00', '0:01', '1:01', '10:01']);
  });

  it('is read back as it was kept, or not at all', () => {
    const practice = beginPractice('try', OF, 'lead', 5);
    expect(readPractice(JSON.parse(JSON.stringify(practice)))).toEqual(practice);
    expect([readPractice(null), readPractice(7), readPractice({ startedAt: 'x' })]).toEqual([null, null, null]);
    // one that was begun before it was kept whose it is belongs to nobody
    const { of: _of, ...old } = practice;
    expect(readPractice(old)).toBeNull();
  });
});

describe('the results that are kept', () => {
  it('are the last few, and the one that is shown however old it is', () => {
    const kept = keepResults<number>(2);
    kept.put('shown', 0);
    kept.show('shown');
    for (const [key, result] of [
      ['a', 1],
      ['b', 2],
      ['c', 3],
    ] as const)
      kept.put(key, result);
    expect(['shown', 'a', 'b', 'c'].map(kept.get)).toEqual([0, undefined, 2, 3]);
    kept.show('c');
    kept.put('d', 4);
    expect(['shown', 'b', 'c', 'd'].map(kept.get)).toEqual([undefined, undefined, 3, 4]);
  });
});
