import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { BUILT_IN, shelfOf, withBottles } from '../../core/materials/shelf'
import type { Material } from '../../core/materials/types'
import { isFull } from '../storage/builds'
import { keepOnShelf, loadShelf, takeFromShelf } from '../storage/shelf'
import { hear, TAB, tell } from '../storage/tabs'

/** What the builder has: own bottles, and stock and prices of the built-in kinds. */
export const useShelfStore = defineStore('shelf', () => {
  const own = shallowRef<Material[]>([])
  const problem = ref('')
  /** Last state before each change, for taking it back. */
  const undone = shallowRef<{ id: string; before: Material | null; label: string }[]>([])
  const shelf = computed(() => shelfOf([...BUILT_IN, ...own.value]))

  async function refresh(): Promise<void> {
    try {
      own.value = await loadShelf()
    } catch (error) {
      problem.value = `The shelf cannot be read: ${error instanceof Error ? error.message : String(error)}`
    }
  }

  async function change(id: string, material: Material | null, label: string): Promise<boolean> {
    const before = own.value.find((m) => m.id === id) ?? null
    try {
      if (material) await keepOnShelf(material)
      else await takeFromShelf(id)
      undone.value = [...undone.value.slice(-50), { id, before, label }]
      problem.value = ''
    } catch (error) {
      problem.value = isFull(error) ? 'The browser’s store is full: nothing was changed.' : `Nothing was changed. ${error instanceof Error ? error.message : String(error)}`
      return false
    }
    await refresh()
    tell({ kind: 'shelfChanged' })
    return true
  }

  const keep = (material: Material, label = 'Bottle') => change(material.id, material, label)
  const remove = (id: string) => change(id, null, 'Remove')

  /** Takes the last change back. */
  async function undo(): Promise<void> {
    const last = undone.value.at(-1)
    if (!last) return
    undone.value = undone.value.slice(0, -1)
    if (await change(last.id, last.before, last.label)) undone.value = undone.value.slice(0, -1)
  }

  /** What the builder has of a kind, and what a pack costs: kept beside the built-in kind, or on the own bottle. */
  async function setHolding(id: string, holding: { stock?: number; pack?: Material['pack'] }): Promise<void> {
    const there = shelf.value.get(id)
    if (there) await keep({ ...there, ...holding } as Material, 'Stock')
  }

  hear((news) => { if (news.tab !== TAB && news.kind === 'shelfChanged') void refresh() })

  return { own, shelf, problem, undone, refresh, keep, remove, undo, setHolding, shelfFor: (bottles?: readonly Material[]) => withBottles(shelf.value, bottles) }
})
