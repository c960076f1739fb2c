import type { BuildCard } from '../../core/plan/card'
import { db, type CardRow } from './db'

/** The card that is kept under a build's id, if it still holds. */
export async function keptCard(id: string, key: string): Promise<BuildCard | null> {
  const row = await db.cards.get(id).catch(() => undefined)
  return row?.key === key ? row.card : null
}

/** Keeps cards; where there is no room for them they are worked out again. */
export const keepCards = (rows: readonly CardRow[]): Promise<unknown> =>
  db.cards.bulkPut([...rows]).catch(() => undefined)

/** Lets go of the cards of builds that are gone. */
export async function dropLooseCards(): Promise<void> {
  const [cards, builds] = await Promise.all([
    db.cards.toCollection().primaryKeys(),
    db.builds.toCollection().primaryKeys()
  ])
  await db.cards.bulkDelete(cards.filter((id) => !builds.includes(id)))
}
