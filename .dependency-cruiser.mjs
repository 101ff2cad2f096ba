/** The layers: an import goes down this list, never up. */
const LAYERS = ['app', 'ui', 'workers', 'server', 'store', 'workshop', 'core'];

const upward = LAYERS.flatMap((layer, i) =>
  i === 0
    ? []
    : [
        {
          name: `${layer}-imports-nothing-above-it`,
          severity: 'error',
          from: { path: `^src/${layer}/`, pathNot: '\\.test\\.tsx?$' },
          to: { path: `^(src/(${LAYERS.slice(0, i).join('|')})/|demo/|e2e/|bench/|scripts/)` },
        },
      ],
);

export default {
  forbidden: [
    ...upward,
    {
      name: 'core-is-pure',
      comment: 'No interface, no framework, no database, no node: the core computes.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^(node:|react|next|node_modules/(react|react-dom|next|next-intl|@mantine|@electric-sql|@tiptap))',
        pathNot: 'date-fns',
      },
    },
    {
      name: 'core-uses-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'pages-never-touch-the-store',
      comment: 'A page or handler asks the server, which decides who may.',
      severity: 'error',
      from: { path: '^src/app/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/store/' },
    },
    {
      name: 'reading-does-nothing',
      severity: 'error',
      from: { path: '^src/server/reading/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/server/(doing|live)/' },
    },
    {
      name: 'doing-needs-nothing-that-goes-on',
      comment: 'What changes something is a transaction, and what hears of it is told by the database.',
      severity: 'error',
      from: { path: '^src/server/doing/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/server/live/' },
    },
    {
      name: 'answering-requests-knows-no-use-case',
      severity: 'error',
      from: { path: '^src/server/http/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/server/(doing|reading|live)/' },
    },
    {
      name: 'application-never-imports-its-demo-or-tests',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/testing/|\\.test\\.tsx?$' },
      to: { path: '^(demo|e2e|bench|scripts)/|\\.test\\.tsx?$' },
    },
    {
      name: 'the-workshop-knows-the-core-alone',
      comment: 'What reads what people send has no database, no sessions and no keys within reach.',
      severity: 'error',
      from: { path: '^src/workshop/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/(?!workshop/|core/)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    parser: 'swc',
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next/' },
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default'],
    },
  },
};
