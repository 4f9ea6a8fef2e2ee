import { Pressure } from './pressure.ts';

/** A server that answers so many requests a second, under so many that wait, for some seconds. */
function under(waiting: number, perSecond: number, seconds: number): Pressure {
  let now = 0;
  const pressure = new Pressure(() => now);
  for (let i = 0; i < waiting; i += 1) pressure.came();
  for (let i = 0; i < seconds * perSecond; i += 1) {
    now += 1_000 / perSecond;
    pressure.left();
    pressure.came();
  }
  return pressure;
}

describe('a queue before the server', () => {
  it('is refused once a new request would wait longer than two seconds', () => {
    // Little's law: 200 that wait where 150 are answered in a second wait 1.3 s, where 90 are, 2.2 s
    expect(under(200, 150, 5).isTooMuch()).toBe(false);
    expect(under(200, 90, 5).isTooMuch()).toBe(true);
  });

  it('is never refused where few wait, however slow they are: an import may take minutes', () => {
    expect(under(30, 1, 20).isTooMuch()).toBe(false);
  });

  it('is taken on again as soon as it is short', () => {
    let now = 0;
    const pressure = new Pressure(() => now);
    for (let i = 0; i < 100; i += 1) pressure.came();
    for (let i = 0; i < 20; i += 1) {
      now += 100;
      pressure.left();
    }
    expect(pressure.isTooMuch()).toBe(true);
    for (let i = 0; i < 60; i += 1) pressure.left();
    expect(pressure.isTooMuch()).toBe(false);
  });

  it('says nothing of a server that answers nothing at all for a second: then all that come are refused but the first few', () => {
    let now = 0;
    const pressure = new Pressure(() => now);
    for (let i = 0; i < 80; i += 1) pressure.came();
    expect(pressure.isTooMuch()).toBe(false);
    now = 1_500;
    expect(pressure.isTooMuch()).toBe(true);
  });
});
