import { klona } from 'klona/lite'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import {
  historyOf,
  NO_HISTORY,
  type Forgotten,
  type History,
  type Logged
} from '../../core/plan/learned/history'
import { db } from '../storage/db'

const FORGOTTEN = 'forgotten'

/** What all builds' logs teach, and what of it the builder had forgotten. */
export const useHistoryStore = defineStore('history', () => {
  const builds = shallowRef<readonly Logged[]>([])
  const forgotten = shallowRef<Forgotten>({})
  /** Grows when what is remembered has changed: plans are derived anew. */
  const version = ref(0)
  const kept = new Map<string, History>()
  let said = ''

  function changed(): void {
    const says = JSON.stringify([
      builds.value.filter((b) => b.log.entries.length > 0).map((b) => [b.id, b.name, b.log]),
      forgotten.value
    ])
    if (says === said) return
    said = says
    kept.clear()
    version.value++
  }

  /** All builds as they are kept now. */
  function took(all: readonly Logged[]): void {
    builds.value = all.map(({ id, name, log }) => ({ id, name, log }))
    changed()
  }

  async function refresh(): Promise<void> {
    forgotten.value = ((await db.facts.get(FORGOTTEN))?.value as Forgotten | undefined) ?? {}
    changed()
  }

  /** Forgets how a product turned out up to now. */
  async function forget(key: string): Promise<void> {
    forgotten.value = { ...forgotten.value, [key]: new Date().toISOString() }
    await db.facts.put({ key: FORGOTTEN, value: forgotten.value })
    changed()
  }

  /** What every build but one left behind: its own log is read with it. */
  function without(id: string): History {
    const there = kept.get(id)
    if (there) return there
    const others = builds.value.filter((b) => b.id !== id && b.log.entries.length > 0)
    const made =
      others.length === 0 && Object.keys(forgotten.value).length === 0
        ? NO_HISTORY
        : klona(historyOf(others, forgotten.value))
    kept.set(id, made)
    return made
  }

  return { version, forgotten, took, refresh, forget, without }
})
