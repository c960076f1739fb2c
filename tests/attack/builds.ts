import fc from 'fast-check'
import { clampToSchema } from '../../core/build/file/clampToSchema'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { CARE } from '../../core/craft/ways/types'
import type { Build } from '../../core/build/types'
import { FREE, WATERS_NAMED } from '../../core/build/newBuild'
import { newFrom } from '../../core/exchange/newFile'
import { finished, planner } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { wild } from '../support/wild'
import { chance, noCounts, tried, type Chance, type Counts } from './random'

const NOW = { start: '2026-11-24T18:00', zone: 'Europe/Lisbon' }
const GORGE = demo('3-slalom-in-the-hollin-gorge')
const MOLE = demo('2-mole-at-varnsey')
const WEIR = demo()

type Path = (string | number)[]
/** Every number and word of a build that a builder can change, by its path. */
function places(node: unknown, path: Path = []): Path[] {
  if (typeof node !== 'object' || node === null) return [path]
  return Object.entries(node).flatMap(([key, value]) =>
    places(value, [...path, Array.isArray(node) ? Number(key) : key])
  )
}
const FIXED = ['format', 'version', 'id', 'kind', 'zone']

/** A start: one of the demos, or what *New build* makes of any choices. */
function start(by: Chance): Build {
  if (by.below(3) === 0) return by.pick([GORGE, MOLE, WEIR])
  return newFrom(
    {
      name: 'Wild',
      scale: by.pick(['1:12', '1:48', 'OO', 'N', '1:350', '1:1', '1:5000']),
      widthMm: by.pick([10, 60, 300, 420, 1200, 10_000]),
      depthMm: by.pick([10, 80, 200, 260, 900, 10_000]),
      waters: by.pick(Object.keys(WATERS_NAMED)),
      free: by.pick(Object.keys(FREE)),
      care: by.pick(CARE)
    },
    NOW
  )
}

/** A number near what it was, or far from it; a word that stands elsewhere in such a place. */
function changed(value: unknown, by: Chance): unknown {
  if (typeof value === 'number')
    return by.pick([
      value * by.next() * 3,
      value + by.below(21) - 10,
      -value,
      0,
      1e4 * by.next(),
      Math.round(value) + 1
    ])
  if (typeof value === 'boolean') return !value
  if (value === null) return by.pick([0, 1, 10, 100])
  return by.pick(['', 'x', '2027-02-28T23:59', '2026-11-24', '1:1', String(value).slice(1)])
}

function withChange(build: Build, by: Chance): Build {
  const path = by.pick(places(build))
  if (FIXED.includes(String(path.at(-1)))) return build
  const copy = structuredClone(build)
  let node = copy as unknown as Record<string | number, unknown>
  for (const key of path.slice(0, -1)) node = node[key] as typeof node
  node[path.at(-1)!] = changed(node[path.at(-1)!], by)
  return copy
}

/** Places of a plan where a number is none. */
function nowhere(node: unknown, path: string, seen: Set<object>): string[] {
  if (typeof node === 'number') return Number.isNaN(node) ? [path] : []
  if (typeof node !== 'object' || node === null || seen.has(node)) return []
  // maps of numbers may have cells where nothing is
  if (ArrayBuffer.isView(node)) return []
  seen.add(node)
  return Object.entries(node).flatMap(([key, value]) => nowhere(value, `${path}.${key}`, seen))
}

/** The build of a number of an attack, brought inside what a file may hold; null: there is none such. */
export function wildBuild(seed: number, k: number): Build | null {
  // each has chance of its own: one that shows something is made again without those before it
  const by = chance(seed * 1_000_003 + k)
  let build = start(by)
  for (let n = by.below(8); n > 0; n--) build = withChange(build, by)
  if (build.name === GORGE.name || build.name === MOLE.name)
    build = fc.sample(wild(), { seed: seed + k, numRuns: 1 })[0]!(build)
  const { build: inside, left } = clampToSchema(build, null)
  return left.length > 0 ? null : inside
}

/**
 * Builds that the app could hold, made at random, and planned: each plan ends in time and holds no
 * number that is none, and the build goes out and comes in as it is.
 */
export function attackBuilds(seed: number, count: number): Record<string, Counts> {
  const counts = noCounts()
  for (let k = 0; counts.tried < count; k++) {
    const inside = wildBuild(seed, k)
    if (inside)
      tried(counts, `seed ${seed}, build ${k}`, () => {
        const plan = finished(planner()(inside))
        const none = nowhere(plan, 'plan', new Set())
        if (none.length > 0) return { silent: `no number at ${none.slice(0, 3).join(', ')}` }
        const again = readBuild(writeBuild(inside))
        return again.ok && JSON.stringify(again.value) === JSON.stringify(inside)
          ? 'taken'
          : { silent: 'went out another build' }
      })
  }
  return { 'random build': counts }
}
