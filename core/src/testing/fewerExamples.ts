import fc from 'fast-check';

/** Run before tests that mutants are tried against. */
fc.configureGlobal({ numRuns: 25 });
