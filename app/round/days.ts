import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { Build } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import { roundMoments } from '../../core/plan/round/days'
import { useBuildStore } from '../stores/build'
import { dayAndClock } from '../../core/words/dates'

/** Each step of the film stands so long, ms. */
const STEP_MS = 700
/** And the finished model so long before a recorder is told, ms. */
const LAST_MS = 1500

/**
 * Which day of the build is shown, and its film from the bare board on.
 *
 * @param step  what is shown is what stands when that is done; the finished model where it is not found
 */
export function useRoundDays(
  build: Ref<Build>,
  plan: Ref<Plan | null>,
  step: Ref<string | null> = ref(null)
) {
  const store = useBuildStore()
  const moments = computed(() => {
    if (!plan.value) return []
    const { steps, days, stacks } = plan.value
    return roundMoments(build.value, { steps, days, stacks }, store.shelf)
  })
  /** Number of the moment that is shown; null: all of it as planned. */
  const at = ref<number | null>(null)
  watch(
    [moments, step],
    ([list, wanted], [, before] = [[], null]) => {
      if (wanted !== null && (wanted !== before || at.value === null)) {
        const found = list.findIndex((m) => m.step === wanted)
        if (found >= 0) at.value = found
      }
      if (at.value !== null && at.value >= list.length) at.value = null
    },
    { immediate: true }
  )
  const moment = computed(() => (at.value === null ? null : (moments.value[at.value] ?? null)))
  let filmed: (() => void) | null = null
  const film = useIntervalFn(
    () => {
      const next = (at.value ?? -1) + 1
      if (next < moments.value.length) {
        at.value = next
        return
      }
      at.value = null
      film.pause()
      const done = filmed
      filmed = null
      if (done) setTimeout(done, LAST_MS)
    },
    STEP_MS,
    { immediate: false }
  )
  return {
    moments,
    at,
    moment,
    runs: film.isActive,
    whenOf: (ms: number) => dayAndClock(ms, build.value.calendar.zone),
    play(): void {
      if (film.isActive.value) return film.pause()
      if (at.value === null) at.value = 0
      film.resume()
    },
    /** Once through the build, from the bare board: whoever asked is told when it is over. */
    throughOnce(done: () => void): void {
      at.value = 0
      filmed = done
      film.resume()
    }
  }
}
export type RoundDays = ReturnType<typeof useRoundDays>
