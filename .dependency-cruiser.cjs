/** Who may import whom; see docs/architecture.md. */
const only = (from, ...allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.' },
  to: {
    path: '^(app|src|server|demo|bench)/',
    pathNot: [`^${from}/`, '^src/assets\\.d\\.ts$', ...allowed.map((folder) => `^${folder}/`)],
  },
});

module.exports = {
  forbidden: [
    only('src/core'),
    only('src/paint', 'src/core'),
    only('src/engine', 'src/paint', 'src/core'),
    only('src/offline', 'src/core'),
    only('src/store', 'src/engine', 'src/core'),
    only('src/ui', 'src/core'),
    only('src/screens', 'src/ui', 'src/store', 'src/core'),
    only('app', 'src/screens', 'src/store'),
    only('server', 'src/core'),
    only('demo', 'src/paint', 'src/core'),
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'The core knows no interface, no page and no machine.',
      from: { path: '^src/core/' },
      to: {
        path: 'node_modules/(react|react-native|expo|@expo|mediabunny|comlink|@napi-rs)|^(fs|path|os|child_process|node:)',
      },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: '^(src|app|server)/' },
      to: { circular: true },
    },
    {
      name: 'no-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '\\.ttf$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
