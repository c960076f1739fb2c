import { computed, onMounted, type ComputedRef } from 'vue'
import { keptStack, type KeptStack } from '../core/build/stack'
import { wayOf } from '../core/craft/ways/catalog'
import { useBuildStore } from './stores/build'
import { useLibraryStore } from './stores/library'
import { useShelfStore } from './stores/shelf'

/** A stack of another water that may be laid on this one. */
export interface Elsewhere {
  id: string
  name: string
  kept: KeptStack
  /** Lays were put in, moved or left out: it is not just what its way puts down. */
  own: boolean
}

/** The stacks of all other waters of the same kind, in this build and in the others. */
export function useElsewhere(water: () => string): ComputedRef<Elsewhere[]> {
  const store = useBuildStore()
  const library = useLibraryStore()
  const shelf = useShelfStore()
  onMounted(() => {
    if (!library.ready) void library.refresh()
  })
  return computed(() => {
    const here = store.build
    const kind = here?.waters.find((w) => w.id === water())?.kind
    if (!here || !kind) return []
    const others = library.kept.map((r) => r.build).filter((b) => b.id !== here.id)
    return [here, ...others].flatMap((build) =>
      build.waters
        .filter((w) => w.kind === kind && (build !== here || w.id !== water()))
        .map((w): Elsewhere => {
          const kept = keptStack(build, w.id, shelf.own)!
          const way = wayOf(w)?.name ?? w.way
          return {
            id: `${build.id}/${w.id}`,
            name: `${w.name}${build === here ? '' : `, ${build.name}`}: ${way}`,
            kept,
            own: kept.laid.length > 0 || kept.order !== null || kept.lays.length > 0
          }
        })
    )
  })
}
