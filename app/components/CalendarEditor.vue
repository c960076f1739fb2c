<script setup lang="ts">
import { ElButton, ElForm, ElFormItem, ElInput, type FormInstance } from 'element-plus'
import { X } from '@lucide/vue'
import { computed, reactive, useTemplateRef } from 'vue'
import { setCalendar } from '../../core/build/workEdits'
import type { Calendar } from '../../core/build/types'
import { DATE, HOURS } from '../../core/exchange/forms'
import { readWindows, shownWindows as shown } from '../../core/plan/7-days/windows'
import { rule } from '../forms'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import DateField from './DateField.vue'
import WeekHours from './WeekHours.vue'

const store = useBuildStore()
const calendar = computed(() => store.build!.calendar)
const set = (change: Partial<Calendar>, group = '') =>
  store.edit('Free hours', setCalendar(change), group)

const RULES = { date: rule(DATE), hours: rule(HOURS) }
const other = useTemplateRef<FormInstance>('other')
const form = reactive({ date: '', hours: '' })
async function addException(): Promise<void> {
  const free = readWindows(form.hours)
  if (!(await other.value?.validate().catch(() => false)) || typeof free === 'string') return
  const others = calendar.value.exceptions.filter((e) => e.date !== form.date)
  set({
    exceptions: [...others, { date: form.date, free }].sort((a, b) => a.date.localeCompare(b.date))
  })
  other.value?.resetFields()
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
const zones = ['UTC', ...Intl.supportedValuesOf('timeZone')].map((id) => ({
  id,
  name: id.replaceAll('_', ' ')
}))
</script>

<template>
  <section class="panel pad stack">
    <h2>Your hours</h2>
    <WeekHours
      :week="calendar.week"
      label="Free on"
      @day="(day, free) => set({ week: { ...calendar.week, [day]: free } }, `day:${day}`)"
    />
    <ElForm ref="other" :model="form" :rules="RULES" class="other" @submit.prevent="addException">
      <p class="small soft">
        Other hours on one date (leave the hours blank for a day off the bench)
      </p>
      <div class="row tight top">
        <ElFormItem prop="date">
          <DateField v-model="form.date" day bare label="Date" class="date" />
        </ElFormItem>
        <ElFormItem prop="hours" class="grow">
          <ElInput
            v-model="form.hours"
            class="choice"
            placeholder="none"
            aria-label="Hours on that date"
          />
        </ElFormItem>
        <ElButton class="tool" native-type="submit">Set</ElButton>
      </div>
    </ElForm>
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
          <X :size="16" aria-hidden="true" />
        </ElButton>
      </li>
    </ul>
    <div class="row tight bottom">
      <DateField
        class="grow"
        label="Work begins"
        :model-value="calendar.start"
        @update:model-value="$event > '1990' && set({ start: $event }, 'start')"
      />
      <ElButton class="tool" @click="startNow">Now</ElButton>
    </div>
    <ChoiceField
      label="Time zone"
      data-test="zone"
      filterable
      :model-value="calendar.zone"
      :options="zones"
      @update:model-value="set({ zone: $event })"
    />
  </section>
</template>

<style scoped>
.tight {
  gap: 6px;
  flex-wrap: nowrap;
}
.date {
  width: 132px;
}
.bottom {
  align-items: end;
}
.top {
  align-items: start;
}
.exceptions {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
  font-size: 0.875rem;
}
.exceptions .tool {
  min-height: 28px;
  padding: 0 8px;
}
</style>
