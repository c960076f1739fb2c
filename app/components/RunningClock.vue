<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import ShareBar from './ShareBar.vue'

/** A clock that runs from wall time: how long since it was started, and how long is left. */
const props = defineProps<{
  name: string
  startedMs: number | null
  minutes: number
  nowMs: number
  warn?: boolean
}>()
const emit = defineEmits<{ start: []; stop: [] }>()
const leftS = computed(() =>
  props.startedMs === null
    ? props.minutes * 60
    : props.minutes * 60 - (props.nowMs - props.startedMs) / 1000
)
const text = computed(() => {
  const s = Math.abs(Math.round(leftS.value))
  return `${leftS.value < -0.5 ? '−' : ''}${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
})
const share = computed(() =>
  Math.max(0, Math.min(1, props.startedMs === null ? 0 : 1 - leftS.value / (props.minutes * 60)))
)
</script>

<template>
  <div
    class="clock"
    :class="{
      over: startedMs !== null && leftS <= 0,
      warn: warn && startedMs !== null && leftS < 120
    }"
  >
    <span class="name">{{ name }}</span>
    <b class="left" role="timer">{{ text }}</b>
    <ElButton class="tool go" @click="startedMs === null ? emit('start') : emit('stop')">
      {{ startedMs === null ? 'Start' : 'Clear' }}
    </ElButton>
    <ShareBar class="bar" :share="share" :label="name" />
  </div>
</template>

<style scoped>
.clock {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  gap: 2px 10px;
  padding: 8px 12px;
  background: var(--sunk);
  border-radius: 3px 12px 3px 12px;
}
.name {
  font-size: 0.8125rem;
  color: var(--ink-soft);
  grid-column: 1 / -1;
}
.left {
  font: 700 1.875rem/1 var(--head);
}
.bar {
  grid-column: 1 / -1;
}
.over {
  background: var(--brass-wash);
}
.over.warn,
.warn {
  background: var(--red-wash);
}
.warn .bar :deep(.el-progress-bar__inner) {
  background: var(--red-lead);
}
</style>
