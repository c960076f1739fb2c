<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, ref } from 'vue'
import { setCalendar } from '../../core/build/workEdits'
import { WEEKDAYS, type Calendar, type Weekday } from '../../core/build/types'
import { readWindows, shownWindows as shown } from '../../core/plan/7-days/windows'
import { useBuildStore } from '../stores/build'
import LiveText from './LiveText.vue'

const store = useBuildStore()
const calendar = computed(() => store.build!.calendar)
const fault = ref('')
const NAMES: Record<Weekday, string> = {
  mon: 'Mon',
  tue: 'Tue',
  wed: 'Wed',
  thu: 'Thu',
  fri: 'Fri',
  sat: 'Sat',
  sun: 'Sun'
}
const set = (change: Partial<Calendar>, group = '') =>
  store.edit('Free hours', setCalendar(change), group)

const sameHours = (text: string, value: string) => {
  const windows = readWindows(text)
  return typeof windows !== 'string' && shown(windows) === value
}
function typedDay(day: Weekday, text: string): void {
  const answer = readWindows(text)
  fault.value = typeof answer === 'string' ? `${NAMES[day]}: ${answer}` : ''
  if (typeof answer !== 'string')
    set({ week: { ...calendar.value.week, [day]: answer } }, `day:${day}`)
}
const date = ref('')
const hours = ref('')
function addException(): void {
  const answer = readWindows(hours.value)
  if (typeof answer === 'string') {
    fault.value = answer
    return
  }
  if (!/^\d{4}-\d{2}-\d{2}$/.test(date.value)) {
    fault.value = 'Choose the date first.'
    return
  }
  fault.value = ''
  const others = calendar.value.exceptions.filter((e) => e.date !== date.value)
  set({
    exceptions: [...others, { date: date.value, free: answer }].sort((a, b) =>
      a.date.localeCompare(b.date)
    )
  })
  date.value = ''
  hours.value = ''
}
function start(value: string): void {
  if (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(value) && value > '1990')
    set({ start: value }, 'start')
}
function startNow(): void {
  const now = new Date()
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone: calendar.value.zone,
    dateStyle: 'short',
    timeStyle: 'short'
  }).format(now)
  set({ start: parts.replace(' ', 'T') })
}
const zones = Intl.supportedValuesOf('timeZone')
function zone(text: string): void {
  const value = text.trim()
  if (zones.includes(value) || value === 'UTC') {
    fault.value = ''
    set({ zone: value })
  } else fault.value = `“${value}” is no time zone: write one such as Europe/Lisbon`
}
</script>

<template>
  <section class="panel pad stack">
    <h2>Your hours</h2>
    <p v-if="fault" class="fault" role="alert">
      {{ fault }}
    </p>
    <table class="week">
      <tbody>
        <tr v-for="d in WEEKDAYS" :key="d">
          <th scope="row">{{ NAMES[d] }}</th>
          <td>
            <LiveText
              class="choice"
              :model-value="shown(calendar.week[d])"
              :same="sameHours"
              :aria-label="`Free on ${NAMES[d]}`"
              placeholder="none"
              @done="typedDay(d, $event)"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <div class="field">
      <span class="name"
        >Other hours on one date (leave the hours blank for a day off the bench)</span
      >
      <div class="row tight">
        <ElInput v-model="date" type="date" class="choice date" aria-label="Date" /><ElInput
          v-model="hours"
          class="choice grow"
          placeholder="none"
          aria-label="Hours on that date"
        /><ElButton class="tool" @click="addException">Set</ElButton>
      </div>
    </div>
    <ul v-if="calendar.exceptions.length" class="exceptions">
      <li v-for="e in calendar.exceptions" :key="e.date" class="row tight">
        <span class="grow"
          >{{ e.date }}: {{ e.free.length ? shown(e.free) : 'none' }}
          <span class="soft small">{{ e.note }}</span></span
        ><ElButton
          class="tool"
          :aria-label="`Forget ${e.date}`"
          @click="set({ exceptions: calendar.exceptions.filter((x) => x.date !== e.date) })"
        >
          ×
        </ElButton>
      </li>
    </ul>
    <label class="field"
      ><span class="name">Work begins</span
      ><span class="row tight"
        ><LiveText
          type="datetime-local"
          class="choice grow"
          :model-value="calendar.start"
          @done="start"
        /><ElButton class="tool" @click="startNow">Now</ElButton></span
      ></label
    >
    <label class="field"
      ><span class="name">Time zone</span
      ><LiveText class="choice" :model-value="calendar.zone" list="zones" @done="zone" /><datalist
        id="zones"
      >
        <option v-for="z in zones" :key="z" :value="z" /></datalist
    ></label>
  </section>
</template>

<style scoped>
.week {
  border-spacing: 0 4px;
  width: 100%;
}
.week th {
  text-align: left;
  width: 46px;
  font-weight: 600;
}
.tight {
  gap: 6px;
  flex-wrap: nowrap;
}
.date {
  width: 132px;
  padding: 4px;
}
.exceptions {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
  font-size: 14px;
}
.exceptions .tool {
  min-height: 28px;
  padding: 0 8px;
}
</style>
