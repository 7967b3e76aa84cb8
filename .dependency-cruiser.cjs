/** The floors of the core from the ground up: each folder may import those before it and the core's own files. */
const FLOORS = [
  'time',
  'geometry',
  'colour',
  'shapes',
  'brushes',
  'moves',
  'document',
  'retime',
  'text',
  'ink',
  'motion',
  'scene',
  'place',
  'edit',
  'sound',
  'matte',
  'formats',
  'sending',
  'footage',
  'recording',
  'check',
  'prores',
  'receivers',
  'starters',
];

/** A folder that is in no list stands above all floors, and nothing may stand on it. */
const floorRules = FLOORS.map((folder, i) => ({
  name: `core-${folder}-is-above-what-it-imports`,
  severity: 'error',
  from: { path: `^src/core/${folder}/` },
  to: {
    path: '^src/core/[^/]+/',
    pathNot: `^src/core/(${FLOORS.slice(0, i + 1).join('|')})/`,
  },
}));

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
    ...floorRules,
    {
      name: 'core-files-are-the-ground',
      severity: 'error',
      comment: 'What lies loose in the core is under all of its folders.',
      from: { path: '^src/core/[^/]+$' },
      to: { path: '^src/core/[^/]+/' },
    },
    {
      name: 'core-folders-have-a-floor',
      severity: 'error',
      from: { path: `^src/core/(?!(${FLOORS.join('|')})/)[^/]+/` },
      to: { path: '^src/core/' },
    },
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
