import Dexie, { type EntityTable, type Transaction } from 'dexie'
import type { Build } from '../../core/build/types'
import { CURRENT_VERSION, migrated } from '../../core/build/file/migrations'
import type { VersionMark } from '../../core/exchange/versions'
import type { Material } from '../../core/craft/materials/types'
import type { BuildCard } from '../../core/plan/card'

/**
 * A build as it is kept: with a revision that grows by one at every save, so that two tabs can't
 * overwrite each other.
 */
export interface BuildRow {
  id: string
  name: string
  revision: number
  changedAt: number
  /** Set when the builder deleted it: it stays until it is emptied out, so that delete can be undone. */
  deletedAt: number | null
  /** The tabs whose work is in it, and after how many edits of each; the last of them saved it. */
  seen?: EditCount[]
  /** How often the app had been opened when it was deleted. */
  binnedAt?: number
  /** The state of the core that found it inside what a file may hold. */
  checked?: string
  build: Build
}

/** An earlier state of a build. */
export interface VersionRow extends VersionMark {
  build: string
  /** Length of the state as text. */
  bytes: number
  state: Build
}

/** How far the work of one tab had come. */
export interface EditCount {
  tab: string
  edits: number
}

/** A bottle on the builder's own shelf, or a built-in kind with the builder's stock and price. */
export interface ShelfRow {
  id: string
  material: Material
  changedAt: number
}

/**
 * A build as today's app reads it; one that cannot be brought there stays as it is, and says so
 * when it is opened.
 */
export function brought(build: Build): Build {
  const moved = migrated(build as unknown as Record<string, unknown>)
  return 'file' in moved ? (moved.file as unknown as Build) : build
}

/** A photograph of the log, shrunk: the picture itself and a small one for lists. */
export interface PhotoRow {
  id: string
  build: string
  /** When it was put in, ms: a log may name it a moment later. */
  keptAt: number
  /** How often the app had been opened when it was first found that no log names it. */
  unnamedAt?: number
  picture: Blob
  small: Blob
}

/** A build that a newer app has written: it is left as it is. */
export const tooNew = (build: Build): boolean => (build.version as number) > CURRENT_VERSION

/** What a build's card shows, under the word of all that it was worked out from. */
export interface CardRow {
  id: string
  key: string
  card: BuildCard
}

export interface FactRow {
  key: string
  value: unknown
}

/**
 * Versions of the store, in order:
 * 1 — 2026-11-24: builds with revision and bin; facts (what was seeded, when).
 * 2 — 2026-11-25: the builder's own shelf; builds of version 1 are brought to version 2 as they are read.
 * 3 — 2026-11-25: builds are brought to version 3.
 * 4 — 2026-11-25: builds are brought to version 4.
 * 5 — 2026-11-25: builds are brought to version 5; photographs.
 * 6 — 2026-11-25: builds are brought to version 6.
 * 7 — 2026-11-28: builds are brought to version 7.
 * 8 — 2026-11-29: earlier states of builds.
 * 9 — 2026-11-30: cards of builds, worked out before.
 * 10 — 2026-12-01: builds are of version 8.
 */
class SpindleDb extends Dexie {
  builds!: EntityTable<BuildRow, 'id'>
  facts!: EntityTable<FactRow, 'key'>
  shelf!: EntityTable<ShelfRow, 'id'>
  photos!: EntityTable<PhotoRow, 'id'>
  versions!: EntityTable<VersionRow, 'id'>
  cards!: EntityTable<CardRow, 'id'>
  constructor() {
    // a save that was told is on the disk: the browser is asked not to put it off
    super('tall-spindle', { chromeTransactionDurability: 'strict' })
    this.version(1).stores({ builds: 'id, changedAt, deletedAt', facts: 'key' })
    this.version(2).stores({ shelf: 'id' }).upgrade(bringAll)
    this.version(3).upgrade(bringAll)
    this.version(4).upgrade(bringAll)
    this.version(5).stores({ photos: 'id, build' }).upgrade(bringAll)
    this.version(6).upgrade(bringAll)
    this.version(7).upgrade(bringAll)
    this.version(8).stores({ versions: 'id, build' })
    this.version(9).stores({ cards: 'id' })
    this.version(10).upgrade(bringAll)
  }
}

const bringAll = (store: Transaction) =>
  store
    .table<BuildRow>('builds')
    .toCollection()
    .modify((row) => {
      row.build = brought(row.build)
    })

export const db = new SpindleDb()
