<script setup lang="ts">
import { ElInput } from 'element-plus'
import { ref, watch } from 'vue'

/**
 * A text field whose every keystroke may count, and which never takes the builder's half-typed text
 * away: what comes
 * back from the build replaces it only when it says something else.
 */
const props = defineProps<{
  modelValue: string
  same?: (text: string, value: string) => boolean
  bad?: boolean
}>()
const emit = defineEmits<{ typed: [text: string]; done: [text: string] }>()
const text = ref(props.modelValue)
const trimmed = (a: string, b: string) => a.trim() === b
watch(
  () => props.modelValue,
  (value) => {
    if (!(props.same ?? trimmed)(text.value, value)) text.value = value
  }
)
</script>

<template>
  <ElInput
    v-model="text"
    autocomplete="off"
    :aria-invalid="bad || undefined"
    @input="emit('typed', $event)"
    @change="emit('done', $event)"
  />
</template>
