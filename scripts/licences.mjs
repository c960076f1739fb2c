// npm run licences: docs/licences.md, every package that ships or serves, by the lock file, with its
// licence. A test sees to it that it is of this day.
import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const root = new URL('..', import.meta.url)
const read = (path) => JSON.parse(readFileSync(new URL(path, root), 'utf8'))

/** A package that names no licence may bring the text of one. */
function byItsText(path) {
  const text = readFileSync(new URL(`${path}/LICENSE`, root), 'utf8')
  return text.startsWith('MIT License') ? 'MIT' : 'not said'
}

/** The list as it should stand. */
export function licences() {
  const { packages } = read('package-lock.json')
  const rows = Object.entries(packages)
    .filter(([path, p]) => path.startsWith('node_modules/') && !p.dev && !p.devOptional)
    .map(([path, p]) => [
      path.replace(/^.*node_modules\//, ''),
      p.version,
      p.license ?? read(`${path}/package.json`).license ?? byItsText(path)
    ])
    .sort(([a], [b]) => (a < b ? -1 : 1))
  const kinds = new Map()
  for (const [, , licence] of rows) kinds.set(licence, (kinds.get(licence) ?? 0) + 1)
  return [
    '# Licences',
    '',
    'Tall Spindle is under the MIT licence. What ships with it or serves it, by the lock file:',
    [...kinds].map(([licence, n]) => `${n} under ${licence}`).join(', ') + '.',
    '',
    '| package | version | licence |',
    '| --- | --- | --- |',
    ...rows.map((row) => `| ${row.join(' | ')} |`),
    ''
  ].join('\n')
}

if (process.argv[1] === fileURLToPath(import.meta.url))
  writeFileSync(new URL('docs/licences.md', root), licences())
