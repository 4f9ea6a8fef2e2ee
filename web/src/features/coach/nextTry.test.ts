import { nextTryTold } from './nextTry.ts';

const tied = (minutes: number) => ({ outcome: 'tied' as const, durationMs: minutes * 60_000 });
const fault = (minutes: number) => ({ outcome: 'fault' as const, durationMs: minutes * 60_000 });

describe('what practice lets expect', () => {
  it('is told of one who can, as ready now', () => {
    const told = nextTryTold([tied(6), tied(5), tied(4), tied(4), tied(3.5), tied(3.5), tied(3), tied(3)]);
    expect(told.next).toBe('The next try: a good bow nearly always, most likely in 2½ to 3½ minutes.');
    expect(told.alone).toBe('A good bow alone within 10 minutes, four times in five: now.');
  });

  it('is told of one who learns, with the tries that it still takes', () => {
    expect(nextTryTold([fault(11), fault(9), tied(9)]).alone).toMatch(/after about \d+ more tries\.$/);
    const one = /after about (\d+) more/.exec(nextTryTold([fault(11), fault(9), tied(9)]).alone)?.[1];
    const many = /after about (\d+) more/.exec(nextTryTold([fault(11), fault(10), fault(9), fault(9)]).alone)?.[1];
    expect(Number(many)).toBeGreaterThan(Number(one));
  });

  it('counts a try that was given up, but not its time', () => {
    const before = [tied(5), tied(5)];
    const gaveUp = { outcome: 'gaveUp' as const, durationMs: 20_000 };
    const after = nextTryTold([...before, gaveUp]).next;
    expect(after).not.toBe(nextTryTold([...before, { ...tied(1 / 3) }]).next);
    expect(after).toContain('in 2½ to 6 minutes');
  });

  it('is told of one with many tries as of any other', () => {
    expect(nextTryTold(Array.from({ length: 75 }, () => tied(3))).alone).toMatch(/: now\.$/);
  });

  it('is not said where it would take more tries than anybody makes', () => {
    expect(nextTryTold(Array.from({ length: 30 }, () => fault(30))).alone).toContain('not to be said yet');
  });
});
