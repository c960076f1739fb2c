// What a fresh clone lacks, installed: packages from the lock file, for the tests Debian's Chromium,
// and for the deep run the programs that read what goes out.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { delimiter, dirname, join } from 'node:path'
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

/** Where a Chromium, Chrome or Edge mostly lies, on Debian, other Linux, macOS and Windows. */
const BROWSERS = [
  process.env.CHROMIUM_PATH,
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/usr/bin/microsoft-edge',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
  '/Applications/Microsoft Edge.app/Contents/MacOS/Microsoft Edge',
  ...[process.env.PROGRAMFILES, process.env['PROGRAMFILES(X86)'], process.env.LOCALAPPDATA]
    .filter((folder) => folder)
    .flatMap((folder) => [
      `${folder}\\Chromium\\Application\\chrome.exe`,
      `${folder}\\Google\\Chrome\\Application\\chrome.exe`,
      `${folder}\\Microsoft\\Edge\\Application\\msedge.exe`
    ])
]

export function chromiumPath() {
  return BROWSERS.find((path) => path && existsSync(path))
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

/** Programs that read what goes out as others do, by their Debian packages: the deep run asks them. */
const READERS = {
  'poppler-utils': 'pdftoppm',
  qpdf: 'qpdf',
  khal: 'khal',
  'libreoffice-calc-nogui': 'soffice'
}
const isHere = (program) =>
  (process.env.PATH ?? '').split(delimiter).some((folder) => existsSync(join(folder, program)))

/** A browser; for the deep run also the programs that read what goes out, as far as they can be had. */
export function installForTests(deep = false) {
  if (!chromiumPath() && !(installDebian(['chromium'], 'chromium') && chromiumPath())) {
    console.error(
      'The tests need a browser: install Chromium, Chrome or Edge, or name one in CHROMIUM_PATH.'
    )
    process.exit(1)
  }
  const readers = Object.keys(READERS).filter((name) => !isHere(READERS[name]))
  if (deep && readers.length > 0 && !installDebian(readers, readers.join(', ')))
    console.log(`Not to be had, and not asked: ${readers.join(', ')}`)
}

export const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
