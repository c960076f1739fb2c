<script setup lang="ts">
import { minutesBetween } from '../../core/physics/time'
import { ElButton } from 'element-plus'
import { useSettingsStore } from '../stores/settings'
import { money } from '../words'
import { computed, ref, watch } from 'vue'
import {
  newRehearsal,
  offered,
  reckoning,
  rehearse,
  skippable,
  waiting,
  type Move,
  type Rehearsal
} from '../../core/bench/rehearsal'
import { liesOn } from '../../core/plan/6-steps/coreOf'
import type { Plan } from '../../core/plan/derivePlan'
import type { Build } from '../../core/build/types'
import { dayAndClock } from '../../core/words/dates'
import { duration } from '../../core/words/durations'

/**
 * The plan in quick time on a bench that is not there: practise the order and the windows, make
 * mistakes, be told their cost.
 */
const props = defineProps<{ build: Build; plan: Plan }>()
const settings = useSettingsStore()
const run = ref<Rehearsal>(newRehearsal(props.plan, 1 + Math.floor(Math.random() * 1e6)))
watch(
  () => props.plan.build,
  () => again()
)
const again = () => {
  run.value = newRehearsal(props.plan, 1 + Math.floor(Math.random() * 1e6))
}
const move = (m: Move) => {
  run.value = rehearse(props.plan, run.value, m)
}
const zone = computed(() => props.build.calendar.zone)
const named = (id: string) => props.build.waters.find((w) => w.id === id.split('/')[0])?.name ?? ''
const steps = computed(() => offered(props.plan, run.value))
const looks = computed(() => waiting(props.plan, run.value))
const sum = computed(() => reckoning(props.plan, run.value))
const story = computed(() => [...run.value.story].reverse().slice(0, 30))
const shownReckoning = ref(false)
/** Until the next morning on the builder's own clock, about. */
const nightMin = computed(
  () => 1440 - (Math.round(minutesBetween(run.value.startMs, run.value.nowMs)) % 1440) || 1440
)
</script>

<template>
  <div class="rehearsal" data-test="rehearsal">
    <section class="panel pad stack">
      <header class="row">
        <h1 class="grow">Rehearsal: {{ dayAndClock(run.nowMs, zone) }}</h1>
        <ElButton class="tool" @click="again">From the start</ElButton>
      </header>
      <p class="soft">
        Nothing of this is kept. Waits here are a little longer or shorter than the plan says, and
        some dams leak: look before you go on.
      </p>
      <div class="row passing">
        <span>Let time pass:</span
        ><ElButton
          v-for="m in [10, 30, 120, 480]"
          :key="m"
          class="tool"
          :data-wait="m"
          @click="move({ kind: 'wait', minutes: m })"
        >
          {{ duration(m) }}</ElButton
        ><ElButton class="tool" data-wait="day" @click="move({ kind: 'wait', minutes: nightMin })">
          till tomorrow
        </ElButton>
      </div>
      <div v-if="looks.length" class="stack tight">
        <h2>Look at</h2>
        <div class="row">
          <ElButton
            v-for="s in looks"
            :key="s.id"
            class="tool"
            :data-look="s.id"
            @click="move({ kind: 'look', step: s.id })"
          >
            {{ named(s.id) }}{{ named(s.id) ? ': ' : '' }}{{ s.title.toLowerCase() }}
          </ElButton>
        </div>
      </div>
      <div class="stack tight">
        <h2>{{ steps.length ? 'Do' : 'All is done' }}</h2>
        <div v-for="s in steps" :key="s.id" class="row offer" :data-offer="s.id">
          <ElButton class="tool main" :data-do="s.id" @click="move({ kind: 'do', step: s.id })">
            {{ s.title }}</ElButton><span class="soft small grow">{{
            [named(s.id), liesOn(plan.steps.lays, s.lay), duration(s.handsMin)]
              .filter(Boolean)
              .join(' · ')
          }}</span
          ><ElButton
            v-if="skippable(s)"
            class="tool"
            :data-skip="s.id"
            @click="move({ kind: 'skip', step: s.id })"
          >
            Leave it out
          </ElButton>
        </div>
      </div>
    </section>
    <section class="panel pad stack">
      <header class="row">
        <h2 class="grow">
          {{
            sum.mistakes.length === 0
              ? 'Nothing has gone wrong that shows'
              : `${sum.mistakes.length} ${sum.mistakes.length === 1 ? 'thing has' : 'things have'} gone wrong`
          }}
        </h2>
        <ElButton
          class="tool"
          :class="{ main: sum.finished }"
          data-test="reckon"
          @click="shownReckoning = !shownReckoning"
        >
          What it would have cost
        </ElButton>
      </header>
      <div v-if="shownReckoning || sum.finished" class="stack tight" data-test="reckoning">
        <p class="large">
          <b>{{ duration(sum.minutes) }}</b> of work and waiting, and
          <b>{{ money(sum.money, settings.currency) }}</b> of material. Here it cost nothing.
        </p>
        <article v-for="(m, i) in sum.mistakes" :key="i" class="mistake">
          <b>{{ m.what }}</b>
          <p class="small">{{ m.right }}</p>
          <p class="small soft">
            {{ m.minutes > 0 ? duration(m.minutes) : 'no time'
            }}<template v-if="m.money > 0"
              >, {{ money(m.money, settings.currency) }} of material</template
            >
          </p>
        </article>
        <p v-if="sum.finished && !sum.mistakes.length">
          Done in {{ duration(sum.tookMin) }} without a mistake.
        </p>
      </div>
      <ol class="story">
        <li v-for="(h, i) in story" :key="i" :class="h.kind">
          <span class="small soft">{{ dayAndClock(h.atMs, zone) }}</span> {{ h.text }}
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.rehearsal {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.tight {
  gap: 6px;
}
.offer {
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.mistake {
  border-left: 5px solid var(--red-lead);
  background: var(--red-wash);
  padding: 7px 12px;
}
.large {
  font-size: 1.125rem;
}
.story {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
.story .wrong {
  color: var(--red-lead);
  font-weight: 600;
}
.story .seen {
  font-style: italic;
}
@media (max-width: 62.5rem) {
  .rehearsal {
    grid-template-columns: 1fr;
  }
}
</style>
