import type { LayKind, Way } from '../craft/ways/types'
import { ofStep, offModel, templateOf, worked, type Worked } from './scopes'
import type { Case, Contradiction, LayRead, LinkRead, StepRead } from './reading'
import { MINUTE_MS } from '../physics/time'

/** Starts and ends are whole minutes: so much may be lost in rounding. */
const ROUNDING_MIN = 1.5

const wrong = (place: string, says: string): Contradiction => ({ rule: 'order', place, says })

/** What lies on what, what waits for what, and the order of hands: by the dates that the plan gives. */
export function order(held: Case): Contradiction[] {
  const all = worked(held)
  return [
    ...asOrdered(held),
    ...ownHold(held),
    ...nothingHidden(held, all),
    ...stacksHold(held, all),
    ...linksHold(held),
    ...waysHold(held, all),
    ...groundFirst(held, all),
    ...handsHold(held, all),
    ...watersBelow(held, all),
    ...apartWaitsForNothing(held, all)
  ]
}

/** The stacks as the builder ordered them. */
function asOrdered({ build, plan }: Case): Contradiction[] {
  return build.stacks.flatMap(({ stack, lays }) => {
    const own = plan.steps.lays.filter((l) => l.stack === stack).map((l) => l.id)
    // of several pours the first is the lowest, whatever they were called when they were laid
    const pour = (id: string) => id.split('#')[0]
    // nor is it said where pours go that there were none of then
    const isPour = (id: string) => id.includes('#')
    const more = own.some((id) => isPour(id) && !lays.includes(id))
    const counts = (id: string) => !(more && isPour(id))
    const meant = lays.filter((id) => own.includes(id) && counts(id)).map(pour)
    const stand = own.filter((id) => lays.includes(id) && counts(id)).map(pour)
    const at = stand.findIndex((id, i) => id !== meant[i])
    return at < 0
      ? []
      : [wrong(`steps.lays[${stand[at]}]`, `the builder laid ${meant[at]} there in ${stack}`)]
  })
}

/** The builder's own steps stand between what they were put between, or it is said that they cannot. */
function ownHold({ build, plan, begins, ends, touched }: Case): Contradiction[] {
  return build.own.flatMap((own) => {
    const id = `own/${own.id}`
    const told = plan.findings.some((f) => f.id === `misplaced:${own.id}`)
    const [start, end] = [begins.get(id), ends.get(id)]
    if (told || touched.has(id) || start === undefined || end === undefined) return []
    const named = (place: string) =>
      plan.steps.steps
        .filter((s) => (s.id === place || s.of === place) && !touched.has(s.id))
        .map((s) => s.id)
    const after = own.after.flatMap(named).filter((at) => start < (ends.get(at) ?? -Infinity))
    const before = own.before
      .flatMap(named)
      .filter((at) => (begins.get(at) ?? Infinity) < end + (own.waitMin - ROUNDING_MIN) * MINUTE_MS)
    return [
      ...after.map((at) =>
        wrong(`days.work[${id}]`, `it was put after ${at}, and begins before it`)
      ),
      ...before.map((at) =>
        wrong(`days.work[${id}]`, `it was put before ${at}, and comes too late`)
      )
    ]
  })
}

/** Nothing is painted that is seen no more: a bed under water that is carved, or skinned in paper. */
function nothingHidden({ build, plan }: Case, all: readonly Worked[]): Contradiction[] {
  const seen = build.waters.some(
    (w) => w.kind === 'pool' && !all.some((at) => at.key === w.id && at.way.body?.tissue)
  )
  const painted = plan.steps.steps.filter((s) => s.of === 'ground/paint')
  if (seen) return []
  return painted.map((s) => wrong(`steps[${s.id}]`, 'no water here lets its bed be seen'))
}

/** A planned lay with its steps and on which side it is: on a part still off the model, or on the model. */
interface Laying {
  lay: LayRead
  first: StepRead
  last: StepRead
  off: boolean
  sets: boolean
  /** It covers all that is under it. */
  whole: boolean
  wet: boolean
  zone?: readonly (readonly [number, number])[]
}

const BARE_BETWEEN: readonly LayKind[] = ['white', 'fibre', 'part', 'texture']

function layings(held: Case, all: readonly Worked[], stack: string): Laying[] {
  const { build, plan } = held
  const found: Laying[] = []
  for (const lay of plan.steps.lays) {
    if (lay.stack !== stack || lay.state !== 'planned') continue
    const own = plan.steps.steps.filter((s) => s.lay === lay.id)
    const made = own.map((s) => ({ s, t: templateOf(all, s.of) }))
    const isOff = ({ t }: (typeof made)[number]) => t !== null && offModel(t.at.way, t.template.id)
    const there = made.filter((m) => !isOff(m))
    const laying = (there.length > 0 ? there : made).map((m) => m.s)
    const dated = laying.filter((s) => held.begins.has(s.id))
    if (dated.length === 0) continue
    const byStart = dated.sort((a, b) => held.begins.get(a.id)! - held.begins.get(b.id)!)
    const meets = made.some(({ t }) => (t?.template.on ?? []).length > 0)
    const brings = made.some(
      ({ t }) => t?.template.fixes || t?.template.does === 'bed' || t?.template.does === 'hang'
    )
    const put = build.laid.find((l) => l.id === lay.id)
    const part = lay.kind === 'part'
    found.push({
      lay,
      first: part ? byStart.at(-1)! : byStart[0],
      last: byStart.reduce((a, b) => (held.ends.get(b.id)! >= held.ends.get(a.id)! ? b : a)),
      off: made.every(isOff) || (!meets && (found.at(-1)?.off ?? false)),
      sets: meets && (part || brings),
      whole:
        !BARE_BETWEEN.includes(lay.kind) &&
        (!put || (put.zone === undefined && (put.coverPct ?? 100) >= 100)),
      wet: put?.wet ?? false,
      ...(put?.zone ? { zone: put.zone } : {})
    })
  }
  return found
}

/** Whether two zones are apart for certain: their boxes do not meet. */
function farApart(one: Laying['zone'], other: Laying['zone']): boolean {
  if (!one || !other) return false
  const span = (ring: NonNullable<Laying['zone']>, k: 0 | 1) => {
    const all = ring.map((p) => p[k])
    return [Math.min(...all), Math.max(...all)]
  }
  return ([0, 1] as const).some((k) => {
    const [a, b] = [span(one, k), span(other, k)]
    return a[1] < b[0] || b[1] < a[0]
  })
}

/** No work of a lay begins before all that it touches stands as the pair asks. */
function stacksHold(held: Case, all: readonly Worked[]): Contradiction[] {
  const stacks = [...new Set(held.plan.steps.lays.map((l) => l.stack))]
  return stacks.flatMap((stack) => {
    const own = layings(held, all, stack)
    return own.flatMap((upper, i) => {
      const covered = { on: false, off: false }
      return own
        .slice(0, i)
        .reverse()
        .flatMap((lower) => {
          const side = lower.off ? 'off' : 'on'
          const meets = lower.off === upper.off || (upper.sets && !upper.off)
          // boxes that meet may still be rings that do not: in doubt nothing is said
          if (!meets || covered[side] || farApart(lower.zone, upper.zone)) return []
          if (lower.whole || upper.wet) covered[side] = true
          if (lower.zone && upper.zone) return []
          return pairHolds(held, lower, upper)
        })
    })
  })
}

function pairHolds(held: Case, lower: Laying, upper: Laying): Contradiction[] {
  if (held.touched.has(lower.last.id) || held.touched.has(upper.first.id)) return []
  const gap = (held.begins.get(upper.first.id)! - held.ends.get(lower.last.id)!) / MINUTE_MS
  const least = upper.wet ? 0 : asks(held, lower, upper.lay.kind)
  if (gap >= least - ROUNDING_MIN) return []
  return [
    wrong(
      `steps.lays[${upper.lay.id}]`,
      gap < 0
        ? `${upper.first.id} is done before ${lower.last.id}, which lies under it`
        : `${upper.first.id} begins ${Math.round(gap)} min after ${lower.last.id}, which asks for ${Math.round(least)}`
    )
  ]
}

const OVER_FIRM: readonly LayKind[] = ['gel', 'white', 'paint', 'lacquer', 'fibre']
/** White and paint are dry to the touch by then, min. Common practice, no source. */
const TOUCH_MIN = 15

/** What a lay asks of the one under it, min: docs/trade.md O1. */
function asks(held: Case, { lay, last }: Laying, upper: LayKind): number {
  const done = last.waitMin
  const seen = last.foretoldMin > 0 ? Math.min(1, last.waitMin / last.foretoldMin) : 1
  const cures = lay.laid ? {} : (held.plan.cures.waters[lay.stack] ?? {})
  if (lay.kind === 'resin' && OVER_FIRM.includes(upper)) return seen * (cures.firm ?? done)
  if (lay.kind === 'resin' && upper === 'part') return seen * Math.min(done, cures.gel ?? done)
  const dab =
    (lay.kind === 'white' && ['gel', 'white', 'paint', 'fibre'].includes(upper)) ||
    (lay.kind === 'paint' && ['white', 'paint'].includes(upper))
  return dab ? Math.min(TOUCH_MIN, done) : done
}

/** Each link of the plan is kept by its dates. */
function linksHold({ plan, begins, ends, touched }: Case): Contradiction[] {
  const missed = new Set(plan.days.missed.map((m) => m.step))
  return plan.steps.links.flatMap((link: LinkRead) => {
    const [end, start] = [ends.get(link.from), begins.get(link.to)]
    if (end === undefined || start === undefined) return []
    if (touched.has(link.from) || touched.has(link.to)) return []
    const gap = (start - end) / MINUTE_MS
    const place = `steps.links[${link.from}→${link.to}]`
    if (gap < link.minMin - ROUNDING_MIN)
      return [wrong(place, `${Math.round(gap)} min after it, and it asks for ${link.minMin}`)]
    if (link.hard && link.maxMin !== undefined && gap > link.maxMin + ROUNDING_MIN)
      return missed.has(link.to)
        ? []
        : [wrong(place, `${Math.round(gap)} min after it, and it bears ${link.maxMin}`)]
    return []
  })
}

/** The steps of a way that come after one of it, at once or by way of others. */
function followers(way: Way, step: string): string[] {
  const found = [step]
  for (const id of found)
    for (const { id: next, after } of way.steps)
      if (!found.includes(next) && after.some((a) => (typeof a === 'string' ? a : a.step) === id))
        found.push(next)
  return found.slice(1)
}

/** What a step of a way comes after in its own way is done before it, where the stacks do not say otherwise. */
function waysHold(held: Case, all: readonly Worked[]): Contradiction[] {
  const place = new Map(held.plan.steps.lays.map((l, i) => [l.id, i]))
  const steps = held.plan.steps.steps
  return all.flatMap(({ key, way }) =>
    way.steps.flatMap((later) =>
      later.after.flatMap((after) => {
        const earlier = typeof after === 'string' ? after : after.step
        const next = steps.filter((s) => s.of === `${key}/${later.id}`)
        const over = next[0]?.lay ?? null
        // the builder's order has the last word between two lays, and so over what is done for one of them:
        // a dam does not wait for mud that lies on what it holds
        const then = followers(way, later.id)
        const served = steps.filter((s) => s.lay && then.some((id) => s.of === `${key}/${id}`))
        const lowest = Math.min(
          ...(over ? [over] : served.map((s) => s.lay!)).map((l) => place.get(l)!)
        )
        const first = steps.filter(
          (s) =>
            s.of === `${key}/${earlier}` &&
            (!s.lay || s.lay === over || !(place.get(s.lay)! > lowest))
        )
        const end = Math.max(...first.map((s) => held.ends.get(s.id) ?? -Infinity))
        const start = Math.min(...next.map((s) => held.begins.get(s.id) ?? Infinity))
        if (!(start < end - ROUNDING_MIN * MINUTE_MS)) return []
        if ([...first, ...next].some((s) => held.touched.has(s.id))) return []
        return [
          wrong(`days.work[${key}/${later.id}]`, `it begins before ${key}/${earlier} is done`)
        ]
      })
    )
  )
}

/** The landform stands before anything is done on it. */
function groundFirst(held: Case, all: readonly Worked[]): Contradiction[] {
  const carve = held.ends.get('ground/carve')
  // once something on it is done, the landform was there
  const stands = (of: string) => {
    const t = templateOf(all, ofStep(of))
    return t !== null && ((t.template.on ?? []).length > 0 || t.at.key === 'ground')
  }
  const put = new Set(
    held.build.waters
      .flatMap((w) => layings(held, all, w.id))
      .filter((laying) => laying.lay.laid && !laying.off)
      .map((laying) => laying.first.id)
  )
  if (carve === undefined) return []
  if ([...held.touched].some((id) => stands(id) || put.has(id))) return []
  // what the builder laid under the landform cannot lie there, and a finding says so
  if (held.plan.findings.some((f) => f.id.startsWith('misfit:'))) return []
  return held.plan.steps.steps.flatMap((step) => {
    const t = templateOf(all, step.of)
    const start = held.begins.get(step.id)
    const before = ['ground/base', 'ground/landform', 'ground/carve'].includes(step.of)
    if (!t || start === undefined || before || start >= carve) return []
    const onIt = stands(step.of) && !offModel(t.at.way, t.template.id)
    if (!onIt && !put.has(step.id)) return []
    return [wrong(`days.work[${step.id}]`, 'it begins before the landform is carved')]
  })
}

/** Level before what finds its own level; the dam away after the last liquid behind it. */
function handsHold(held: Case, all: readonly Worked[]): Contradiction[] {
  const doing = (deed: string) =>
    held.plan.steps.steps.filter((s) => templateOf(all, s.of)?.template.does === deed)
  const level = Math.max(...doing('level').map((s) => held.ends.get(s.id) ?? -Infinity))
  const wet = [...doing('fill'), ...doing('test')].filter((s) => !held.touched.has(s.id))
  const tilted = wet
    .filter((s) => (held.begins.get(s.id) ?? Infinity) < level - ROUNDING_MIN * MINUTE_MS)
    .filter(() => !doing('level').some((s) => held.touched.has(s.id)))
    .map((s) => wrong(`days.work[${s.id}]`, 'it begins before the base is level'))
  const early = doing('undam').flatMap((away) => {
    const start = held.begins.get(away.id)
    const poured = doing('fill').filter((s) => s.water === away.water)
    const last = Math.max(...poured.map((s) => held.ends.get(s.id) ?? -Infinity))
    if (start === undefined || start > last || held.touched.has(away.id)) return []
    return [wrong(`days.work[${away.id}]`, 'the dam is taken away before the last pour is in')]
  })
  return [...tilted, ...early]
}

/** A fall or sea is set when the pools that it meets are in and have gelled. */
function watersBelow(held: Case, all: readonly Worked[]): Contradiction[] {
  return held.build.waters.flatMap((water) => {
    if (water.kind !== 'fall' && water.kind !== 'sea') return []
    const pools = water.kind === 'sea' ? [water.pool] : [water.lip?.pool, water.into]
    const meeting = held.plan.steps.steps.filter((s) => {
      const on = s.of.startsWith(`${water.id}/`) ? templateOf(all, s.of)?.template.on : undefined
      return on?.some((spot) => spot === 'lip' || spot === 'landing' || spot === 'below')
    })
    const start = Math.min(...meeting.map((s) => held.begins.get(s.id) ?? Infinity))
    if (meeting.some((s) => held.touched.has(s.id))) return []
    return pools.flatMap((pool) => {
      const fills = held.plan.steps.steps.filter(
        (s) => s.water === pool && templateOf(all, s.of)?.template.does === 'fill'
      )
      if (fills.some((s) => held.touched.has(s.id))) return []
      const last = Math.max(...fills.map((s) => held.ends.get(s.id) ?? -Infinity))
      return start < last
        ? [wrong(`days.work[${water.id}]`, `it is set before ${pool} is poured`)]
        : []
    })
  })
}

/** What is made off the model waits for nothing on it. */
function apartWaitsForNothing(held: Case, all: readonly Worked[]): Contradiction[] {
  if ((held.build.ties ?? []).length > 0) return []
  const stackOf = (key: string) => held.build.laid.find((l) => l.id === key)?.stack ?? key
  return held.plan.steps.links.flatMap((link) => {
    const [to, from] = [templateOf(all, ofStep(link.to)), templateOf(all, ofStep(link.from))]
    if (!to || !from || !offModel(to.at.way, to.template.id)) return []
    if (to.template.apart || stackOf(to.at.key) === stackOf(from.at.key)) return []
    return [
      wrong(
        `steps.links[${link.from}→${link.to}]`,
        `${link.to} is made off the model and waits for ${link.from}, which is on it`
      )
    ]
  })
}
