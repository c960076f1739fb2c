import Dexie, { type EntityTable } from 'dexie'
import type { Build } from '../../core/build/types'

/** A build as it is kept: with a revision that grows by one at every save, so that two tabs can't overwrite each other. */
export interface BuildRow {
  id: string
  name: string
  revision: number
  changedAt: number
  /** Set when the builder deleted it: it stays until it is emptied out, so that delete can be undone. */
  deletedAt: number | null
  build: Build
}

export interface FactRow {
  key: string
  value: unknown
}

/**
 * Versions of the store, in order:
 * 1 — 2026-11-24: builds with revision and bin; facts (what was seeded, when).
 */
class SpindleDb extends Dexie {
  builds!: EntityTable<BuildRow, 'id'>
  facts!: EntityTable<FactRow, 'key'>
  constructor() {
    super('tall-spindle')
    this.version(1).stores({ builds: 'id, changedAt, deletedAt', facts: 'key' })
  }
}

export const db = new SpindleDb()
