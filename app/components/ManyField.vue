<script setup lang="ts" generic="Id extends string">
import { ElOption, ElSelect } from 'element-plus'
import { computed } from 'vue'

/** A labelled list to choose any number from; what was chosen and is not on the list any more is still shown. */
const props = defineProps<{
  label: string
  options: readonly { id: Id; name: string }[]
  /** What it says while nothing is chosen. */
  none: string
}>()
const chosen = defineModel<Id[]>({ required: true })
const listed = computed(() => [
  ...chosen.value
    .filter((id) => !props.options.some((o) => o.id === id))
    .map((id) => ({ id, name: `${id} (not in this plan)` })),
  ...props.options
])
</script>

<template>
  <div class="field">
    <span class="name" aria-hidden="true">{{ label }}</span>
    <ElSelect
      v-model="chosen"
      multiple
      filterable
      :aria-label="label"
      :placeholder="none"
      :persistent="false"
      :show-arrow="false"
      :offset="4"
    >
      <ElOption v-for="o in listed" :key="o.id" :value="o.id" :label="o.name" :data-value="o.id" />
    </ElSelect>
  </div>
</template>
