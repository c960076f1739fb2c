import { klona } from 'klona/lite'
import type { Material } from '../../core/craft/materials/types'
import { faultsOf } from '../../core/build/file/checked'
import { db } from './db'

export const loadShelf = async (): Promise<Material[]> =>
  (await db.shelf.toArray()).sort((a, b) => a.changedAt - b.changedAt).map((row) => row.material)

/**
 * Puts a bottle on the shelf, or the builder's stock and price of a built-in kind.
 *
 * @throws RangeError naming what can't be
 */
export async function keepOnShelf(material: Material): Promise<void> {
  if (material.own) {
    // the checker is large and rarely wanted: it comes with the first bottle that is kept
    const { BOTTLE_SCHEMA } = await import('../../core/build/file/bottleSchema')
    const { error } = BOTTLE_SCHEMA.validate(material, {
      convert: false,
      abortEarly: false,
      errors: { label: 'key' }
    })
    if (error)
      throw new RangeError(
        faultsOf(error)
          .map((f) => `${f.path}: ${f.message}`)
          .join('; ')
      )
  }
  const there = await db.shelf.get(material.id)
  await db.shelf.put({
    id: material.id,
    material: klona(material),
    changedAt: there?.changedAt ?? Date.now()
  })
}

export const takeFromShelf = (id: string): Promise<void> => db.shelf.delete(id)
