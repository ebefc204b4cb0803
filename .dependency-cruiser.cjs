/** Arrows go one way: web → contracts → core and server → contracts → core; demo drives the server's services. */
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(core|contracts|server|web|demo|e2e)/', pathNot: to },
});

/**
 * Within core each folder imports only what stands before it here; types count. The trade's arithmetic knows nothing of
 * readings, and among its own folders those below know nothing of those above.
 */
const CORE = [
  'units',
  'engine',
  'parts',
  'tightening',
  'wheel',
  'cam',
  'valvetrain',
  'judge',
  'plan',
  'derive',
  'sheet',
  'record',
  'drawing',
];
/** An engine that knows the answer is written from geometry alone: it must not know the formulas that it is held against. */
const BENCH = only('core-bench-knows-no-formula', '^core/bench/', '^core/(bench|units|engine)/|^core/[^/]+$');
const downwards = CORE.map((folder, index) =>
  only(
    `core-${folder}-imports-downwards`,
    `^core/${folder}/`,
    `^core/([^/]+$|(${CORE.slice(0, index + 1).join('|')})/)`,
  ),
);

module.exports = {
  forbidden: [
    ...downwards,
    BENCH,
    only('core-has-its-folders', `^core/(?!(${[...CORE, 'bench'].join('|')})/)[^/]+/`, '^$'),
    only('core-imports-core', '^core/', '^core/'),
    only('contracts-import-core', '^contracts/', '^(contracts|core)/'),
    only('server-imports-inwards', '^server/', '^(server|contracts|core)/'),
    only('web-imports-inwards', '^web/', '^(web|contracts|core)/'),
    only('demo-imports-inwards', '^demo/', '^(demo|server|contracts|core)/'),
    {
      name: 'drawings-know-no-store',
      severity: 'error',
      from: { path: '^web/drawings/' },
      to: { path: '^web/(state|places|app|measuring)/' },
    },
    {
      name: 'sql-only-in-the-store',
      severity: 'error',
      from: { path: '^server/(routes|services|record)/' },
      to: { path: '@electric-sql/pglite|node_modules/pg/' },
    },
    {
      // A screen that is loaded when it is entered may know the list that it stands in.
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['dynamic-import'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
  },
};
