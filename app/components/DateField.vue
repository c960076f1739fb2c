<script setup lang="ts">
import { ElDatePicker } from 'element-plus'
import 'element-plus/theme-chalk/el-date-picker-panel.css'
import { computed, ref, useTemplateRef } from 'vue'

/** A date, with its time or without: typed as 2026-12-20 18:30 or chosen from the month. */
const props = defineProps<{
  /** "2026-12-20T18:30" or "2026-12-20"; empty: none. */
  modelValue: string
  label: string
  /** The label is heard, not seen: what stands beside it says the same. */
  bare?: boolean
  day?: boolean
  clearable?: boolean
  /** What hour a date without one is taken for: "23:59". Left out: an hour is asked for. */
  byDay?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const box = useTemplateRef<HTMLElement>('box')
const fault = ref('')
const like = computed(() => (props.day ? '2026-12-20' : '2026-12-20 18:30'))
const pattern = computed(() => (props.day ? /^\d{4}-\d\d-\d\d$/ : /^\d{4}-\d\d-\d\d \d\d:\d\d$/))

/** The 31st of June is no date, though the library reads it as the 1st of July. */
const real = (text: string) =>
  pattern.value.test(text) &&
  !Number.isNaN(Date.parse(text.replace(' ', 'T'))) &&
  new Date(`${text.slice(0, 10)}T12:00Z`).toISOString().startsWith(text.slice(0, 10))

/** What was typed and is no date is said here; what was there before stays. */
function check(): boolean {
  const text = box.value?.querySelector('input')?.value.trim() ?? ''
  if (props.byDay && /^\d{4}-\d\d-\d\d$/.test(text) && real(`${text} ${props.byDay}`)) {
    fault.value = ''
    emit('update:modelValue', `${text}T${props.byDay}`)
    return false
  }
  const good = text === '' || real(text)
  fault.value = good ? '' : `“${text}” is no date: write one such as ${like.value}`
  return good
}
const take = (value: string | null) => check() && emit('update:modelValue', value ?? '')
</script>

<template>
  <div ref="box" class="field" @change.capture="check">
    <span v-if="!bare" class="name" aria-hidden="true">{{ label }}</span>
    <ElDatePicker
      class="choice"
      :model-value="modelValue"
      :type="day ? 'date' : 'datetime'"
      :format="day ? 'YYYY-MM-DD' : 'YYYY-MM-DD HH:mm'"
      :value-format="day ? 'YYYY-MM-DD' : 'YYYY-MM-DDTHH:mm'"
      time-format="HH:mm"
      :aria-label="label"
      :placeholder="like"
      :clearable="clearable ?? false"
      :show-now="false"
      :offset="4"
      :show-arrow="false"
      :validate-event="false"
      @update:model-value="take"
    />
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
  </div>
</template>
