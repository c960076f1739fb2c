<script setup lang="ts">
/** A labelled list to choose from; what was chosen and is not on the list any more is still shown. */
const props = defineProps<{
  modelValue: string
  label: string
  options: readonly { id: string; name: string }[]
}>()
const emit = defineEmits<{ 'update:modelValue': [value: string] }>()
const known = (id: string) => props.options.some((o) => o.id === id)
</script>

<template>
  <label class="field"
    ><span class="name">{{ label }}</span>
    <select
      class="choice"
      :value="modelValue"
      @change="emit('update:modelValue', ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!known(modelValue)" :value="modelValue">
        {{ modelValue }} (not on the shelf)
      </option>
      <option v-for="o in options" :key="o.id" :value="o.id">
        {{ o.name }}
      </option>
    </select></label
  >
</template>
