<script setup lang="ts">
import FilePick from './FilePick.vue'
import { X } from '@lucide/vue'
import { ElButton, ElCheckbox } from 'element-plus'
import { computed, ref } from 'vue'
import {
  changeOther,
  dropBusy,
  MOST_CALENDARS,
  setCalendar,
  takeBusy
} from '../../core/build/workEdits'
import type { BusyTimes } from '../../core/exchange/calendar/busyTimes'
import { useBuildStore } from '../stores/build'
import { useShelfStore } from '../stores/shelf'
import { ask } from '../workers/askClient'
import ColourPick from './ColourPick.vue'
import LiveText from './LiveText.vue'
import WeekHours from './WeekHours.vue'

/** Who else is there, and when the builder is busy by a calendar file. */
const store = useBuildStore()
const shelves = useShelfStore()
const calendar = computed(() => store.build!.calendar)
const wholeDays = ref(false)
const reading = ref(false)
const fault = ref('')
const read = ref<(BusyTimes & { called: string }) | null>(null)
/** Calendars with how much they take; what was taken in before they had names comes last. */
const rows = computed(() => {
  const { busy, others = [] } = calendar.value
  const named = others.map((o) => ({ ...o, times: busy.filter((b) => b.of === o.id).length }))
  const bare = busy.filter((b) => !others.some((o) => o.id === b.of)).length
  return bare === 0
    ? named
    : [...named, { id: null, name: 'Taken in earlier', colour: null, times: bare }]
})
const isFull = computed(() => rows.value.length >= MOST_CALENDARS)
let cancel: () => void = () => undefined
async function picked(file: File): Promise<void> {
  fault.value = ''
  read.value = null
  reading.value = true
  const asked = ask(
    {
      ask: 'busyTimes',
      text: await file.text(),
      calendar: calendar.value,
      wholeDays: wholeDays.value
    },
    shelves.own
  )
  cancel = asked.cancel
  try {
    const answer = await asked.answer
    if (answer) {
      // a file without a name of its own goes by the file's
      const called = (answer.name || file.name.replace(/\.\w+$/, '')).slice(0, 120) || 'Calendar'
      read.value = { ...answer, called }
      if (answer.busy.length > 0) store.edit('Busy times', takeBusy(called, answer.busy))
    }
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
  reading.value = false
}
const addSecond = () =>
  store.edit(
    'Second pair of hands',
    setCalendar({
      second: {
        name: 'Second pair of hands',
        week: { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [['10:00', '12:30']], sun: [] },
        exceptions: []
      }
    })
  )
const change = (part: Partial<NonNullable<typeof calendar.value.second>>, group: string) =>
  store.edit(
    'Second pair of hands',
    setCalendar({ second: { ...calendar.value.second!, ...part } }),
    group
  )
function stopReading(): void {
  cancel()
  reading.value = false
}
</script>

<template>
  <section class="panel pad stack" data-test="busy">
    <h2>Other things on</h2>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }}
    </p>
    <p v-if="rows.length === 0" class="small">
      Take in a calendar file, and the plan keeps clear of what is in it: recurring entries and time
      zones too. Several calendars stand side by side.
    </p>
    <ul v-else class="calendars" data-test="calendars">
      <li v-for="row in rows" :key="row.id ?? ''" class="row" :data-calendar="row.id ?? 'earlier'">
        <ColourPick
          v-if="row.colour"
          :model-value="row.colour"
          :label="`Colour of ${row.name}`"
          bare
          @update:model-value="
            store.edit(
              'Calendar’s colour',
              changeOther(row.id!, { colour: $event }),
              `other:${row.id}:colour`
            )
          "
        />
        <LiveText
          v-if="row.id"
          class="choice grow"
          :model-value="row.name"
          :aria-label="`Name of the calendar ${row.name}`"
          maxlength="120"
          @done="
            $event.trim() &&
            store.edit(
              'Calendar’s name',
              changeOther(row.id!, { name: $event.trim() }),
              `other:${row.id}:name`
            )
          "
        /><span v-else class="grow">{{ row.name }}</span
        ><span class="small soft times">{{
          row.times === 1 ? '1 time' : `${row.times} times`
        }}</span
        ><ElButton
          class="tool bare"
          :aria-label="`Take ${row.name} away`"
          :title="`Take ${row.name} away`"
          @click="store.edit('Busy times', dropBusy(row.id))"
        >
          <X :size="16" />
        </ElButton>
      </li>
    </ul>
    <div class="row">
      <FilePick
        kind="calendar"
        @refuse="fault = $event"
        accept=".ics,text/calendar"
        :disabled="reading || isFull"
        data-test="busy-file"
        @pick="picked"
      >
        {{ rows.length ? 'One more, or again…' : 'Busy times from ICS…' }}</FilePick><ElButton
        v-if="reading"
        class="tool"
        @click="stopReading"
      >
        Stop</ElButton
      >
    </div>
    <p v-if="isFull" class="small soft">
      {{ MOST_CALENDARS }} calendars are the most: take one away first.
    </p>
    <ElCheckbox v-model="wholeDays" class="small">entries of whole days count as busy</ElCheckbox>
    <ul v-if="read" class="small soft left" data-test="busy-read">
      <li>
        {{ read.called }}: {{ read.entries === 1 ? '1 entry' : `${read.entries} entries` }} read.
      </li>
      <li v-if="read.busy.length === 0">
        None of them takes any of your time in the days ahead: nothing was changed.
      </li>
      <li v-for="l in read.left" :key="l.why">
        Left out ({{ l.count }}): entries that {{ l.why }}.
      </li>
      <li v-for="z in read.zones" :key="z.named">
        {{
          z.known
            ? `“${z.named}” was taken for the zone ${z.takenFor}.`
            : `“${z.named}” is no zone that is known here: its times were taken for yours, ${z.takenFor}.`
        }}
      </li>
    </ul>
  </section>
  <section class="panel pad stack" data-test="second">
    <h2>A second pair of hands</h2>
    <template v-if="calendar.second">
      <LiveText
        class="choice"
        :model-value="calendar.second.name"
        aria-label="Name"
        maxlength="120"
        @done="$event.trim() && change({ name: $event.trim() }, 'second:name')"
      />
      <WeekHours
        :week="calendar.second.week"
        :label="`${calendar.second.name} on`"
        @day="
          (day, free) =>
            change({ week: { ...calendar.second!.week, [day]: free } }, `second:${day}`)
        "
      />
      <ElButton
        class="tool"
        @click="store.edit('Second pair of hands', setCalendar({ second: null }))"
      >
        Nobody after all
      </ElButton>
    </template>
    <template v-else
      ><p class="small soft">
        Work is split between two where that ends sooner; a step can be given to one of you.
      </p>
      <ElButton class="tool" data-test="second-add" @click="addSecond">
        Somebody helps
      </ElButton></template
    >
  </section>
</template>

<style scoped>
.calendars {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.calendars .row {
  flex-wrap: nowrap;
  gap: 8px;
}
.times {
  white-space: nowrap;
}
.left {
  margin: 0;
  padding-left: 18px;
}
</style>
