import fc from 'fast-check'
import { clampToSchema } from '../../core/build/file/clampToSchema'
import { FREE, WATERS_NAMED } from '../../core/build/newBuild'
import type { Build } from '../../core/build/types'
import { CARE, FROM } from '../../core/craft/ways/types'
import { newFrom } from '../../core/exchange/newFile'
import { judge } from '../../core/judge/judge'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { EDITS } from './edits'
import { chance } from './random'

const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
/** What is found is shrunk for no longer, ms. */
const SHRINK_MS = 30_000
/** No plan may take longer, ms. */
const LONGEST_MS = 5000

/** A build as New build makes it, and what is then done to it: each edit by its name and its own chance. */
export interface Life {
  start: object
  edits: { name: string; seed: number }[]
}

const sizes = fc.constantFrom(
  ...[
    [60, 60],
    [200, 300],
    [300, 200],
    [250, 300],
    [120, 900],
    [900, 120],
    [400, 600],
    [1800, 900]
  ].map(([widthMm, depthMm]) => ({ widthMm, depthMm }))
)

/** Lives of builds of so many edits, as people lead them; fewer only where what was found is shrunk. */
export const lives = (edits: number): fc.Arbitrary<Life> => fc.noBias(led(edits))
const led = (edits: number) =>
  fc
    .record({
      size: sizes,
      scale: fc.constantFrom('1:12', 'O', '1:72', 'N', '1:350'),
      waters: fc.constantFrom(...Object.keys(WATERS_NAMED)),
      free: fc.constantFrom('daily', 'daily', ...Object.keys(FREE)),
      care: fc.constantFrom(...CARE),
      from: fc.constantFrom(...FROM),
      hold: fc.constantFrom('dam', 'dam', 'case'),
      edits: fc.array(
        fc.option(fc.record({ name: fc.constantFrom(...Object.keys(EDITS)), seed: fc.nat(1e6) }), {
          freq: 1000
        }),
        { minLength: edits, maxLength: edits }
      )
    })
    .map(({ size, edits: list, ...start }): Life => ({
      start: { name: 'Tireless', ...size, ...start },
      edits: list.filter((edit) => edit !== null)
    }))

/** What a life came to: what was found in it, if anything, and after how many edits. */
export interface Lived {
  found: string | null
  build: Build
  plans: number
  slowestMs: number
}

/**
 * Leads a life: plans after each edit, and has the plan judged.
 *
 * @returns the first contradiction, exception or plan that took too long; null: none
 */
export function lead({ start, edits }: Life): Lived {
  let build = newFrom(start, NOW)
  const plans = planner()
  const lived: Lived = { found: null, build, plans: 0, slowestMs: 0 }
  const read = (what: string): Plan | null => {
    const began = process.cpuUsage()
    try {
      const plan = finished(plans(build, shelfOf([...BUILT_IN, ...(build.bottles ?? [])])))
      const spent = process.cpuUsage(began)
      const ms = (spent.user + spent.system) / 1000
      lived.plans++
      lived.slowestMs = Math.max(lived.slowestMs, ms)
      if (ms > LONGEST_MS) lived.found = `${what}: a plan took ${Math.round(ms)} ms`
      const [first] = judge(build, plan)
      if (first) lived.found = `${what}: ${first.rule} ${first.place}: ${first.says}`
      return plan
    } catch (error) {
      lived.found = `${what}: ${error instanceof Error ? (error.stack ?? '').slice(0, 600) : String(error)}`
      return null
    }
  }
  let plan = read('new')
  for (const { name, seed } of edits) {
    if (!plan || lived.found) break
    let edited: Build | null
    try {
      edited = EDITS[name]!({ by: chance(seed), build, plan })
    } catch (error) {
      lived.found = `${name}: ${error instanceof Error ? (error.stack ?? '').slice(0, 600) : String(error)}`
      break
    }
    if (!edited || edited === build) continue
    // as the app does it: what no file may hold is brought inside
    const { build: inside, left } = clampToSchema(edited, null)
    if (left.length > 0) continue
    build = inside
    lived.build = build
    plan = read(name)
  }
  return lived
}

/** What so many lives came to. */
export interface Lives {
  builds: number
  plans: number
  slowestMs: number
  /** Each thing that was found, with the shortest life that shows it. */
  found: { says: string; life: Life; build: Build }[]
}

/**
 * Leads many lives, each of a seed of its own; what is found is shrunk to the fewest edits.
 *
 * @param until  asked before each: no further one is begun then
 */
export function tireless(seed: number, builds: number, edits = 20, until = () => false): Lives {
  const all: Lives = { builds: 0, plans: 0, slowestMs: 0, found: [] }
  for (let k = 0; k < builds && !until(); k++) {
    const checked = fc.check(
      fc.property(lives(edits), (life) => {
        const lived = lead(life)
        all.plans += lived.plans
        all.slowestMs = Math.max(all.slowestMs, lived.slowestMs)
        return lived.found === null
      }),
      { seed: seed * 1_000_003 + k, numRuns: 1, interruptAfterTimeLimit: SHRINK_MS }
    )
    all.builds++
    if (!checked.failed || !checked.counterexample) continue
    const [life] = checked.counterexample
    const lived = lead(life)
    all.found.push({
      says: lived.found ?? 'it came to nothing when it was led again',
      life,
      build: lived.build
    })
  }
  return all
}
