<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Outlet } from '../../core/build/types'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import { mm, figure, unit } from '../words'
import { lineThrough, ringOf } from './paths'
import { TOOLS_PX, useSheet } from './sheet'

/**
 * A fall from its side, true to scale: both faces of the sheet, glassy and torn, the boil, the
 * rocks. Its landing can be dragged: that changes the flow.
 */
const props = defineProps<{
  form: FallForm
  /** What it leaves that is no lip. */
  leaves?: Outlet['kind']
}>()
const emit = defineEmits<{ land: [outMm: number]; settled: [] }>()
const M = { left: 12, right: TOOLS_PX, top: 26, bottom: 26 }
const curve = computed(() => props.form.curve!)
const deepMm = computed(() =>
  Math.max(3, props.form.poolDepthMm ?? 3, Math.min(props.form.bubbleDepthMm, 14))
)
const backMm = computed(() => Math.max(10, props.form.dropMm * 0.35))
const farMm = computed(
  () =>
    Math.max(
      curve.value.landMm + Math.min(props.form.foamMm, 40),
      ...props.form.rocks.map((r) => Math.min(r.farMm, curve.value.landMm * 3 + 20))
    ) + 6
)
const topMm = computed(() => curve.value.headMm + 3)
const tallMm = computed(() => props.form.crestMm - props.form.footMm + topMm.value + deepMm.value)
const { width, height, near, scale, X, Y, px, place } = useSheet(
  () => ({
    x0: -backMm.value,
    x1: farMm.value,
    y0: topMm.value - tallMm.value,
    y1: topMm.value
  }),
  M
)
const foot = computed(() => props.form.footMm - props.form.crestMm)
const sheet = computed(() =>
  ringOf([...curve.value.lowerFace, ...[...curve.value.upperFace].reverse()].map(px))
)
/** The part of the sheet below where it tears. */
const torn = computed(() => {
  const i = curve.value.arcsMm.findIndex((a) => a >= curve.value.glassyMm - 1e-6)
  if (i < 0 || curve.value.whiteFraction < 0.02) return ''
  return ringOf(
    [...curve.value.lowerFace.slice(i), ...[...curve.value.upperFace.slice(i)].reverse()].map(px)
  )
})
const poolSurface = computed(() => {
  const pts: [number, number][] = [
    [-backMm.value, curve.value.headMm],
    [-Math.min(backMm.value, curve.value.headMm * 2.5), curve.value.headMm],
    curve.value.upperFace[0] as [number, number]
  ]
  return lineThrough(pts.map(px))
})
const poolBody = computed(() =>
  ringOf(
    [
      [-backMm.value, curve.value.headMm],
      [-Math.min(backMm.value, curve.value.headMm * 2.5), curve.value.headMm],
      curve.value.upperFace[0],
      [0, 0],
      [-backMm.value, 0]
    ].map((p) => px(p as [number, number]))
  )
)
const wall = computed(() => {
  const under = foot.value - deepMm.value
  return ringOf(
    [
      [-backMm.value, 0],
      ...props.form.wall,
      [props.form.wall[props.form.wall.length - 1][0], under],
      [-backMm.value, under]
    ].map((p) => px(p as [number, number]))
  )
})
/** Of a pipe, mm; 0: it is none. */
const boreMm = computed(() =>
  props.form.filled ? curve.value.brinkThicknessMm / props.form.filled : 0
)
/** A pipe, the rim of a wheel or a trough, where nothing stands under the water's edge. */
const hollow = computed(() => {
  const { brinkThicknessMm: deep } = curve.value
  const back = -backMm.value
  if (props.leaves === 'pipe') {
    const bore = boreMm.value
    return lineThrough(
      [
        [back, bore],
        [0, bore],
        [0, 0],
        [back, 0]
      ].map((p) => px(p as [number, number]))
    )
  }
  if (props.leaves === 'bucket')
    return ringOf(
      [
        [0, 0],
        [back * 0.25, -back * -0.4],
        [back, -back * -0.4],
        [back, Math.max(deep, 1) * 2]
      ].map((p) => px(p as [number, number]))
    )
  if (props.leaves !== 'wheel') return ''
  const r = backMm.value
  return lineThrough(
    Array.from({ length: 25 }, (_, i): [number, number] => {
      const a = Math.PI * (0.5 - i / 24)
      return px([r * Math.cos(a) - r, r * Math.sin(a) - 0.2])
    })
  )
})
const boil = computed(() => {
  const from = curve.value.landMm - Math.max(2, curve.value.footThicknessMm)
  const to = Math.min(farMm.value, curve.value.landMm + props.form.foamMm)
  const bump = Math.min(4, 1 + curve.value.footThicknessMm)
  return `M${X(from)} ${Y(foot.value)}Q${X(curve.value.landMm + 2)} ${Y(foot.value + bump * 2)} ${X(curve.value.landMm + (to - curve.value.landMm) * 0.35)} ${Y(foot.value + bump * 0.6)}T${X(to)} ${Y(foot.value)}Q${X((from + to) / 2)} ${Y(foot.value - Math.min(deepMm.value, props.form.bubbleDepthMm) * 1.5)} ${X(from)} ${Y(foot.value)}Z`
})
const dragging = ref(false)
function grip(event: PointerEvent): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragging.value = true
  near.held = true
}
function move(event: PointerEvent): void {
  if (!dragging.value) return
  const [x] = place(event)
  if (x > 0.5) emit('land', Math.round(x * 2) / 2)
}
function drop(): void {
  if (dragging.value) emit('settled')
  dragging.value = false
  near.held = false
}
function nudge(event: KeyboardEvent): void {
  const by = { ArrowLeft: -0.5, ArrowRight: 0.5 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('land', Math.max(0.5, curve.value.landMm + by))
}
</script>

<template>
  <div ref="frame" class="framed" @pointermove="move" @pointerup="drop" @pointercancel="drop">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      role="application"
      :aria-label="`The sheet from its side: lands ${mm(curve.landMm)} out`"
    >
      <rect class="below" :x="X(0)" :y="Y(foot)" :width="farMm * scale" :height="deepMm * scale" />
      <rect class="floor" :x="X(0)" :y="Y(foot - deepMm)" :width="farMm * scale" height="4" />
      <path v-if="hollow" class="hollow" :d="hollow" data-test="hollow" />
      <path v-else class="wall" :d="wall" />
      <template v-if="leaves !== 'wheel'">
        <path class="pool" :d="poolBody" />
        <path class="pool-top" :d="poolSurface" />
      </template>
      <g v-for="r in form.rocks" :key="r.id" class="rock" :class="r.lands">
        <path
          :d="`M${X(r.nearMm)} ${Y(foot - deepMm)}Q${X(r.nearMm)} ${Y(r.topMm - form.crestMm)} ${X((r.nearMm + r.farMm) / 2)} ${Y(r.topMm - form.crestMm)}T${X(r.farMm)} ${Y(foot - deepMm)}Z`"
        />
        <text
          :x="X((r.nearMm + r.farMm) / 2)"
          :y="Math.max(14, Y(r.topMm - form.crestMm) - 6)"
          text-anchor="middle"
          class="on-drawing"
        >
          {{ r.name }}
        </text>
      </g>
      <path v-if="form.foamMm > 0" class="boil" :d="boil" />
      <path class="sheet" :d="sheet" />
      <path v-if="torn" class="torn" :d="torn" />
      <path
        class="measure"
        :d="`M${X(0)} ${Y(foot - deepMm) + 12}H${X(curve.landMm)}m0 -4v8M${X(0)} ${Y(foot - deepMm) + 8}v8`"
      />
      <text :x="X(curve.landMm) + 8" :y="Y(foot - deepMm) + 18" class="on-drawing">
        lands
        <tspan class="figure">{{ figure(curve.landMm, 'mm') }}</tspan>
        {{ unit('mm') }} out at {{ Math.round(curve.landAngleDeg) }}°
      </text>
      <text :x="X(-backMm) + 2" :y="Y(Math.max(curve.headMm, boreMm)) - 6" class="quiet">
        {{ mm(curve.headMm) }} {{ leaves ? 'behind its edge' : 'over the lip' }}
      </text>
      <text v-if="torn" :x="X(curve.landMm) + 10" :y="Y(foot / 2)" class="on-drawing">
        glassy for
        <tspan class="figure">{{ figure(curve.glassyMm, 'mm') }}</tspan>
        {{ unit('mm') }}
      </text>
      <text v-else :x="X(curve.landMm) + 10" :y="Y(foot / 2)" class="on-drawing">
        glassy all the way
      </text>
      <g
        v-if="form.hang === 'free' || form.hang === 'clinging'"
        class="grip"
        tabindex="0"
        role="slider"
        aria-label="Where it lands: drag, or arrow keys; the flow follows"
        :aria-valuenow="Math.round(curve.landMm * 10) / 10"
        :aria-valuetext="`${mm(curve.landMm)} out`"
        aria-valuemin="0"
        :aria-valuemax="Math.round(farMm)"
        data-test="land-handle"
        :transform="`translate(${X(curve.landMm)} ${Y(foot)})`"
        @pointerdown="grip"
        @keydown="nudge"
      >
        <circle r="15" class="hit" />
        <path d="M-9 0L-2 -6V6ZM9 0L2 -6V6Z" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.framed {
  touch-action: pan-y;
  user-select: none;
}
.wall {
  fill: var(--foam-board);
  stroke: var(--bed);
  stroke-width: 3;
}
.hollow {
  fill: none;
  stroke: var(--bed);
  stroke-width: 3;
}
.below {
  fill: var(--water);
  fill-opacity: 0.35;
}
.floor {
  fill: var(--bed);
}
.pool {
  fill: var(--water);
  fill-opacity: 0.6;
}
.pool-top {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2;
}
.sheet {
  fill: var(--water);
  fill-opacity: 0.75;
  stroke: var(--deep);
  stroke-width: 1.4;
}
.torn {
  fill: url(#foam-70);
  stroke: var(--deep);
  stroke-width: 1;
}
.boil {
  fill: url(#foam-40);
  stroke: var(--deep);
  stroke-width: 1;
  stroke-dasharray: 3 2;
}
.rock path {
  fill: var(--foam-line);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.rock.on path {
  stroke: var(--red-lead);
  stroke-width: 2.4;
}
.measure {
  stroke: var(--ink);
  fill: none;
}
.grip {
  cursor: ew-resize;
}
.grip .hit {
  fill: transparent;
}
.grip path {
  fill: var(--brass);
  stroke: var(--sheet);
  stroke-width: 1.6;
}
</style>
