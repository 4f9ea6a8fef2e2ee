import config from './jest.config.js';

/**
 * The fit's and the balance's own tests, for the mutants. Properties are tried on fewer examples, since each mutant has all of
 * them against it; what only more examples would find counts as not found.
 */
const { projects, ...rest } = config;
export default {
  ...rest,
  ...projects.find(({ displayName }) => displayName === 'core'),
  rootDir: 'core',
  testMatch: ['<rootDir>/.mutants/all.test.ts'],
  setupFiles: ['<rootDir>/src/testing/fewerExamples.ts'],
};
