<script setup lang="ts">
import { computed } from 'vue'
import type { Build } from '../../core/build/types'
import { poolsOf } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import { lineThrough, ringOf, under } from './paths'

const props = defineProps<{ build: Build; plan: Plan }>()
const W = 320
const H = 118
const EXAGGERATION = 1.8
const section = computed(() => props.plan.ground.section)
const topMm = computed(() => Math.max(20, ...section.value.ground.map((p) => p[1])) + 4)
const scale = computed(() =>
  Math.min((W - 8) / Math.max(1, section.value.lengthMm), (H - 22) / (topMm.value * EXAGGERATION))
)
const left = computed(() => (W - section.value.lengthMm * scale.value) / 2)
const px = ([s, z]: readonly [number, number]): [number, number] => [
  left.value + s * scale.value,
  H - 12 - z * scale.value * EXAGGERATION
]
const land = computed(() =>
  section.value.ground.length < 2
    ? ''
    : ringOf([...section.value.ground.map(px), px([section.value.lengthMm, 0]), px([0, 0])])
)
const waters = computed(() =>
  section.value.runs.flatMap((run) => {
    const pool = poolsOf(props.build).find((p) => p.id === run.pool)
    return pool ? under(run.ground, pool.levelMm).map((r) => ringOf(r.map(px))) : []
  })
)
const falls = computed(() =>
  section.value.runs.flatMap((run) => {
    const pool = poolsOf(props.build).find((p) => p.id === run.pool)
    return run.ends.flatMap((end, i) => {
      const fall = props.plan.forms.falls.find(
        (f) =>
          f.strips > 0 &&
          f.lip &&
          pool?.outline.some(
            (c) => c.id === end.corner && c.x === f.lip![0][0] && c.y === f.lip![0][1]
          )
      )
      if (!fall) return []
      const s = i === 0 ? run.ground[0][0] : run.ground.at(-1)![0]
      const out = i === 0 ? -1 : 1
      return [
        lineThrough([
          px([s - out * 4, fall.lipMm]),
          ...(fall.curve?.middle ?? []).map(([x, z]) => px([s + out * x, fall.crestMm + z]))
        ])
      ]
    })
  })
)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="`Cutaway of ${build.name}`">
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
      :width="section.lengthMm * scale + 8"
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
