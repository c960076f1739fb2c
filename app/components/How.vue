<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onBeforeUnmount, ref } from 'vue'
import type { Explanation } from '../../core/explain/explanations'
import { asked } from '../how'

/** A figure that says where it comes from when it is clicked. */
const props = defineProps<{ about: Explanation }>()
const button = ref<InstanceType<typeof ElButton> | null>(null)
const open = computed(() => asked.value !== null && asked.value.at === button.value?.ref)

function ask(): void {
  const at = button.value?.ref
  asked.value = open.value || !at ? null : { about: () => props.about, at }
}
onBeforeUnmount(() => open.value && (asked.value = null))
</script>

<template>
  <ElButton
    ref="button"
    class="how"
    aria-haspopup="dialog"
    :aria-expanded="open"
    :title="`Where this comes from: ${about.title.toLowerCase()}`"
    @click="ask"
  >
    <slot />
  </ElButton>
</template>

<style scoped>
.how {
  border: 0;
  background: none;
  padding: 0;
  margin: 0;
  font: inherit;
  color: inherit;
  cursor: help;
  text-align: inherit;
  text-decoration: underline dotted;
  text-decoration-thickness: 1.5px;
  text-underline-offset: 3px;
  text-decoration-color: var(--water);
}
.how:hover {
  text-decoration-style: solid;
}
</style>
