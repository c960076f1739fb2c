<script setup lang="ts">
import { computed, ref } from 'vue'
import { ml, mm } from '../../core/words/quantities'
import { lineThrough } from './paths'
import { useElementSize } from '@vueuse/core'

const props = defineProps<{ stage: [number, number][]; levelMm: number; volumeMl: number }>()
const frame = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(frame)
const M = { left: 34, right: 12, top: 22, bottom: 24 }
const lowest = computed(() => props.stage[0]?.[0] ?? 0)
const highest = computed(() => Math.max(props.stage.at(-1)?.[0] ?? 1, lowest.value + 1))
const most = computed(() => Math.max(1, props.stage.at(-1)?.[1] ?? 1))
const X = (volume: number) => M.left + ((width.value - M.left - M.right) * volume) / most.value
const Y = (level: number) =>
  height.value -
  M.bottom -
  ((height.value - M.top - M.bottom) * (level - lowest.value)) / (highest.value - lowest.value)
const line = computed(() =>
  lineThrough(props.stage.map(([level, volume]) => [X(volume), Y(level)]))
)
const here = computed<[number, number]>(() => [
  X(Math.min(most.value, props.volumeMl)),
  Y(Math.min(highest.value, Math.max(lowest.value, props.levelMm)))
])
</script>

<template>
  <div ref="frame" class="frame">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`${mm(levelMm)} holds ${ml(volumeMl)}`"
    >
      <line class="axis" :x1="M.left" :x2="M.left" :y1="M.top" :y2="height - M.bottom" />
      <line
        class="axis"
        :x1="M.left"
        :x2="width - M.right"
        :y1="height - M.bottom"
        :y2="height - M.bottom"
      />
      <path class="line" :d="line" />
      <path class="drop" :d="`M${M.left} ${here[1]}H${here[0]}V${height - M.bottom}`" />
      <circle :cx="here[0]" :cy="here[1]" r="5" />
      <text :x="M.left - 5" :y="Y(highest) + 5" text-anchor="end" class="quiet">
        {{ Math.round(highest) }}
      </text>
      <text :x="M.left - 5" :y="Y(lowest)" text-anchor="end" class="quiet">
        {{ Math.round(lowest) }}
      </text>
      <text :x="M.left - 5" :y="M.top - 9" class="quiet">level, mm</text>
      <text :x="width - M.right" :y="height - 6" text-anchor="end" class="quiet">
        {{ ml(most) }}
      </text>
      <text
        :x="Math.max(M.left + 30, Math.min(here[0], width - M.right - 84))"
        :y="height - 6"
        text-anchor="middle"
      >
        <tspan class="figure">{{ ml(volumeMl) }}</tspan>
      </text>
    </svg>
  </div>
</template>

<style scoped>
.frame {
  flex: 1;
  min-height: 60px;
  overflow: hidden;
  position: relative;
}
svg {
  position: absolute;
  inset: 0;
  contain: strict;
  width: 100%;
  height: 100%;
}
.axis {
  stroke: var(--line-strong);
}
.line {
  fill: none;
  stroke: var(--water);
  stroke-width: 2.5;
}
.drop {
  fill: none;
  stroke: var(--red-lead);
  stroke-dasharray: 3 3;
}
circle {
  fill: var(--red-lead);
}
</style>
