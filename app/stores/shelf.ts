import { defineStore } from 'pinia'
import { computed, ref, shallowRef, type ShallowRef } from 'vue'
import { BUILT_IN, shelfOf, withBottles } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { isFull } from '../storage/builds'
import { keepOnShelf, loadShelf, takeFromShelf } from '../storage/shelf'
import { hear, TAB, tell } from '../storage/tabs'

/** A change of the shelf as it can be taken back: what stood there before. */
interface Change {
  id: string
  before: Material | null
  label: string
}

/** What the builder has: own bottles, and stock and prices of the built-in kinds. */
export const useShelfStore = defineStore('shelf', () => {
  const own = shallowRef<Material[]>([])
  const problem = ref('')
  /** Last state before each change, for taking it back. */
  const undone = shallowRef<Change[]>([])
  const redone = shallowRef<Change[]>([])
  const shelf = computed(() => shelfOf([...BUILT_IN, ...own.value]))

  async function refresh(): Promise<void> {
    try {
      own.value = await loadShelf()
    } catch (error) {
      problem.value = `The shelf cannot be read: ${error instanceof Error ? error.message : String(error)}`
    }
  }

  async function change(
    id: string,
    material: Material | null,
    label: string,
    pile = undone
  ): Promise<boolean> {
    const before = own.value.find((m) => m.id === id) ?? null
    try {
      if (material) await keepOnShelf(material)
      else await takeFromShelf(id)
      pile.value = [...pile.value.slice(-50), { id, before, label }]
      problem.value = ''
    } catch (error) {
      problem.value = isFull(error)
        ? 'The browser’s store is full: nothing was changed.'
        : `Nothing was changed. ${error instanceof Error ? error.message : String(error)}`
      return false
    }
    await refresh()
    tell({ kind: 'shelfChanged' })
    return true
  }

  function fresh(id: string, material: Material | null, label: string): Promise<boolean> {
    redone.value = []
    return change(id, material, label)
  }
  const keep = (material: Material, label = 'Bottle') => fresh(material.id, material, label)
  const remove = (id: string) => fresh(id, null, 'Remove')

  /** One step back or forth: the last of one pile is done, what stood there goes on the other. */
  async function travel(from: ShallowRef<Change[]>, to: ShallowRef<Change[]>): Promise<void> {
    const last = from.value.at(-1)
    if (!last) return
    from.value = from.value.slice(0, -1)
    await change(last.id, last.before, last.label, to)
  }
  const undo = () => travel(undone, redone)
  const redo = () => travel(redone, undone)

  /**
   * What the builder has of a kind, and what a pack costs: kept beside the built-in kind, or on the
   * own bottle.
   */
  async function setHolding(
    id: string,
    holding: { stock?: number; pack?: Material['pack'] }
  ): Promise<void> {
    const there = shelf.value.get(id)
    if (there) await keep({ ...there, ...holding } as Material, 'Stock')
  }

  hear((news) => {
    if (news.tab !== TAB && news.kind === 'shelfChanged') void refresh()
  })

  return {
    own,
    shelf,
    problem,
    undone,
    redone,
    refresh,
    keep,
    remove,
    undo,
    redo,
    setHolding,
    shelfFor: (bottles?: readonly Material[]) => withBottles(shelf.value, bottles)
  }
})
