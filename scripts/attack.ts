import { attackApp } from '../tests/attack/app'
import { attackBuilds } from '../tests/attack/builds'
import { attackFiles } from '../tests/attack/files'
import { attackStore } from '../tests/attack/store'
import { tireless } from '../tests/attack/tireless'
import type { Counts } from '../tests/attack/random'

/**
 * npm run attack [-- SEED [SHARE]]: mutated files, wild builds, builds led through every edit, two tabs with full disks and wrong
 * clocks, killed browsers. It reports counts and leaves with 1 where anything was found; the same seed
 * makes the same attack. The tests run some of each (`tests/support/dial.ts`).
 */
const [seed = 1, share = 1] = process.argv.slice(2).map(Number)
const FILES = 100_000
const BUILDS = 2000
/** Lives of twenty edits each, judged after every one: 10,000 take some three hours on one core. */
const LIVES = 10_000
const KILLS = 1000
/** Of a dozen actions each. */
const ROUNDS = 40

const found: string[] = []
function report(title: string, all: Record<string, Counts>, began: number): void {
  const head = ['', 'tried', 'taken', 'refused', 'crashes', 'over 2 s', 'silent', 'worst, ms']
  console.log(`\n${title}, seed ${seed}: ${((Date.now() - began) / 1000).toFixed(0)} s`)
  console.log(head.map((h, i) => (i === 0 ? h.padEnd(22) : h.padStart(10))).join(''))
  for (const [name, c] of Object.entries(all)) {
    const lists = [c.crashes, c.hangs, c.silent]
    const figures = [c.tried, c.taken, c.refused, ...lists.map((l) => l.length)]
    console.log(
      name.padEnd(22) +
        [...figures, Math.round(c.worstMs)].map((n) => String(n).padStart(10)).join('')
    )
    found.push(...lists.flat().map((line) => `${name}: ${line}`))
  }
}
async function part(
  title: string,
  attack: () => Record<string, Counts> | Promise<Record<string, Counts>>
): Promise<void> {
  const began = Date.now()
  report(title, await attack(), began)
}

const of = (whole: number) => Math.max(1, Math.round(whole * share))
await part('Files', () => attackFiles(seed, of(FILES)))
await part('Builds', () => attackBuilds(seed, of(BUILDS)))
await part('The app', () => attackApp(seed, of(ROUNDS)))
await part('The store', () => attackStore(seed, of(KILLS)))
const lives = tireless(seed, of(LIVES))
console.log(
  `\nA builder who never tires, seed ${seed}: ${lives.builds} builds, ${lives.plans} plans judged, slowest ${Math.round(lives.slowestMs)} ms, ${lives.found.length} contradictions`
)
found.push(...lives.found.map((f) => `${f.says}: ${JSON.stringify(f.life)}`))
if (found.length > 0) console.log(`\nFound:\n${found.slice(0, 40).join('\n')}`)
console.log(`\n${found.length} found`)
process.exit(found.length === 0 ? 0 : 1)
