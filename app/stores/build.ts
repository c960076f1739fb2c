import { v4 as newId } from 'uuid'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch, type ShallowRef } from 'vue'
import { carrying } from '../../core/build/carry'
import type { Edit } from '../../core/build/edits'
import type { Build, Pool } from '../../core/build/types'
import { cardOf } from '../../core/plan/card'
import { cardKey } from '../../core/plan/cardKey'
import type { Contradiction } from '../../core/judge/reading'
import type { Plan } from '../../core/plan/derivePlan'
import type { History } from '../../core/plan/learned/history'
import type { Material } from '../../core/craft/materials/types'
import { isFull, loadBuild, saveBuild } from '../storage/builds'
import { keepCards } from '../storage/cards'
import { tooNew, type EditCount } from '../storage/db'
import * as drafts from '../storage/drafts'
import { hear, tell, TAB } from '../storage/tabs'
import { checkInside } from '../workers/insideClient'
import { sharedPlanClient } from '../workers/planClient'
import { useHistoryStore } from './history'
import { useShelfStore } from './shelf'

interface Remembered {
  build: Build
  label: string
}

/** Edits of one group within this time become one step of undo, ms. */
const GROUP_MS = 900
/**
 * So long after an edit the store is written, ms, whether more edits follow or not: a browser may be
 * killed in mid-typing, and no more than this and the writing may be lost.
 */
const SAVE_AFTER_MS = 50
/** While edits are still to be written the check of them is not waited for longer, ms. */
const IMPATIENT_MS = 60
const MOST_UNDO = 200
const FROM_OTHER_TAB = 'Change from another tab'
/** A plan that nothing is done to for so long is read a second time, ms. */
const AT_REST_MS = 1200

/** The build on the bench: what was entered, its plan, its history, and its way into the store. */
export const useBuildStore = defineStore('build', () => {
  const build = shallowRef<Build | null>(null)
  const plan = shallowRef<Plan | null>(null)
  /** What the plan is the plan of: an edit runs ahead of it. */
  let planned: { build: Build; own: readonly Material[]; others: History } | null = null
  const planning = ref(false)
  const planMs = ref(0)
  const planProblem = ref('')
  /** What a second reading of the plan at rest found to contradict itself. */
  const contradictions = shallowRef<Contradiction[]>([])
  let restTimer = 0
  const undone = shallowRef<Remembered[]>([])
  const redone = shallowRef<Remembered[]>([])
  const saveState = ref<'saved' | 'saving' | 'full' | 'failed'>('saved')
  const saveProblem = ref('')
  const missing = ref(false)
  /** What this tab has to tell about others that hold the same build. */
  const tabNotice = ref<'' | 'alsoOpen' | 'updated' | 'branched'>('')
  const selected = ref('')

  /** What of the last edits no file may hold, and was brought inside. */
  const mended = shallowRef<string[]>([])
  /** Whoever opens or closes takes the next: what still waits then leaves the build to them. */
  let turn = 0
  let revision = 0
  /** Edits of this tab so far: what is put aside is known to be older or newer than what is saved. */
  let edits = 0
  const byMe = (): EditCount => ({ tab: TAB, edits })
  let dirty = false
  let saveTimer = 0
  let patienceMs: number | undefined = IMPATIENT_MS
  let saving: Promise<void> | null = null
  let lastGroup = ''
  let lastEditAt = 0
  let held = false
  const branchListeners: ((id: string) => void)[] = []

  const shelves = useShelfStore()
  const shelf = computed(() => shelves.shelfFor(build.value?.bottles))
  const history = useHistoryStore()
  watch(
    () => [shelves.own, history.version],
    () => void derive()
  )

  const pools = computed(
    () => build.value?.waters.filter((w): w is Pool => w.kind === 'pool') ?? []
  )
  const water = computed(
    () => build.value?.waters.find((w) => w.id === selected.value) ?? build.value?.waters[0] ?? null
  )
  const pool = computed(() =>
    water.value?.kind === 'pool' ? water.value : (pools.value[0] ?? null)
  )

  async function derive(): Promise<void> {
    const current = build.value
    if (!current) return
    planning.value = true
    const [own, others] = [shelves.own, history.without(current.id)]
    try {
      const answer = await sharedPlanClient().derive('bench', current, own, others, (ground) => {
        if (plan.value && build.value?.id === current.id) plan.value = { ...plan.value, ground }
      })
      if (answer === null || build.value?.id !== current.id) return
      plan.value = answer.plan
      planned = { build: current, own, others }
      planMs.value = answer.tookMs
      planProblem.value = ''
      readAgain(current)
    } catch (error) {
      planProblem.value = error instanceof Error ? error.message : String(error)
    }
    planning.value = false
  }

  /** The second reading, once the builder rests: it is in the way of no edit. */
  function readAgain(of: Build): void {
    clearTimeout(restTimer)
    restTimer = window.setTimeout(() => {
      void sharedPlanClient()
        .judged('bench')
        .then((found) => {
          if (build.value === of) contradictions.value = found
        })
    }, AT_REST_MS)
  }

  function show(next: Build): void {
    contradictions.value = []
    build.value = next
    void derive()
  }

  function changed(edited: Build): void {
    const next = carrying(edited, shelves.own)
    show(next)
    edits++
    dirty = true
    saveState.value = 'saving'
    // a closing browser may not wait for this tab to say anything; a drag's many edits are put
    // aside as the page goes
    if (!held) drafts.put(next, revision, byMe())
    saveTimer ||= window.setTimeout(() => void save(), SAVE_AFTER_MS)
  }

  /**
   * Makes an edit, remembers it for undo, derives the plan anew and saves.
   *
   * @param label  what undo will call it
   * @param change the edit
   * @param group  edits of one group in quick succession (a drag, typing) become one step of undo
   */
  function edit(label: string, change: Edit, group = ''): void {
    const before = build.value
    if (!before) return
    const after = change(before)
    if (after === before) return
    const now = performance.now()
    if (!(group !== '' && group === lastGroup && (held || now - lastEditAt < GROUP_MS))) {
      undone.value = [...undone.value.slice(1 - MOST_UNDO), { build: before, label }]
    }
    lastGroup = group
    lastEditAt = now
    redone.value = []
    changed(after)
  }

  /** Ends a group of edits: the next one is a step of its own. */
  const endGroup = () => {
    lastGroup = ''
  }

  /** One step back or forth: the last of one pile comes on the bench, what was there goes on the other. */
  function travel(from: ShallowRef<Remembered[]>, to: ShallowRef<Remembered[]>): void {
    const last = from.value.at(-1)
    if (!last || !build.value) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, { build: build.value, label: last.label }]
    endGroup()
    changed(last.build)
  }
  const undo = () => travel(undone, redone)
  const redo = () => travel(redone, undone)

  async function save(): Promise<void> {
    clearTimeout(saveTimer)
    saveTimer = 0
    if (saving) await saving
    if (!dirty || !build.value) return
    const writing = build.value
    dirty = false
    saving = (async () => {
      try {
        const result = await saveBuild(writing, revision, byMe(), patienceMs)
        if ('overtaken' in result) await branch(writing)
        else {
          revision = result.saved.revision
          tell({ kind: 'saved', id: writing.id, revision })
          // a checker that is still coming up must not keep the first edits from the disk
          if (result.unchecked && patienceMs === IMPATIENT_MS && !dirty) {
            dirty = true
            patienceMs = undefined
            saveTimer ||= window.setTimeout(() => void save(), SAVE_AFTER_MS)
          } else patienceMs = IMPATIENT_MS
          if (result.told.length > 0) {
            mended.value = result.told
            if (build.value === writing) show(result.saved.build)
          }
        }
        if (!dirty) {
          drafts.remove(writing.id, TAB)
          saveState.value = 'saved'
        }
        saveProblem.value = ''
      } catch (error) {
        dirty = true
        saveState.value = isFull(error) ? 'full' : 'failed'
        saveProblem.value = error instanceof Error ? error.message : String(error)
        drafts.put(build.value ?? writing, revision, byMe())
      }
    })()
    await saving
    saving = null
  }

  /** Another tab saved first: this tab's work becomes a build of its own, and neither is lost. */
  async function branch(work: Build): Promise<void> {
    const copy: Build = {
      ...(build.value ?? work),
      id: newId(),
      name: `${work.name.slice(0, 100)} (second tab)`
    }
    const result = await saveBuild(copy, 0)
    if ('overtaken' in result) throw new Error('the copy could not be made')
    drafts.remove(work.id, TAB)
    revision = result.saved.revision
    // what was changed while the copy was written goes on in the copy
    if (build.value) build.value = { ...build.value, id: copy.id, name: copy.name }
    undone.value = undone.value.map((u) => ({ ...u, build: { ...u.build, id: copy.id } }))
    redone.value = []
    tabNotice.value = 'branched'
    tell({ kind: 'listChanged' })
    branchListeners.forEach((listener) => listener(copy.id))
    void derive()
  }

  /** Opens a build; says false when there is none of that id, or when another was opened meanwhile. */
  async function open(id: string): Promise<boolean> {
    const mine = ++turn
    if (build.value?.id === id) return true
    await save()
    const row = await loadBuild(id)
    if (mine !== turn) return false
    missing.value = !row || row.deletedAt !== null || tooNew(row.build)
    if (!row || missing.value) {
      build.value = null
      return false
    }
    revision = row.revision
    undone.value = []
    redone.value = []
    plan.value = null
    tabNotice.value = ''
    mended.value = []
    saveState.value = 'saved'
    // work that could not be saved before this page was opened goes on where it was
    const waiting = drafts.waitingFor(id)
    const work = waiting && drafts.goesOn(waiting, row) === revision ? waiting.build : row.build
    selected.value = work.waters[0]?.id ?? ''
    show(work)
    if (waiting && work !== row.build) {
      // it is this tab's from here on
      if (drafts.put(work, revision, byMe())) drafts.remove(id, waiting.by?.tab)
      dirty = true
      saveState.value = 'saving'
      await save()
    }
    tell({ kind: 'opened', id })
    if (row.checked !== PLANNER) void healed(row.build)
    return true
  }

  /** What an older app let in is brought inside as it is opened; how it stood is among its earlier states. */
  async function healed(opened: Build): Promise<void> {
    const inside = await checkInside(opened)
    if (typeof inside === 'string' || inside.told.length === 0 || build.value !== opened) return
    mended.value = inside.told
    changed(inside.build)
  }

  /** Its card is left on Builds as it was planned last: there it needs no planner. */
  async function leaveCard(): Promise<void> {
    if (!build.value || !plan.value || planned?.build !== build.value) return
    const { own, others } = planned
    const { id } = build.value
    const key = cardKey(PLANNER, build.value, own, others)
    await keepCards([{ id, key, card: cardOf(build.value, plan.value) }])
  }

  /** Leaves the build: saves what is open and lets it go, unless it was opened again meanwhile. */
  async function close(): Promise<void> {
    const mine = ++turn
    await save()
    if (dirty) return
    await leaveCard()
    if (mine !== turn) return
    if (build.value) tell({ kind: 'left', id: build.value.id })
    build.value = null
    plan.value = null
  }

  hear((news) => {
    if (news.tab === TAB || !build.value || !('id' in news) || news.id !== build.value.id) return
    if (news.kind === 'opened') tell({ kind: 'here', id: news.id, to: news.tab })
    else if (news.kind === 'here' && news.to === TAB && tabNotice.value === '')
      tabNotice.value = 'alsoOpen'
    else if (news.kind === 'left' && tabNotice.value === 'alsoOpen') tabNotice.value = ''
    else if (news.kind === 'saved' && !dirty && saving === null && news.revision > revision)
      void follow(news.id)
  })

  /** The other tab saved and this one has nothing unsaved: take its state in, undo can go back. */
  async function follow(id: string): Promise<void> {
    const row = await loadBuild(id)
    if (!row || dirty || build.value?.id !== id) return
    // a newer app's build is left as it is: this one would save it as its own
    if (tooNew(row.build)) {
      missing.value = true
      build.value = null
      plan.value = null
      return
    }
    // one step for all that comes from there in a row: it writes several times a second
    if (undone.value.at(-1)?.label !== FROM_OTHER_TAB)
      undone.value = [...undone.value, { build: build.value, label: FROM_OTHER_TAB }]
    redone.value = []
    revision = row.revision
    show(row.build)
    tabNotice.value = 'updated'
  }

  // a drag is one step however slowly the machine follows it
  for (const kind of ['pointerdown', 'pointerup', 'pointercancel'] as const)
    window.addEventListener(
      kind,
      () => {
        held = kind === 'pointerdown'
      },
      true
    )
  // the browser asks before it lets go of what could not be saved
  window.addEventListener('beforeunload', (event) => {
    if (dirty && (saveState.value === 'full' || saveState.value === 'failed'))
      event.preventDefault()
  })
  window.addEventListener('pagehide', () => {
    // a save under way may be broken off with the page
    if ((dirty || saving) && build.value) drafts.put(build.value, revision, byMe())
    void save()
  })
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') void save()
  })

  return {
    build,
    plan,
    planning,
    planMs,
    planProblem,
    contradictions,
    undone,
    redone,
    saveState,
    saveProblem,
    missing,
    tabNotice,
    mended,
    selected,
    pools,
    water,
    pool,
    shelf,
    edit,
    endGroup,
    undo,
    redo,
    save,
    open,
    close,
    onBranch: (listener: (id: string) => void) => {
      branchListeners.push(listener)
    }
  }
})
