const { CORE, WEB } = require('./scripts/house.cjs');

/** Imports run one way: core ← contract ← server, web; inside core and web by the order of their folders. */
const upward = (name, from, to) => ({ name, severity: 'error', from: { path: from, pathNot: TEST }, to: { path: to } });

/** Tests look at the whole: they stand above every folder. */
const TEST = '\\.test\\.tsx?$';

/** Folders from the ground up: none imports one of its own step or above. */
const inOrder = (name, root, steps) =>
  steps.flatMap((step, i) =>
    step.map((folder) => {
      const above = steps
        .slice(i)
        .flat()
        .filter((other) => other !== folder);
      return upward(`${name}-order-${folder.replace('/', '-')}`, `${root}${folder}/`, `${root}(${above.join('|')})/`);
    }),
  );

const WEB_FOLDERS = [...WEB.flat().filter((folder) => folder !== 'features'), 'features/[^/]+'].join('|');

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    upward('core-stands-alone', '^core/', '^(contract|server|web)/'),
    upward('contract-knows-core-only', '^contract/', '^(server|web)/'),
    upward('server-never-imports-web', '^server/', '^web/'),
    upward('web-never-imports-server', '^web/', '^server/'),
    ...inOrder('core', '^core/src/', CORE),
    upward('editing-is-for-people', '^core/src/(spacing|reading|formats)/', '^core/src/motion/edit/'),
    ...inOrder('web', '^web/src/', WEB),
    upward('services-decide-who-may', '^server/src/.*\\.routes\\.ts$', '^server/src/access/access\\.ts$'),
    upward('routes-call-services', '^server/src/.*\\.routes\\.ts$', '^server/src/.*\\.model\\.ts$'),
    upward('models-know-no-services', '^server/src/.*\\.model\\.ts$', '^server/src/.*\\.(service|routes)\\.ts$'),
    upward('services-know-no-routes', '^server/src/.*\\.service\\.ts$', '^server/src/.*\\.routes\\.ts$'),
    upward('time-page-knows-no-editing', '^web/src/time-page/', '^web/src/editing/'),
    {
      name: 'web-folders-through-their-index',
      severity: 'error',
      from: { path: `^web/src/(${WEB_FOLDERS})/`, pathNot: TEST },
      to: { path: `^web/src/(${WEB_FOLDERS})/`, pathNot: ['^web/src/$1/', '/index\\.ts$'] },
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
