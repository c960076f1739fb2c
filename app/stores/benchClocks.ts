import { v4 as newId } from 'uuid'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  idleBench,
  lookedAt,
  ringing,
  ringWords,
  type BenchClock,
  type BenchState
} from '../../core/bench/benchClocks'
import { spoken } from '../../core/words/spoken'
import { say } from '../voice'
import { useSettingsStore } from './settings'
import { bringOldBench, changeBench, loadBench, onBenchChanged } from '../storage/benchState'
import { MINUTE_MS } from '../../core/physics/time'

/** Clocks go on ringing whichever view is open. */
export const useBenchClocks = defineStore('benchClocks', () => {
  const settings = useSettingsStore()
  const build = ref('')
  const state = shallowRef<BenchState>(idleBench())
  const nowMs = ref(Date.now())
  const lost = ref(false)
  const said = ref('')
  const sound = ref(localStorage.getItem('tall-spindle:sound') !== 'off')
  let audio: AudioContext | null = null

  /** Kept in the store of the browser: a change starts from what stands there, not from what this tab saw. */
  function put(change: (now: BenchState) => BenchState): void {
    if (!build.value) {
      state.value = change(state.value)
      return
    }
    // what the store would not take runs on in this tab alone
    const unkept = lost.value ? state.value : null
    const done = changeBench(build.value, (now) => change(unkept ?? now))
    state.value = done.state
    lost.value = !done.kept
  }
  function open(id: string): void {
    if (build.value === id) return
    build.value = id
    lookMs = 0
    bringOldBench(id)
    state.value = loadBench(id)
    void standBy(id)
    tick()
  }

  /** One tab rings and heeds the computer's clock for all that have the build open; another steps in when it goes. */
  const ringer = ref(!('locks' in navigator))
  let release: () => void = () => undefined
  async function standBy(id: string): Promise<void> {
    if (!('locks' in navigator)) return
    release()
    ringer.value = false
    await navigator.locks.request(`tall-spindle:bench:${id}`, () => {
      if (build.value !== id) return
      ringer.value = true
      tick()
      return new Promise<void>((resolve) => {
        release = resolve
      })
    })
  }
  onBenchChanged((id) => {
    if (id === build.value && !lost.value) state.value = loadBench(id)
  })

  function beep(times: number): void {
    if (!sound.value) return
    try {
      audio ??= new AudioContext()
      for (let k = 0; k < times; k++) {
        const tone = audio.createOscillator()
        const loud = audio.createGain()
        tone.frequency.value = 880 - 120 * k
        loud.gain.setValueAtTime(0.25, audio.currentTime + 0.35 * k)
        loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.35 * k + 0.3)
        tone.connect(loud).connect(audio.destination)
        tone.start(audio.currentTime + 0.35 * k)
        tone.stop(audio.currentTime + 0.35 * k + 0.32)
      }
    } catch {
      // a browser without sound still shows it
    }
  }
  function notify(text: string): void {
    if (!('Notification' in globalThis) || Notification.permission !== 'granted') return
    try {
      new Notification('Tall Spindle', { body: text, tag: text })
    } catch {
      // some browsers allow it only from a service worker
      void navigator.serviceWorker?.ready
        .then((r) => r.showNotification('Tall Spindle', { body: text, tag: text }))
        .catch(() => undefined)
    }
  }

  function tick(): void {
    nowMs.value = Date.now()
    if (!build.value || !ringer.value) return
    const now = nowMs.value
    const look = (kept: BenchState) =>
      ringing(lookedAt({ ...kept, seenMs: Math.max(kept.seenMs, lookMs) }, now), now)
    const { state: next, rang } = look(state.value)
    // the moment of the last look is kept every few seconds, changes at once
    if (rang.length > 0 || next.setBackMs !== state.value.setBackMs || now - keptMs > 5000) {
      keptMs = now
      put((kept) => look(kept).state)
    } else state.value = next
    lookMs = now
    for (const clock of rang) {
      said.value = ringWords(clock, now)
      beep(clock.kind === 'window' ? 3 : 2)
      notify(said.value)
      if (settings.voice) say(spoken(said.value))
    }
  }
  let keptMs = 0
  /** The last look of this tab, ms. */
  let lookMs = 0
  window.setInterval(tick, 500)

  const clocks = computed(() =>
    [...state.value.clocks].sort(
      (a, b) => a.startedMs + a.minutes * MINUTE_MS - b.startedMs - b.minutes * MINUTE_MS
    )
  )
  const add = (added: readonly Omit<BenchClock, 'id' | 'rung'>[]) =>
    put((now) => ({
      ...now,
      clocks: [...now.clocks, ...added.map((c): BenchClock => ({ ...c, id: newId(), rung: 0 }))]
    }))
  const remove = (match: (clock: BenchClock) => boolean) =>
    put((now) => ({ ...now, clocks: now.clocks.filter((c) => !match(c)) }))
  const begin = (step: string | null) =>
    put((now) => ({ ...now, begun: step === null ? null : { step, startedMs: Date.now() } }))
  const heedSetBack = () => put((now) => ({ ...now, setBackMs: 0 }))
  function toggleSound(): void {
    sound.value = !sound.value
    localStorage.setItem('tall-spindle:sound', sound.value ? 'on' : 'off')
    if (sound.value) beep(1)
  }
  return {
    build,
    state,
    nowMs,
    lost,
    said,
    sound,
    clocks,
    open,
    tick,
    add,
    remove,
    begin,
    heedSetBack,
    toggleSound
  }
})
