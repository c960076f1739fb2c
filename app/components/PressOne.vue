<script setup lang="ts" generic="Id extends string | number | null">
import { ElButton } from 'element-plus'

/** A row of buttons of which one is pressed. */
defineProps<{
  label: string
  options: readonly { id: Id; name: string }[]
  /** Its buttons are told apart by `data-` and this. */
  attribute: string
}>()
const chosen = defineModel<Id>({ required: true })
</script>

<template>
  <div class="row wrap" role="group" :aria-label="label">
    <ElButton
      v-for="o in options"
      :key="String(o.id)"
      class="tool"
      :aria-pressed="chosen === o.id"
      v-bind="{ [`data-${attribute}`]: o.id }"
      @click="chosen = o.id"
      >{{ o.name }}</ElButton
    >
    <slot />
  </div>
</template>
