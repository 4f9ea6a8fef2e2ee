import { Line, PLACES, type InLine } from './line.ts';

/** A line on a clock of its own, and what became of each that came, by its number. */
function aLine() {
  let now = 0;
  const line = new Line(() => now);
  const [begun, refused, came] = [[] as number[], [] as number[], [] as InLine[]];
  return {
    ...{ line, begun, refused },
    come: (count: number): void => {
      for (let i = 0; i < count; i += 1) {
        const number = came.length;
        came.push(
          line.enter(
            () => begun.push(number),
            () => refused.push(number),
          ),
        );
        line.look();
      }
    },
    leave: (number: number): void => {
      const request = came[number];
      if (!request) throw new Error(`nobody came as number ${number}`);
      line.leave(request);
    },
    pass: (ms: number): void => {
      now += ms;
      line.look();
    },
  };
}

const upTo = (count: number): number[] => Array.from({ length: count }, (_, i) => i);

describe('the line before the server', () => {
  it('lets some begin at once, the others in the order in which they came, as places come free', () => {
    const { come, begun, leave } = aLine();
    come(PLACES + 4);
    expect(begun).toEqual(upTo(PLACES));
    leave(7);
    leave(2);
    expect(begun).toEqual(upTo(PLACES + 2));
  });

  it('gives the place of whoever takes longer than a second to the next: an import may take minutes', () => {
    const { come, begun, pass, refused } = aLine();
    come(2 * PLACES);
    pass(999);
    expect(begun).toEqual(upTo(PLACES));
    pass(1);
    expect(begun).toEqual(upTo(2 * PLACES));
    pass(60_000);
    expect(refused).toEqual([]);
  });

  it('refuses after two seconds whoever has not begun, and nobody who has', () => {
    const { come, begun, pass, refused } = aLine();
    come(60);
    pass(1_000);
    pass(1_000);
    expect(begun).toEqual(upTo(2 * PLACES));
    expect(refused).toEqual(upTo(60).slice(2 * PLACES));
  });

  it('is too long for who comes now once a new request would wait longer than two seconds', () => {
    // Little's law: 150 in line where 80 are answered in a second wait 1.9 s, where 70 are, 2.1 s
    for (const [perSecond, isTooLong] of [
      [80, false],
      [70, true],
    ] as const) {
      const { come, leave, pass, line } = aLine();
      come(150 + PLACES);
      for (let i = 0; i < perSecond; i += 1) {
        pass(1_000 / perSecond);
        leave(i);
        come(1);
      }
      pass(1);
      expect([perSecond, line.isTooLong()]).toEqual([perSecond, isTooLong]);
    }
  });

  it('is never too long while it is short, however few are answered', () => {
    const { come, pass, line, leave } = aLine();
    come(3 * PLACES - 1);
    pass(990);
    leave(0);
    pass(5);
    come(1);
    pass(5);
    expect(line.isTooLong()).toBe(false);
  });

  it('forgets who left it, counts a request once, however often it is said to be over', () => {
    const { come, begun, leave } = aLine();
    come(PLACES + 3);
    leave(PLACES + 1);
    leave(0);
    leave(0);
    expect(begun).toEqual(upTo(PLACES + 1));
    leave(1);
    expect(begun).toEqual([...upTo(PLACES + 1), PLACES + 2]);
  });
});
