// What a fresh clone lacks, installed: packages from the lock file, and for the tests Debian's
// Chromium and the programs that read what goes out.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')

/** How the app is built: its settings are read as TypeScript is, and only what is wrong is said. */
export const BUILD = ['build', '--configLoader', 'runner', '--logLevel', 'warn']

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
  if (result.error) throw result.error
  return result.status ?? 1
}

export function installPackages() {
  const stamp = join(ROOT, 'node_modules', '.package-lock.json')
  const lock = join(ROOT, 'package-lock.json')
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(lock).mtimeMs) return
  console.log('Installing packages …')
  if (run('npm', ['ci', '--no-audit', '--no-fund']) !== 0) process.exit(1)
}

export function chromiumPath() {
  return ['/usr/bin/chromium', '/usr/bin/chromium-browser', process.env.CHROMIUM_PATH].find(
    (path) => path && existsSync(path)
  )
}

/** Debian packages that are missing, installed in one go. */
function installDebian(packages, what) {
  console.log(`Installing ${what} …`)
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n']
  const apt = (...args) => {
    const [command, ...rest] = [
      ...sudo,
      'env',
      'DEBIAN_FRONTEND=noninteractive',
      'apt-get',
      '-qq',
      ...args
    ]
    return run(command, rest, { stdio: ['ignore', 'ignore', 'inherit'] })
  }
  return apt('update') === 0 && apt('install', '-y', '--no-install-recommends', ...packages) === 0
}

/** What the tests need from Debian, by a program of each: poppler looks at printed pages, the others read files as others do. */
const FOR_TESTS = {
  'poppler-utils': 'pdftoppm',
  qpdf: 'qpdf',
  khal: 'khal',
  'libreoffice-calc-nogui': 'soffice'
}
const isHere = (program) =>
  (process.env.PATH ?? '').split(':').some((folder) => existsSync(join(folder, program)))
const missing = () => [
  ...(chromiumPath() ? [] : ['chromium']),
  ...Object.keys(FOR_TESTS).filter((name) => !isHere(FOR_TESTS[name]))
]

/** A browser, and the programs that look at what goes out. */
export function installForTests() {
  const packages = missing()
  if (packages.length === 0) return
  if (!installDebian(packages, packages.join(', ')) || missing().length > 0) {
    console.error(
      `They could not be installed: install Debian's packages ${missing().join(', ')}, or name a Chromium in CHROMIUM_PATH.`
    )
    process.exit(1)
  }
}

export const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
