import type { Material } from '../craft/materials/types'
import type { Build } from './types'

/**
 * Whether a build, or a part of one, names a material, wherever: as ground, dam or resin, as gel, tint or film, in a
 * lay, in a step of the builder's own.
 */
export function namer({
  bottles: _carried,
  ...build
}: {
  bottles?: unknown
}): (material: string) => boolean {
  const text = JSON.stringify(build)
  return (material) => text.includes(`:${JSON.stringify(material)}`)
}

/**
 * The build with the builder's own bottles that it pours from, so that its file means the same on
 * another shelf. Stock
 * stays at home. A build that names none is given back as it is.
 */
export function carrying(build: Build, own: readonly Material[]): Build {
  const names = namer(build)
  const bottles = [
    ...own.filter((m) => m.own),
    ...(build.bottles ?? []).filter((b) => !own.some((m) => m.id === b.id))
  ]
    .filter((m) => names(m.id))
    .map((m): Material => ({ ...m, stock: undefined }))
  if (bottles.length === 0 && !build.bottles) return build
  if (JSON.stringify(bottles) === JSON.stringify(build.bottles ?? [])) return build
  return bottles.length > 0 ? { ...build, bottles } : { ...build, bottles: undefined }
}
