import { jest } from '@jest/globals';
import { SILENT_MS, watchSignsOfLife } from './signsOfLife.mjs';

describe('signs of life', () => {
  let clock = 0;
  beforeEach(() => {
    clock = 1_000_000;
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });
  /** Lets time go by, in steps that the watcher sees. @param {number} ms @param {number} [stepMs] */
  const pass = (ms, stepMs = 500) => {
    for (let gone = 0; gone < ms; gone += stepMs) {
      clock += stepMs;
      jest.advanceTimersByTime(500);
    }
  };

  it('are not waited for before the first, and their end is told once', () => {
    let silent = 0;
    const life = watchSignsOfLife(() => (silent += 1), { now: () => clock });
    pass(60_000);
    expect(silent).toBe(0);
    for (let i = 0; i < 40; i += 1) {
      life.heard();
      pass(500);
    }
    expect(silent).toBe(0);
    pass(SILENT_MS - 1_000);
    expect(silent).toBe(0);
    pass(1_500);
    pass(60_000);
    expect(silent).toBe(1);
  });

  it('are not missed by a watcher that was itself held up', () => {
    let silent = 0;
    const life = watchSignsOfLife(() => (silent += 1), { now: () => clock });
    life.heard();
    pass(500);
    // a closed laptop: an hour goes by in one step
    pass(3_600_000, 3_600_000);
    expect(silent).toBe(0);
    pass(SILENT_MS + 1_000);
    expect(silent).toBe(1);
  });

  it('are no longer watched once that is stopped', () => {
    let silent = 0;
    const life = watchSignsOfLife(() => (silent += 1), { now: () => clock });
    life.heard();
    life.stop();
    pass(60_000);
    expect(silent).toBe(0);
  });
});
