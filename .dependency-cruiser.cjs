/** Imports run one way: core ← contract ← server, web; inside core time ← motion ← spacing ← reading. */
const upward = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: '^web/src/editing/' },
      to: { circular: true, pathNot: '^web/src/(app|editing)/' },
    },
    upward('core-stands-alone', '^core/', '^(contract|server|web)/'),
    upward('contract-knows-core-only', '^contract/', '^(server|web)/'),
    upward('server-never-imports-web', '^server/', '^web/'),
    upward('web-never-imports-server', '^web/', '^server/'),
    {
      name: 'steps-know-no-motion',
      severity: 'error',
      from: { path: '^core/src/steps/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(time|motion|spacing|reading|formats)/' },
    },
    upward('time-comes-first', '^core/src/time/', '^core/src/(motion|spacing|reading)/'),
    upward('motion-before-spacing', '^core/src/motion/', '^core/src/(spacing|reading)/'),
    upward('spacing-before-reading', '^core/src/spacing/', '^core/src/reading/'),
    {
      name: 'features-through-their-index',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/([^/]+)/', pathNot: ['^web/src/features/$1/', '/index\\.ts$'] },
    },
    {
      name: 'core-has-no-io',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.json'],
    },
    doNotFollow: { path: 'node_modules' },
  },
};
