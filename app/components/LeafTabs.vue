<script setup lang="ts" generic="Id extends string">
import { ElButton } from 'element-plus'
import { leaves as vLeaves } from '../leaves'

/** A row of leaves, one of which is seen; what else stands in the row comes after them. */
defineProps<{ names: Readonly<Record<Id, string>> | readonly { id: Id; name: string }[] }>()
const chosen = defineModel<Id>({ required: true })
const listed = (names: Readonly<Record<Id, string>> | readonly { id: Id; name: string }[]) =>
  Array.isArray(names)
    ? (names as readonly { id: Id; name: string }[])
    : (Object.entries(names) as [Id, string][]).map(([id, name]) => ({ id, name }))
</script>

<template>
  <div v-leaves role="tablist">
    <ElButton
      v-for="l in listed(names)"
      :key="l.id"
      role="tab"
      :aria-selected="chosen === l.id"
      :class="{ on: chosen === l.id }"
      :data-leaf="l.id"
      @click="chosen = l.id"
    >
      {{ l.name }}
    </ElButton>
    <slot />
  </div>
</template>
