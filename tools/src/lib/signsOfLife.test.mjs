import { jest } from '@jest/globals';
import { spawn } from 'node:child_process';
import { SILENT_MS, waitedForTurnMs, watchSignsOfLife } from './signsOfLife.mjs';

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

  it('are not missed while the process had no turn on a busy machine', () => {
    let [silent, waited] = [0, 0];
    const life = watchSignsOfLife(() => (silent += 1), { now: () => clock, waitedMs: () => waited });
    life.heard();
    // it has a fifth of the time that it wants
    for (let i = 0; i < 40; i += 1) {
      pass(500);
      waited += 400;
    }
    expect(silent).toBe(0);
    // and then all that it wants, and is silent
    pass(2_000);
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

describe('waiting for a turn', () => {
  it('is counted where more want to work than there are processors, and is nothing for a process that is gone', async () => {
    const busy = Array.from({ length: 8 }, () => spawn(process.execPath, ['-e', 'for (;;);']));
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    const waited = busy.map(({ pid }) => waitedForTurnMs(Number(pid)));
    const ended = busy.map((each) => new Promise((resolve) => each.once('exit', resolve)));
    busy.forEach((each) => each.kill('SIGKILL'));
    await Promise.all(ended);
    expect(Math.max(...waited)).toBeGreaterThan(100);
    expect(waitedForTurnMs(Number(busy[0]?.pid))).toBe(0);
  });
});
