<script setup lang="ts">
import { minutesBetween } from '../../core/physics/time'

import { ElButton } from 'element-plus'
import { Check } from '@lucide/vue'
import { proxy } from 'comlink'
import { klona } from 'klona/lite'
import { computed, onBeforeUnmount, ref } from 'vue'
import { takeOrder } from '../../core/build/workEdits'
import { proofWords } from '../../core/explain/daysWords'
import { dayAndClock } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { useBuildStore } from '../stores/build'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { job, type Job } from '../workers/startWorker'
import type { PlanWork } from '../workers/plan.worker'
import { planWorker } from '../workers/planClient'
import type { Found } from '../workers/search'

/**
 * Why the date is what it is, and a longer search where that is not settled: best so far, stop,
 * take it on.
 */
const props = defineProps<{ named: (step: string) => string }>()
const store = useBuildStore()
const shelves = useShelfStore()
const history = useHistoryStore()
const days = computed(() => store.plan!.days)
const words = computed(() => proofWords(days.value, props.named))
const open = computed(
  () => days.value.proof?.kind === 'open' || days.value.problem?.kind === 'notFound'
)

const found = ref<Found | null>(null)
const running = ref(false)
const fault = ref('')
let search: Job<Found> | null = null
function stop(): void {
  search?.cancel()
  search = null
  running.value = false
}
async function start(): Promise<void> {
  stop()
  found.value = null
  fault.value = ''
  running.value = true
  const asked = klona({
    build: store.build!,
    own: shelves.own,
    history: history.without(store.build!.id)
  })
  const mine = job<PlanWork, Found>(planWorker(), (w) =>
    w.search(
      asked.build,
      asked.own,
      asked.history,
      proxy((best: Found) => {
        if (search === mine) found.value = best
      })
    )
  )
  search = mine
  try {
    const best = await mine.answer
    if (best) found.value = best
  } catch (error) {
    fault.value = error instanceof Error ? error.message : 'the search stopped'
  }
  if (search === mine) stop()
}
onBeforeUnmount(stop)
const sooner = computed(
  () =>
    found.value?.finishMs !== null &&
    found.value?.finishMs !== undefined &&
    (days.value.finishMs === null || found.value.finishMs < days.value.finishMs)
)
/** Searched to the end: what was found is the soonest there is. */
const settled = computed(
  () => !!found.value?.finishMs && found.value.finishMs === found.value.lowerBoundMs
)
function take(): void {
  if (!found.value) return
  stop()
  store.edit('Take on the plan found', takeOrder(found.value.order.filter((id) => id !== 'done')))
  found.value = null
}
</script>

<template>
  <section v-if="days.finishMs || open" class="panel pad stack" data-test="proof">
    <h2>How soon at best</h2>
    <p v-if="words.says">
      <b>{{ words.says }}</b><template v-if="open">; {{ words.because }}</template
      ><template v-else>, because {{ words.because }}</template>
    </p>
    <p v-if="days.finishMs && !open" class="mark-row">
      <Check :size="18" aria-hidden="true" class="settled-mark" />
      Today’s plan ends just then: nothing can better it in these hours.
    </p>
    <template v-if="open">
      <ElButton v-if="!running" class="tool main" data-test="search" @click="start">
        Search longer
      </ElButton>
      <ElButton v-else class="tool" data-test="search-stop" @click="stop">Stop</ElButton>
      <p v-if="running || found" role="status" class="small">
        <template v-if="found?.finishMs"
          >Best so far: <b>{{ dayAndClock(found.finishMs, days.zone) }}</b>.</template
        ><template v-else>Nothing found yet.</template> {{ ' '
        }}<template v-if="settled">None can be sooner.</template
        ><template v-else-if="found?.lowerBoundMs"
          >Not before {{ dayAndClock(found.lowerBoundMs, days.zone)
          }}<template v-if="found.finishMs"
            >, {{ duration(minutesBetween(found.lowerBoundMs, found.finishMs)) }} apart</template
          >.</template
        >
      </p>
      <ElButton v-if="sooner" class="tool main" data-test="search-take" @click="take">
        Take this plan on
      </ElButton>
      <p v-else-if="found && !running" class="small soft">
        {{ settled ? 'Today’s plan ends just then.' : 'No sooner than today’s plan.' }}
      </p>
    </template>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }}
    </p>
  </section>
</template>

<style scoped>
.mark-row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.settled-mark {
  flex: none;
  color: var(--moss);
}
</style>
