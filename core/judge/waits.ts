import { ofStep, templateOf, worked } from './scopes'
import type { Case, Contradiction, StepRead } from './reading'
import { minutesBetween } from '../physics/time'

/** Thirty days. */
const NEVER_MIN = 43_200
const wrong = (place: string, says: string): Contradiction => ({ rule: 'waits', place, says })

/** Waits: none is 0 where something is wet, and one wait is one number wherever it is told. */
export function waits(held: Case): Contradiction[] {
  return [...neverNothing(held), ...oneNumber(held), ...coatsAgree(held), ...inTurn(held)]
}

function neverNothing(held: Case): Contradiction[] {
  const all = worked(held)
  const { steps, links } = held.plan.steps
  // clay holds as soon as it is pressed on
  const holds = (s: StepRead) => {
    const pool = held.build.waters.find((w) => s.of === `${w.id}/dam`)
    const dam = pool?.kind === 'pool' ? held.material(pool.dam) : undefined
    return dam?.kind === 'dam' && dam.setMin === 0
  }
  const still = steps.flatMap((s) =>
    s.becomes !== null &&
    !(s.waitMin > 0) &&
    !holds(s) &&
    s.of.includes('/') &&
    !s.of.startsWith('own/')
      ? [wrong(`steps.steps[${s.id}]`, `it is to become ${s.becomes} in ${s.waitMin} min`)]
      : []
  )
  const liquid = links.flatMap((l) => {
    const [from, to] = [templateOf(all, ofStep(l.from)), templateOf(all, ofStep(l.to))]
    const pulled = from?.template.does === 'fill' && to?.template.does === 'undam'
    if (!pulled || from.at.key !== to.at.key || l.minMin > 0) return []
    return [wrong(`steps.links[${l.from}→${l.to}]`, `undammed ${l.minMin} min after the last pour`)]
  })
  const early = held.plan.stacks.pools.flatMap((p) =>
    p.heat?.undamMin !== undefined && p.heat?.undamMin !== null && !(p.heat.undamMin > 0)
      ? [wrong(`stacks.pools[${p.id}].heat.undamMin`, 'a pour stands without its dam at once')]
      : []
  )
  return [...still, ...liquid, ...early]
}

/** A wait as Days draws it lasts as long as its step says. */
function oneNumber({ plan, touched }: Case): Contradiction[] {
  if (plan.days.confidence !== 'likely') return []
  return plan.days.waits.flatMap((w) => {
    const step = plan.steps.steps.find((s) => s.id === w.step)
    const told = minutesBetween(w.startMs, w.endMs)
    if (!step || touched.has(w.step) || Math.abs(told - step.waitMin) <= 1) return []
    return [
      wrong(`days.waits[${w.step}]`, `${Math.round(told)} min in Days, ${step.waitMin} at its step`)
    ]
  })
}

/** Coats of gel: as many, and as long each, in the stack as in the steps. */
function coatsAgree(held: Case): Contradiction[] {
  const all = worked(held)
  return held.plan.stacks.forms.flatMap(({ id, laying }) => {
    const at = all.find((w) => w.key === id)
    if (!laying || !at || laying.clearH === null || laying.totalH === null) return []
    const place = `stacks.forms[${id}].laying`
    const found: Contradiction[] = []
    if (Math.abs(laying.totalH - laying.clearH * laying.coats) > 0.02 * laying.totalH + 0.02)
      found.push(
        wrong(place, `${laying.coats} coats of ${laying.clearH} h are told as ${laying.totalH}`)
      )
    const inCoats = at.way.steps.find((s) => s.times === 'gelCoats' || s.times === 'underCoats')
    if (!inCoats && laying.coats !== 1)
      found.push(wrong(place, `its stack tells ${laying.coats} coats, and its way lays one`))
    if (!inCoats || inCoats.wait?.min !== 'formClear') return found
    const steps = held.plan.steps.steps.filter((s) => s.of === `${id}/${inCoats.id}`)
    const wanted = laying.coats - (inCoats.times === 'underCoats' ? 1 : 0)
    if (steps.length > 0 && steps.length !== wanted)
      found.push(wrong(place, `its stack tells ${wanted} coats, and ${steps.length} are laid`))
    for (const step of steps) {
      const learned = step.foretoldMin > 0 ? step.waitMin / step.foretoldMin : 1
      // what never clears while anybody waits is said by a finding, and planned as thirty days
      const never = held.plan.findings.some((f) => f.water === id && f.severity === 'stop')
      if (never && step.waitMin === NEVER_MIN) continue
      // a builder may want to wait longer than until it is clear
      if (step.waitMin < learned * laying.clearH * 60 - 2)
        found.push(
          wrong(
            `steps.steps[${step.id}]`,
            `it waits ${step.waitMin} min, and is clear in ${Math.round(60 * laying.clearH)}`
          )
        )
    }
    return found
  })
}

/** What is likely does not come after what is sure. */
function inTurn({ plan }: Case): Contradiction[] {
  const { likelyMs, sureMs } = plan.days
  const finish =
    likelyMs !== null && sureMs !== null && likelyMs > sureMs
      ? [wrong('days', 'it is likely finished after it surely is')]
      : []
  const each = plan.days.waits.flatMap((w) =>
    w.likelyMs > w.sureMs || w.endMs < w.startMs
      ? [wrong(`days.waits[${w.step}]`, 'it is likely over after it surely is')]
      : []
  )
  return [...finish, ...each]
}
