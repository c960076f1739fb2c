<script setup lang="ts">
import { radians } from '../../core/physics/shape/angles'
import { counted } from '../../core/words/sentence'
import { computed } from 'vue'
import type { SplashForm } from '../../core/plan/2-forms/splashForm'
import { mm, figure, unit } from '../words'
import { larger } from './letters'
import { ringOf } from './paths'
import { useSheet } from './sheet'

/**
 * Thrown water in the plane it is thrown in, true to scale: envelope, fingers, and the largest drop
 * there is.
 */
const props = defineProps<{ form: SplashForm; loDeg: number; hiDeg: number }>()
/** Right of it its height has room, in inches too. */
const M = { left: 14, right: 104 * larger(), top: 28, bottom: 34 }
const xs = computed(() =>
  panels.value.length > 0
    ? panels.value.flatMap((p) => p.map(([x]) => x))
    : props.form.envelope.map((p) => p[0])
)
/** Panels of a fan or a ring from the side, the far ones first, mm. */
const panels = computed(() => {
  const { crown } = props.form
  if (!crown) return []
  const { foot, top, count, heightMm } = crown
  const next = (i: number) => (i + 1) % foot.length
  return Array.from({ length: count }, (_, i) => ({
    depth: foot[i][1] + foot[next(i)][1],
    corners: [
      [foot[i][0], 0],
      [foot[next(i)][0], 0],
      [top[next(i)][0], heightMm],
      [top[i][0], heightMm]
    ] as [number, number][]
  }))
    .toSorted((a, b) => b.depth - a.depth)
    .map((p) => p.corners)
})
const span = computed(() => Math.max(4, Math.max(...xs.value) - Math.min(...xs.value)))
const { width, height, scale, X, Y } = useSheet(
  () => ({
    x0: Math.min(...xs.value),
    x1: Math.min(...xs.value) + span.value,
    y0: 0,
    y1: Math.max(2, props.form.heightMm)
  }),
  M
)
const outline = computed(() =>
  ringOf(props.form.envelope.map(([x, z]): [number, number] => [X(x), Y(z)]))
)
const fingers = computed(() => {
  const count = Math.min(17, Math.max(3, props.form.fingers))
  const up = props.form.throwMm
  return Array.from({ length: count }, (_, i) => {
    const a = radians(props.loDeg + ((props.hiDeg - props.loDeg) * (i + 0.5)) / count)
    const reach = 2 * up * Math.sin(2 * a) * (i % 2 ? 0.52 : 0.7)
    const whole = 2 * up * Math.sin(2 * a)
    const at = (t: number): [number, number] => {
      const x = reach * t
      return Math.abs(whole) < 1e-6
        ? [X(0), Y(up * t)]
        : [X(x), Y(Math.max(0, x * Math.tan(a) * (1 - x / whole)))]
    }
    return Array.from({ length: 9 }, (_, k) => at(k / 8))
      .map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('')
  })
})
</script>

<template>
  <div ref="frame" class="framed">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="img"
      :aria-label="`Splash ${mm(form.heightMm)} high`"
    >
      <rect class="water" x="0" :y="Y(0)" :width="width" :height="Math.max(0, height - Y(0))" />
      <template v-if="panels.length > 0">
        <path
          v-for="(p, i) in panels"
          :key="i"
          class="panel"
          :d="ringOf(p.map(([x, z]): [number, number] => [X(x), Y(z)]))"
        />
      </template>
      <template v-else>
        <path class="outline" :d="outline" />
        <path v-for="(f, i) in fingers" :key="i" class="finger" :d="f" />
      </template>
      <path
        class="measure"
        :d="`M${X(Math.max(...xs)) + 10} ${Y(0)}V${Y(form.heightMm)}m-4 0h8m-4 ${form.heightMm * scale}m-4 0h8`"
      />
      <text :x="X(Math.max(...xs)) + 16" :y="Y(form.heightMm / 2)">
        <tspan class="figure">{{ figure(form.heightMm, 'mm') }}</tspan>
        {{ unit('mm') }}
      </text>
      <text :x="M.left" :y="height - 10" class="on-water">
        goes
        <tspan class="figure">{{ figure(form.reachMm, 'mm') }}</tspan>
        {{ unit('mm') }} ·
        {{
          form.crown
            ? `${counted(form.crown.count, 'panel')} to a ${form.crown.stance}`
            : counted(form.fingers, 'finger')
        }}
      </text>
      <text :x="M.left" y="18" class="quiet">
        fibre and mist above {{ mm(form.largestDropMm) }} beads
      </text>
    </svg>
  </div>
</template>

<style scoped>
.water {
  fill: var(--water);
  fill-opacity: 0.5;
}
.outline {
  fill: url(#foam-15);
  stroke: var(--deep);
  stroke-width: 1.8;
  stroke-dasharray: 6 3;
}
.panel {
  fill: url(#foam-15);
  stroke: var(--deep);
  stroke-width: 1.4;
}
.finger {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2;
  stroke-linecap: round;
}
.measure {
  stroke: var(--ink);
  fill: none;
}
.on-water {
  font-weight: 600;
}
</style>
