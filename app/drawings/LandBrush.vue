<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Base } from '../../core/build/types'
import type { Point2 } from '../../core/physics/shape/polygon'
import { mm } from '../words'
import { arrowed } from './handles'

/** The round brush over a plan of the land: by hand, by pen, or by arrow keys and space. */
const props = defineProps<{
  base: Base
  radiusMm: number
  /** Whether it draws a line that is worked when the hand is lifted. */
  lines: boolean
  /** Height of the land at a place, mm. */
  heightAt: (at: Point2) => number
  toX: (mm: number) => number
  toY: (mm: number) => number
  scale: number
  place: (event: PointerEvent | MouseEvent) => Point2
}>()
const emit = defineEmits<{
  begin: [at: Point2, pressure: number]
  go: [at: Point2, pressure: number]
  end: []
  cancel: []
}>()

const at = ref<Point2 | null>(null)
const line = ref<Point2[]>([])
const working = ref(false)
/** The brush is moved by keys: what has the focus is shown. */
const keyed = ref(false)
/** A mouse and a finger say this pressure, whatever the hand does. */
const NO_PRESSURE = 0.5

const onBase = ([x, y]: Point2): Point2 => [
  Math.min(props.base.widthMm, Math.max(0, x)),
  Math.min(props.base.depthMm, Math.max(0, y))
]
const pressureOf = ({ pressure, pointerType }: PointerEvent) =>
  pointerType === 'mouse' || pressure === 0 || pressure === NO_PRESSURE ? 1 : 0.25 + 1.5 * pressure

function down(event: PointerEvent): void {
  if (event.button !== 0 || working.value) return
  event.stopPropagation()
  event.preventDefault()
  keyed.value = false
  const target = event.currentTarget as SVGElement
  target.focus()
  target.setPointerCapture(event.pointerId)
  working.value = true
  at.value = onBase(props.place(event))
  line.value = [at.value]
  emit('begin', at.value, pressureOf(event))
}
function move(event: PointerEvent): void {
  at.value = onBase(props.place(event))
  if (!working.value) return
  event.stopPropagation()
  for (const each of event.getCoalescedEvents?.().slice(-12) ?? [event]) {
    const here = onBase(props.place(each))
    line.value = [...line.value, here]
    emit('go', here, pressureOf(event))
  }
}
function up(): void {
  if (!working.value) return
  working.value = false
  line.value = []
  emit('end')
}
function stop(): void {
  if (!working.value) return
  working.value = false
  line.value = []
  emit('cancel')
}
/** Space begins a line and ends it; a brush it lets touch once. */
function key(event: KeyboardEvent): void {
  keyed.value = true
  if (event.key === 'Escape') return stop()
  const here = at.value ?? [props.base.widthMm / 2, props.base.depthMm / 2]
  const to = arrowed(event, here)
  if (to) {
    at.value = onBase(to)
    if (!working.value) return
    line.value = [...line.value, at.value]
    emit('go', at.value, 1)
    return
  }
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  event.stopPropagation()
  at.value = onBase(here)
  if (working.value) return up()
  emit('begin', at.value, 1)
  if (!props.lines) return emit('end')
  working.value = true
  line.value = [at.value]
}
const drawn = computed(() =>
  line.value.map((p) => `${props.toX(p[0])},${props.toY(p[1])}`).join(' ')
)
const words = computed(() => (at.value ? mm(props.heightAt(at.value)) : ''))
</script>

<template>
  <g class="brush">
    <rect
      class="catch"
      :class="{ keyed }"
      tabindex="0"
      role="application"
      :aria-label="`Land: arrow keys move the brush, space ${lines ? 'begins and ends a line' : 'works'}${at ? `; the land is ${words} high here` : ''}`"
      data-test="land-brush"
      :x="toX(0)"
      :y="toY(base.depthMm)"
      :width="base.widthMm * scale"
      :height="base.depthMm * scale"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="stop"
      @pointerleave="working ? undefined : (at = null)"
      @click.stop
      @keydown="key"
      @focus="at ??= [base.widthMm / 2, base.depthMm / 2]"
    />
    <template v-if="at">
      <polyline v-if="lines && line.length > 1" class="line" :points="drawn" />
      <circle class="ring" :cx="toX(at[0])" :cy="toY(at[1])" :r="radiusMm * scale" />
      <circle class="dot" :cx="toX(at[0])" :cy="toY(at[1])" r="2" />
      <text class="on-drawing figure" :x="toX(at[0]) + 8" :y="toY(at[1]) - 8">{{ words }}</text>
    </template>
  </g>
</template>

<style scoped>
.catch {
  fill: transparent;
  cursor: crosshair;
  touch-action: none;
  outline: none;
}
.catch.keyed:focus-visible {
  stroke: var(--ink);
  stroke-width: 3;
}
.ring {
  fill: color-mix(in srgb, var(--brass) 14%, transparent);
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 5 3;
  pointer-events: none;
}
.dot {
  fill: var(--ink);
  pointer-events: none;
}
.line {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 2.5;
  pointer-events: none;
}
text {
  pointer-events: none;
}
</style>
