/** Arrows go one way: web → contracts → core and server → contracts → core; demo drives the server's services. */
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(core|contracts|server|web|demo|e2e)/', pathNot: to },
});

module.exports = {
  forbidden: [
    only('core-imports-core', '^core/', '^core/'),
    only('contracts-import-core', '^contracts/', '^(contracts|core)/'),
    only('server-imports-inwards', '^server/', '^(server|contracts|core)/'),
    only('web-imports-inwards', '^web/', '^(web|contracts|core)/'),
    only('demo-imports-inwards', '^demo/', '^(demo|server|contracts|core)/'),
    {
      name: 'drawings-know-no-store',
      severity: 'error',
      from: { path: '^web/drawings/' },
      to: { path: '^web/(state|places|app)/' },
    },
    {
      name: 'sql-only-in-the-store',
      severity: 'error',
      from: { path: '^server/(routes|services|record)/' },
      to: { path: '@electric-sql/pglite|node_modules/pg/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
  },
};
