<script setup lang="ts">
import { computed } from 'vue'
import type { HeightField } from '../../core/physics/shape/heightField'
import { isolines } from '../../core/physics/shape/isolines'
import { figure } from '../words'
import { larger } from './letters'
import { placed, type Box } from './placed'
import { reliefOf } from './relief'

/** Sculpted land under a plan: light and shade, and lines of one height. */
const props = defineProps<{
  field: HeightField
  toX: (mm: number) => number
  toY: (mm: number) => number
  /** px a mm. */
  scale: number
  /** Something is being done to it: lines wait. */
  busy?: boolean
  /** Where words lie already. */
  taken: readonly Box[]
}>()

const STEPS_MM = [1, 2, 5, 10, 20, 50, 100, 200, 500]
/** No more lines than about so many are drawn. */
const MOST_LINES = 9

const canvas = document.createElement('canvas')
const href = computed(() => reliefOf(props.field, canvas))
const lines = computed(() => {
  if (props.busy) return []
  const { cols, rows, cellMm, zMm } = props.field
  const grid = { x0: -cellMm / 2, y0: -cellMm / 2, cellMm, cols, rows }
  const values = Float64Array.from(zMm)
  const [low, high] = zMm.reduce(
    ([a, b], z) => [Math.min(a, z), Math.max(b, z)],
    [Infinity, -Infinity]
  )
  const step = STEPS_MM.find((s) => (high - low) / s <= MOST_LINES) ?? 1000
  const first = Math.floor(low / step) + 1
  return Array.from({ length: Math.max(0, Math.ceil(high / step) - first) }, (_, i) => {
    const zMm = (first + i) * step
    const found = isolines(grid, values, zMm)
    const longest = found.reduce((best, l) => (l.length > best.length ? l : best), found[0] ?? [])
    return { zMm, found, longest }
  })
})
/** Places along a line at which its figure may stand, as shares, the best first. */
const PLACES = [1 / 3, 2 / 3, 1 / 2, 1 / 6, 5 / 6]
/** What a letter of a figure takes, and its line, px. */
const LETTER = 6.6 * larger()
const HIGH = 14 * larger()

const paths = computed(() =>
  lines.value.map(({ zMm, found }) => ({
    zMm,
    d: found
      .map(
        (l) =>
          `M${l.map(([x, y]) => `${props.toX(x).toFixed(1)} ${props.toY(y).toFixed(1)}`).join('L')}`
      )
      .join('')
  }))
)
const heights = computed(() => {
  const boxes = lines.value.map(({ zMm, longest }) =>
    PLACES.map((share) => longest[Math.floor(longest.length * share)])
      .filter((p) => p !== undefined)
      .map(([x, y]) => ({
        x: props.toX(x),
        y: props.toY(y) - 0.8 * HIGH,
        wide: LETTER * figure(zMm, 'mm').length,
        high: HIGH
      }))
  )
  const { which } = placed(boxes, props.taken)
  return lines.value.flatMap(({ zMm }, i) => {
    const at = boxes[i][which[i]]
    return at ? [{ zMm, x: at.x, y: at.y + 0.8 * HIGH }] : []
  })
})
const half = computed(() => props.field.cellMm / 2)
</script>

<template>
  <g class="relief" aria-hidden="true" data-test="relief">
    <image
      :href="href"
      :x="toX(-half)"
      :y="toY((field.rows - 0.5) * field.cellMm)"
      :width="field.cols * field.cellMm * scale"
      :height="field.rows * field.cellMm * scale"
      preserveAspectRatio="none"
    />
    <path v-for="line in paths" :key="line.zMm" :d="line.d" />
    <text v-for="h in heights" :key="`h${h.zMm}`" :x="h.x" :y="h.y" class="on-drawing quiet">
      {{ figure(h.zMm, 'mm') }}
    </text>
  </g>
</template>

<style scoped>
.relief {
  pointer-events: none;
}
path {
  fill: none;
  stroke: var(--brass);
  stroke-width: 0.9;
  opacity: 0.75;
}
text {
  font-size: 0.6875rem;
}
</style>
