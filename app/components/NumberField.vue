<script setup lang="ts">
import { ElInput } from 'element-plus'
import { readNumber } from '../../core/words/readNumber'
import { computed, ref, useId, watch } from 'vue'

const props = withDefaults(
  defineProps<{
    modelValue: number | null
    label: string
    unit?: string
    min: number
    max: number
    step?: number
    whole?: boolean
    blank?: string
    hint?: string
    bare?: boolean
  }>(),
  { unit: '', step: 1, blank: '', hint: '' }
)
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const id = useId()

const shown = (value: number | null) =>
  value === null ? '' : String(Math.round(value * 1000) / 1000)
const text = ref(shown(props.modelValue))
const fault = ref('')
const editing = ref(false)
watch(
  () => props.modelValue,
  (value) => {
    if (editing.value && read(text.value) === value) return
    text.value = shown(value)
    fault.value = ''
  }
)

const allowed = computed(() => `${props.min} to ${props.max}${props.unit ? ` ${props.unit}` : ''}`)

function read(input: string): number | null | undefined {
  if (input.trim() === '') return props.blank === '' ? undefined : null
  const value = readNumber(input)
  if (
    typeof value !== 'number' ||
    value < props.min ||
    value > props.max ||
    (props.whole && !Number.isInteger(value))
  )
    return undefined
  return value
}

/** Every keystroke that makes a valid number counts at once: a tab may be closed in mid-edit. */
function typed(): void {
  const value = read(text.value)
  if (value === undefined && readNumber(text.value) === 'two ways')
    fault.value = `“${text.value}” can be read two ways: write it without the comma, or with a point`
  else if (value === undefined)
    fault.value = `“${text.value}” won't do: ${props.whole ? 'a whole number, ' : ''}${allowed.value}`
  else {
    fault.value = ''
    if (value !== props.modelValue) emit('update:modelValue', value)
  }
}
function left(): void {
  editing.value = false
  if (fault.value === '') text.value = shown(props.modelValue)
}
function nudge(by: number): void {
  const next = Math.min(
    props.max,
    Math.max(props.min, Math.round(((props.modelValue ?? 0) + by * props.step) * 1000) / 1000)
  )
  emit('update:modelValue', next)
  text.value = shown(next)
  fault.value = ''
}
</script>

<template>
  <div class="field">
    <label :for="id" :class="{ unseen: bare }">{{ label }}</label>
    <ElInput
      :id="id"
      v-model="text"
      class="choice"
      :class="{ bad: fault }"
      inputmode="decimal"
      autocomplete="off"
      :placeholder="blank"
      :aria-invalid="fault !== ''"
      @focus="editing = true"
      @input="typed"
      @blur="left"
      @keydown.up.prevent="nudge(1)"
      @keydown.down.prevent="nudge(-1)"
    >
      <template v-if="unit" #suffix>{{ unit }}</template>
    </ElInput>
    <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
    <span v-else-if="hint" class="small soft">{{ hint }}</span>
  </div>
</template>
