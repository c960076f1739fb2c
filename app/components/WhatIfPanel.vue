<script setup lang="ts">
import { counted } from '../../core/words/sentence'
import { useSettingsStore } from '../stores/settings'
import { ElButton } from 'element-plus'
import DateField from './DateField.vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { setCalendar } from '../../core/build/workEdits'
import { variantNamed } from '../../core/plan/beside/variants'
import { deadlineWords, laterMin, type WhatIf } from '../../core/plan/beside/whatIf'
import { dayAndClock } from '../../core/words/dates'
import { duration } from '../../core/words/durations'
import { useBuildStore } from '../stores/build'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { ask } from '../workers/askClient'
import { degrees, said, money } from '../words'
import ShareBar from './ShareBar.vue'

/** Changes beside today's plan: finish, sittings, money, risk; one click takes one on. */
const store = useBuildStore()
const settings = useSettingsStore()
const shelves = useShelfStore()
const history = useHistoryStore()
const build = computed(() => store.build!)
const zone = computed(() => build.value.calendar.zone)
const lines = ref<WhatIf[]>([])
const asking = ref(false)
/** So many changes are tried, of so many. */
const far = ref<[done: number, of: number]>([0, 1])
const fault = ref('')
let cancel: () => void = () => undefined
let timer = 0
async function look(): Promise<void> {
  cancel()
  asking.value = true
  far.value = [0, 1]
  const asked = ask(
    { ask: 'whatIf', build: build.value },
    shelves.own,
    history.without(build.value.id),
    (done, of) => {
      if (cancel === asked.cancel) far.value = [done, of]
    }
  )
  cancel = asked.cancel
  try {
    const answer = await asked.answer
    if (answer === null) return
    lines.value = answer
    fault.value = ''
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
  asking.value = false
}
watch(
  () => store.build,
  () => {
    clearTimeout(timer)
    timer = window.setTimeout(() => void look(), 500)
  },
  { immediate: true }
)
onBeforeUnmount(() => {
  clearTimeout(timer)
  cancel()
})

const today = computed(() => lines.value[0])
const finishes = computed(() =>
  lines.value.map((l) => l.finishMs).filter((f): f is number => f !== null)
)
const span = computed(() => ({
  from: Math.min(...finishes.value),
  to: Math.max(...finishes.value)
}))
/** Sooner finishes are shorter bars: from the soonest at a third to the latest at the whole. */
const bar = (ms: number) =>
  span.value.to === span.value.from
    ? 100
    : 34 + (66 * (ms - span.value.from)) / (span.value.to - span.value.from)
const against = (line: WhatIf) => {
  const min = laterMin(line, today.value)
  if (min === null) return ''
  return min === 0 ? 'same day' : `${duration(Math.abs(min))} ${min < 0 ? 'sooner' : 'later'}`
}
function adopt(line: WhatIf): void {
  const found = store.plan && variantNamed(build.value, store.plan, line.id)
  if (found) store.edit(line.title, found.edit)
}
const setDeadline = (value: string) =>
  store.edit('Deadline', setCalendar({ deadline: value === '' ? null : value }), 'deadline')
const words = computed(() => deadlineWords(lines.value, zone.value))
</script>

<template>
  <section class="panel pad stack" data-test="what-if">
    <header class="row">
      <h2 class="grow">What if</h2>
      <span v-if="asking" class="small soft trying" role="status"
        >trying<ShareBar label="Changes tried" :share="far[0] / far[1]"
      /></span>
    </header>
    <DateField
      label="Must be finished by"
      data-test="deadline"
      clearable
      by-day="23:59"
      :model-value="build.calendar.deadline ?? ''"
      @update:model-value="setDeadline"
    />
    <p v-if="words" class="words" data-test="deadline-words">
      {{ words }}
    </p>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }}
    </p>
    <ol class="lines">
      <li
        v-for="line in lines"
        :key="line.id"
        :class="{ today: line.id === 'today', meets: line.meets }"
        :data-what="line.id"
      >
        <div class="row head">
          <b class="grow">{{ line.title }}</b><ElButton
            v-if="line.id !== 'today'"
            class="tool take"
            @click="adopt(line)"
          >
            Take on
          </ElButton>
        </div>
        <p class="small soft">{{ said(line.what) }}</p>
        <svg
          v-if="line.finishMs"
          class="bar"
          viewBox="0 0 100 7"
          preserveAspectRatio="none"
          aria-hidden="true"
        >
          <rect width="100" height="7" class="rail" />
          <rect
            :width="bar(line.finishMs)"
            height="7"
            :class="{ sooner: (laterMin(line, today) ?? 0) < 0 }"
          />
        </svg>
        <p class="small told">
          <b>{{ line.finishMs ? dayAndClock(line.finishMs, zone) : 'no date' }}</b><template
            v-if="line.id !== 'today'"
          >
            · {{ against(line) }}</template
          >
          · {{ counted(line.sittings, 'sitting') }} · {{ money(line.money, settings.currency) }} to
          buy<template v-if="line.peakC !== null"> · warmest {{ degrees(line.peakC) }}</template
          ><template v-if="line.stops">
            · <b class="bad">{{ line.stops }} stopped</b></template
          ><template v-if="line.warns > (today?.warns ?? 0)">
            · {{ line.warns - today!.warns }} more to look out for</template
          >
        </p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.trying {
  display: grid;
  gap: 3px;
  width: 90px;
}
.lines {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 10px;
}
.lines li {
  border-left: 4px solid var(--line-strong);
  padding: 2px 0 2px 10px;
  display: grid;
  gap: 3px;
}
.lines li.today {
  border-color: var(--deep);
}
.lines li.meets:not(.today) {
  border-color: var(--moss);
}
.head {
  flex-wrap: nowrap;
  gap: 6px;
}
.take {
  min-height: 28px;
  padding: 2px 9px;
  font-size: 0.8125rem;
  white-space: nowrap;
}
.bar {
  width: 100%;
  height: 7px;
  display: block;
}
.rail {
  fill: var(--sunk);
}
.bar rect:not(.rail) {
  fill: var(--line-strong);
}
.today .bar rect:not(.rail) {
  fill: var(--deep);
}
.bar rect.sooner {
  fill: var(--moss) !important;
}
.words {
  border-left: 4px solid var(--brass);
  padding-left: 9px;
}
.bad {
  color: var(--red-lead);
}
</style>
