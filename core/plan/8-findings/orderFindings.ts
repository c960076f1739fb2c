import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { movingOf, type Build } from '../../build/types'
import { bondOf } from '../../craft/bonds'
import { FOAM_EATERS, HARM, pairOf, THINGS, type ThingId } from '../../craft/materials/pairs'
import { wayFor, wayOf } from '../../craft/ways/catalog'
import type { Finding, Stages } from './types'

/** The ways at work in a build. */
const waysOf = (build: Build) =>
  [
    ...build.waters.map((w) => wayOf(w)),
    wayFor('white', build.finish.white),
    wayFor('spray', build.finish.spray)
  ].flatMap((w) => w ?? [])

/** Whether one step comes before another in the network, however many lie between. */
function comesBefore(from: string, to: string, after: ReadonlyMap<string, string[]>): boolean {
  const open = [from]
  const seen = new Set(open)
  for (let i = 0; i < open.length; i++) {
    if (open[i] === to) return true
    for (const next of after.get(open[i]) ?? [])
      if (!seen.has(next)) {
        seen.add(next)
        open.push(next)
      }
  }
  return false
}

/** What the order of the work keeps from spoiling each other, and what it cannot. */
export function orderFindings(build: Build, stages: Stages, shelf: Shelf): Finding[] {
  const { steps, links } = stages.steps
  if (build.waters.length === 0) return []
  const after = new Map<string, string[]>()
  for (const link of links) after.set(link.from, [...(after.get(link.from) ?? []), link.to])
  const ids = steps.map((s) => s.id)
  const kept: string[] = []
  const found: Finding[] = []
  /** All steps of one ending come before all of another. */
  const keeps = (what: string, first: (id: string) => boolean, then: (id: string) => boolean) => {
    const [a, b] = [ids.filter(first), ids.filter(then)]
    if (a.length === 0 || b.length === 0) return
    const broken = b.find((to) => !a.some((from) => comesBefore(from, to, after)))
    if (broken === undefined) kept.push(what)
    else
      found.push({
        id: `order-${kept.length + found.length}`,
        severity: 'stop',
        place: 'days',
        water: null,
        title: `Out of order: ${what}`,
        number: broken,
        reason: 'The one would spoil the other.',
        wayOut: 'Choose another way of making it.'
      })
  }
  keeps(
    'bed painted before anything is poured',
    (id) => id === 'ground/paint',
    (id) => /\/pour(#|$)/.test(id)
  )
  keeps(
    'the bed dry before the resin',
    (id) => id.endsWith('/dryout'),
    // only what was wetted has to dry
    (id) => /\/pour(#|$)/.test(id) && ids.includes(`${id.split('/')[0]}/dryout`)
  )
  keeps(
    'white before gloss',
    (id) => id === 'white/white',
    (id) => id === 'finish/gloss'
  )
  keeps(
    'gel clear before white goes over it',
    (id) => id.endsWith('/gel') || id.endsWith('/ripple') || id.endsWith('/blend'),
    (id) => id === 'white/white'
  )
  keeps(
    'foam sealed before solvent and glue come near',
    (id) => id.startsWith('ground/seal'),
    (id) => /\/(hang|steps)$/.test(id)
  )
  if (steps.some((s) => s.cautions.includes('torch') && /\/pour(#|$)/.test(s.id)))
    kept.push(
      'plants after the flame: set no turf at the edge until the last pour has been torched'
    )
  if (
    build.waters.some(
      (w) => w.kind !== 'pool' && onShelf(shelf, 'gel', w.gel)?.catchesDust === true
    ) ||
    ids.includes('finish/gloss')
  )
    kept.push('dust off the gloss: a box over it until it is dry')
  if (kept.length > 0)
    found.push({
      id: 'order',
      severity: 'aside',
      place: 'build-up',
      water: null,
      title: 'What the order keeps apart',
      number: `${kept.length} pairs`,
      reason: `${kept.map((k) => k.charAt(0).toUpperCase() + k.slice(1)).join('. ')}.`,
      wayOut: 'Keep to it when you work ahead. The table of what spoils what is on Shelf.'
    })

  const bare =
    onShelf(shelf, 'landform', build.ground.landform)?.foam === true &&
    build.ground.shellMm < 0.5 &&
    build.ground.sealCoats === 0
  if (bare) {
    const eaters = new Set(
      waysOf(build)
        .flatMap((w) => [
          ...(w.meets ?? []).flatMap((m) => [m.a, m.b]),
          ...w.uses.map((u) => u.material as ThingId)
        ])
        .concat(movingOf(build).flatMap((w) => bondOf(wayOf(w), w.make)?.thing ?? []))
        .filter((t) => FOAM_EATERS.includes(t))
    )
    for (const eater of eaters) {
      const pair = pairOf(eater, 'unsealed-foam')
      if (pair && HARM.includes(pair.result))
        found.push({
          id: `foam-${eater}`,
          severity: 'stop',
          place: 'ground',
          water: null,
          title: `${THINGS[eater].name.charAt(0).toUpperCase()}${THINGS[eater].name.slice(1)} on bare foam`,
          number: pair.result,
          reason: pair.why,
          wayOut: 'Give the landform a shell or coats of seal.'
        })
    }
  }
  return found
}
