// Which room of the core may ask which: arrows go one way. docs/architecture.md draws them.
const FLOORS = {
  words: [],
  physics: ['words'],
  craft: ['physics', 'words'],
  running: ['physics', 'words'],
  build: ['craft', 'physics', 'running', 'words'],
  plan: ['build', 'craft', 'physics', 'running', 'words'],
  judge: ['build', 'craft', 'physics', 'words'],
  explain: ['plan', 'build', 'craft', 'physics', 'running', 'words'],
  bench: ['plan', 'build', 'craft', 'physics', 'running', 'words'],
  exchange: ['explain', 'bench', 'judge', 'plan', 'build', 'craft', 'physics', 'running', 'words']
}

/** The stages of a plan in their order: each asks only those before it. */
const STAGES = [
  '1-ground',
  '2-forms',
  '3-stacks',
  '4-amounts',
  '5-cures',
  '6-steps',
  '7-days',
  '8-findings'
]

const room = (name) => `^core/${name}/`
const rooms = Object.entries(FLOORS).map(([name, below]) => ({
  name: `${name}-asks-only-below`,
  severity: 'error',
  comment: `core/${name} may ask ${below.join(', ') || 'nobody'} and itself.`,
  from: { path: room(name) },
  to: { path: '^core/', pathNot: [name, ...below].map(room) }
}))
const stages = STAGES.slice(0, -1).map((name, i) => ({
  name: `${name}-asks-no-later-stage`,
  severity: 'error',
  comment: 'A stage sees what the stages before it made, never a later one.',
  from: { path: `^core/plan/${name}/` },
  to: { path: `^core/plan/(${[...STAGES.slice(i + 1), 'beside', 'templates'].join('|')})/` }
}))

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'No file needs itself, however long the way round; types count too.',
      from: {},
      to: { circular: true }
    },
    {
      name: 'core-alone',
      severity: 'error',
      comment: 'The core knows no interface, server, command line or test.',
      from: { path: '^core/' },
      to: { path: '^(app|server|cli|tests|scripts|demo)/' }
    },
    {
      name: 'no-node-in-core',
      severity: 'error',
      from: { path: '^core/' },
      to: { dependencyTypes: ['core'] }
    },
    {
      name: 'nothing-missing',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true }
    },
    {
      name: 'no-orphans',
      severity: 'error',
      comment: 'A file that nobody imports and that imports nobody is dead.',
      from: { orphan: true, path: '^(core|app)/', pathNot: '\\.d\\.ts$|^app/offline\\.js$' },
      to: {}
    },
    {
      name: 'physics-shape-is-the-floor',
      severity: 'error',
      comment: 'Shapes know neither stuff nor water.',
      from: { path: '^core/physics/shape/' },
      to: { path: '^core/physics/(stuff|water)/' }
    },
    ...rooms,
    ...stages
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.d.ts', '.vue', '.mjs', '.js', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
      mainFields: ['module', 'main', 'types']
    }
  }
}
