import type { AmountsPlan } from '../amounts/amountsStage'
import type { Point2 } from '../geometry/polygon'
import type { Build, Pool } from '../build/types'
import { poolsOf } from '../build/types'
import type { CuresPlan } from '../cures/curesStage'
import type { DaysPlan } from '../days/daysStage'
import { DROPS_OFF_SHARE, LARGEST_COMFORTABLE_RATIO_ERROR_PCT, POURING_MIN, ROOM_RANGE_C, SHALLOWEST_POUR_MM } from './limits'
import type { FormsPlan } from '../forms/formsStage'
import type { GroundPlan } from '../ground/groundStage'
import type { PoolGround } from '../ground/poolGround'
import { onShelf, type Shelf } from '../materials/shelf'
import type { StacksPlan } from '../stacks/stacksStage'
import type { StepsPlan } from '../steps/stepsStage'

/** Where in the work a finding is mended. */
export type Place = 'builds' | 'ground' | 'water' | 'build-up' | 'mix' | 'days'

/** Something worth a warning, with its number, its reason and a way out. */
export interface Finding {
  id: string
  /** `stop`: part of the plan can't be made. `warn`: it can, and will likely go wrong. `note`: worth knowing. */
  severity: 'stop' | 'warn' | 'note'
  place: Place
  water: string | null
  /** Where on the plan, mm. */
  at?: readonly [number, number]
  title: string
  number: string
  reason: string
  wayOut: string
}

export interface Stages {
  ground: GroundPlan
  forms: FormsPlan
  stacks: StacksPlan
  amounts: AmountsPlan
  cures: CuresPlan
  steps: StepsPlan
  days: DaysPlan
}

const mm = (value: number) => `${Math.round(value * 10) / 10} mm`

/** Last stage: looks over the whole plan. Stops first, then warnings, then notes, each in the order of the work. */
export function findingsStage(build: Build, stages: Stages, shelf: Shelf): Finding[] {
  const found: Finding[] = [
    ...poolsOf(build).flatMap((pool) => poolFindings(build, pool, stages, shelf)),
    ...stages.forms.falls.flatMap((fall) =>
      fall.faults.map((fault): Finding => ({
        id: `fall-fault:${fall.id}`, severity: 'stop', place: 'water', water: fall.id, at: fault.at,
        title: fault.message, number: mm(fall.dropMm), reason: 'Without lip and drop there is no strip to cut.',
        wayOut: 'Choose its lip on the plan, and a pool below that stands lower.'
      }))
    ),
    ...roomFindings(build, stages),
    ...dayFindings(stages)
  ]
  if (build.waters.length === 0) {
    found.push({
      id: 'no-water', severity: 'stop', place: 'water', water: null, title: 'There is no water on this base yet', number: '0 waters',
      reason: 'Amounts and days follow from the water.', wayOut: 'Add a pool on Water.'
    })
  }
  const rank = { stop: 0, warn: 1, note: 2 }
  return found.sort((a, b) => rank[a.severity] - rank[b.severity])
}

function poolFindings(build: Build, pool: Pool, stages: Stages, shelf: Shelf): Finding[] {
  const ground = stages.ground.pools.find((p) => p.id === pool.id)!
  const make = (id: string, finding: Omit<Finding, 'id' | 'water'>): Finding => ({ id: `${id}:${pool.id}`, water: pool.id, ...finding })
  const found = ground.faults.map((fault, i) =>
    make(`ground-fault-${i}`, {
      severity: 'stop', place: 'ground', at: fault.at, title: `${pool.name}: ${fault.message}`, number: `${ground.faults.length} in all`,
      reason: 'No ground can be laid through these points, so nothing can be measured over it.', wayOut: 'Mend it on the plan, or undo.'
    })
  )
  const outside = pool.outline.find((c) => c.x < 0 || c.y < 0 || c.x > build.base.widthMm || c.y > build.base.depthMm)
  if (outside) {
    found.push(
      make('off-base', {
        severity: 'warn', place: 'ground', at: [outside.x, outside.y], title: `${pool.name} runs off the base`,
        number: `${mm(outside.x)}, ${mm(outside.y)}`, reason: `The base is ${mm(build.base.widthMm)} by ${mm(build.base.depthMm)}.`,
        wayOut: 'Move the point back, or make the base larger.'
      })
    )
  }
  if (!onShelf(shelf, 'resin', pool.resin)) {
    found.push(
      make('no-resin', {
        severity: 'stop', place: 'build-up', title: `${pool.name}: the shelf has no resin “${pool.resin}”`, number: '0 on the shelf',
        reason: 'Its label gives ratio, layer limit and times.', wayOut: 'Choose another resin on Build-up.'
      })
    )
  }
  if (ground.surface) found.push(...levelFindings(pool, ground, make), ...soundingFindings(pool, ground, make))
  found.push(...mixFindings(build, pool, stages, shelf, make))
  return found
}

type Make = (id: string, finding: Omit<Finding, 'id' | 'water'>) => Finding

function levelFindings(pool: Pool, ground: PoolGround, make: Make): Finding[] {
  const found: Finding[] = []
  const hasDam = pool.outline.some((c) => c.edge === 'dam')
  const hasShore = pool.outline.some((c) => c.edge === 'shore')
  if (ground.maxDepthMm <= 0) {
    found.push(
      make('below-ground', {
        severity: 'stop', place: 'water', title: `${pool.name}: the water lies below the ground`, number: `${mm(pool.levelMm)} against ${mm(ground.lowestMm)}`,
        reason: 'The level is under the lowest sounding, so nothing is wet.', wayOut: `Raise the level above ${mm(ground.lowestMm)}.`
      })
    )
  }
  if (hasDam && pool.levelMm > pool.damTopMm) {
    found.push(
      make('above-dam', {
        severity: 'stop', place: 'water', title: `${pool.name}: the water stands above the dam`, number: `${mm(pool.levelMm - pool.damTopMm)} over`,
        reason: `The dam's top is at ${mm(pool.damTopMm)}.`, wayOut: 'Lower the level or build the dam higher.'
      })
    )
  }
  const lowShore = pool.outline.reduce((low, c) => (c.edge === 'shore' ? Math.min(low, c.z ?? pool.brimMm) : low), Infinity)
  if (hasShore && pool.levelMm > lowShore + 1e-9) {
    found.push(
      make('above-brim', {
        severity: 'warn', place: 'water', title: `${pool.name}: the water would run over its shore`, number: `${mm(pool.levelMm - lowShore)} over`,
        reason: `The shore was drawn at ${mm(lowShore)}; resin climbs while it settles and a flat beach drowns fast.`,
        wayOut: 'Lower the level, raise the brim, or draw the shore farther out.'
      })
    )
  }
  return found
}

function soundingFindings(pool: Pool, ground: PoolGround, make: Make): Finding[] {
  const dips = pool.soundings.map(([x, y]): Point2 => [x, y])
  if (dips.length < 3) {
    return [
      make('few-dips', {
        severity: 'note', place: 'ground', title: `${pool.name}: only ${dips.length === 1 ? 'one sounding' : `${dips.length} soundings`}`, number: `${Math.round(ground.volumeMl)} ml`,
        reason: 'Between soundings the ground is taken to be straight.', wayOut: 'Dip the skewer at the deepest place and wherever the slope changes.'
      })
    ]
  }
  const [a] = dips
  const b = dips.reduce((far, p) => (Math.hypot(p[0] - a[0], p[1] - a[1]) > Math.hypot(far[0] - a[0], far[1] - a[1]) ? p : far), a)
  const length = Math.hypot(b[0] - a[0], b[1] - a[1])
  const off = Math.max(...dips.map((p) => Math.abs((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length))
  if (off > length * 0.02) return []
  return [
    make('one-line', {
      severity: 'warn', place: 'ground', title: `${pool.name}: all soundings lie on one line`, number: `${dips.length} soundings`,
      reason: 'To either side of that line the ground is a guess.', wayOut: 'Dip a few times off the line.'
    })
  ]
}

function mixFindings(build: Build, pool: Pool, stages: Stages, shelf: Shelf, make: Make): Finding[] {
  const amounts = stages.amounts.pools.find((p) => p.pool === pool.id)
  const stack = stages.stacks.pools.find((p) => p.id === pool.id)
  const resin = onShelf(shelf, 'resin', pool.resin)
  if (!amounts || !stack || !resin) return []
  const found: Finding[] = []
  if (amounts.problem) {
    found.push(
      make('cup', {
        severity: 'stop', place: 'mix', title: `${pool.name}: nothing can be mixed`, number: `${build.mixing.cupMl} ml cup`, reason: amounts.problem,
        wayOut: 'Give a larger cup on Mix, or less that stays in it.'
      })
    )
  }
  const thinnest = stack.layers.length > 0 ? stack.layers[0].toMm - stack.layers[0].fromMm : Infinity
  if (thinnest < SHALLOWEST_POUR_MM) {
    found.push(
      make('thin', {
        severity: 'warn', place: 'water', title: `${pool.name}: too thin to level`, number: mm(thinnest), reason: `A pour under about ${mm(SHALLOWEST_POUR_MM)} pulls away from edges and dries in islands.`,
        wayOut: 'Raise the level, or paint and gloss instead of pouring.'
      })
    )
  }
  if (amounts.worstRatioErrorPct > LARGEST_COMFORTABLE_RATIO_ERROR_PCT) {
    found.push(
      make('readability', {
        severity: 'warn', place: 'mix', title: `${pool.name}: the scale is too coarse for the smallest cup`, number: `${amounts.worstRatioErrorPct.toFixed(1)} % off in one step`,
        reason: `One step of ${build.mixing.readabilityG} g shifts the ratio more than ${LARGEST_COMFORTABLE_RATIO_ERROR_PCT} %.`, wayOut: 'Mix several pours’ worth together, or weigh on a finer scale.'
      })
    )
  }
  const batches = stages.amounts.batches.filter((b) => b.pool === pool.id)
  const worst = batches.flatMap((b) => Object.entries(b.dropsExact).map(([id, exact]) => ({ id, exact, whole: b.drops[id], pour: b.pour })))
    .filter((d) => d.exact > 0 && Math.abs(d.whole - d.exact) / d.exact > DROPS_OFF_SHARE)[0]
  if (worst) {
    const name = shelf.get(worst.id)?.name ?? worst.id
    found.push(
      make('drops', {
        severity: 'warn', place: 'mix', title: `${pool.name}: ${name.toLowerCase()} won't come out even`, number: `${worst.exact.toFixed(1)} drops, so ${worst.whole}`,
        reason: `Pour ${worst.pour} is so small that a whole drop is a large step; a seam will show between the layers.`,
        wayOut: `Tint all ${amounts.aG.toFixed(0)} g of part A at once with ${amounts.dropsForAll[worst.id]} drops, and weigh every cup from that.`
      })
    )
  }
  const working = stages.cures.workingMin[resin.id]
  const hands = resin.stirMin + POURING_MIN
  const biggest = Math.max(0, ...batches.map((b) => b.cups))
  if (working !== undefined && batches.length > 0 && hands > working) {
    found.push(
      make('working-time', {
        severity: 'warn', place: 'mix', title: `${pool.name}: the resin sets before it is poured`, number: `${Math.round(working)} min to work, ${hands} needed`,
        reason: `At ${build.room.tempC} °C this resin leaves ${Math.round(working)} min from the first stir.`, wayOut: 'A cooler room or a slower resin; one cup at a time.'
      })
    )
  } else if (biggest > 1) {
    found.push(
      make('cups', {
        severity: 'note', place: 'mix', title: `${pool.name}: ${biggest} cups in one pour`, number: `${biggest} cups`, reason: `A batch stays under ${resin.batchMaxG} g and the cup under three quarters full.`,
        wayOut: `Pour each while the one before is still wet: you have ${Math.round(working ?? 0)} min.`
      })
    )
  }
  return found
}

function roomFindings(build: Build, stages: Stages): Finding[] {
  const { tempC } = build.room
  const [low, high] = ROOM_RANGE_C
  if (tempC >= low && tempC <= high) return []
  return [
    {
      id: 'room', severity: 'warn', place: 'days', water: null, title: tempC < low ? 'The room is cold for resin' : 'The room is hot for resin',
      number: `${tempC} °C`, reason: `Labels hold near 21 °C; here everything takes ${stages.cures.resinFactor.toFixed(1)} times as long, and a guess that far off is rough.`,
      wayOut: `Work between ${low} and ${high} °C, or add a day to each pour.`
    }
  ]
}

function dayFindings(stages: Stages): Finding[] {
  const { problem } = stages.days
  if (!problem) return []
  const base = { severity: 'stop', place: 'days', water: null } as const
  if (problem.kind === 'noHours') {
    return [{ ...base, id: 'no-hours', title: 'No free hours in the week', number: '0 min', reason: 'Without hands there is no day on which anything can be done. The amounts still hold.', wayOut: 'Give some free hours on Days.' }]
  }
  if (problem.kind === 'loop') {
    return [{ ...base, id: 'loop', title: 'Steps wait for each other in a ring', number: `${problem.steps.length} steps`, reason: problem.steps.join(', '), wayOut: 'Take one of the falls out of the ring of pools.' }]
  }
  const titles = [...new Set(problem.steps.map((id) => (stages.steps.steps.find((s) => s.id === id)?.title ?? id).replace(/, \d+ of \d+$/, '').toLowerCase()))]
  const names = titles.slice(0, 2).join(', ') + (titles.length > 2 ? ` and ${titles.length - 2} more` : '')
  return [
    {
      ...base, id: 'no-window', title: `No free stretch is long enough for: ${names}`, number: `${problem.neededMin} min needed, ${problem.longestWindowMin} at most`,
      reason: 'This work can’t be broken off once begun.', wayOut: 'Free a longer stretch on one day, or use smaller cups and fewer at a time.'
    }
  ]
}

