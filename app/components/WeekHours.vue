<script setup lang="ts">
import { ElForm, ElFormItem } from 'element-plus'
import { computed, ref } from 'vue'
import { WEEKDAYS, type FreeWindow, type Weekday } from '../../core/build/types'
import { HOURS } from '../../core/exchange/forms'
import { readWindows, shownWindows } from '../../core/plan/7-days/windows'
import { rule } from '../forms'
import LiveText from './LiveText.vue'

/** The hours of a week, a line a day; what is no stretch of time is said at its day. */
const props = defineProps<{ week: Readonly<Record<Weekday, FreeWindow[]>>; label: string }>()
const emit = defineEmits<{ day: [day: Weekday, free: FreeWindow[]] }>()
const NAMES: Record<Weekday, string> = {
  mon: 'Mon',
  tue: 'Tue',
  wed: 'Wed',
  thu: 'Thu',
  fri: 'Fri',
  sat: 'Sat',
  sun: 'Sun'
}
const kept = computed(() =>
  Object.fromEntries(WEEKDAYS.map((d) => [d, shownWindows(props.week[d])]))
)
/** What was typed and is no stretch of time stays where it is, until it is one. */
const wrong = ref<Record<string, string>>({})
const model = computed(() => ({ ...kept.value, ...wrong.value }))

function done(day: Weekday, text: string): void {
  const answer = readWindows(text)
  if (typeof answer === 'string') {
    wrong.value = { ...wrong.value, [day]: text }
    return
  }
  wrong.value = Object.fromEntries(Object.entries(wrong.value).filter(([d]) => d !== day))
  emit('day', day, answer)
}
const same = (text: string, value: string) => {
  const windows = readWindows(text)
  return typeof windows !== 'string' && shownWindows(windows) === value
}
</script>

<template>
  <ElForm :model="model" class="week" label-width="46px" label-position="left" @submit.prevent>
    <ElFormItem v-for="d in WEEKDAYS" :key="d" :label="NAMES[d]" :prop="d" :rules="rule(HOURS)">
      <LiveText
        class="choice"
        :model-value="kept[d]"
        :same="same"
        placeholder="none"
        :aria-label="`${label} ${NAMES[d]}`"
        @done="done(d, $event)"
      />
    </ElFormItem>
  </ElForm>
</template>
