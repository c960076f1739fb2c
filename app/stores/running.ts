import { proxy, type Remote } from 'comlink'
import { klona } from 'klona/lite'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { freeId } from '../../core/build/edits'
import { wavesOf } from '../../core/build/crests'
import { keepARun, takeMaps } from '../../core/build/runEdits'
import { keepRun, type KeptRun, type RunResult } from '../../core/running/keptRun'
import { groundMark, type RanPlan } from '../../core/plan/2-forms/ran/ranPlan'
import type { SceneNote } from '../../core/running/scene'
import type { RunProgress, RunStart } from '../../core/running/waterRun'
import { Terminated, startWorker, type Working } from '../workers/startWorker'
import type { RunNews, RunWork } from '../workers/run.worker'
import { useBuildStore } from './build'

/** After a rock was let go the water is led on so much later, ms. */
const FOLLOW_MS = 450

/** Water that runs over the build on the bench, in a worker: it goes on while the builder works elsewhere. */
export const useRunningStore = defineStore('running', () => {
  const store = useBuildStore()
  const state = ref<'idle' | 'running' | 'paused' | 'done'>('idle')
  const progress = shallowRef<RunProgress | null>(null)
  /** The water as it is now, and as it mostly is. */
  const now = shallowRef<RunResult | null>(null)
  const usual = shallowRef<{ run: RunResult; kept: KeptRun; ran: RanPlan } | null>(null)
  const notes = shallowRef<SceneNote[]>([])
  const problem = ref('')
  const spentMs = ref(0)
  const usableMs = ref(0)
  /** Over which ground it runs. */
  const mark = ref('')
  const buildId = ref('')
  let worker: Working<RunWork> | null = null
  let follow = 0
  let wantsKept: ((kept: KeptRun) => void) | null = null

  const stale = computed(
    () => state.value !== 'idle' && store.build !== null && mark.value !== groundMark(store.build)
  )
  /** Asks the worker at hand; what it cannot do is the problem that is shown. */
  function send(what: (work: Remote<RunWork>) => Promise<unknown>): void {
    worker?.ask(what).catch((error: unknown) => {
      if (error instanceof Terminated) return
      const said = error instanceof Error ? error.message : String(error)
      problem.value =
        said === 'the worker stopped'
          ? 'the water stopped: this browser may lack the memory for it'
          : said
      stop()
    })
  }

  /** Ends the work at once; what was seen last stays. */
  function stop(): void {
    clearTimeout(follow)
    worker?.terminate()
    worker = null
    if (state.value !== 'idle') state.value = now.value ? 'done' : 'idle'
  }
  function clear(): void {
    stop()
    state.value = 'idle'
    now.value = null
    usual.value = null
    progress.value = null
    notes.value = []
    problem.value = ''
  }

  function start(from: RunStart): void {
    const build = store.build
    if (!build) return
    stop()
    problem.value = ''
    notes.value = []
    state.value = 'running'
    spentMs.value = 0
    usableMs.value = 0
    mark.value = groundMark(build)
    buildId.value = build.id
    if (typeof from === 'string') {
      now.value = null
      usual.value = null
      progress.value = null
    }
    const mine = startWorker<RunWork>(
      new Worker(new URL('../workers/run.worker.ts', import.meta.url), { type: 'module' })
    )
    worker = mine
    // the runs that were kept stay here: they are large, and no ground
    const plain = klona({
      ...build,
      running: { ...build.running, kept: [], mapsFrom: null },
      log: { asOf: null, entries: [] }
    })
    const phase = wavesOf(build)[0]?.phase ?? null
    const hear = proxy((news: RunNews) => {
      if (worker === mine) heard(news)
    })
    send((w) => w.start(plain, from, phase, hear))
  }
  function heard(data: RunNews): void {
    if (data.kind === 'notes') {
      notes.value = data.notes
      if (data.notes.some((n) => n.stops)) {
        stop()
        state.value = now.value ? 'done' : 'idle'
      }
    } else if (data.kind === 'failed') {
      problem.value = data.message
      stop()
    } else {
      progress.value = data.progress
      if (data.kind === 'now') {
        now.value = data.run
        spentMs.value = data.spentMs
      } else if (data.kind === 'usual') {
        usual.value = data
        if (usableMs.value === 0) usableMs.value = spentMs.value
        wantsKept?.(data.kept)
        wantsKept = null
      } else {
        spentMs.value = data.spentMs
        state.value = 'done'
        // asked to be kept just as it came to its end: what is usual by now is kept
        if (usual.value) wantsKept?.(usual.value.kept)
        wantsKept = null
      }
    }
  }

  function pause(paused: boolean): void {
    if (!worker) return
    send((w) => w.pause(paused))
    state.value = paused ? 'paused' : 'running'
  }
  /** From where it is now, over the ground as it is now. */
  function again(): void {
    if (now.value) start(now.value)
    else start('levels')
  }
  /** A sea at another moment of its period. */
  function look(phase: number): void {
    if (worker) send((w) => w.look(phase))
  }
  /** Keeps the run in the build, and takes white and strokes from it. */
  function keep(name: string): void {
    const put = (kept: KeptRun) => {
      const id = freeId('run', store.build!.running.kept)
      const run: KeptRun = {
        ...kept,
        id,
        name,
        keptAt: `${new Date().toISOString().slice(0, 19)}Z`,
        ground: mark.value
      }
      store.edit('Keep the run', (build) => takeMaps(id)(keepARun(run)(build)))
    }
    if (worker && state.value !== 'done') {
      wantsKept = put
      send((w) => w.look(usual.value?.run.phase ?? null))
    } else if (usual.value) put(usual.value.kept)
    else if (now.value) put(keepRun(now.value, { id: 'now', name, keptAt: '', ground: mark.value }))
  }

  // a rock that is moved while the water runs: it runs on round it
  watch(
    () => (state.value !== 'idle' && store.build ? groundMark(store.build) : ''),
    (next) => {
      clearTimeout(follow)
      if (state.value !== 'running' || next === mark.value || !now.value) return
      follow = window.setTimeout(again, FOLLOW_MS)
    }
  )
  watch(
    () => store.build?.id,
    (id) => {
      if (id !== undefined && id !== buildId.value) clear()
    }
  )

  return {
    state,
    progress,
    now,
    usual,
    notes,
    problem,
    spentMs,
    usableMs,
    stale,
    start,
    stop,
    pause,
    again,
    look,
    keep,
    clear
  }
})
