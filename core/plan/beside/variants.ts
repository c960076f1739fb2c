import { changeGel, changeMaking, setWay, type Edit } from '../../build/edits'
import { CARE_NAMED, setCare, setLays, tieMixes } from '../../build/lays'
import { movingOf, WEEKDAYS, type Build, type Moving, type Water } from '../../build/types'
import { setCalendar } from '../../build/workEdits'
import { localIso } from '../../build/zone'
import type { Shelf } from '../../craft/materials/shelf'
import type { Gel } from '../../craft/materials/types'
import { wayOf, waysFor } from '../../craft/ways/catalog'
import type { LayKind } from '../../craft/ways/types'
import { pourId } from '../4-amounts/ties'
import { mixName } from '../6-steps/mixName'
import type { Plan } from '../derivePlan'
import { joined, quantity, say, type Sentence } from '../../words/sentence'

/** A change that can be tried and taken on. */
export interface Variant {
  id: string
  title: string
  what: Sentence
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

export const variant = (id: string, title: string, what: Sentence, ...edits: Edit[]): Variant => ({
  id,
  title,
  what,
  edit: (build) => edits.reduce((b, e) => e(b), build)
})
const room =
  (change: Partial<Build['room']>): Edit =>
  (build) => ({ ...build, room: { ...build.room, ...change } })

/** What is tried is tried from the plan as it stands: so many coats are laid now. */
export type Planned = Pick<Plan, 'stacks' | 'amounts' | 'steps' | 'days'>

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
  const named = (id: string) => mixName(build, steps, id)
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
export function otherGels(build: Build, plan: Planned, shelf: Shelf): Variant[] {
  return slowest(build, plan)
    .filter((w): w is Moving => w.kind !== 'pool' && !wayOf(w)?.usual?.gel)
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
        say`${quantity(warm, '°C')} in place of ${quantity(tempC, '°C')}`,
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
export function otherWays(build: Build, plan: Planned): Variant[] {
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

/** More changes at once than this are not named one by one. */
export const MOST_NAMED = 3

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
          joined(
            both.map((v) => v!.what),
            '; '
          ),
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
