<script setup lang="ts">
import { metric } from '../../core/words/units'
import { mm, quantity, said, units } from '../words'
import { computed } from 'vue'
import { LAYERS, type LayerId, type Template } from '../../core/plan/templates/types'
import { piecesOf, type Paper } from '../../core/plan/templates/pieces'
import { lineThrough, ringOf } from './paths'
import { useSheet } from './sheet'

/** A template as it comes out of the printer, with the sheets it falls on. */
const props = defineProps<{ template: Template; paper: Paper }>()
const cut = computed(() => piecesOf(props.template, props.paper))
const crosses = computed(() => cut.value.pieces.flatMap((p) => p.crosses))
/** White round the drawing, mm. */
const MARGIN = 4
const { width, height, scale, X, Y } = useSheet(
  () => ({
    x0: -MARGIN,
    x1: props.template.widthMm + MARGIN,
    y0: -MARGIN,
    y1: props.template.heightMm + MARGIN
  }),
  { left: 12, right: 12, top: 16, bottom: 44 }
)
/** A length to read sizes by: a round one of the builder's own rule, in mm. */
const bar = computed(() => {
  const long = units() === 'inch' ? [4, 2, 1, 0.5, 0.25] : [100, 50, 20, 10, 5]
  const all = long.map((l) => metric(l, 'mm', units()))
  return all.find((l) => l * scale.value < width.value * 0.4) ?? all.at(-1)!
})
const layers = computed(() => {
  const used = [...new Set(props.template.shapes.map((s) => s.layer))]
  return used.map((id: LayerId) => ({
    id,
    ...LAYERS[id],
    d: props.template.shapes
      .filter((s) => s.layer === id)
      .map((s) =>
        (s.closed ? ringOf : lineThrough)(s.points.map(([x, y]): [number, number] => [X(x), Y(y)]))
      )
      .join('')
  }))
})
</script>

<template>
  <div class="whole">
    <div ref="frame" class="frame" data-test="template-drawing">
      <svg
        v-if="width > 0"
        :viewBox="`0 0 ${width} ${height}`"
        role="img"
        :aria-label="`${said(template.name)}, ${mm(template.widthMm)} by ${mm(template.heightMm)}`"
      >
        <rect
          v-for="(p, i) in cut.pieces"
          :key="`p${i}`"
          class="paper"
          data-piece
          :x="X(p.x)"
          :y="Y(p.y + p.h)"
          :width="p.w * scale"
          :height="p.h * scale"
        />
        <path
          v-for="l in layers"
          :key="l.id"
          :d="l.d"
          fill="none"
          :stroke="l.colour"
          :stroke-width="Math.max(0.9, l.widthMm * scale)"
          :stroke-dasharray="
            l.dashMm ? l.dashMm.map((d) => Math.max(2, d * scale)).join(' ') : undefined
          "
        />
        <text
          v-for="(t, i) in template.texts"
          :key="i"
          :x="X(t.at[0])"
          :y="Y(t.at[1])"
          class="note"
        >
          {{ said(t.text) }}
        </text>
        <path
          v-for="(c, i) in crosses"
          :key="`m${i}`"
          class="cross"
          :d="`M${X(c[0]) - 5} ${Y(c[1])}h10m-5 -5v10`"
        />
        <path class="bar" :d="`M16 ${height - 16}h${bar * scale}m0 -5v10M16 ${height - 21}v10`" />
        <text x="22" :y="height - 21">{{ quantity(bar, 'mm') }}</text>
      </svg>
    </div>
    <ul class="key">
      <li v-for="l in layers" :key="l.id">
        <svg width="30" height="8" aria-hidden="true">
          <line
            x1="0"
            x2="30"
            y1="4"
            y2="4"
            :stroke="l.colour"
            :stroke-width="Math.max(1.5, l.widthMm * 6)"
            :stroke-dasharray="l.dashMm ? l.dashMm.map((d) => d * 2).join(' ') : undefined"
          />
        </svg>
        {{ ' ' }}<b>{{ l.name }}</b> {{ said(l.note) }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.whole {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
  gap: 8px;
}
.frame {
  flex: 1;
  min-height: 200px;
  position: relative;
  overflow: hidden;
  background: var(--sunk);
  border: 1px solid var(--line);
  border-radius: 3px 12px 3px 12px;
}
.frame svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.paper {
  fill: #fff;
  stroke: #7d8b83;
  stroke-width: 1;
}
.note {
  fill: #10201d;
}
.bar {
  stroke: var(--ink);
  stroke-width: 1.5;
  fill: none;
}
.cross {
  stroke: #10201d;
  stroke-width: 1;
  fill: none;
}
.key {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 3px 16px;
  font-size: 0.7812rem;
}
.key svg {
  vertical-align: 1px;
  background: #fff;
}
</style>
