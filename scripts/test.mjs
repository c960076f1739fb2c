// npm test: installs what is missing, lints, checks format, rooms and types, builds, and runs core,
// reference and browser tests. The last line counts them all: "N passed, N failed".
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { BUILD, ROOT, bin, chromiumPath, installForTests, installPackages } from './ready.mjs'

/** `--deep`: the same tests with more runs, more bases, more builds, and by other people's programs. */
const DEEP = process.argv.includes('--deep')
installPackages()
installForTests(DEEP)
const folder = join(ROOT, '.tmp')
rmSync(folder, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
let passed = 0
let failed = 0
const rooms = ['core', 'app', 'cli', 'server', 'scripts', 'tests']

/** Runs a command, its output kept back until it ends so that two at a time stay readable. */
function go(name, command, args, live = false) {
  return new Promise((resolve) => {
    const began = Date.now()
    const child = spawn(command, args, {
      cwd: ROOT,
      env: {
        ...process.env,
        FORCE_COLOR: '0',
        CHROMIUM_PATH: chromiumPath(),
        TALL_SPINDLE_DEEP: DEEP ? '1' : '0'
      },
      stdio: live ? ['ignore', 'inherit', 'inherit'] : ['ignore', 'pipe', 'pipe']
    })
    let output = ''
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (data) => {
        output += data
      })
    child.on('close', (code) => {
      const verdict = code === 0 ? 'good' : `failed (${code})`
      console.log(`\n── ${name}: ${verdict}, ${((Date.now() - began) / 1000).toFixed(1)} s`)
      if (output.trim()) console.log(output.trim())
      resolve(code === 0)
    })
  })
}

async function check(name, command, ...args) {
  if (await go(name, bin(command), args)) passed++
  else failed++
}

/** Test files that take longest, in this order, begin first: so the last to end is a short one. */
const LONG_FIRST = [
  'browser/bases',
  'browser/attacked',
  'browser/round',
  'browser/looks',
  'browser/water',
  'browser/bench',
  'browser/phone',
  'browser/handy',
  'browser/trust',
  'browser/units',
  'browser/job',
  'browser/pours',
  'browser/running',
  'browser/keeping',
  'browser/buildup',
  'browser/journey',
  'browser/meeting',
  'core/tireless',
  'browser/refused',
  'core/attack',
  'core/gelPlan',
  'core/forms',
  'core/running',
  'reference/flow',
  'core/plan',
  'reference/schedule'
]

function testFiles() {
  const all = ['core', 'reference', 'browser'].flatMap((kind) =>
    readdirSync(join(ROOT, 'tests', kind))
      .filter((file) => file.endsWith('.test.ts'))
      .map((file) => `${kind}/${file.replace('.test.ts', '')}`)
  )
  const rank = (file) => (LONG_FIRST.includes(file) ? LONG_FIRST.indexOf(file) : Infinity)
  return all
    .sort((a, b) => rank(a) - rank(b) || a.localeCompare(b))
    .map((file) => `tests/${file}.test.ts`)
}

/** A page with its workers keeps more than a core busy: more files at a time only wait for each other. */
const AT_A_TIME = Math.max(2, availableParallelism())

/** All files in one queue. */
async function suite() {
  const files = testFiles()
  const { bundleTests } = await import('./bundle.mjs')
  await bundleTests(files, '.tmp/tests')
  const bundled = files.map((file) => file.replace('tests/', '.tmp/tests/').replace(/ts$/, 'mjs'))
  const report = join(folder, 'report.json')
  const mocha = [
    '--no-config',
    '--parallel',
    '--jobs',
    String(AT_A_TIME),
    '--timeout',
    DEEP ? '3000000' : '300000'
  ]
  const reporter = ['--reporter', 'tests/support/reporter.cjs', '--reporter-option']
  const maps = ['--enable-source-maps']
  const args = [
    ...maps,
    bin('mocha'),
    ...mocha,
    ...reporter,
    `file=${report}`,
    '--exit',
    ...bundled
  ]
  const good = await go('tests', process.execPath, args, true)
  try {
    const stats = JSON.parse(readFileSync(report, 'utf8'))
    passed += stats.passes
    failed += stats.failures
    if (stats.passes + stats.failures === 0 || stats.pending > 0) failed++
    else if (!good && stats.failures === 0) failed++
  } catch {
    console.log('tests: no report was written')
    failed++
  }
}

// the checks first, two at a time: tests in a browser want the machine to themselves
await Promise.all([
  check('types', 'vue-tsc', '-p', 'tsconfig.json'),
  check('build', 'vite', ...BUILD)
    .then(() => check('lint', 'eslint', '.', '--max-warnings', '0'))
    .then(() => check('rooms', 'depcruise', '--config', '.dependency-cruiser.cjs', ...rooms))
])
// the formatter beside the tests: of these it is the least in their way
await Promise.all([check('format', 'prettier', '--check', '.', '--log-level', 'warn'), suite()])
rmSync(folder, { recursive: true, force: true })
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
