import type { PlannedBatch } from './types'

/** Cups by pool and pour, of each list of cups: gone through once, however many there are. */
const known = new WeakMap<readonly PlannedBatch[], ReadonlyMap<string, PlannedBatch[]>>()

const keyOf = (pool: string, pour: number) => `${pour}/${pool}`

/** The cups of one pour of a pool, in their order. The list must not change any more. */
export function cupsOfPour(
  batches: readonly PlannedBatch[],
  pool: string,
  pour: number
): readonly PlannedBatch[] {
  let index = known.get(batches)
  if (!index) {
    const found = new Map<string, PlannedBatch[]>()
    for (const batch of batches) {
      const key = keyOf(batch.pool, batch.pour)
      const there = found.get(key)
      if (there) there.push(batch)
      else found.set(key, [batch])
    }
    known.set(batches, (index = found))
  }
  return index.get(keyOf(pool, pour)) ?? []
}
