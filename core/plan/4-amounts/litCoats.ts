import type { Read } from '../reads'
import type { Pool } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { PoolStack } from '../3-stacks/poolStack'

/** Resin and exact drops of each coat under the lamp, from the ground up, for all copies. */
export function litCoats(
  build: Read<'amounts'>,
  pool: Pool,
  stack: PoolStack | undefined,
  shelf: Shelf
): { massG: number; exact: Record<string, number> }[] {
  const resin = onShelf(shelf, 'light-resin', pool.light.resin)
  const more = (1 + build.mixing.wastePct / 100) * build.copies
  return (stack?.layers ?? []).map(({ volumeMl, tints }) => {
    const massG = volumeMl * (resin?.densityGCm3 ?? 1) * more
    return {
      massG,
      exact: Object.fromEntries(tints.map((t) => [t.id, (t.dropsPer100G * massG) / 100]))
    }
  })
}
