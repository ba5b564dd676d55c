/** Imports run one way: web, server, cli -> core; inside core: model <- geometry <- capabilities <- formats. */
const capability =
  'shell|capture|display|kit|chains|brief|arrange|wiring|fit|cuts|controls|power|build|verdict|least|made|press|ladder|padbus|trace|games|lag|shutdown|network|heat|sound|lamps|bench|catalogue';
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|server|cli|scripts|e2e)/' },
    },
    {
      name: 'core-has-no-host',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.(test|fixture)\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'model-is-the-floor',
      severity: 'error',
      from: { path: '^core/model/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/model/' },
    },
    {
      name: 'geometry-knows-model-only',
      severity: 'error',
      from: { path: '^core/geometry/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '^core/(model|geometry)/' },
    },
    {
      name: 'doors-only',
      severity: 'error',
      from: { path: `^core/(${capability})/` },
      to: {
        path: `^core/(${capability})/`,
        pathNot: [`^core/$1/`, '/index\\.ts$', '\\.fixture\\.ts$'],
      },
    },
    {
      name: 'doors-from-outside',
      severity: 'error',
      from: { path: '^(web|server|cli)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/', pathNot: '/index\\.ts$' },
    },
    {
      name: 'declared-where-used',
      severity: 'error',
      comment: 'A package that is used is named in the package.json of the workspace that uses it.',
      from: { pathNot: '\\.(test|fixture|bench)\\.ts$' },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
    {
      name: 'web-and-server-apart',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|cli)/' },
    },
    {
      name: 'server-without-web',
      severity: 'error',
      from: { path: '^(server|cli)/' },
      to: { path: '^web/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(web|server)/dist' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
