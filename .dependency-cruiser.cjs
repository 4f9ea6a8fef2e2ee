/** The arrows between workspaces point one way: core ← contract ← server and web; e2e and tools stand outside. */
const only = (from, ...allowed) => ({
  name: `${from}-uses-only-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/src` },
  to: { path: '^(core|contract|server|devices|web|e2e|tools)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
});

module.exports = {
  forbidden: [
    only('core'),
    only('contract', 'core'),
    only('server', 'contract', 'core'),
    only('devices'),
    only('web', 'contract', 'core'),
    {
      name: 'core-is-pure',
      comment:
        'The computation knows neither an interface nor a machine: it imports no package and nothing of Node. Its tests, and what they share, may.',
      severity: 'error',
      from: { path: '^core/src', pathNot: '([.]test[.]ts|/testing[.]ts|/testing/(index|fewerExamples)[.]ts)$' },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev', 'npm-peer', 'npm-optional', 'npm-no-pkg', 'unknown'] },
    },
    {
      name: 'columns-stay-in-repositories',
      severity: 'error',
      from: { path: '^server/src/modules', pathNot: '([rR]epository|service|[.]test)[.]ts$' },
      to: { path: 'node_modules/sequelize' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
