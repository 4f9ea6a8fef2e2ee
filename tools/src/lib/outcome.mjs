/**
 * What a part of the tests came to.
 * @typedef {{ passed: number, failed: number }} Outcome
 */

/** @param {readonly Outcome[]} outcomes @returns {Outcome} */
export function addOutcomes(outcomes) {
  return outcomes.reduce((sum, { passed, failed }) => ({ passed: sum.passed + passed, failed: sum.failed + failed }), {
    passed: 0,
    failed: 0,
  });
}

/** The line that a run ends with. @param {Outcome} outcome */
export function closingLine({ passed, failed }) {
  return `${passed} passed, ${failed} failed`;
}

/**
 * Reads what Jest wrote with `--json`. A suite that could not run counts as one failure, and so does a run without any test.
 * @param {{ numPassedTests: number, numFailedTests: number, numRuntimeErrorTestSuites: number, success: boolean }} report
 * @returns {Outcome}
 */
export function jestOutcome(report) {
  const failed = report.numFailedTests + report.numRuntimeErrorTestSuites;
  return { passed: report.numPassedTests, failed: failed === 0 && (!report.success || report.numPassedTests === 0) ? 1 : failed };
}

/**
 * Reads what Playwright's JSON reporter wrote. A flaky test counts as failed: it failed once.
 * @param {{ stats: { expected: number, unexpected: number, flaky: number }, errors: readonly unknown[] }} report
 * @returns {Outcome}
 */
export function playwrightOutcome({ stats, errors }) {
  const failed = stats.unexpected + stats.flaky + errors.length;
  return { passed: stats.expected, failed: failed === 0 && stats.expected === 0 ? 1 : failed };
}
