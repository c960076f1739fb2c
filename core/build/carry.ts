import type { Material } from '../craft/materials/types'
import type { Build } from './types'

/** Every material that a build names by id. */
function named(build: Build): Set<string> {
  const ids = new Set<string>()
  for (const water of build.waters) {
    if (water.kind !== 'pool') continue
    ids.add(water.resin).add(water.light.resin).add(water.light.lamp)
    for (const dose of [water.tints, ...water.bands.map((b) => b.tints)].flat()) ids.add(dose.id)
  }
  for (const { material } of build.laid) if (material) ids.add(material)
  for (const { uses } of build.own) if (uses) ids.add(uses.material)
  return ids
}

/**
 * The build with the builder's own bottles that it pours from, so that its file means the same on
 * another shelf. Stock
 * stays at home. A build that names none is given back as it is.
 */
export function carrying(build: Build, own: readonly Material[]): Build {
  const ids = named(build)
  const bottles = [
    ...own.filter((m) => m.own),
    ...(build.bottles ?? []).filter((b) => !own.some((m) => m.id === b.id))
  ]
    .filter((m) => ids.has(m.id))
    .map((m): Material => ({ ...m, stock: undefined }))
  if (bottles.length === 0 && !build.bottles) return build
  if (JSON.stringify(bottles) === JSON.stringify(build.bottles ?? [])) return build
  return bottles.length > 0 ? { ...build, bottles } : { ...build, bottles: undefined }
}
