import { addOutcomes, closingLine, jestOutcome, playwrightOutcome } from './outcome.mjs';

describe('outcomes', () => {
  it('add up to one closing line', () => {
    expect(
      closingLine(
        addOutcomes([
          { passed: 3, failed: 0 },
          { passed: 4, failed: 2 },
        ]),
      ),
    ).toBe('7 passed, 2 failed');
  });

  it('count a suite that could not run, and a run without tests, as failed', () => {
    expect(jestOutcome({ numPassedTests: 5, numFailedTests: 1, numRuntimeErrorTestSuites: 1, success: false })).toEqual({
      passed: 5,
      failed: 2,
    });
    expect(jestOutcome({ numPassedTests: 0, numFailedTests: 0, numRuntimeErrorTestSuites: 0, success: true })).toEqual({
      passed: 0,
      failed: 1,
    });
    expect(jestOutcome({ numPassedTests: 5, numFailedTests: 0, numRuntimeErrorTestSuites: 0, success: false })).toEqual({
      passed: 5,
      failed: 1,
    });
  });

  it('count a flaky journey as failed', () => {
    expect(playwrightOutcome({ stats: { expected: 4, unexpected: 0, flaky: 1 }, errors: [] })).toEqual({ passed: 4, failed: 1 });
    expect(playwrightOutcome({ stats: { expected: 0, unexpected: 0, flaky: 0 }, errors: [] })).toEqual({ passed: 0, failed: 1 });
  });
});
