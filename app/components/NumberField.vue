<script setup lang="ts">
import { ElInput } from 'element-plus'
import { computed, ref, useId, watch } from 'vue'
import { readNumber, readQuantity } from '../../core/words/readNumber'
import type { Sentence } from '../../core/words/sentence'
import { metric, otherStep } from '../../core/words/units'
import { axis, figure, said, unit as nameOf, units } from '../words'

const props = withDefaults(
  defineProps<{
    modelValue: number | null
    label: Sentence
    unit?: string
    /** The unit, where it stands in the head of its column and not in the field. */
    measures?: string
    min: number
    max: number
    step?: number
    whole?: boolean
    blank?: Sentence
    hint?: Sentence
    bare?: boolean
  }>(),
  { unit: '', measures: '', step: 1, blank: '', hint: '' }
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()

/** "mm wide": a unit and what it measures. */
const kind = computed(() => props.measures || props.unit.split(' ')[0])
const beside = computed(() =>
  props.unit ? nameOf(kind.value) + props.unit.slice(kind.value.length) : ''
)
const inch = computed(() => nameOf(kind.value) !== kind.value)

const shown = (value: number | null) => {
  if (value === null) return ''
  return inch.value ? figure(value, kind.value) : String(Math.round(value * 1000) / 1000)
}
const text = ref(shown(props.modelValue))
const fault = ref('')
const editing = ref(false)
watch([() => props.modelValue, inch], ([value, now], [, before]) => {
  if (now === before && editing.value && read(text.value) === value) return
  text.value = shown(value)
  fault.value = ''
})

const allowed = computed(
  () =>
    `${shown(props.min)} to ${shown(props.max)}${kind.value ? ` ${beside.value || nameOf(kind.value)}` : ''}`
)

function read(input: string): number | null | undefined {
  if (input.trim() === '') return props.blank === '' ? undefined : null
  const value = readQuantity(input, kind.value, units())
  if (typeof value !== 'number' || (props.whole && !inch.value && !Number.isInteger(value)))
    return undefined
  // both ends may be typed as they are said, though a fraction says them a hair too far
  const within = [props.min, props.max].find((end) => inch.value && shown(end) === shown(value))
  if (within !== undefined) return within
  if (value < props.min || value > props.max) return undefined
  return props.whole ? Math.round(value) : value
}

/** Every keystroke that makes a valid number counts at once: a tab may be closed in mid-edit. */
function typed(): void {
  const value = read(text.value)
  if (value === undefined && readNumber(text.value) === 'two ways')
    fault.value = `“${text.value}” can be read two ways: write it without the comma, or with a point`
  else if (value === undefined)
    fault.value = `“${text.value}” won't do: ${props.whole && !inch.value ? 'a whole number, ' : ''}${allowed.value}`
  else {
    fault.value = ''
    if (value !== props.modelValue) emit('update:modelValue', value)
  }
}
function left(): void {
  editing.value = false
  if (fault.value === '') text.value = shown(props.modelValue)
}
/** An arrow key goes on by a step of the rule that the builder reads. */
function nudge(by: number): void {
  const from = props.modelValue ?? 0
  const step = inch.value ? otherStep(kind.value, props.step) : props.step
  const to = inch.value
    ? metric((Math.round(axis(from, kind.value) / step) + by) * step, kind.value, 'inch')
    : Math.round((from + by * step) * 1000) / 1000
  const next = Math.min(props.max, Math.max(props.min, to))
  emit('update:modelValue', next)
  text.value = shown(next)
  fault.value = ''
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ unseen: bare }">{{ said(label) }}</label>
    <ElInput
      :id="id"
      v-model="text"
      class="choice"
      :class="{ bad: fault }"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="said(blank)"
      :aria-invalid="fault !== ''"
      @focus="editing = true"
      @input="typed"
      @blur="left"
      @keydown.up.prevent="nudge(1)"
      @keydown.down.prevent="nudge(-1)"
    >
      <template v-if="beside" #suffix>{{ beside }}</template>
    </ElInput>
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
    <span v-else-if="hint" class="small soft">{{ said(hint) }}</span>
  </div>
</template>
