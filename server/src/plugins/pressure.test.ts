import { Pressure, type UnderWay } from './pressure.ts';

/** A server that answers so many requests a second, first come first served, under so many that wait, for some seconds. */
function under(waiting: number, perSecond: number, seconds: number): Pressure {
  let now = 0;
  const pressure = new Pressure(40, () => now);
  const queue: UnderWay[] = [];
  for (let i = 0; i < waiting; i += 1) queue.push(pressure.came());
  for (let i = 0; i < seconds * perSecond; i += 1) {
    now += 1_000 / perSecond;
    const first = queue.shift();
    if (first) pressure.left(first);
    queue.push(pressure.came());
  }
  return pressure;
}

describe('a queue before the server', () => {
  it('is refused once a new request would wait longer than two seconds', () => {
    // Little's law: 200 that wait where 150 are answered in a second wait 1.3 s, where 90 are, 2.2 s
    expect(under(200, 150, 5).isTooMuch()).toBe(false);
    expect(under(200, 90, 5).isTooMuch()).toBe(true);
  });

  it('is refused where quick ones pass those that wait for one another', () => {
    let now = 0;
    const pressure = new Pressure(40, () => now);
    for (let i = 0; i < 60; i += 1) pressure.came();
    // two hundred a second are answered, which alone would be plenty
    for (let i = 0; i < 300; i += 1) {
      now += 5;
      pressure.left(pressure.came());
    }
    expect(pressure.isTooMuch()).toBe(true);
  });

  it('is never refused where few wait, however slow they are: an import may take minutes', () => {
    expect(under(30, 1, 20).isTooMuch()).toBe(false);
  });

  it('is taken on again as soon as it is short', () => {
    let now = 0;
    const pressure = new Pressure(40, () => now);
    const queue = Array.from({ length: 100 }, () => pressure.came());
    for (const request of queue.splice(0, 20)) {
      now += 100;
      pressure.left(request);
    }
    expect(pressure.isTooMuch()).toBe(true);
    for (const request of queue.splice(0, 60)) pressure.left(request);
    expect(pressure.isTooMuch()).toBe(false);
  });

  it('is refused but for the first few where nothing at all is answered for a second', () => {
    let now = 0;
    const pressure = new Pressure(40, () => now);
    for (let i = 0; i < 80; i += 1) pressure.came();
    expect(pressure.isTooMuch()).toBe(false);
    now = 1_500;
    expect(pressure.isTooMuch()).toBe(true);
  });

  it('counts a request once, however often it is said to be over', () => {
    let now = 0;
    const pressure = new Pressure(40, () => now);
    const [first] = Array.from({ length: 41 }, () => pressure.came());
    if (!first) throw new Error('none came');
    pressure.left(first);
    pressure.left(first);
    now = 1_500;
    // forty are left
    expect(pressure.isTooMuch()).toBe(true);
  });
});
