<script setup lang="ts">
import { computed } from 'vue'
import type { Cutaway } from '../../core/plan/card'
import { lineThrough, ringOf, under } from './paths'

const props = defineProps<{ name: string; cutaway: Cutaway }>()
const W = 320
const H = 118
const EXAGGERATION = 1.8
const topMm = computed(() => Math.max(20, ...props.cutaway.ground.map((p) => p[1])) + 4)
const scale = computed(() =>
  Math.min((W - 8) / Math.max(1, props.cutaway.lengthMm), (H - 22) / (topMm.value * EXAGGERATION))
)
const left = computed(() => (W - props.cutaway.lengthMm * scale.value) / 2)
const px = ([s, z]: readonly [number, number]): [number, number] => [
  left.value + s * scale.value,
  H - 12 - z * scale.value * EXAGGERATION
]
const land = computed(() => {
  const { ground, lengthMm } = props.cutaway
  return ground.length < 2 ? '' : ringOf([...ground.map(px), px([lengthMm, 0]), px([0, 0])])
})
const waters = computed(() =>
  props.cutaway.waters.flatMap(({ ground, levelMm }) =>
    under(ground, levelMm).map((ring) => ringOf(ring.map(px)))
  )
)
const falls = computed(() =>
  props.cutaway.falls.map(({ atMm, out, lipMm, line }) =>
    lineThrough([px([atMm - out * 4, lipMm]), ...line.map(px)])
  )
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Cutaway of ${name}`">
    <path class="land" :d="land" />
    <path class="land hatch" :d="land" />
    <path v-for="(d, i) in waters" :key="i" class="water" :d="d" />
    <g v-for="(d, i) in falls" :key="`f${i}`">
      <path class="fall edge" :d="d" />
      <path class="fall" :d="d" />
    </g>
    <rect
      class="board"
      :x="left - 4"
      :y="H - 12"
      :width="cutaway.lengthMm * scale + 8"
      height="7"
    />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.land {
  fill: var(--foam-board);
}
.hatch {
  fill: url(#foam-cells);
}
.water {
  fill: var(--water);
  fill-opacity: 0.8;
}
.fall {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 4;
  stroke-linejoin: round;
  stroke-linecap: round;
}
.fall.edge {
  stroke: var(--deep);
  stroke-width: 5.5;
}
html.dark .fall:not(.edge) {
  stroke: #e6f4ef;
}
.board {
  fill: var(--timber);
}
</style>
