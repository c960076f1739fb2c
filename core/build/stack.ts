import type { Material } from '../craft/materials/types'
import { carrying, namer } from './carry'
import type { Edit } from './edits'
import { changeLaid } from './lays'
import type { Build, Laid, LayState, Water } from './types'

/** A stack, kept to be laid again: on another water, in another build, by somebody else. */
export interface KeptStack {
  format: 'tall-spindle-stack'
  version: 1
  name: string
  kind: Water['kind']
  /** The way that puts down what was not put in. */
  way: string
  /** What it is made of and in how many coats: nothing of where it lies or how large it is. */
  making: Record<string, unknown>
  /** Lays put in, each with an id of its own here. */
  laid: Omit<Laid, 'stack' | 'zone' | 'sets'>[]
  /** From the ground up: "/pour#1" of its way, "lay1" of those put in; null: as its way has it. */
  order: string[] | null
  /** Steps of its way that are left out or there already: "/leak". */
  lays: { step: string; state: LayState }[]
  /** The bottles of one's own that it names. */
  bottles?: Material[]
}

/** What of a water is its making. */
const MAKING: Readonly<Record<Water['kind'], readonly string[]>> = {
  pool: ['dam', 'resin', 'tints', 'pours', 'heed', 'tinting', 'light', 'skin', 'gloss'],
  fall: ['gel', 'stripWidthMm', 'spares', 'hang', 'make'],
  reach: ['gel', 'make'],
  sea: ['gel', 'make'],
  splash: ['gel', 'make']
}

/**
 * The stack of a water as it may be laid elsewhere; null: there is no such water.
 *
 * @param own  the builder's own bottles: those that it names go along
 */
export function keptStack(
  build: Build,
  id: string,
  own: readonly Material[] = []
): KeptStack | null {
  const water = build.waters.find((w) => w.id === id)
  if (!water) return null
  const all: Record<string, unknown> = { ...water }
  const here = (step: string) => step.startsWith(`${id}/`)
  const bare = (step: string) => (here(step) ? step.slice(id.length) : step)
  const order = build.stacks.find((s) => s.stack === id)?.lays.map(bare) ?? null
  const kept: KeptStack = {
    format: 'tall-spindle-stack',
    version: 1,
    name: water.name,
    kind: water.kind,
    way: water.way,
    making: Object.fromEntries(MAKING[water.kind].map((key) => [key, all[key]])),
    laid: build.laid
      .filter((l) => l.stack === id)
      .map(({ stack: _here, zone: _place, sets: _thing, ...laid }) => laid),
    order,
    lays: build.lays.filter((l) => here(l.id)).map((l) => ({ step: bare(l.id), state: l.state }))
  }
  const names = namer(kept)
  const bottles = (carrying(build, own).bottles ?? []).filter((b) => names(b.id))
  return bottles.length > 0 ? { ...kept, bottles } : kept
}

/**
 * Lays a kept stack on a water of the same kind, in place of what it was: its shape, its place and
 * its size stay. Water of another kind stays as it is.
 */
export const layStack =
  (kept: KeptStack, id: string): Edit =>
  (build) => {
    const water = build.waters.find((w) => w.id === id)
    if (water?.kind !== kept.kind) return build
    const bare = build.laid
      .filter((l) => l.stack === id)
      .reduce((b, l) => changeLaid(l.id, null)(b), build)
    const ids = new Map<string, string>()
    const taken = new Set([...bare.laid, ...bare.waters].map((x) => x.id))
    for (const laid of kept.laid) {
      let n = 1
      while (taken.has(`lay${n}`)) n++
      taken.add(`lay${n}`)
      ids.set(laid.id, `lay${n}`)
    }
    const making = Object.fromEntries(
      MAKING[kept.kind].flatMap((key) => (key in kept.making ? [[key, kept.making[key]]] : []))
    )
    const there = new Set((bare.bottles ?? []).map((b) => b.id))
    const bottles = [
      ...(bare.bottles ?? []),
      ...(kept.bottles ?? []).filter((b) => !there.has(b.id))
    ]
    const named = (lay: string) => ids.get(lay) ?? `${id}${lay}`
    return {
      ...bare,
      ...(bottles.length > 0 ? { bottles } : {}),
      waters: bare.waters.map((w) =>
        w.id === id ? ({ ...w, ...making, way: kept.way } as Water) : w
      ),
      laid: [...bare.laid, ...kept.laid.map((l) => ({ ...l, id: ids.get(l.id)!, stack: id }))],
      stacks: [
        ...bare.stacks.filter((s) => s.stack !== id),
        ...(kept.order ? [{ stack: id, lays: kept.order.map(named) }] : [])
      ],
      lays: [
        ...bare.lays.filter((l) => !l.id.startsWith(`${id}/`)),
        ...kept.lays.map((l) => ({ id: `${id}${l.step}`, state: l.state }))
      ]
    }
  }

/** A kept stack as a file, laid out to be read. */
export const writeStack = (kept: KeptStack): string => `${JSON.stringify(kept, null, 2)}\n`
