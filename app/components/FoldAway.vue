<script setup lang="ts">
import { ElCollapse, ElCollapseItem } from 'element-plus'
import { ChevronRight } from '@lucide/vue'
import { ref, watch } from 'vue'

/** What is only for whoever asks: its title stands, the rest is made when it is opened first. */
const props = defineProps<{ title?: string; open?: boolean }>()
const unfolded = ref<string[]>([])
const made = ref(false)
watch(
  () => props.open,
  (open) => {
    unfolded.value = open ? ['in'] : []
  },
  { immediate: true }
)
watch(
  unfolded,
  (now) => {
    made.value ||= now.length > 0
  },
  { immediate: true }
)
</script>

<template>
  <ElCollapse v-model="unfolded" class="fold">
    <ElCollapseItem name="in">
      <template #title
        ><slot name="title">{{ title }}</slot></template
      >
      <template #icon><ChevronRight :size="15" aria-hidden="true" class="turn" /></template>
      <slot v-if="made" />
    </ElCollapseItem>
  </ElCollapse>
</template>

<style>
.fold .el-collapse-item__header {
  cursor: pointer;
  font-size: 0.8438rem;
  font-weight: 600;
  min-height: 1.75rem;
  display: flex;
  align-items: center;
}
.fold .el-collapse-item__title {
  flex: 1;
  display: flex;
  gap: 7px;
  align-items: baseline;
}
.fold .turn {
  flex: none;
  order: -1;
  margin-right: 6px;
  color: var(--ink-soft);
  transition: transform 0.15s;
}
.fold .is-active > .el-collapse-item__header .turn {
  transform: rotate(90deg);
}
@media (max-width: 43.75rem) {
  .fold .el-collapse-item__header {
    min-height: 44px;
  }
}
</style>
