/** Mutants of the fit and of the balance: is there a test that notices when a sign, a bound or an order is another? */
export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  jest: { configFile: 'jest.mutants.config.js', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  mutate: [
    'core/src/fit/**/*.ts',
    'core/src/balance/**/*.ts',
    '!core/src/**/*.test.ts',
    '!core/src/**/testing.ts',
    '!core/src/**/index.ts',
  ],
  // sentences of errors only programmers see, and lists that types hold complete
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  reporters: ['clear-text', 'json', 'progress-append-only'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  jsonReporter: { fileName: '.cache/mutants/report.json' },
  tempDirName: '.cache/mutants/sandbox',
  incremental: true,
  incrementalFile: '.cache/mutants/incremental.json',
  ignorePatterns: ['.data', '.cache', 'docs', 'server', 'web', 'e2e', 'devices', 'tools', 'contract', 'test-results'],
  thresholds: { high: 95, low: 90, break: 85 },
  timeoutMS: 20_000,
  // a runner keeps all modules that it ever loaded
  maxTestRunnerReuse: 80,
};
