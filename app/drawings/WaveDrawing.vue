<script setup lang="ts">
import { computed } from 'vue'
import type { SeaPlan } from '../../core/plan/2-forms/formsStage'
import { mm, figure, unit } from '../words'
import { ringOf } from './paths'
import { TOOLS_PX, useSheet } from './sheet'

/**
 * The face of a sea's breaking crest, true to scale, as its template cuts it; without one, the
 * train of waves it comes from.
 */
const props = defineProps<{ form: SeaPlan }>()
const M = { left: 14, right: 14, top: 28, bottom: 30 }
const face = computed(() => props.form.built?.face ?? null)
/** Of the back of the wave only the near part: it is long and flat. */
const seen = computed(
  () => face.value?.profile.filter((p) => p[0] > -2.6 * face.value!.heightMm) ?? []
)
const xs = computed(() => seen.value.map((p) => p[0]))
const tallMm = computed(() => face.value?.heightMm ?? 1)
const { width, height, scale, X, Y } = useSheet(
  () => ({
    x0: Math.min(...xs.value),
    x1: Math.max(...xs.value),
    y0: -0.08 * tallMm.value,
    y1: 1.17 * tallMm.value
  }),
  M
)
const body = computed(() =>
  ringOf([
    ...seen.value.map(([x, z]): [number, number] => [X(x), Y(z)]),
    [X(xs.value.at(-1)!), Y(-face.value!.heightMm * 0.12)],
    [X(xs.value[0]), Y(-face.value!.heightMm * 0.12)]
  ])
)
/** The train from offshore to the break, as crests by their spacing. */
const train = computed(() => {
  const f = props.form
  const marks = [
    { name: 'offshore', mm: f.spacingMm.offshore },
    ...(f.spacingMm.at4 === null || !f.breaks
      ? []
      : [
          { name: 'at 4 × its depth', mm: f.spacingMm.at4 },
          { name: 'at 2 ×', mm: f.spacingMm.at2! },
          { name: 'at the break', mm: f.spacingMm.atBreak! }
        ].filter((m) => m.mm < f.spacingMm.offshore))
  ]
  const most = Math.max(...marks.map((m) => m.mm))
  return marks.map((m, i) => ({
    ...m,
    y: 34 + i * ((height.value - 60) / Math.max(1, marks.length - 1 || 1)),
    w: ((width.value - 172) * m.mm) / most
  }))
})
</script>

<template>
  <div ref="frame" class="framed">
    <svg
      v-if="width > 0 && face"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`Section of the breaking crest, ${mm(face.heightMm)} high`"
    >
      <path class="body" :d="body" />
      <line class="still" :x1="X(xs[0])" :x2="X(xs.at(-1)!)" :y1="Y(0)" :y2="Y(0)" />
      <path
        class="measure"
        :d="`M${X(0)} ${Y(0)}V${Y(face.heightMm)}m-4 0h8m-4 ${face.heightMm * scale}m-4 0h8`"
      />
      <text :x="X(0) - 7" :y="Y(face.heightMm / 2)" text-anchor="end" class="on-drawing figure">
        {{ mm(face.heightMm) }}
      </text>
      <template v-if="face.formerRadiusMm">
        <circle
          class="former"
          :cx="X(0.44 * face.heightMm)"
          :cy="Y(0.43 * face.heightMm)"
          :r="face.formerRadiusMm * scale"
        />
        <text :x="width - M.right" :y="18" text-anchor="end" class="on-drawing">
          former for a film
          <tspan class="figure">{{ figure(2 * face.formerRadiusMm, 'mm') }}</tspan>
          {{ unit('mm') }} across
        </text>
      </template>
      <text :x="M.left" :y="18" class="quiet">runs this way →</text>
      <text :x="width - TOOLS_PX" :y="height - 8" text-anchor="end" class="quiet">
        true to scale
      </text>
    </svg>
    <svg
      v-else-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      aria-label="Distance from crest to crest"
    >
      <g v-for="t in train" :key="t.name">
        <path
          class="wave"
          :d="`M14 ${t.y}q${t.w / 4} -18 ${t.w / 2} -2t${t.w / 2} 2m${-t.w} 0m0 -8v12m${t.w} -12v12`"
        />
        <text :x="24 + t.w" :y="t.y + 4">
          <tspan class="figure">{{ figure(t.mm, 'mm') }}</tspan>
          {{ unit('mm') }} {{ t.name }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.body {
  fill: var(--water);
  fill-opacity: 0.75;
  stroke: var(--deep);
  stroke-width: 2;
  stroke-linejoin: round;
}
.still {
  stroke: var(--deep);
  stroke-dasharray: 5 4;
}
.measure {
  stroke: var(--ink);
  fill: none;
}
.former {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 5 3;
}
.wave {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2;
}
</style>
