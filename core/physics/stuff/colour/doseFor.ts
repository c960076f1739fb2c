import { deltaE2000 } from './difference'
import { labOfXyz, linearOf, xyzOfRgb } from './rgb'
import { reflectanceOf } from './reflectance'
import { seenOver, type SeenColour, type TintedPour, type TintOptics } from './tint'

export interface DoseInput {
  /** The colour wanted at the deepest place, `#rrggbb`. */
  wanted: string
  depthMm: number
  /** Colour of the bed, `#rrggbb`. */
  bed: string
  tints: readonly { id: string; optics: TintOptics }[]
  /** Bands that are tinted already, below and above the one asked for, from the bed up. */
  below?: readonly TintedPour[]
  above?: readonly TintedPour[]
}

export interface Dose {
  /** Whole and half drops in 100 g, of the tints that are used. */
  drops: { id: string; per100G: number }[]
  /** The colour that they give, and how far it is from the wanted, CIEDE2000. */
  colour: string
  deltaE: number
}

/** Stronger than this nobody tints, drops of one tint in 100 g. Common practice, no source. */
export const STRONGEST_DROPS = 20
/** Half and whole drops, more and less: of one tint, or of two at once. */
const STEPS = [-1, -0.5, 0.5, 1]
/** Further away, of three tints at once. */
const FAR = [-2, -1.5, -1, -0.5, 0.5, 1, 1.5, 2]
/** Where pairs of tints are begun from, drops. */
const COARSE = [0.5, 1.5, 3, 5, 7.5, 10, 14, 19]
/** Every dose there is, where the tints are so few that all can be tried. */
const EVERY = Array.from({ length: 2 * STRONGEST_DROPS + 1 }, (_, i) => i / 2)
const FEW = 2

/**
 * Drops for a colour wanted over a bed: the whole and half drops in 100 g whose water comes nearest
 * to it.
 *
 * From every tint alone and every pair at a few strengths, half a drop and a drop at a time, of one
 * tint or of two, at the end of three, for as long as it comes nearer.
 *
 * @param input  colours `#rrggbb`, depth mm, tints with what they do to light
 * @returns      the drops, the colour they give, and its distance by CIEDE2000
 * @example doseFor({ wanted: '#ffffff', depthMm: 5, bed: '#ffffff', tints: [] }).deltaE // 0
 */
export function doseFor({ wanted, depthMm, bed, tints, below = [], above = [] }: DoseInput): Dose {
  const goal = labOfXyz(xyzOfRgb(linearOf(wanted)))
  const under = reflectanceOf(bed)
  const known = new Map<string, { seen: SeenColour; off: number }>()
  const at = (drops: readonly number[]) => {
    const key = drops.join()
    const there = known.get(key)
    if (there) return there
    const own = tints.map((t, i) => ({ optics: t.optics, dropsPer100G: drops[i] }))
    const seen = seenOver(under, [...below, { depthMm, tints: own }, ...above])
    const found = { seen, off: deltaE2000(goal, seen.lab) }
    known.set(key, found)
    return found
  }
  const none = tints.map(() => 0)
  const put = (drops: readonly number[], ...set: [number, number][]) =>
    set.reduce((all, [i, n]) => all.map((v, k) => (k === i ? n : v)), [...drops])
  const lines = tints.length <= FEW ? EVERY : COARSE
  const starts = [
    none,
    ...tints.flatMap((_, i) =>
      lines.flatMap((n) => [
        put(none, [i, n]),
        ...tints
          .slice(i + 1)
          .flatMap((__, k) => lines.map((m) => put(none, [i, n], [i + 1 + k, m])))
      ])
    )
  ]
  /** Doses with so many tints at once moved by one of the steps each. */
  const moved = (
    drops: readonly number[],
    tintsAtOnce: number,
    by: readonly number[],
    from = 0
  ): number[][] =>
    tintsAtOnce === 0
      ? [[...drops]]
      : tints.slice(from).flatMap((_, k): number[][] =>
          by.flatMap((step): number[][] => {
            const i = from + k
            return moved(put(drops, [i, drops[i] + step]), tintsAtOnce - 1, by, i + 1)
          })
        )
  const near = (drops: readonly number[]) => [...moved(drops, 1, STEPS), ...moved(drops, 2, STEPS)]
  const allowed = (drops: readonly number[]) => drops.every((n) => n >= 0 && n <= STRONGEST_DROPS)
  const nearest = (all: readonly number[][]) =>
    all.reduce((best, d) => (at(d).off < at(best).off - 1e-12 ? d : best))
  const better = (begin: readonly number[]): number[] => {
    let here = [...begin]
    for (;;) {
      const next = nearest([here, ...near(here).filter(allowed)])
      if (next === here) return here
      here = next
    }
  }
  // downhill from the few best places to begin from
  const begun = [...starts].sort((a, b) => at(a).off - at(b).off).slice(0, 24)
  // dark water is a long valley: three tints at once, further away, where two at once find no more
  let best = nearest(begun.map(better))
  for (;;) {
    const next = better(nearest([best, ...moved(best, 3, FAR).filter(allowed)]))
    if (at(next).off >= at(best).off - 1e-12) break
    best = next
  }
  return {
    drops: tints.flatMap(({ id }, i) => (best[i] > 0 ? [{ id, per100G: best[i] }] : [])),
    colour: at(best).seen.colour,
    deltaE: at(best).off
  }
}
