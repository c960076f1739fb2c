import type { Build } from '../../build/types'
import { localInstant, localIso } from '../../build/zone'
import type { Shelf } from '../../craft/materials/shelf'
import { costToBuy } from '../4-amounts/shopping'
import { finished, planner } from '../derivePlan'
import type { History } from '../learned/history'
import type { Tell } from './tell'
import {
  MOST_NAMED,
  otherGels,
  otherWays,
  variant,
  variantNamed,
  variantsOf,
  type Variant
} from './variants'
import { minutesBetween } from '../../physics/time'
import { joined, say, type Sentence } from '../../words/sentence'

/** What a change would come to, beside today's plan. */
export interface WhatIf {
  /** `today` is the plan as it is. */
  id: string
  title: string
  /** What is changed, in the builder's words. */
  what: Sentence
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

/** Of several changes together only the best are told. */
const BEST_TOLD = 3
/** Of other ways only the quickest few are told. */
const WAYS_TOLD = 3
const GELS_TOLD = 2

/**
 * Today's plan and what changes would make of it: finish, sittings, money, risk. What only makes
 * things later is not told. Where a deadline is set and none of them meets it alone, pairs of those
 * that help most are tried, and where none of those does, three together.
 *
 * @param tell  told after each, how many are tried of how many so far
 */
export function whatIf(
  build: Build,
  shelf: Shelf,
  history: History,
  tell: Tell = () => undefined
): WhatIf[] {
  // one memory for all: what a change does not touch is not worked out again
  const plans = planner()
  const deadline = build.calendar.deadline
  const deadlineMs = deadline === null ? null : localInstant(deadline, build.calendar.zone)
  let [done, many] = [0, 0]
  const told = (v: Variant): WhatIf => {
    const plan = finished(plans(v.edit(build), shelf, history))
    tell(++done, Math.max(done, many))
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
  const changes = variantsOf(build, plan)
  const [waysThen, gelsThen] = [otherWays(build, plan), otherGels(build, plan, shelf)]
  many = 1 + changes.length + waysThen.length + gelsThen.length
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
  const simple = changes.map(told).filter(helping).filter(saves)
  const best = (variants: Variant[], most: number) =>
    variants
      .map(told)
      .filter((w) => w.stops <= today.stops)
      .sort(sooner)
      .slice(0, most)
  const ways = best(waysThen, WAYS_TOLD)
  const gels = best(gelsThen, GELS_TOLD).filter(
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
    : Math.round(minutesBetween(today.finishMs, line.finishMs))

const short = (w: WhatIf) =>
  /(way|gel):/.test(w.id) ? say`${w.title} (${w.what})` : w.title.toLowerCase()

/** What would meet the deadline, in a sentence; empty: it is met, or there is none. */
export function deadlineWords(lines: readonly WhatIf[], zone: string): Sentence {
  const [today, ...others] = lines
  if (!today || today.meets !== false) return ''
  const meeting = others.filter((w) => w.meets)
  if (meeting.length > 0) return say`It would be met by: ${joined(meeting.map(short), '; or by ')}.`
  const best = [...others].sort((a, b) => (a.finishMs ?? Infinity) - (b.finishMs ?? Infinity))[0]
  const until = best?.finishMs && localIso(best.finishMs, zone).slice(0, 16).replace('T', ' ')
  if (best && best.id.split('+').length > MOST_NAMED)
    return `None of these meets it, and all of it together ends on ${until}. Free more hours, make less of it, or move the date.`
  return until
    ? say`None of these meets it. The nearest is ${short(best)}: ${until}. Free more hours, make less of it, or move the date.`
    : 'None of these meets it. Free more hours, make less of it, or move the date.'
}
