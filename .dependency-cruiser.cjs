/** Who may import whom. The order of the house: words <- core <- contract <- server and web; demo and e2e look in from outside. */
const only = (name, from, ...to) => ({
  name,
  severity: 'error',
  comment: `${name}: may import its own files, packages and ${to.join(', ') || 'nothing else of the house'}`,
  from: { path: `^${from}/` },
  to: {
    path: '^(words|core|contract|server|web|devices|demo|e2e|benchmarks)/',
    pathNot: `^(${[from, ...to].join('|')})/`,
  },
});

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('words', 'words'),
    only('core', 'core', 'words'),
    only('contract', 'contract', 'core'),
    only('devices', 'devices'),
    only('server', 'server', 'words', 'core', 'contract', 'devices'),
    only('web', 'web', 'words', 'core', 'contract'),
    only('demo', 'demo', 'words', 'core', 'contract', 'server', 'devices'),
    only('e2e', 'e2e', 'words', 'core', 'contract', 'server', 'devices'),
    only('benchmarks', 'benchmarks', 'words', 'core', 'contract', 'server', 'devices', 'e2e'),
    {
      name: 'core-says-codes',
      severity: 'error',
      comment: 'core says codes; only its proof, which reads what is said, knows the sentences',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$|^core/src/proof/' },
      to: { path: '^words/(src|en)/', pathNot: '^words/(src/said\\.ts|en/core/[a-z]+\\.json)$' },
    },
    {
      name: 'core-computes',
      severity: 'error',
      comment: 'core knows neither files, network, interface nor database',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'platform-knows-no-stage',
      severity: 'error',
      comment: 'server: the platform serves any stage and knows none, nor what the shop is asked',
      from: { path: '^server/src/platform/' },
      to: { path: '^server/src/', pathNot: '^server/src/platform/' },
    },
    {
      name: 'shop-below-stages',
      severity: 'error',
      comment: 'server: what all stages ask of the shop stands below them',
      from: { path: '^server/src/shop/' },
      to: { path: '^server/src/', pathNot: '^server/src/(platform|shop)/' },
    },
    {
      name: 'server-stages-apart',
      severity: 'error',
      comment:
        'server: no stage imports another; what two of them ask is in shop/, what two of them write in platform/books/',
      from: { path: '^server/src/stages/([^/]+)/' },
      to: { path: '^server/src/(stages|launch|app)', pathNot: '^server/src/stages/$1/' },
    },
    {
      name: 'stages-alike',
      severity: 'error',
      comment:
        'server: a stage has routes.ts, its words in say.ts, commands and queries; each of the two a file, or a folder of subjects',
      from: {
        path: '^server/src/stages/',
        pathNot: '^server/src/stages/[^/]+/((routes|say)\\.ts|(commands|queries)(\\.ts|/[^/]+\\.(ts|mjs)))$',
      },
      to: {},
    },
    {
      name: 'queries-change-nothing',
      severity: 'error',
      comment: 'server: a query calls no command',
      from: { path: '^server/src/stages/([^/]+)/queries' },
      to: { path: '^server/src/stages/[^/]+/(commands|routes)' },
    },
    {
      name: 'stages-apart',
      severity: 'error',
      comment: 'a stage of the interface does not reach into another; what they share is in app/ or parts/',
      from: { path: '^web/src/stages/([^/]+)/' },
      to: { path: '^web/src/stages/', pathNot: '^web/src/stages/$1/' },
    },
    {
      name: 'tests-stay-out',
      severity: 'error',
      from: { pathNot: '\\.test\\.tsx?$|^(server/tests|e2e|benchmarks)/' },
      to: { path: '\\.test\\.tsx?$|^server/tests/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types'] },
  },
};
