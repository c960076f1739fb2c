import type { LayKind } from '../../craft/ways/types'
import type { Coat } from '../3-stacks/coat'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { PlannedLay } from './types'

/** How a lay of a kind is drawn in a core. */
const DRAWN: ReadonlyMap<LayKind, Coat['what']> = new Map([
  ['landform', 'landform'],
  ['shell', 'shell'],
  ['paint', 'paint'],
  ['seal', 'seal'],
  ['texture', 'paint'],
  ['tissue', 'paper'],
  ['resin', 'pour'],
  ['gel', 'gel'],
  ['lacquer', 'gloss'],
  ['white', 'white'],
  ['fibre', 'white'],
  ['part', 'strip']
])

/** The first coats that a lay may be, and that no other has taken yet: of resin as many as it has. */
function taken(coats: Coat[], lay: PlannedLay): Coat[] {
  const what = DRAWN.get(lay.kind)!
  const many = what === 'pour' ? lay.coats : 1
  const found = coats
    .filter((c) => c.what === what && (what !== 'paint' || c.material === lay.material))
    .slice(0, many)
  for (const coat of found) coats.splice(coats.indexOf(coat), 1)
  return found
}

/**
 * A core from the ground up, in the builder's order: what is left out is not in it, what was put in
 * is.
 *
 * @param lays    of the whole plan
 * @param coats   as thick as the ways lay them
 * @param stacks  which are drilled through, from below
 */
export function coreOf(
  lays: readonly PlannedLay[],
  coats: readonly Coat[],
  stacks: readonly string[]
): Coat[] {
  const left = [...coats]
  return stacks.flatMap((stack) =>
    lays
      .filter((lay) => lay.stack === stack)
      .flatMap((lay): Coat[] => {
        const own = lay.laid ? [] : taken(left, lay)
        if (lay.state === 'leftOut') return []
        if (own.length > 0) return own
        // hanging and setting are a step of hands, and no coat
        if (lay.kind === 'part' && !lay.laid) return []
        return [
          {
            what: DRAWN.get(lay.kind)!,
            material: lay.material,
            label: lay.coats > 1 ? `${lay.name}, ${lay.coats} coats` : lay.name,
            thicknessMm: lay.thicknessMm ?? 0
          }
        ]
      })
  )
}

/**
 * What a lay lies on: the next one under it in its stack that is not left out, then the ground; null:
 * nothing.
 */
export function layUnder(lays: readonly PlannedLay[], id: string): PlannedLay | null {
  const lay = lays.find((l) => l.id === id)
  if (!lay) return null
  const under = (stack: string, before?: PlannedLay) => {
    const own = lays.filter((l) => l.stack === stack)
    const until = before ? own.indexOf(before) : own.length
    return own.slice(0, until).findLast((l) => l.state !== 'leftOut') ?? null
  }
  return under(lay.stack, lay) ?? (lay.stack === 'ground' ? null : under('ground'))
}

/**
 * What a step puts down and what that lies on, in words; empty: it lies on nothing.
 *
 * @example liesOn([], null) // ""
 */
export function liesOn(lays: readonly PlannedLay[], lay: string | null): string {
  const own = lays.find((l) => l.id === lay)
  if (!own) return ''
  const under = own.apart ? null : layUnder(lays, own.id)
  return under ? `${own.name}, on ${under.name.toLowerCase()}` : own.name
}

/** The lay on top of a water; null: nothing lies there. */
export const topLay = (lays: readonly PlannedLay[], stack: string): PlannedLay | null =>
  lays.findLast((l) => l.stack === stack && l.state !== 'leftOut') ?? null

/** A lay that was put into a pool, as it is drawn in a section. */
export interface LaidLine {
  id: string
  pool: string
  name: string
  kind: LayKind
  /** Height that it lies at, mm; null: on the bed. */
  atMm: number | null
  thicknessMm: number
}

/** What was put into the pools, each at its height. */
export function laidLines(lays: readonly PlannedLay[], stacks: StacksPlan): LaidLine[] {
  return stacks.pools.flatMap(({ id, layers }) => {
    const found: LaidLine[] = []
    let [pours, at] = [0, null as number | null]
    for (const lay of lays.filter((l) => l.stack === id && l.state !== 'leftOut')) {
      if (!lay.laid) {
        if (lay.kind === 'resin') at = layers[pours++]?.toMm ?? at
        continue
      }
      const { name, kind } = lay
      const thicknessMm = lay.thicknessMm ?? 0
      found.push({ id: lay.id, pool: id, name, kind, atMm: at, thicknessMm })
      if (at !== null) at += thicknessMm
    }
    return found
  })
}
