/** Which folder may import which; the picture is in docs/architecture.md. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  comment: `${from} may import ${allowed.join(', ')} only`,
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: '^(src|demo|tests)/',
    pathNot: [from, ...allowed].map((folder) => `^${folder.startsWith('demo') ? '' : 'src/'}${folder}/`),
  },
})

const RECKONERS =
  'geometry|circuit|conductor|supply|protection|switching|pixels|heat|drilling|packing|routing|cutting|termination'

module.exports = {
  forbidden: [
    only('core-alone', 'core', []),
    only('formats', 'formats', ['core']),
    only('server', 'server', ['core', 'formats', 'demo']),
    only('workers', 'workers', ['core']),
    only('ui', 'ui', ['core', 'workers']),
    only('cli', 'cli', ['core', 'formats']),
    {
      name: 'core-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(react|next|sequelize|sqlite3|umzug|@headlessui|recharts)', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'reckoners-know-no-plan',
      severity: 'error',
      comment: 'plain requests in, answers out',
      from: { path: `^src/core/(${RECKONERS})/`, pathNot: '\\.test\\.ts$' },
      to: {
        path: '^src/core/(plan|catalogue|model|figures|judging|laws|findings|procedure|evaluate|patterns)/',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'laws-below-findings',
      severity: 'error',
      comment: 'a law knows what is solved and stated, and neither the other laws’ findings nor what would mend them',
      from: { path: '^src/core/(judging|laws)/' },
      to: { path: '^src/core/(findings|repair|procedure|evaluate|proposals)/' },
    },
    {
      name: 'judging-below-laws',
      severity: 'error',
      from: { path: '^src/core/judging/' },
      to: { path: '^src/core/laws/' },
    },
    {
      name: 'figures-below-findings',
      severity: 'error',
      from: { path: '^src/core/figures/' },
      to: { path: '^src/core/(judging|laws|findings|procedure|evaluate)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next' },
  },
}
