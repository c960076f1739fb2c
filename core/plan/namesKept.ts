import { asNamed } from '../words/units'
import type { Build } from '../build/types'

/** A list with its names kept from being turned into other units; the same list where none would be. */
function named<T extends { name: string }>(list: readonly T[]): T[] {
  const turned = list.map((item) => {
    const name = asNamed(item.name)
    return name === item.name ? item : { ...item, name }
  })
  return turned.every((item, i) => item === list[i]) ? (list as T[]) : turned
}

/**
 * A build whose names stay what the builder wrote, in whatever units the plan's sentences are read:
 * "Pond 20 mm deep" is a name and no depth. The same build where no name speaks of a quantity.
 */
export function withNamesKept(build: Build): Build {
  const waters = named(
    named(build.waters).map((w) => {
      if (w.kind !== 'pool') return w
      const standing = named(w.standing)
      return standing === w.standing ? w : { ...w, standing }
    })
  )
  const [laid, own, fillers] = [named(build.laid), named(build.own), named(build.fillers)]
  const bottles = build.bottles && named(build.bottles)
  const same =
    waters.every((w, i) => w === build.waters[i]) &&
    laid === build.laid &&
    own === build.own &&
    fillers === build.fillers &&
    bottles === build.bottles
  if (same) return build
  return { ...build, waters, laid, own, fillers, ...(bottles ? { bottles } : {}) }
}
