/** Arrows point one way: web -> words -> contract -> core, server -> words -> contract -> core. No circles. */
const forbid = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to });
module.exports = {
  forbidden: [
    forbid('no-circles', '.', { circular: true }),
    forbid('core-stands-alone', '^core/src', { path: '^(contract|words|server|web|e2e|bench|tools)/' }),
    forbid('core-is-pure', '^core/src', { dependencyTypes: ['core'] }),
    forbid('core-few-packages', '^core/src', {
      path: 'node_modules/',
      pathNot: 'node_modules/(damerau-levenshtein|quickselect|pure-rand|jstat)',
    }),
    forbid('contract-on-core', '^contract/src', { path: '^(words|server|web)/' }),
    forbid('words-on-contract', '^words/src', { path: '^(server|web)/' }),
    forbid('words-few-packages', '^words/src', {
      path: 'node_modules/',
      pathNot: 'node_modules/@messageformat/',
    }),
    forbid('contract-few-packages', '^contract/src', {
      path: 'node_modules/',
      pathNot: 'node_modules/(joi|ical.js)',
    }),
    forbid('server-not-web', '^server/src', { path: '^web/' }),
    forbid('web-not-server', '^web/src', { path: '^server/' }),
    forbid('web-without-validators', '^web/src', {
      path: 'contract/src/(schemas|routes)|node_modules/joi',
    }),
    forbid('index-without-validators', '^contract/src/index\\.ts$', {
      path: '^contract/src/(?!(people|problems|limits|stages|revision|library-fields)\\.ts$)',
      dependencyTypesNot: ['type-only'],
    }),
    forbid('queries-stay-in-queries', '^server/src/.*/routes\\.ts$', {
      path: '^server/src/.*/queries\\.ts$',
      pathNot: '^server/src/(vehicles|parts|connectors)/',
    }),
    // What is staged for an import is weighed by the database itself, a million lines at a time.
    forbid(
      'only-queries-touch-the-database',
      '^server/src/(?!db/)(?!.*queries\\.ts$)(?!tables/staging\\.ts$)',
      {
        path: 'node_modules/drizzle-orm',
      },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'] },
  },
};
