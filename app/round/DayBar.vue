<script setup lang="ts">
import { ElButton, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'

import type { RoundDays } from './days'

/** From the bare board to the finished model: a slider by the steps of the plan, and its film. */
const props = defineProps<{ days: RoundDays }>()
const emit = defineEmits<{ step: [step: string | null] }>()
const { moments, at, moment, runs, whenOf, play } = props.days
function slide(to: number): void {
  at.value = to >= moments.value.length ? null : to
  emit('step', moment.value?.step ?? null)
}
</script>

<template>
  <div class="day-bar" role="group" aria-label="Day of the build">
    <ElButton class="tool" data-test="play" :disabled="!moments.length" @click="play">{{
      runs ? 'Hold' : 'Play the build'
    }}</ElButton>
    <ElSlider
      :model-value="at ?? moments.length"
      :min="0"
      :max="Math.max(1, moments.length)"
      :step="1"
      :show-tooltip="false"
      :disabled="!moments.length"
      aria-label="Step of the build"
      :format-value-text="
        (v: number) => (moments[v] ? `${whenOf(moments[v].atMs)}: ${moments[v].title}` : 'Finished')
      "
      data-test="day-slider"
      @update:model-value="slide(Number($event))"
    />
    <p class="moment" aria-live="polite" data-test="moment">
      <template v-if="moment"
        ><b>{{ whenOf(moment.atMs) }}</b> {{ moment.title }} done<span
          v-if="moment.wet.length"
          class="soft"
        >
          · still setting: {{ moment.wet.map((w) => w.title).join(', ') }}</span
        ></template
      >
      <template v-else-if="moments.length"><b>Finished</b></template>
      <template v-else>No schedule can be made: the days say why.</template>
    </p>
  </div>
</template>

<style scoped>
.day-bar {
  display: grid;
  grid-template-columns: auto minmax(80px, 1fr) minmax(180px, 1.1fr);
  align-items: center;
  gap: 18px;
  padding: 8px 16px;
  border-top: 1px solid var(--line);
}
.moment {
  margin: 0;
  min-height: 2.6em;
  display: block;
}
@media (max-width: 43.75rem) {
  .day-bar {
    grid-template-columns: auto 1fr;
  }
  .moment {
    grid-column: 1 / -1;
  }
}
</style>
