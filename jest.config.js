const project = (displayName, more = {}) => ({
  displayName,
  rootDir: `${displayName}/src`,
  testMatch: ['<rootDir>/**/*.test.{ts,tsx}'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022', transform: { react: { runtime: 'automatic' } } },
        module: { type: 'es6' },
      },
    ],
  },
  ...more,
});

export default {
  // a test that hangs is ended; how long sound ones take depends on the machine
  testTimeout: 180_000,
  // Jest leaves one core idle unasked, which on two cores is half of them
  maxWorkers: '100%',
  projects: [
    project('core'),
    project('contract'),
    project('server'),
    project('devices'),
    project('web'),
    project('tools', { testMatch: ['<rootDir>/**/*.test.mjs'] }),
    // whole machines, which want the computer for themselves
    { ...project('tools', { testMatch: ['<rootDir>/**/*.trial.mjs'], transform: {} }), displayName: 'cluster' },
  ],
};
