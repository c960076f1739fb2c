import { costToBuy } from '../4-amounts/shopping'
import { CARE_NAMED, setCare, setLays, tieMixes } from '../../build/lays'
import { changeGel, changeMaking, setWay, type Edit } from '../../build/edits'
import { movingOf, WEEKDAYS, type Build, type Moving, type Water } from '../../build/types'
import { setCalendar } from '../../build/workEdits'
import { localInstant, localIso } from '../../build/zone'
import type { History } from '../learned/history'
import type { Shelf } from '../../craft/materials/shelf'
import type { LayKind } from '../../craft/ways/types'
import { wayFor, waysFor } from '../../craft/ways/catalog'
import type { Gel } from '../../craft/materials/types'
import { pourId } from '../4-amounts/ties'
import { finished, planner, type Plan } from '../derivePlan'

/** What a change would come to, beside today's plan. */
export interface WhatIf {
  /** `today` is the plan as it is. */
  id: string
  title: string
  /** What is changed, in the builder's words. */
  what: string
  finishMs: number | null
  sittings: number
  handsMin: number
  money: number
  /** Warmest place of any pour, °C; null: nothing gets warm. */
  peakC: number | null
  stops: number
  warns: number
  /** Whether it meets the deadline; null: there is none. */
  meets: boolean | null
}

/** A change that can be tried and taken on. */
export interface Variant {
  id: string
  title: string
  what: string
  edit: Edit
}

/**
 * How much warmer the room is tried, °C, and how far: rooms can be brought there, and labels hold
 * near 21 °C. Common practice, no source.
 */
const WARMER_C = 4
const WARMEST_C = 26
/** What a dryer brings the air to, %. Common practice, no source. */
const DRIED_PCT = 35
/** An evening and a whole day at the bench. Common practice, no source. */
const EVENING: [string, string] = ['19:30', '21:00']
const WHOLE_DAY: [string, string][] = [
  ['09:00', '12:30'],
  ['13:30', '18:00']
]

const variant = (id: string, title: string, what: string, ...edits: Edit[]): Variant => ({
  id,
  title,
  what,
  edit: (build) => edits.reduce((b, e) => e(b), build)
})
const room =
  (change: Partial<Build['room']>): Edit =>
  (build) => ({ ...build, room: { ...build.room, ...change } })

/** What is tried is tried from the plan as it stands: so many coats are laid now. */
type Planned = Pick<Plan, 'stacks' | 'amounts' | 'steps' | 'days'>

/** The most coats that a build keeps. */
const MOST_COATS = 40

/**
 * One coat more on every moving water than it is laid in now, advised or asked for; null: nothing
 * is laid in coats.
 */
function thinner(build: Build, { stacks }: Planned): Edit | null {
  const more = movingOf(build).flatMap((water) => {
    const laid = stacks.forms.find((f) => f.id === water.id)?.laying?.coats
    return laid !== undefined && laid < MOST_COATS ? [{ id: water.id, coats: laid + 1 }] : []
  })
  if (more.length === 0) return null
  return (b) => more.reduce((all, { id, coats }) => changeMaking(id, { coats })(all), b)
}

/** Lays that a scene can do without, where time is short. Common practice, no source. */
const SPARED: readonly LayKind[] = ['gel', 'white', 'fibre', 'lacquer']
/** Of lays left out only those are tried that the date hangs on longest. */
const LEFT_OUT_TRIED = 4

/** Lays that the date hangs on and that can be left out, those that cost most time first. */
function spared({ days, steps }: Planned): Variant[] {
  const minutes = new Map<string, number>()
  for (const link of days.chain) {
    const lay = steps.steps.find((s) => s.id === link.step)?.lay
    if (lay) minutes.set(lay, (minutes.get(lay) ?? 0) + link.minutes)
  }
  return steps.lays
    .filter((l) => SPARED.includes(l.kind) && l.state === 'planned' && minutes.has(l.id))
    .sort((a, b) => minutes.get(b.id)! - minutes.get(a.id)!)
    .slice(0, LEFT_OUT_TRIED)
    .map((l) =>
      variant(
        `leave:${l.id}`,
        `Without: ${l.name.toLowerCase()}`,
        'left out, with what that risks',
        setLays(l.steps, 'leftOut')
      )
    )
}

/** Pours of two pools that may come out of one mix: of one resin, and neither tied yet. */
function oneMixForTwo(build: Build, { amounts }: Planned): Variant[] {
  const free = amounts.pools.filter(
    ({ pool }) => !(build.ties ?? []).flat().some((id) => id.startsWith(`${pool}/`))
  )
  const name = (id: string) => build.waters.find((w) => w.id === id)?.name ?? id
  return free.flatMap((a, i) =>
    free
      .slice(i + 1)
      .filter((b) => b.resin === a.resin)
      .map((b) => {
        const edits = Array.from({ length: Math.min(a.pours, b.pours) }, (_, k) =>
          tieMixes([pourId(a.pool, k + 1, a.pours), pourId(b.pool, k + 1, b.pours)])
        )
        return variant(
          `tie:${a.pool}:${b.pool}`,
          'One mix for two',
          `${name(a.pool)} and ${name(b.pool)}, pour by pour`,
          ...edits
        )
      })
  )
}

/** So many ties of castings, floods and beddings are tried. */
const TIES_TRIED = 4
/** One mix for what is no pour and another of one resin: a flood and its bed, a pool and its crest. */
function oneMixForMore(build: Build, { amounts, steps }: Planned): Variant[] {
  const tied = new Set((build.ties ?? []).flat())
  const poured = new Set(amounts.batches.map((b) => b.mix))
  const open = amounts.mixes.filter((m) => m.serves.length === 0 && !tied.has(m.id))
  const named = (id: string) => {
    const step = steps.steps.find((s) => s.id === id || s.of === id)
    const water = build.waters.find((w) => w.id === step?.water)
    return [water?.name, step?.title.toLowerCase()].filter(Boolean).join(': ') || id
  }
  return open
    .filter((m) => !poured.has(m.id))
    .flatMap((m) =>
      open
        .filter((o) => o !== m && o.resin === m.resin && (poured.has(o.id) || o.id > m.id))
        // the last pour of a pool is the one that others may go with
        .filter(
          (o) =>
            !poured.has(o.id) || open.findLast((p) => p.water === o.water && poured.has(p.id)) === o
        )
        .map((o) =>
          variant(
            `mix:${o.id}:${m.id}`,
            'One mix for two',
            `${named(o.id)}, and ${named(m.id)}`,
            tieMixes([o.id, m.id])
          )
        )
    )
    .slice(0, TIES_TRIED)
}

/** Gels that the waters which the date hangs on longest may be laid in instead. */
function otherGels(build: Build, plan: Planned, shelf: Shelf): Variant[] {
  return slowest(build, plan)
    .filter((w): w is Moving => w.kind !== 'pool' && !wayFor(w.kind, w.way)?.usual?.gel)
    .flatMap((water) =>
      [...shelf.values()]
        .filter((m): m is Gel => m.kind === 'gel' && m.id !== water.gel)
        .map((gel) =>
          variant(
            `gel:${water.id}:${gel.id}`,
            `${water.name}: another gel`,
            gel.name.toLowerCase(),
            changeGel(water.id, gel.id)
          )
        )
    )
}

/** One coat fewer on every moving water laid in several; null: nothing is. */
function fewer(build: Build, { stacks }: Planned): Edit | null {
  const less = movingOf(build).flatMap((water) => {
    const laid = stacks.forms.find((f) => f.id === water.id)?.laying?.coats ?? 0
    return laid > 1 ? [{ id: water.id, coats: laid - 1 }] : []
  })
  if (less.length === 0) return null
  return (b) => less.reduce((all, { id, coats }) => changeMaking(id, { coats })(all), b)
}

/** Changes worth trying for a build, seen from its plan. */
export function variantsOf(build: Build, plan: Planned): Variant[] {
  const { tempC, rhPct } = build.room
  const out: Variant[] = []
  const warm = Math.min(WARMEST_C, tempC + WARMER_C)
  if (warm > tempC)
    out.push(
      variant(
        'warmer',
        'A warmer room',
        `${warm} °C in place of ${tempC} °C`,
        room({ tempC: warm })
      )
    )
  if (rhPct > DRIED_PCT)
    out.push(
      variant(
        'dryer',
        'A dryer in the room',
        `${DRIED_PCT} % humidity in place of ${rhPct} %`,
        room({ rhPct: DRIED_PCT })
      )
    )
  if (!build.room.fan)
    out.push(variant('fan', 'A fan', 'moving air over all that dries', room({ fan: true })))
  if (!build.room.lamp)
    out.push(
      variant('lamp', 'A warm lamp', 'or a dryer on low, over all that dries', room({ lamp: true }))
    )
  const thin = thinner(build, plan)
  if (thin) out.push(variant('thin', 'Thinner coats', 'one coat more on every moving water', thin))
  const few = fewer(build, plan)
  if (few) out.push(variant('few', 'Fewer coats', 'one coat fewer on every moving water', few))
  out.push(...oneMixForTwo(build, plan), ...oneMixForMore(build, plan))
  if (build.care !== 'quick')
    out.push(
      variant(
        'quick',
        'Less careful',
        CARE_NAMED.find((c) => c.id === 'quick')!.name.toLowerCase(),
        setCare('quick')
      )
    )
  out.push(...spared(plan))
  const saturday = nextSaturday(build)
  out.push(
    variant(
      'saturday',
      'A free Saturday',
      `${saturday}, ${WHOLE_DAY.map((w) => w.join('–')).join(' and ')}`,
      (b) =>
        setCalendar({
          exceptions: [
            ...b.calendar.exceptions.filter((e) => e.date !== saturday),
            { date: saturday, free: WHOLE_DAY, note: 'For the build' }
          ].sort((x, y) => x.date.localeCompare(y.date))
        })(b)
    )
  )
  if (WEEKDAYS.some((d) => (build.calendar.week[d] ?? []).length === 0))
    out.push(
      variant(
        'evenings',
        'Every evening',
        `${EVENING.join('–')} on days that have no hours yet`,
        (b) =>
          setCalendar({
            week: Object.fromEntries(
              WEEKDAYS.map((d) => [
                d,
                b.calendar.week[d].length > 0 ? b.calendar.week[d] : [EVENING]
              ])
            ) as Build['calendar']['week']
          })(b)
      )
    )
  if (!build.calendar.second)
    out.push(
      variant('second', 'A second pair of hands', 'somebody there in all your hours', (b) =>
        setCalendar({
          second: {
            name: 'Second pair of hands',
            week: b.calendar.week,
            exceptions: b.calendar.exceptions
          }
        })(b)
      )
    )
  return out
}

/** The first Saturday that has begun by no means yet, seen from where the plan stands. */
function nextSaturday({ calendar, log }: Build): string {
  const from = log.asOf === null ? calendar.start : localIso(Date.parse(log.asOf), calendar.zone)
  const date = new Date(`${from.slice(0, 10)}T00:00Z`)
  date.setUTCDate(date.getUTCDate() + ((6 - date.getUTCDay() + 7) % 7 || 7))
  return date.toISOString().slice(0, 10)
}

/** Of waters that the date hangs on only the slowest few are tried another way. */
const SLOWEST_TRIED = 2

/** The waters that the date hangs on longest. */
function slowest(build: Build, { days }: Planned): Water[] {
  const minutes = new Map<string, number>()
  for (const link of days.chain) {
    const key = link.step.split('/')[0]
    if (build.waters.some((w) => w.id === key))
      minutes.set(key, (minutes.get(key) ?? 0) + link.minutes)
  }
  return [...minutes]
    .sort((a, b) => b[1] - a[1])
    .slice(0, SLOWEST_TRIED)
    .map(([id]) => build.waters.find((w) => w.id === id)!)
}

/** Ways of the waters that the date hangs on longest, each as a change. */
function otherWays(build: Build, plan: Planned): Variant[] {
  return slowest(build, plan).flatMap((water) =>
    waysFor(water.kind)
      .filter((way) => way.id !== water.way)
      .map((way) =>
        variant(
          `way:${water.id}:${way.id}`,
          `${water.name}: another way`,
          way.name.toLowerCase(),
          setWay(water.id, way.id)
        )
      )
  )
}

/** Of several changes together only the best are told. */
const BEST_TOLD = 3
/** Of other ways only the quickest few are told. */
const WAYS_TOLD = 3
const GELS_TOLD = 2

/** More changes at once than this are not named one by one. */
const MOST_NAMED = 3

/** The change by its id, as it was told: for taking it on. Answers null when it is not offered any more. */
export function variantNamed(build: Build, plan: Planned, id: string): Variant | null {
  if (id.includes('+')) {
    const both = id.split('+').map((part) => variantNamed(build, plan, part))
    return both.every((v) => v !== null)
      ? variant(
          id,
          both.length > MOST_NAMED
            ? 'All that helps, at once'
            : both.map((v) => v!.title).join(' and '),
          both.map((v) => v!.what).join('; '),
          ...both.map((v) => v!.edit)
        )
      : null
  }
  const [kind, water, way] = id.split(':')
  const name = build.waters.find((w) => w.id === water)?.name
  if (kind === 'way' || kind === 'gel') {
    if (name === undefined) return null
    return kind === 'way'
      ? variant(id, `${name}: another way`, way, setWay(water, way))
      : variant(id, `${name}: another gel`, way, changeGel(water, way))
  }
  return variantsOf(build, plan).find((v) => v.id === id) ?? null
}

/**
 * Today's plan and what changes would make of it: finish, sittings, money, risk. What only makes
 * things later is not told. Where a deadline is set and none of them meets it alone, pairs of those
 * that help most are tried, and where none of those does, three together.
 */
export function whatIf(build: Build, shelf: Shelf, history: History): WhatIf[] {
  // one memory for all: what a change does not touch is not worked out again
  const plans = planner()
  const deadline = build.calendar.deadline
  const deadlineMs = deadline === null ? null : localInstant(deadline, build.calendar.zone)
  const told = (v: Variant): WhatIf => {
    const plan = finished(plans(v.edit(build), shelf, history))
    const { finishMs, sittings, handsMin } = plan.days
    const peaks = plan.stacks.pools
      .map((s) => s.heat?.peakC ?? s.light?.peakC ?? null)
      .filter((p) => p !== null)
    return {
      id: v.id,
      title: v.title,
      what: v.what,
      finishMs,
      sittings,
      handsMin,
      money: costToBuy(plan.amounts.shopping),
      peakC: peaks.length > 0 ? Math.max(...peaks) : null,
      stops: plan.findings.filter((f) => f.severity === 'stop').length,
      warns: plan.findings.filter((f) => f.severity === 'warn').length,
      meets: deadlineMs === null ? null : finishMs !== null && finishMs <= deadlineMs
    }
  }
  const plan = finished(plans(build, shelf, history))
  const today = told(variant('today', 'Today’s plan', 'as it is'))
  const sooner = (a: WhatIf, b: WhatIf) => (a.finishMs ?? Infinity) - (b.finishMs ?? Infinity)
  const helping = (w: WhatIf) =>
    sooner(w, today) <= 0 ||
    w.stops < today.stops ||
    w.warns < today.warns ||
    w.money < today.money ||
    (w.peakC ?? 0) < (today.peakC ?? 0)
  // two mixes made one are worth a sitting, or they are not worth saying
  const saves = (w: WhatIf) => !w.id.startsWith('mix:') || w.sittings < today.sittings
  const simple = variantsOf(build, plan).map(told).filter(helping).filter(saves)
  const best = (variants: Variant[], most: number) =>
    variants
      .map(told)
      .filter((w) => w.stops <= today.stops)
      .sort(sooner)
      .slice(0, most)
  const ways = best(otherWays(build, plan), WAYS_TOLD)
  const gels = best(otherGels(build, plan, shelf), GELS_TOLD).filter(
    (w) => sooner(w, today) < 0 && w.warns <= today.warns
  )
  const all = [today, ...simple, ...ways, ...gels]
  if (deadlineMs === null || all.some((w) => w.meets)) return all
  const sooners = [...simple, ...ways, ...gels]
    .filter((w) => w.finishMs !== null && today.finishMs !== null && w.finishMs < today.finishMs)
    .sort(sooner)
  const helps = sooners.slice(0, 4)
  const together = (group: readonly WhatIf[]): WhatIf[] => {
    if (!goTogether(group)) return []
    const found = variantNamed(build, plan, group.map((w) => w.id).join('+'))
    return found ? [told(found)] : []
  }
  const pairs = helps
    .flatMap((a, i) => helps.slice(i + 1).flatMap((b) => together([a, b])))
    .sort(sooner)
  if (pairs.some((w) => w.meets)) return [...all, ...pairs.slice(0, BEST_TOLD)]
  const threes = helps
    .flatMap((a, i) =>
      helps
        .slice(i + 1)
        .flatMap((b, k) => helps.slice(i + k + 2).flatMap((c) => together([a, b, c])))
    )
    .sort(sooner)
  const nearest = [...pairs, ...threes].sort(sooner).slice(0, BEST_TOLD)
  if (nearest.some((w) => w.meets)) return [...all, ...nearest]
  // all that helps, at once: what even that does not reach, nothing here does
  const most: WhatIf[] = []
  for (const w of sooners) if (goTogether([...most, w])) most.push(w)
  return [...all, ...nearest, ...(most.length > MOST_NAMED ? together(most) : [])]
}

/** Whether changes can be made at once: a water in one way, of one gel, in more coats or in fewer. */
function goTogether(group: readonly WhatIf[]): boolean {
  const waters = group.map((w) => w.id.split(':').slice(0, 2).join(':'))
  if (waters.some((w, i) => /^(way|gel):/.test(w) && waters.indexOf(w) !== i)) return false
  return !(group.some((w) => w.id === 'few') && group.some((w) => w.id === 'thin'))
}

/** How much later (above 0) or sooner than today's plan a change ends, min; null: one of them has no date. */
export const laterMin = (line: WhatIf, today: WhatIf | undefined): number | null =>
  line.finishMs === null || !today || today.finishMs === null
    ? null
    : Math.round((line.finishMs - today.finishMs) / 60_000)

const short = (w: WhatIf) =>
  /(way|gel):/.test(w.id) ? `${w.title} (${w.what})` : w.title.toLowerCase()

/** What would meet the deadline, in a sentence; empty: it is met, or there is none. */
export function deadlineWords(lines: readonly WhatIf[], zone: string): string {
  const [today, ...others] = lines
  if (!today || today.meets !== false) return ''
  const meeting = others.filter((w) => w.meets)
  if (meeting.length > 0) return `It would be met by: ${meeting.map(short).join('; or by ')}.`
  const best = [...others].sort((a, b) => (a.finishMs ?? Infinity) - (b.finishMs ?? Infinity))[0]
  const until = best?.finishMs && localIso(best.finishMs, zone).slice(0, 16).replace('T', ' ')
  if (best && best.id.split('+').length > MOST_NAMED)
    return `None of these meets it, and all of it together ends on ${until}. Free more hours, make less of it, or move the date.`
  return until
    ? `None of these meets it. The nearest is ${short(best)}: ${until}. Free more hours, make less of it, or move the date.`
    : 'None of these meets it. Free more hours, make less of it, or move the date.'
}
