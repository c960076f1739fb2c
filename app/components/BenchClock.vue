<script setup lang="ts">
import { ElButton } from 'element-plus'
import { X } from '@lucide/vue'
import { computed } from 'vue'
import { clockText, standOf, type BenchClock } from '../../core/bench/benchClocks'

/** One clock at the bench: a ring that fills, large figures, and what it is for. */
const props = defineProps<{ clock: BenchClock; nowMs: number }>()
const emit = defineEmits<{ clear: [] }>()
const stand = computed(() => standOf(props.clock, props.nowMs))
const words = computed(() => {
  if (props.clock.kind === 'window')
    return { running: 'opens in', open: 'closes in', over: 'closed since' }[stand.value.phase]
  return stand.value.phase === 'running' ? 'left' : 'over'
})
const TURN = 2 * Math.PI * 25
</script>

<template>
  <div class="standing" :class="[clock.kind, stand.phase]" :data-clock="clock.kind">
    <svg viewBox="0 0 60 60" width="60" height="60" aria-hidden="true">
      <circle cx="30" cy="30" r="25" class="rail" />
      <circle
        cx="30"
        cy="30"
        r="25"
        class="gone"
        :stroke-dasharray="`${TURN * stand.share} ${TURN}`"
        transform="rotate(-90 30 30)"
      />
    </svg>
    <div class="grow">
      <span class="what">{{ clock.name }}</span><b class="left" role="timer">{{
        clockText(stand.leftMs)
      }}</b>
      {{ ' ' }}<span class="small">{{ words }}</span>
    </div>
    <ElButton class="tool" :aria-label="`Clear the clock ${clock.name}`" @click="emit('clear')">
      <X :size="16" aria-hidden="true" />
    </ElButton>
  </div>
</template>

<style scoped>
.standing {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 12px;
  background: var(--sunk);
  border-radius: 3px 14px 3px 14px;
}
.what {
  display: block;
  font-size: 0.875rem;
}
.left {
  font: 700 2.125rem/1.05 var(--head);
}
circle {
  fill: none;
  stroke-width: 7;
}
.rail {
  stroke: var(--line);
}
.gone {
  stroke: var(--water);
}
.window .gone {
  stroke: var(--brass);
}
.open {
  background: var(--brass-wash);
  outline: 2px solid var(--brass);
}
.over {
  background: var(--red-wash);
}
.over .gone {
  stroke: var(--red-lead);
}
</style>
