import type { Case, Contradiction } from './reading'

const wrong = (place: string, says: string): Contradiction => ({ rule: 'geometry', place, says })
const NEAR_MM = 0.01

/** Heights: what stands where nothing can is at least said. */
export function geometry(held: Case): Contradiction[] {
  return [...levels(held), ...layers(held), ...falls(held)]
}

/** No level above its dam and no bed under the board, unless the plan says so. */
function levels({ build, plan }: Case): Contradiction[] {
  const told = (water: string) =>
    plan.findings.some((f) => f.water === water && f.severity !== 'aside')
  return build.waters.flatMap((water) => {
    if (water.kind !== 'pool' || told(water.id)) return []
    const ground = plan.ground.pools.find((g) => g.id === water.id)
    const dammed = water.outline.some((c) => c.edge === 'dam')
    const found: Contradiction[] = []
    if (dammed && ground?.measured && water.levelMm > water.damTopMm + NEAR_MM)
      found.push(
        wrong(`ground.pools[${water.id}]`, 'its level is above its dam, and nobody is told')
      )
    if (ground?.measured && ground.lowestMm < -NEAR_MM)
      found.push(
        wrong(`ground.pools[${water.id}]`, 'its bed lies under the board, and nobody is told')
      )
    return found
  })
}

/** Pours lie one on the other, from the bed to the level. */
function layers({ build, plan }: Case): Contradiction[] {
  return plan.stacks.pools.flatMap(({ id, layers: poured }) => {
    const pool = build.waters.find((w) => w.id === id)
    if (pool?.kind !== 'pool' || poured.length === 0) return []
    const place = `stacks.pools[${id}].layers`
    const gap = poured.slice(1).some((l, i) => Math.abs(l.fromMm - poured[i].toMm) > NEAR_MM)
    if (gap || poured.some((l) => l.toMm < l.fromMm - NEAR_MM))
      return [wrong(place, 'they do not lie one on the other')]
    return Math.abs(poured.at(-1)!.toMm - pool.levelMm) > NEAR_MM
      ? [
          wrong(
            place,
            `the last ends at ${poured.at(-1)!.toMm} mm, and the level is ${pool.levelMm}`
          )
        ]
      : []
  })
}

/** A fall leaves something and comes down somewhere, or it is said that it does not. */
function falls({ build, plan }: Case): Contradiction[] {
  const pools = new Set(build.waters.flatMap((w) => (w.kind === 'pool' ? [w.id] : [])))
  const hung = new Set(plan.steps.steps.map((s) => s.water))
  return build.waters.flatMap((water) => {
    if (water.kind !== 'fall' || !hung.has(water.id)) return []
    const from = water.outlet || (water.lip && pools.has(water.lip.pool))
    if (from || plan.findings.some((f) => f.water === water.id && f.severity !== 'aside')) return []
    return [wrong(`steps[${water.id}]`, 'it is hung on nothing')]
  })
}
