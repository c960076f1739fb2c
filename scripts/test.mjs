// npm test: installs what is missing, lints, type-checks, builds, and runs core, reference and browser tests.
// The last line counts them all: "N passed, N failed".
import { spawn } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, bin, installForTests, installPackages } from './ready.mjs'

installPackages()
installForTests()
const folder = join(ROOT, '.tmp')
mkdirSync(folder, { recursive: true })
let passed = 0
let failed = 0

/** Runs a command, its output kept back until it ends so that two at a time stay readable. */
function go(name, command, args) {
  return new Promise((resolve) => {
    const began = Date.now()
    const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, FORCE_COLOR: '0' } })
    let output = ''
    child.stdout.on('data', (data) => {
      output += data
    })
    child.stderr.on('data', (data) => {
      output += data
    })
    child.on('close', (code) => {
      console.log(
        `\n── ${name}: ${code === 0 ? 'good' : `failed (${code})`}, ${((Date.now() - began) / 1000).toFixed(1)} s`
      )
      console.log(output.trim())
      resolve(code === 0)
    })
  })
}

async function check(name, command, args) {
  if (await go(name, command, args)) passed++
  else failed++
}

async function suite(name, spec) {
  const report = join(folder, `${name.replace(/\W+/g, '-')}.json`)
  rmSync(report, { force: true })
  const good = await go(name, process.execPath, [
    bin('mocha'),
    '--no-config',
    '--import=tsx',
    '--reporter',
    'tests/support/reporter.cjs',
    '--reporter-option',
    `file=${report}`,
    '--timeout',
    '90000',
    '--exit',
    ...spec
  ])
  try {
    const stats = JSON.parse(readFileSync(report, 'utf8'))
    passed += stats.passes
    failed += stats.failures
    if (stats.passes + stats.failures === 0 || stats.pending > 0) failed++
    else if (!good && stats.failures === 0) failed++
  } catch {
    console.log(`${name}: no report was written`)
    failed++
  }
}

const vue = bin('vue-tsc')
const tsc = bin('tsc')
const SHARED = ['looks.test.ts', 'water.test.ts', 'buildup.test.ts', 'pours.test.ts']
// two lanes, one for each core: whatever looks at the built app waits for the build
const build = check('build', bin('vite'), ['build', '--logLevel', 'warn'])
await Promise.all([
  (async () => {
    await check('lint', bin('eslint'), ['.', '--max-warnings', '0'])
    await check('types of core', tsc, ['-p', 'tsconfig.core.json'])
    await check('types of server, command line and tests', tsc, ['-p', 'tsconfig.node.json'])
    await check('types of the app', vue, ['-p', 'tsconfig.app.json'])
    await suite('reference', ['tests/reference/**/*.test.ts'])
    await build
    await suite(
      'browser: every view, moving water, pours, build-up',
      SHARED.map((file) => `tests/browser/${file}`)
    )
  })(),
  (async () => {
    await build
    await suite('core', ['tests/core/**/*.test.ts'])
    // whole jobs: every file there but those that the other lane runs
    await suite(
      'browser: whole jobs',
      readdirSync(join(ROOT, 'tests/browser'))
        .filter((file) => file.endsWith('.test.ts') && !SHARED.includes(file))
        .map((file) => `tests/browser/${file}`)
    )
  })()
])
rmSync(folder, { recursive: true, force: true })
console.log(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
