<script setup lang="ts">
import { computed, ref } from 'vue'
import type { GelWindow } from '../../core/physics/stuff/gel/touches'
import { useElementSize } from '@vueuse/core'
import { larger } from './letters'

/** The minutes after a coat is laid: when each touch works, and when it is too late. */
const props = defineProps<{ windows: GelWindow[]; touchMin: number | null; does: string }>()
const frame = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(frame)
const M = { left: 112 * larger(), right: 44 * larger(), top: 28, bottom: 30 }
const last = computed(
  () => Math.ceil((Math.max(...props.windows.map((w) => w.closesMin)) * 1.12) / 10) * 10
)
const X = (min: number) => M.left + ((width.value - M.left - M.right) * min) / last.value
/** As close as their figures have room. */
const every = computed(
  () => [5, 10, 20, 30, 60, 120].find((min) => X(min) - X(0) > 28 * larger()) ?? 240
)
const ticks = computed(() =>
  Array.from({ length: Math.floor(last.value / every.value) + 1 }, (_, i) => i * every.value)
)
const row = computed(() => (height.value - M.top - M.bottom) / props.windows.length)
const Y = (i: number) => M.top + row.value * i
</script>

<template>
  <div ref="frame" class="framed">
    <svg
      v-if="width > 0 && height > 60"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`Minutes after laying: ${windows.map((w) => `${w.name} ${w.opensMin} to ${w.closesMin}`).join(', ')}`"
    >
      <g v-for="t in ticks" :key="t">
        <line class="tick" :x1="X(t)" :x2="X(t)" :y1="M.top - 4" :y2="height - M.bottom" />
        <text :x="X(t)" :y="height - 10" text-anchor="middle" class="quiet">
          {{ t }}
        </text>
      </g>
      <text :x="M.left - 14" :y="height - 10" text-anchor="end" class="quiet">
        min after laying
      </text>
      <text :x="M.left" y="16" class="quiet">laid</text>
      <g v-for="(w, i) in windows" :key="w.id" :class="{ main: w.id === does }">
        <text x="8" :y="Y(i) + row / 2 + 5" class="name">
          {{ w.name }}
        </text>
        <rect
          class="early"
          :x="X(0)"
          :y="Y(i) + 5"
          :width="X(w.opensMin) - X(0)"
          :height="Math.max(4, row - 10)"
          fill="url(#state-wet)"
        />
        <rect
          class="open"
          :x="X(w.opensMin)"
          :y="Y(i) + 3"
          :width="Math.max(2, X(w.closesMin) - X(w.opensMin))"
          :height="Math.max(6, row - 6)"
          fill="url(#state-workable)"
        />
        <text :x="X(w.closesMin) + 6" :y="Y(i) + row / 2 + 5" class="figure">
          {{ w.opensMin }}–{{ w.closesMin }}
        </text>
        <text
          :x="X(w.opensMin) - 6"
          :y="Y(i) + row / 2 + 5"
          text-anchor="end"
          class="does"
          :class="{ short: X(w.opensMin) - X(0) < 250 }"
        >
          {{ w.does }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.tick {
  stroke: var(--line);
}
.early {
  opacity: 0.35;
}
.open {
  stroke: var(--brass);
  stroke-width: 1.4;
}
.name {
  font-weight: 600;
}
.main .name {
  text-decoration: underline;
  text-decoration-thickness: 3px;
  text-decoration-color: var(--brass);
}
.main .open {
  stroke-width: 2.6;
}
.does {
  font-size: 0.7812rem;
  fill: var(--ink);
}
.does.short {
  display: none;
}
</style>
