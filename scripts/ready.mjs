// What a fresh clone lacks, installed: packages from the lock file, and for the tests Debian's
// Chromium and poppler.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')

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

const hasPoppler = () =>
  (process.env.PATH ?? '').split(':').some((folder) => existsSync(join(folder, 'pdftoppm')))

/** What the tests need from Debian: a browser, and poppler to look at printed pages. */
export function installForTests() {
  const packages = [
    ...(chromiumPath() ? [] : ['chromium']),
    ...(hasPoppler() ? [] : ['poppler-utils'])
  ]
  if (packages.length === 0) return
  if (!installDebian(packages, packages.join(' and ')) || !chromiumPath() || !hasPoppler()) {
    console.error(
      "They could not be installed: install Debian's packages chromium and poppler-utils, or name a Chromium in CHROMIUM_PATH."
    )
    process.exit(1)
  }
}

export const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
