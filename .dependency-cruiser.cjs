/** Folders of the core on whose floors these stand: they may import nothing of what is above them. */
const below = (from, ...above) => ({
  name: `core-${from}-is-below-${above[0]}`,
  severity: 'error',
  from: { path: `^src/core/${from}/` },
  to: { path: `^src/core/(${above.join('|')})/` },
});

const ABOVE_SCENE = [
  'edit',
  'sound',
  'formats',
  'matte',
  'footage',
  'recording',
  'check',
  'receivers',
  'starters',
];

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
    below('time', '(?!time)[^/]+'),
    below('geometry', '(?!geometry|time)[^/]+'),
    below('document', 'scene', ...ABOVE_SCENE),
    below('motion', 'scene', ...ABOVE_SCENE),
    below('retime', 'motion', 'scene', ...ABOVE_SCENE),
    below('text', 'scene', ...ABOVE_SCENE),
    below('scene', ...ABOVE_SCENE),
    below('edit', ...ABOVE_SCENE.filter((folder) => folder !== 'edit')),
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
