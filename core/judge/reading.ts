import { CURRENT_VERSION } from '../build/file/migrations'
import type { Build } from '../build/types'
import { BUILT_IN } from '../craft/materials/shelf'
import type { Material } from '../craft/materials/types'
import type { LayKind } from '../craft/ways/types'
import { allWritten } from '../words/sentence'

/** Something that a plan says and that cannot be, or that it says in two ways. */
export interface Contradiction {
  rule: 'input' | 'order' | 'hours' | 'waits' | 'goods' | 'words' | 'defaults' | 'geometry'
  /** Where in the plan: "days.work[ground/shell]". */
  place: string
  says: string
}

export interface StepRead {
  id: string
  of: string
  lay: string | null
  water: string | null
  order: number
  title: string
  how: string
  right: string
  handsMin: number
  waitMin: number
  foretoldMin: number
  becomes: string | null
}
export interface LayRead {
  id: string
  stack: string
  laid: boolean
  way: string
  name: string
  kind: LayKind
  material: string
  coats: number
  state: string
  steps: string[]
}
export interface LinkRead {
  from: string
  to: string
  minMin: number
  maxMin?: number
  hard?: true
  becomes: string | null
  why?: string
}
export interface WorkRead {
  step: string
  part: number
  parts: number
  startMs: number
  endMs: number
  by: 0 | 1
  done: boolean
}
export interface WaitRead {
  step: string
  startMs: number
  endMs: number
  likelyMs: number
  sureMs: number
}
export interface MixRead {
  id: string
  water: string
  resin: string
  aG: number
  bG: number
  cups: number[]
  serves: string[]
}
export interface BatchRead {
  pool: string
  pour: number
  mix: string
  resin: string
  aG: number
  bG: number
}
export interface LineRead {
  material: string
  name: string
  amount: number
  also: string
}
export interface FindingRead {
  id: string
  severity: string
  place: string
  water: string | null
  title: string
  number: string
  reason: string
  wayOut: string
}
/** One water's gel, as its stack tells it. */
export interface LayingRead {
  coats: number
  clearH: number | null
  totalH: number | null
}
/** Limits and peaks of a pool's pours, °C. */
export interface HeatRead {
  peakC: number
  peakHiC: number
  groundPeakHiC: number
  undamMin: number | null
}
export interface PoolRead {
  id: string
  layers: { fromMm: number; toMm: number; volumeMl: number }[]
  heat: HeatRead | null
}

/** A plan as it stands in JSON: as much of it as is read here. */
export interface PlanRead {
  build: string
  ground: { pools: { id: string; volumeMl: number; lowestMm: number; measured: boolean }[] }
  stacks: { pools: PoolRead[]; forms: { id: string; laying: LayingRead | null }[] }
  amounts: {
    pools: { pool: string; resin: string; totalG: number }[]
    bodyG?: Record<string, number>
    batches: BatchRead[]
    otherCups: BatchRead[]
    mixes: MixRead[]
    shopping: LineRead[]
    sizes: {
      whole: Record<string, number>
      waters: Record<string, Record<string, number>>
      laid: Record<string, Record<string, number>>
    }
  }
  cures: { waters: Record<string, Record<string, number>> }
  steps: { steps: StepRead[]; lays: LayRead[]; links: LinkRead[] }
  days: {
    work: WorkRead[]
    waits: WaitRead[]
    missed: { after: string; step: string }[]
    confidence: string
    finishMs: number | null
    likelyMs: number | null
    sureMs: number | null
  }
  findings: FindingRead[]
}

/** A build and its plan, with what is asked of them over and over. */
export interface Case {
  build: Build
  plan: PlanRead
  /** Steps that are still to be done or were done, by id. */
  step: ReadonlyMap<string, StepRead>
  /** When the work of a step begins and ends, ms; left out: it has no date. */
  begins: ReadonlyMap<string, number>
  ends: ReadonlyMap<string, number>
  /** Steps of which work is in the log. */
  touched: ReadonlySet<string>
  material: (id: string) => Material | undefined
}

const bad = (place: string, says: string): Contradiction => ({ rule: 'input', place, says })
type Shape = 'object' | 'array' | 'string'

/** Where a plan's parts must lie, and what they must be. */
const PARTS: readonly (readonly [path: string, shape: Shape])[] = [
  ['build', 'string'],
  ['ground.pools', 'array'],
  ['stacks.pools', 'array'],
  ['stacks.forms', 'array'],
  ['amounts.pools', 'array'],
  ['amounts.batches', 'array'],
  ['amounts.otherCups', 'array'],
  ['amounts.mixes', 'array'],
  ['amounts.shopping', 'array'],
  ['amounts.sizes.whole', 'object'],
  ['amounts.sizes.waters', 'object'],
  ['amounts.sizes.laid', 'object'],
  ['cures.waters', 'object'],
  ['steps.steps', 'array'],
  ['steps.lays', 'array'],
  ['steps.links', 'array'],
  ['days.work', 'array'],
  ['days.waits', 'array'],
  ['days.missed', 'array'],
  ['findings', 'array']
]

function shapeOf(value: unknown): Shape | 'nothing' | 'number' {
  if (Array.isArray(value)) return 'array'
  if (typeof value === 'string') return 'string'
  if (typeof value === 'number') return 'number'
  return typeof value === 'object' && value !== null ? 'object' : 'nothing'
}

const at = (plan: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((node, key) => (node as Record<string, unknown> | undefined)?.[key], plan)

/** Lists whose items are objects with these words. */
const WORDED: readonly (readonly [path: string, keys: readonly string[]])[] = [
  ['steps.steps', ['id', 'of', 'title']],
  ['steps.lays', ['id', 'stack', 'kind', 'state']],
  ['steps.links', ['from', 'to']],
  ['days.work', ['step']],
  ['days.waits', ['step']],
  ['findings', ['id', 'title', 'severity']]
]

/** What is no plan, or not the plan of this build: nothing more is asked then. */
function unreadable(build: unknown, plan: unknown): Contradiction | null {
  if (shapeOf(build) !== 'object' || (build as Build).format !== 'tall-spindle-build')
    return bad('build', 'it is no build of this app')
  const { version, id } = build as Build
  if ((version as number) !== CURRENT_VERSION)
    return bad(
      'build.version',
      `was ${version}; ${(version as number) > CURRENT_VERSION ? 'a newer app wrote it' : `it is read as version ${CURRENT_VERSION}`}`
    )
  if (!Array.isArray((build as Build).waters)) return bad('build.waters', 'it must be a list')
  if (shapeOf(plan) !== 'object') return bad('plan', 'it is no plan')
  for (const [path, shape] of PARTS) {
    const found = shapeOf(at(plan, path))
    if (found !== shape) return bad(`plan.${path}`, `it must be ${shape}, and is ${found}`)
  }
  for (const [path, keys] of WORDED)
    for (const [i, item] of (at(plan, path) as unknown[]).entries())
      for (const key of keys)
        if (typeof (item as Record<string, unknown> | null)?.[key] !== 'string')
          return bad(`plan.${path}[${i}].${key}`, 'it must be words')
  const of = (plan as PlanRead).build
  return of === id ? null : bad('plan.build', `it is the plan of ${of}, not of ${id}`)
}

/** Ids that lead nowhere. */
function lost({ steps, days }: PlanRead): Contradiction[] {
  const known = new Set(steps.steps.map((s) => s.id))
  const named: [place: string, id: string][] = [
    ...steps.links.flatMap((l): [string, string][] => [
      [`steps.links[${l.from}→${l.to}]`, l.from],
      [`steps.links[${l.from}→${l.to}]`, l.to]
    ]),
    ...days.work.map((w): [string, string] => ['days.work', w.step]),
    ...days.waits.map((w): [string, string] => ['days.waits', w.step])
  ]
  return named
    .filter(([, id]) => !known.has(id))
    .map(([place, id]) => bad(place, `there is no step ${id}`))
}

/**
 * Reads a build and a plan as they stand in JSON.
 *
 * @returns the case; or what is wrong with it, where nothing can be held against anything
 */
/** A plan with its sentences as they are read, whether they stand in it as text or in parts. */
const asRead = (plan: PlanRead): PlanRead => ({
  ...plan,
  findings: allWritten(plan.findings),
  steps: { ...plan.steps, steps: allWritten(plan.steps.steps) },
  amounts: { ...plan.amounts, shopping: allWritten(plan.amounts.shopping) }
})

export function caseOf(build: unknown, plan: unknown): Case | Contradiction[] {
  const fault = unreadable(build, plan)
  if (fault) return [fault]
  const [b, p] = [build as Build, asRead(plan as PlanRead)]
  const nowhere = lost(p)
  if (nowhere.length > 0) return nowhere
  const begins = new Map<string, number>()
  const ends = new Map<string, number>()
  for (const { step, startMs, endMs } of p.days.work) {
    begins.set(step, Math.min(begins.get(step) ?? Infinity, startMs))
    ends.set(step, Math.max(ends.get(step) ?? -Infinity, endMs))
  }
  const materials = new Map<string, Material>(BUILT_IN.map((m) => [m.id, m]))
  for (const bottle of b.bottles ?? []) materials.set(bottle.id, bottle)
  const entries = b.log.entries as readonly { step?: unknown }[]
  return {
    build: b,
    plan: p,
    step: new Map(p.steps.steps.map((s) => [s.id, s])),
    begins,
    ends,
    touched: new Set(entries.flatMap(({ step }) => (typeof step === 'string' ? [step] : []))),
    material: (id) => materials.get(id)
  }
}
