/** The layer rules of docs/architecture.md. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core imports nothing outside core but small pure libraries',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { pathNot: '^core/|^node_modules/(date-fns|@date-fns/tz|fastest-levenshtein|ical\\.js)/' },
    },
    {
      name: 'contracts-import-core-only',
      severity: 'error',
      from: { path: '^contracts/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(contracts|core)/|^node_modules/(zod|uuid)/' },
    },
    {
      name: 'server-never-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e|bench)/' },
    },
    {
      name: 'server-code-never-demo',
      severity: 'error',
      from: { path: '^server/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^(demo|standins)/' },
    },
    {
      name: 'web-never-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|demo|standins|e2e|bench)/' },
    },
    {
      name: 'nothing-imports-the-edges',
      severity: 'error',
      from: { path: '^(core|contracts|web)/' },
      to: { path: '^(demo|standins|e2e|bench)/' },
    },
    {
      name: 'screens-never-the-application',
      comment:
        'app/ imports the screens; what they share lies beneath them, in state/, api/, outbox/ and ui/',
      severity: 'error',
      // The page of parts is an application of its own.
      from: { path: '^web/', pathNot: '^web/(app|parts)/' },
      to: { path: '^web/app/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-by-its-faces',
      comment: 'outside core, an area is reached through its index.ts',
      severity: 'error',
      from: { pathNot: '^core/' },
      to: { path: '^core/', pathNot: '^core/([^/]+/){1,2}index\\.ts$|^core/.*/testing/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
  },
};
