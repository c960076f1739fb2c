<script setup lang="ts">
import { metric } from '../../core/words/units'
import { mm, quantity, said, units } from '../words'
import { computed } from 'vue'
import { LAYERS, type LayerId, type Template } from '../../core/plan/templates/types'
import { piecesOf, type Paper } from '../../core/plan/templates/pieces'
import { lineThrough, ringOf } from './paths'
import { placed, type Box } from './placed'
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

/** Letters on the screen, px: how high a line of them is, and how wide one is at most. */
const LINE_PX = 13
const LETTER_PX = 6.6
/**
 * Words have their own size on the screen, so they lie otherwise than on paper: each by its place,
 * inside the frame and on no other; where there is no room it is left to the paper.
 */
const words = computed(() => {
  const wanted = props.template.texts.map((t) => {
    const text = said(t.text)
    const wide = text.length * LETTER_PX
    const [x, y] = [X(t.at[0]), Y(t.at[1]) - LINE_PX + 3]
    const boxes = [
      [x, y],
      [x - wide, y],
      [x, y - LINE_PX],
      [x, y + LINE_PX]
    ].map(([left, top]): Box => ({
      x: Math.min(Math.max(2, left), width.value - wide - 2),
      y: Math.min(Math.max(2, top), height.value - LINE_PX - 2),
      wide,
      high: LINE_PX
    }))
    return { text, boxes }
  })
  const ruled: Box = { x: 0, y: height.value - 36, wide: 90, high: 36 }
  const { which } = placed(
    wanted.map((w) => w.boxes),
    [ruled]
  )
  return wanted.flatMap(({ text, boxes }, i) =>
    which[i] < 0 ? [] : [{ text, x: boxes[which[i]].x, y: boxes[which[i]].y + LINE_PX - 3 }]
  )
})
</script>

<template>
  <div class="whole">
    <div ref="frame" class="frame" data-test="template-drawing">
      <svg
        v-if="width > 0"
        :viewBox="`0 0 ${width} ${height}`"
        role="img"
        :aria-label="`${template.name}, ${mm(template.widthMm)} by ${mm(template.heightMm)}`"
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
        <text v-for="(t, i) in words" :key="i" :x="t.x" :y="t.y" class="note">
          {{ t.text }}
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
        {{ ' ' }}<b>{{ l.name }}</b> {{ l.note }}
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
  /* beside the buttons of the frame */
  padding-right: 52px;
  font-size: 0.7812rem;
}
.key svg {
  vertical-align: 1px;
  background: #fff;
}
</style>
