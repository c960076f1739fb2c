import { v4 as newId } from 'uuid'
import { useThrottleFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { begunNow } from '../../core/build/begin'
import type { Build } from '../../core/build/types'
import { cardOf, type BuildCard } from '../../core/plan/card'
import { cardKey } from '../../core/plan/cardKey'
import {
  addBuilds,
  countOpening,
  emptyBin,
  emptyOldBin,
  isFull,
  listBuilds,
  loadBuild,
  saveBuild,
  seeded,
  seedOnce,
  setDeleted,
  takenApart
} from '../storage/builds'
import { dropLooseCards, keepCards, keptCard } from '../storage/cards'
import { tooNew, type BuildRow, type CardRow } from '../storage/db'
import * as drafts from '../storage/drafts'
import { emptyLog } from '../../core/build/log/entries'
import { askToKeep } from '../storage/backup'
import { dropUnused } from '../storage/photos'
import { hear, TAB, tell } from '../storage/tabs'
import { sharedPlanClient } from '../workers/planClient'
import { useHistoryStore } from './history'
import { useShelfStore } from './shelf'

/** Under this word it is kept that the demo builds were brought in. */
const DEMOS = 'demo-builds-2'
/** The list follows other tabs no more often than this, ms. */
const FOLLOW_MS = 500

/** All builds, with a plan for each card. */
export const useLibraryStore = defineStore('library', () => {
  const kept = shallowRef<BuildRow[]>([])
  const binned = shallowRef<BuildRow[]>([])
  /** What letting go of deleted builds would free. */
  const binBytes = computed(() =>
    binned.value.reduce((sum, row) => sum + JSON.stringify(row.build).length, 0)
  )
  /** Names of builds that a newer app has written: they are left as they are. */
  const newer = shallowRef<string[]>([])
  const cards = shallowRef<Record<string, BuildCard>>({})
  const ready = ref(false)
  const rescued = ref(0)
  /** Builds whose last edits are put aside because the store would not take them. */
  const unsaved = shallowRef<{ id: string; name: string }[]>([])
  const problem = ref('')
  const planned = new Map<string, string>()
  const shelf = useShelfStore()
  const history = useHistoryStore()
  // other bottles, other plans
  watch(
    () => shelf.own,
    () => planned.clear()
  )

  async function refresh(): Promise<void> {
    try {
      const lists = await listBuilds()
      kept.value = lists.kept.filter((r) => !tooNew(r.build))
      newer.value = lists.kept.filter((r) => tooNew(r.build)).map((r) => r.name)
      binned.value = lists.binned
      history.took(kept.value.map((r) => r.build))
      planCards()
    } catch (error) {
      problem.value = `The browser’s store cannot be read: ${error instanceof Error ? error.message : String(error)}`
    }
    ready.value = true
  }

  /** Cards are planned only while they are looked at: a build on the bench has the planner to itself. */
  let looking = false
  function planCards(): void {
    if (looking) for (const row of kept.value) void planOf(row)
  }
  function look(on: boolean): void {
    looking = on
    planCards()
  }

  async function planOf(row: BuildRow): Promise<void> {
    const state = `${row.revision}/${history.version}`
    if (planned.get(row.id) === state) return
    planned.set(row.id, state)
    const others = history.without(row.id)
    const key = cardKey(PLANNER, row.build, shelf.own, others)
    const show = (card: BuildCard) => {
      cards.value = { ...cards.value, [row.id]: card }
    }
    try {
      const kept = await keptCard(row.id, key)
      if (kept) return show(kept)
      const lane = `card:${row.id}`
      const answer = await sharedPlanClient().derive(lane, row.build, shelf.own, others)
      if (!answer) return
      const card = cardOf(row.build, answer.plan)
      show(card)
      await keepCards([{ id: row.id, key, card }])
    } catch {
      planned.delete(row.id)
    }
  }

  /**
   * First thing at start: bring in what a closed tab left unsaved, seed the demo builds where the
   * server offers them.
   */
  async function start(): Promise<void> {
    for (const draft of drafts.all()) await rescue(draft)
    await shelf.refresh()
    await history.refresh()
    await seedDemos()
    await refresh()
    void tidy().catch(() => undefined)
  }

  /** Lets go of what nobody has wanted for long. */
  async function tidy(): Promise<void> {
    await countOpening()
    const emptied = await emptyOldBin()
    await dropUnused()
    await dropLooseCards()
    if (emptied > 0) await refresh()
  }

  /** Brings one unsaved build in; what there is no room for stays put aside, and is told. */
  async function rescue(draft: drafts.Draft): Promise<void> {
    const { build } = draft
    try {
      const there = await loadBuild(build.id)
      const revision = drafts.goesOn(draft, there)
      if (revision !== null) {
        const result = await saveBuild(build, revision, draft.by)
        if ('overtaken' in result) {
          await addBuilds([
            { ...build, id: newId(), name: `${build.name.slice(0, 100)} (rescued)` }
          ])
          await takenApart(build.id, draft.by)
        }
        rescued.value++
      }
      drafts.remove(build.id, draft.by?.tab)
    } catch {
      drafts.refuse(draft)
      const others = unsaved.value.filter((b) => b.id !== build.id)
      unsaved.value = [...others, { id: build.id, name: build.name }]
    }
  }

  async function seedDemos(): Promise<void> {
    try {
      if (await seeded(DEMOS)) return
      const response = await fetch('/demo-builds.json', { headers: { accept: 'application/json' } })
      if (!response.ok || !response.headers.get('content-type')?.includes('json')) return
      const builds = (await response.json()) as Build[]
      // before the builds: whoever finds a build finds its card
      await seedCards()
      await seedOnce(DEMOS, begunNow(builds, Date.now()))
    } catch {
      // no server, no demo: the app works without
    }
  }

  /** The demo builds' cards come with the app; without them they are worked out. */
  async function seedCards(): Promise<void> {
    const response = await fetch('/demo-cards.json')
    if (response.ok) await keepCards((await response.json()) as CardRow[])
  }

  /** What a build is, whatever it is called by here: two states that are alike are one. */
  const asItIs = (build: Build): string =>
    JSON.stringify({ ...build, id: build.origin ?? build.id, origin: undefined })
  const fresh = (build: Build, name = build.name): Build => ({
    ...build,
    id: newId(),
    name
  })

  function listChanged(): Promise<void> {
    tell({ kind: 'listChanged' })
    return refresh()
  }

  async function create(build: Build): Promise<void> {
    await addBuilds([build])
    // from the first build of one's own on there is something to lose
    void askToKeep()
    await listChanged()
  }

  async function duplicate(row: BuildRow): Promise<void> {
    // a copy is a build still to be made: what was done and seen stays with the first
    await addBuilds([
      {
        ...fresh(row.build, `${row.build.name.slice(0, 110)} (copy)`),
        origin: undefined,
        calendar: { ...row.build.calendar, told: undefined },
        log: emptyLog()
      }
    ])
    await listChanged()
  }

  async function rename(row: BuildRow, name: string): Promise<boolean> {
    const result = await saveBuild({ ...row.build, name }, row.revision)
    if ('saved' in result) tell({ kind: 'saved', id: row.id, revision: result.saved.revision })
    await listChanged()
    return 'saved' in result
  }

  async function remove(id: string): Promise<void> {
    await setDeleted(id, true)
    await listChanged()
  }

  async function restore(id: string): Promise<void> {
    await setDeleted(id, false)
    await listChanged()
  }

  async function empty(): Promise<void> {
    await emptyBin()
    await listChanged()
  }

  /**
   * Takes in a file; another state of a build that is here comes in beside it, one that is here as it
   * is does not. Says what is wrong, or how many came.
   */
  async function importText(
    text: string
  ): Promise<{ added: number; same: number } | { problem: string }> {
    const { readBuilds } = await import('../../core/build/file/buildFile')
    const result = readBuilds(text)
    if (!result.ok) {
      const lines = result.faults
        .slice(0, 4)
        .map((f) => (f.path ? `${f.path}: ${f.message}` : f.message))
      const more = result.faults.length > 4 ? `; and ${result.faults.length - 4} more` : ''
      return { problem: `${lines.join('; ')}${more}` }
    }
    const taken = new Set([...kept.value, ...binned.value].map((r) => r.id))
    const here = new Set(kept.value.map((r) => asItIs(r.build)))
    const newer = result.value.filter((build) => !here.has(asItIs(build)))
    const builds = newer.map((build) => {
      // another state of a build that is here is the same build to the calendars it was told to
      const made = taken.has(build.id)
        ? { ...fresh(build), origin: build.origin ?? build.id }
        : build
      taken.add(made.id)
      return made
    })
    try {
      await addBuilds(builds)
    } catch (error) {
      return {
        problem: isFull(error)
          ? 'the browser’s store is full; export and delete an old build, then try again'
          : String(error)
      }
    }
    await listChanged()
    return { added: builds.length, same: result.value.length - builds.length }
  }

  /** What a backup brought is shown, and remembered. */
  async function afterRestore(): Promise<void> {
    await shelf.refresh()
    await history.refresh()
    await listChanged()
  }

  // another tab that is typed in saves many times a second
  const follow = useThrottleFn(() => void refresh(), FOLLOW_MS, true)
  hear((news) => {
    if (news.tab !== TAB && (news.kind === 'listChanged' || news.kind === 'saved')) void follow()
  })

  return {
    kept,
    binned,
    binBytes,
    newer,
    cards,
    ready,
    rescued,
    unsaved,
    problem,
    start,
    refresh,
    look,
    create,
    duplicate,
    rename,
    remove,
    restore,
    empty,
    importText,
    afterRestore
  }
})
