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
import { keepBench, loadBench } from '../storage/benchState'

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

  function put(next: BenchState): void {
    state.value = next
    if (build.value) lost.value = !keepBench(build.value, next)
  }
  function open(id: string): void {
    if (build.value === id) return
    build.value = id
    state.value = loadBench(id)
    tick()
  }

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
    if (!build.value) return
    const before = state.value
    const { state: next, rang } = ringing(lookedAt(before, nowMs.value), nowMs.value)
    // the moment of the last look is kept every few seconds, changes at once
    if (rang.length > 0 || next.setBackMs !== before.setBackMs || nowMs.value - keptMs > 5000) {
      keptMs = nowMs.value
      put(next)
    } else state.value = next
    for (const clock of rang) {
      said.value = ringWords(clock, nowMs.value)
      beep(clock.kind === 'window' ? 3 : 2)
      notify(said.value)
      if (settings.voice) say(spoken(said.value))
    }
  }
  let keptMs = 0
  window.setInterval(tick, 500)

  const clocks = computed(() =>
    [...state.value.clocks].sort(
      (a, b) => a.startedMs + a.minutes * 60_000 - b.startedMs - b.minutes * 60_000
    )
  )
  const add = (added: readonly Omit<BenchClock, 'id' | 'rung'>[]) =>
    put({
      ...state.value,
      clocks: [
        ...state.value.clocks,
        ...added.map((c): BenchClock => ({ ...c, id: newId(), rung: 0 }))
      ]
    })
  const remove = (match: (clock: BenchClock) => boolean) =>
    put({ ...state.value, clocks: state.value.clocks.filter((c) => !match(c)) })
  const begin = (step: string | null) =>
    put({ ...state.value, begun: step === null ? null : { step, startedMs: Date.now() } })
  const heedSetBack = () => put({ ...state.value, setBackMs: 0 })
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
