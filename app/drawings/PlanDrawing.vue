<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Base, Pool, SectionLine } from '../../core/build/types'
import type { HeightField } from '../../core/physics/shape/heightField'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import {
  distanceToRing,
  insideRing,
  middleOf,
  signedArea,
  type Point2
} from '../../core/physics/shape/polygon'
import { arcBetween } from '../../core/plan/1-ground/outline'
import type { PoolGroundPlan } from '../../core/plan/derivePlan'
import { mm, figure, unit, whereabouts } from '../words'
import { ringOf, ringsOf } from './paths'
import { arrowed, toHalves } from './handles'
import { placed } from './placed'
import { larger } from './letters'
import { rule } from './rule'
import { useSheet } from './sheet'
import type { Underlay } from './underlay'
import UnderlayPicture from './UnderlayPicture.vue'
import LandRelief from './LandRelief.vue'

export type PlanTool = 'move' | 'corner' | 'dip' | 'edge' | 'remove' | 'draw' | 'lip' | 'look'

const props = defineProps<{
  base: Base
  pools: Pool[]
  grounds: PoolGroundPlan[]
  falls: FallForm[]
  section: SectionLine
  tool: PlanTool
  selected: string
  /** Where one more dip would tell most. */
  nextDip?: Point2 | null
  faultsAt?: readonly (readonly [number, number])[]
  /** Sculpted land; left out: it is level. */
  land?: HeightField | null
  /** The land is being worked. */
  working?: boolean
  /** A picture that lies under it. */
  underlay?: Underlay | null
}>()

const emit = defineEmits<{
  select: [pool: string]
  moveCorner: [pool: string, corner: string, at: Point2]
  addCorner: [pool: string, after: string, at: Point2]
  removeCorner: [pool: string, corner: string]
  edge: [pool: string, corner: string]
  dip: [pool: string, at: Point2]
  moveDip: [pool: string, index: number, at: Point2]
  moveThing: [pool: string, thing: string, at: Point2]
  removeDip: [pool: string, index: number]
  section: [line: SectionLine]
  drawn: [points: Point2[]]
  lip: [pool: string, corner: string]
  /** A click that moved nothing, while looking: on the section line too. */
  tap: [at: Point2]
  settled: []
}>()

/** So near an edge is meant by a finger, px. */
const FINGER_PX = 26
/** More dips than this came from a scan: they are drawn as specks, without figures or handles. */
const MOST_HANDLES = 150
const MARGIN = { left: 46, right: 60, top: 22, bottom: 30 }

const { width, height, near, scale, X, Y, px, place } = useSheet(
  () => ({ x0: 0, x1: props.base.widthMm, y0: 0, y1: props.base.depthMm }),
  MARGIN
)
/** Rules stay in sight when the plan is looked at closely. */
const ruleX = computed(() => Math.max(X(0), MARGIN.left))
const ruleY = computed(() => Math.min(Y(0), height.value - MARGIN.bottom))

const groundOf = (id: string) => props.grounds.find((g) => g.id === id)
const chosen = computed(() => props.pools.find((p) => p.id === props.selected) ?? null)
const ring = (pool: Pool): Point2[] => pool.outline.map((c) => [c.x, c.y])

const edges = (pool: Pool) => {
  const turn = signedArea(ring(pool)) >= 0 ? 1 : -1
  return pool.outline.map((c, i) => {
    const to = pool.outline[(i + 1) % pool.outline.length]
    const [x1, y1] = px([c.x, c.y])
    const [x2, y2] = px([to.x, to.y])
    const arc = arcBetween([c.x, c.y], [to.x, to.y], (c.bulgeMm ?? 0) * turn).map(px)
    return {
      id: c.id,
      kind: c.edge,
      d: `M${x1} ${y1}${[...arc, [x2, y2]].map(([x, y]) => `L${x} ${y}`).join('')}`
    }
  })
}

const marksX = computed(() => rule(0, props.base.widthMm, scale.value, 46))
const marksY = computed(() => rule(0, props.base.depthMm, scale.value, 46))

/** Comb of flow lines over the lip, pointing the way the water falls: away from the pool. */
const combs = computed(() =>
  props.falls.flatMap((fall) => {
    if (!fall.lip || !fall.out) return []
    const [[a, b], out] = [fall.lip, fall.out]
    const length = Math.hypot(b[0] - a[0], b[1] - a[1])
    if (length === 0) return []
    const teeth = Math.max(3, Math.round((length * scale.value) / 9))
    return [
      {
        id: fall.id,
        teeth: Array.from({ length: teeth }, (_, i) => {
          const t = (i + 0.5) / teeth
          const from: Point2 = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
          const reach = i % 2 ? 12 : 8
          return [px(from), px([from[0] + out[0] * reach, from[1] + out[1] * reach])]
        })
      }
    ]
  })
)

/** Where the letters of the section's ends stand, px from them: clear of the dips along the line. */
const lettered = computed(() => {
  const { from, to } = props.section
  const flat = Math.abs(to[0] - from[0]) > Math.abs(to[1] - from[1])
  return { from: flat ? [-4, -14] : [13, -6], to: flat ? [13, 16] : [-21, 17] }
})
/** A letter of a name takes no more, a line of them is so high, px. */
const NAME_LETTER = 8.6 * larger()
const NAME_LINE = 17 * larger()
/** Names of the pools in their middles; on a narrow plan up or down from there, clear of each other. */
const names = computed(() => {
  const bare = props.tool === 'look' || props.tool === 'lip'
  const shown = props.pools.filter(
    (pool) => groundOf(pool.id)?.measured && (bare || pool.id !== props.selected)
  )
  const wanted = shown.map(({ id, name, outline }) => {
    const [middleX, y] = px(middleOf(outline.map((c): Point2 => [c.x, c.y])))
    const wide = name.length * NAME_LETTER
    const inSight = middleX >= 0 && middleX <= width.value
    const x = inSight
      ? Math.max(wide / 2 + 2, Math.min(width.value - wide / 2 - 2, middleX))
      : middleX
    // where five rows have no room it is left out
    const rows = [0, 1, -1, 2, -2].map((k) => y + k * NAME_LINE)
    const boxes = rows.map((row) => ({
      x: x - wide / 2,
      y: row - 0.77 * NAME_LINE,
      wide,
      high: NAME_LINE
    }))
    return { id, name, x, rows, boxes }
  })
  // figures keep clear of the letters of the section as well
  const letters = (['from', 'to'] as const).map((end) => {
    const [x, y] = px(props.section[end])
    const [dx, dy] = lettered.value[end]
    return { x: x + dx, y: y + dy - 0.77 * NAME_LINE, wide: 1.4 * NAME_LETTER, high: NAME_LINE }
  })
  const { which, taken } = placed(
    wanted.map((w) => w.boxes),
    []
  )
  const said = wanted.flatMap(({ id, name, x, rows }, i) =>
    which[i] < 0 ? [] : [{ id, name, x, y: rows[which[i]] }]
  )
  return { said, taken: [...taken, ...letters] }
})
/** Where the figure of a dip stands beside its cross, px, the best first. */
const BESIDE_DIP = [
  { dx: 6, dy: -4, anchor: 'start' },
  { dx: 6, dy: 14, anchor: 'start' },
  { dx: -6, dy: -4, anchor: 'end' },
  { dx: -6, dy: 14, anchor: 'end' }
] as const
const FIGURE_LETTER = 7.4 * larger()
const FIGURE_HIGH = 13 * larger()
/** Figures of the dips, clear of names and each other; what has no room comes when one looks closer. */
const depths = computed(() => {
  const dips = chosen.value && props.tool !== 'look' && props.tool !== 'lip' ? chosen.value : null
  if (!dips || dips.soundings.length > MOST_HANDLES) return { said: [], taken: names.value.taken }
  const wanted = dips.soundings.map((s) => {
    const text = figure(dips.levelMm - s[2], 'mm')
    const [x, y] = px([s[0], s[1]])
    const wide = text.length * FIGURE_LETTER
    return { text, x, y, wide }
  })
  const { which, taken } = placed(
    wanted.map(({ x, y, wide }) =>
      BESIDE_DIP.map(({ dx, dy, anchor }) => ({
        x: x + dx - (anchor === 'end' ? wide : 0),
        y: y + dy - 0.85 * FIGURE_HIGH,
        wide,
        high: FIGURE_HIGH
      }))
    ),
    names.value.taken
  )
  const said = wanted.map(({ text, x, y }, i) => {
    const { dx, dy, anchor } = BESIDE_DIP[Math.max(0, which[i])]
    return { text: which[i] < 0 ? '' : text, x: x + dx, y: y + dy, anchor }
  })
  return { said, taken }
})
/** Where its words stand beside the ring of the next dip, px from its middle: on the clearest side. */
const WORDS_WIDE = 92
const BESIDE: { dx: number; dy: number; anchor: 'start' | 'middle' | 'end'; from: number }[] = [
  { dx: 14, dy: 5, anchor: 'start', from: 12 },
  { dx: -14, dy: 5, anchor: 'end', from: -12 - WORDS_WIDE },
  { dx: 0, dy: -17, anchor: 'middle', from: -WORDS_WIDE / 2 },
  { dx: 0, dy: 27, anchor: 'middle', from: -WORDS_WIDE / 2 }
]
const nextWords = computed(() => {
  if (!props.nextDip) return BESIDE[0]
  const [x, y] = px(props.nextDip)
  // a dip's cross with its figure reaches some 34 px to the right of it and 16 above
  const marks = (chosen.value?.soundings ?? []).map((s) => px([s[0], s[1]]))
  const lies = (b: (typeof BESIDE)[number]) =>
    marks.filter(
      ([mx, my]) =>
        mx + 34 > x + b.from &&
        mx - 6 < x + b.from + WORDS_WIDE &&
        my + 8 > y + b.dy - 13 &&
        my - 18 < y + b.dy + 4
    ).length
  const clearest = BESIDE.reduce((best, b) => (lies(b) < lies(best) ? b : best))
  // among dips as thick as on a phone the ring stands alone: the tray names it
  return lies(clearest) > 1 ? null : clearest
})
/** What is moved by itself: outline points, dips, things in the water, both ends of the section. */
type Handle = 'corner' | 'dip' | 'thing' | 'from' | 'to'
interface Drag {
  what: Handle | 'line'
  id: string
  index: number
  grip: Point2
}
const drag = ref<Drag | null>(null)
/** The click that ends a drag chooses nothing. */
let dragged = false
const drawing = ref<Point2[]>([])
const pointer = ref<Point2 | null>(null)

const onBase = ([x, y]: Point2): Point2 => [
  Math.min(props.base.widthMm, Math.max(0, x)),
  Math.min(props.base.depthMm, Math.max(0, y))
]

function grip(event: PointerEvent, what: Drag['what'], id = '', index = 0): void {
  if (event.button !== 0) return
  const movesPoints = props.tool === 'move'
  if ((what === 'corner' || what === 'dip') && props.tool === 'remove') {
    event.stopPropagation()
    if (what === 'corner') emit('removeCorner', props.selected, id)
    else emit('removeDip', props.selected, index)
    return
  }
  if ((what === 'corner' || what === 'dip' || what === 'thing') && !movesPoints) return
  if (props.tool === 'draw') return
  event.stopPropagation()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  near.held = true
  drag.value = { what, id, index, grip: place(event) }
}

function move(event: PointerEvent): void {
  pointer.value = place(event)
  if (!drag.value) return
  dragged = true
  const at = onBase(pointer.value)
  const { what, id, index } = drag.value
  if (what !== 'line') putTo(what, id, index, at)
  else {
    const by: Point2 = [
      pointer.value[0] - drag.value.grip[0],
      pointer.value[1] - drag.value.grip[1]
    ]
    const shifted = (p: readonly [number, number]) => toHalves(onBase([p[0] + by[0], p[1] + by[1]]))
    emit('section', { from: shifted(props.section.from), to: shifted(props.section.to) })
    drag.value.grip = pointer.value
  }
}
function putTo(what: Handle, id: string, index: number, at: Point2): void {
  if (what === 'corner') emit('moveCorner', props.selected, id, at)
  else if (what === 'dip') emit('moveDip', props.selected, index, at)
  else if (what === 'thing') emit('moveThing', props.selected, id, at)
  else if (what === 'from') emit('section', { from: toHalves(at), to: props.section.to })
  else emit('section', { from: props.section.from, to: toHalves(at) })
}

function drop(): void {
  if (drag.value) emit('settled')
  drag.value = null
  near.held = false
}

function press(event: MouseEvent): void {
  if (dragged) {
    dragged = false
    return
  }
  const at = onBase(place(event))
  if (props.tool === 'draw') {
    const [first] = drawing.value
    if (
      first &&
      drawing.value.length >= 3 &&
      Math.hypot(first[0] - at[0], first[1] - at[1]) * scale.value < 14
    )
      finishDrawing()
    else drawing.value = [...drawing.value, at]
    return
  }
  const pool = chosen.value
  if (props.tool === 'lip' || (pool && ['corner', 'edge'].includes(props.tool))) {
    const candidates = pool && props.tool !== 'lip' ? [pool] : props.pools
    const near = candidates
      .map((p) => ({ p, ...distanceToRing(at, ring(p)) }))
      .sort((a, b) => a.distance - b.distance)[0]
    if (near && near.distance * scale.value < FINGER_PX) {
      const corner = near.p.outline[near.edge].id
      if (props.tool === 'corner') emit('addCorner', near.p.id, corner, at)
      else if (props.tool === 'edge') emit('edge', near.p.id, corner)
      else emit('lip', near.p.id, corner)
    }
    return
  }
  if (pool && props.tool === 'dip') {
    emit('dip', pool.id, at)
    return
  }
  if (props.tool === 'look') emit('tap', at)
  const under = props.pools.find((p) => insideRing(at, ring(p)))
  if (under && under.id !== props.selected) emit('select', under.id)
}

function finishDrawing(): void {
  if (drawing.value.length >= 3) emit('drawn', drawing.value)
  drawing.value = []
}

function key(event: KeyboardEvent): void {
  if (props.tool !== 'draw') return
  if (event.key === 'Enter') finishDrawing()
  else if (event.key === 'Escape') drawing.value = []
  else if (event.key === 'Backspace') drawing.value = drawing.value.slice(0, -1)
  else return
  event.preventDefault()
}

/** By the arrow keys like by the hand; Delete takes away what can be taken. */
function nudge(event: KeyboardEvent, what: Handle, at: Point2, id = '', index = 0): void {
  const to = arrowed(event, at)
  if (to) return putTo(what, id, index, onBase(to))
  if (event.key !== 'Delete' && event.key !== 'Backspace') return
  if (what === 'corner') emit('removeCorner', props.selected, id)
  else if (what === 'dip') emit('removeDip', props.selected, index)
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** Where on the base an event is, and the nearest edge within a finger's width of it, if any. */
function spot(event: MouseEvent): { at: Point2; edge: { pool: Pool; corner: string } | null } {
  const at = onBase(place(event))
  const [near] = props.pools
    .map((pool) => ({ pool, ...distanceToRing(at, ring(pool)) }))
    .sort((a, b) => a.distance - b.distance)
  const close = near && near.distance * scale.value < FINGER_PX
  return { at, edge: close ? { pool: near.pool, corner: near.pool.outline[near.edge].id } : null }
}
defineExpose({ spot })
</script>

<template>
  <div
    ref="frame"
    class="plan"
    :class="{ pictured: underlay }"
    :data-tool="tool"
    tabindex="-1"
    @keydown="key"
  >
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      role="application"
      aria-label="Plan of the base"
      @pointerdown.capture="dragged = false"
      @pointermove="move"
      @pointerup="drop"
      @pointercancel="drop"
      @click="press"
      @dblclick="finishDrawing"
    >
      <rect
        class="board"
        :x="X(0)"
        :y="Y(base.depthMm)"
        :width="base.widthMm * scale"
        :height="base.depthMm * scale"
      />
      <UnderlayPicture
        v-if="underlay"
        :picture="underlay"
        :to-x="X"
        :to-y="Y"
        :across="scale"
        :up="scale"
        data-test="under-plan"
      />
      <LandRelief
        v-if="land"
        :field="land"
        :busy="working"
        :to-x="X"
        :to-y="Y"
        :scale="scale"
        :taken="depths.taken"
      />
      <g class="rule" :class="{ over: near.k > 1 }">
        <g v-for="(t, i) in marksX" :key="`x${t.mm}`">
          <line :x1="X(t.mm)" :x2="X(t.mm)" :y1="ruleY" :y2="ruleY + 5" />
          <text :x="X(t.mm)" :y="ruleY + 18" text-anchor="middle" class="quiet">
            {{ i === marksX.length - 1 ? `${t.text} ${unit('mm')}` : t.text }}
          </text>
        </g>
        <g v-for="t in marksY" :key="`y${t.mm}`">
          <line :x1="ruleX - 5" :x2="ruleX" :y1="Y(t.mm)" :y2="Y(t.mm)" />
          <text :x="ruleX - 9" :y="Y(t.mm) + 4" text-anchor="end" class="quiet">
            {{ t.text }}
          </text>
        </g>
      </g>

      <g
        v-for="pool in pools"
        :key="pool.id"
        :class="{ faint: pool.id !== selected && tool !== 'look' && tool !== 'lip' }"
      >
        <path
          class="bed"
          :d="
            ringOf((groundOf(pool.id)?.ring.length ? groundOf(pool.id)!.ring : ring(pool)).map(px))
          "
        />
        <path
          class="wet"
          :d="ringsOf((groundOf(pool.id)?.shoreline ?? []).map((r) => r.map(px)))"
          fill-rule="evenodd"
        />
        <path
          v-for="c in groundOf(pool.id)?.contours ?? []"
          :key="c.depthMm"
          class="depth"
          :d="ringsOf(c.rings.map((r) => r.map(px)))"
          fill-rule="evenodd"
        />
        <g v-for="e in edges(pool)" :key="e.id">
          <path class="edge" :class="e.kind" :d="e.d" />
        </g>
        <g
          v-for="s in pool.standing"
          :key="s.id"
          class="standing"
          :class="{ held: tool === 'move' && pool.id === selected }"
          :tabindex="tool === 'move' && pool.id === selected ? 0 : -1"
          role="button"
          :aria-label="`${s.name}, ${whereabouts([s.x, s.y])}`"
          @pointerdown="pool.id === selected && tool === 'move' && grip($event, 'thing', s.id)"
          @keydown="
            pool.id === selected && tool === 'move' && nudge($event, 'thing', [s.x, s.y], s.id)
          "
        >
          <rect
            v-if="s.shape === 'block'"
            :x="X(s.x - s.widthMm / 2)"
            :y="Y(s.y + s.depthMm / 2)"
            :width="s.widthMm * scale"
            :height="s.depthMm * scale"
          />
          <ellipse
            v-else
            :class="s.shape"
            :cx="X(s.x)"
            :cy="Y(s.y)"
            :rx="(s.widthMm / 2) * scale"
            :ry="(s.depthMm / 2) * scale"
          />
          <title>{{ s.name }}</title>
        </g>
      </g>

      <g v-for="comb in combs" :key="comb.id" class="comb">
        <line
          v-for="([a, b], i) in comb.teeth"
          :key="i"
          :x1="a[0]"
          :y1="a[1]"
          :x2="b[0]"
          :y2="b[1]"
        />
      </g>

      <slot :to-x="X" :to-y="Y" :scale="scale" :place="place" />

      <g class="cutline">
        <line
          class="hit"
          :x1="X(section.from[0])"
          :y1="Y(section.from[1])"
          :x2="X(section.to[0])"
          :y2="Y(section.to[1])"
          @pointerdown="grip($event, 'line')"
        />
        <line
          class="seen"
          :x1="X(section.from[0])"
          :y1="Y(section.from[1])"
          :x2="X(section.to[0])"
          :y2="Y(section.to[1])"
        />
        <g
          v-for="end in ['from', 'to'] as const"
          :key="end"
          class="cut-end"
          :tabindex="tool === 'move' ? 0 : -1"
          role="button"
          :aria-label="`Section line, ${end === 'from' ? 'A' : 'B'}, ${whereabouts(section[end])}`"
          @pointerdown="grip($event, end)"
          @keydown="nudge($event, end, section[end])"
        >
          <circle class="hit" :cx="X(section[end][0])" :cy="Y(section[end][1])" r="18" />
          <path
            :transform="`translate(${X(section[end][0])} ${Y(section[end][1])})`"
            d="M0 -9L8 0L0 9L-8 0Z"
          />
          <text
            :x="X(section[end][0]) + lettered[end][0]"
            :y="Y(section[end][1]) + lettered[end][1]"
            class="on-drawing figure"
          >
            {{ end === 'from' ? 'A' : 'B' }}
          </text>
        </g>
      </g>

      <g v-if="chosen && tool !== 'look' && tool !== 'lip'">
        <path
          v-if="chosen.soundings.length > MOST_HANDLES"
          class="specks"
          :d="chosen.soundings.map((s) => `M${X(s[0])} ${Y(s[1])}h0.01`).join('')"
        />
        <g
          v-for="(s, i) in chosen.soundings.length > MOST_HANDLES ? [] : chosen.soundings"
          :key="i"
          class="dip"
          :tabindex="tool === 'move' ? 0 : -1"
          role="button"
          :aria-label="`Sounding ${i + 1}, ${whereabouts(s)}: ${mm(chosen.levelMm - s[2])} deep`"
          @pointerdown="grip($event, 'dip', '', i)"
          @click.stop
          @keydown="nudge($event, 'dip', [s[0], s[1]], '', i)"
        >
          <circle class="hit" :cx="X(s[0])" :cy="Y(s[1])" r="11" />
          <path :transform="`translate(${X(s[0])} ${Y(s[1])})`" d="M0 -7V7M-4 0H4" />
          <text
            v-if="depths.said[i]?.text"
            :x="depths.said[i].x"
            :y="depths.said[i].y"
            :text-anchor="depths.said[i].anchor"
            class="on-drawing"
          >
            {{ depths.said[i].text }}
          </text>
        </g>
        <g
          v-for="(c, i) in chosen.outline"
          :key="c.id"
          class="corner"
          :tabindex="tool === 'move' ? 0 : -1"
          role="button"
          :aria-label="`Outline point ${i + 1}, ${whereabouts([c.x, c.y])}`"
          @pointerdown="grip($event, 'corner', c.id)"
          @click.stop="
            tool === 'corner' || tool === 'edge' || tool === 'dip' || tool === 'draw'
              ? press($event)
              : undefined
          "
          @keydown="nudge($event, 'corner', [c.x, c.y], c.id)"
        >
          <circle class="hit" :cx="X(c.x)" :cy="Y(c.y)" r="13" />
          <rect :x="X(c.x) - 5" :y="Y(c.y) - 5" width="10" height="10" />
        </g>
      </g>
      <text
        v-for="n in names.said"
        :key="`n${n.id}`"
        class="on-drawing figure"
        text-anchor="middle"
        :x="n.x"
        :y="n.y"
      >
        {{ n.name }}
      </text>

      <g v-if="nextDip && tool !== 'look' && tool !== 'lip'" class="next-dip" data-test="next-dip">
        <circle :cx="X(nextDip[0])" :cy="Y(nextDip[1])" r="10" />
        <text
          v-if="nextWords"
          :x="X(nextDip[0]) + nextWords.dx"
          :y="Y(nextDip[1]) + nextWords.dy"
          :text-anchor="nextWords.anchor"
          class="on-drawing figure"
        >
          dip here next
        </text>
      </g>
      <g v-if="tool === 'draw'" class="drawn">
        <path :d="ringOf(drawing.map(px))" />
        <line
          v-if="drawing.length && pointer"
          :x1="px(drawing[drawing.length - 1])[0]"
          :y1="px(drawing[drawing.length - 1])[1]"
          :x2="px(pointer)[0]"
          :y2="px(pointer)[1]"
        />
        <circle
          v-for="(p, i) in drawing"
          :key="i"
          :cx="px(p)[0]"
          :cy="px(p)[1]"
          :r="i === 0 ? 8 : 5"
        />
      </g>
      <g v-for="(p, i) in faultsAt ?? []" :key="`f${i}`" class="fault-at">
        <circle :cx="X(p[0])" :cy="Y(p[1])" r="16" />
        <text :x="X(p[0]) + 18" :y="Y(p[1]) + 6" class="figure">!</text>
      </g>
      <text
        v-if="pointer && tool !== 'look'"
        :x="width - 14"
        :y="24"
        text-anchor="end"
        class="quiet"
      >
        {{ mm(Math.max(0, pointer[0])) }}, {{ mm(Math.max(0, pointer[1])) }}
      </text>
      <!-- over all names: a corner under one could not be taken hold of -->
      <slot name="handles" :to-x="X" :to-y="Y" :scale="scale" :place="place" />
    </svg>
  </div>
</template>

<style scoped>
.plan {
  position: absolute;
  inset: 0;
  contain: strict;
  touch-action: pan-y;
}
.plan[data-tool='dip'],
.plan[data-tool='draw'],
.plan[data-tool='corner'] {
  cursor: crosshair;
}
.plan[data-tool='edge'],
.plan[data-tool='lip'] {
  cursor: pointer;
}
/* of the size that was measured: with a share of its box it would be laid out twice at every edit */
svg {
  display: block;
  user-select: none;
}
.board {
  fill: color-mix(in srgb, var(--moss) 16%, var(--sheet));
  stroke: var(--timber);
  stroke-width: 5;
  stroke-linejoin: miter;
}
.rule line {
  stroke: var(--line-strong);
}
.pictured :is(.bed, .wet) {
  fill-opacity: 0.3;
}
.pictured .depth {
  fill-opacity: 0.1;
}
.bed {
  fill: var(--bed);
}
.wet {
  fill: var(--shallow);
}
.depth {
  fill: var(--deep);
  fill-opacity: 0.2;
  stroke: var(--deep);
  stroke-opacity: 0.45;
  stroke-width: 0.8;
}
html.dark .depth {
  fill: #04181b;
  fill-opacity: 0.3;
}
.rule.over text {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  fill: var(--ink);
}
.edge {
  fill: none;
}
.standing :is(rect, ellipse) {
  fill: var(--timber);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.standing ellipse.stone {
  fill: var(--foam-line);
}
.standing.held {
  cursor: grab;
}
.next-dip circle {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3.5;
  stroke-dasharray: 5 3;
}
.next-dip text {
  fill: var(--brass);
}
.edge.shore {
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 2 4;
  stroke-linecap: round;
}
.edge.dam {
  stroke: var(--red-lead);
  stroke-width: 4.5;
}
.faint {
  opacity: 0.55;
}
.comb line {
  stroke: var(--deep);
  stroke-width: 2;
  stroke-linecap: round;
}
.hit {
  fill: transparent;
  stroke: transparent;
  stroke-width: 18;
}
circle.hit {
  stroke: none;
}
.cutline .hit {
  cursor: grab;
}
.cutline .seen {
  stroke: var(--brass);
  stroke-width: 2;
  stroke-dasharray: 12 4 2 4;
  pointer-events: none;
}
.cut-end {
  cursor: grab;
}
.cut-end path {
  fill: var(--brass);
}
.specks {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linecap: round;
  opacity: 0.55;
}
.dip {
  cursor: grab;
}
.dip path {
  stroke: var(--ink);
  stroke-width: 1.8;
  fill: none;
}
.corner {
  cursor: grab;
}
.corner rect {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.plan[data-tool='remove'] .corner:hover rect,
.plan[data-tool='remove'] .dip:hover path {
  stroke: var(--red-lead);
  stroke-width: 4;
}
.drawn path {
  fill: var(--shallow);
  fill-opacity: 0.5;
  stroke: var(--deep);
  stroke-width: 2;
}
.drawn line {
  stroke: var(--deep);
  stroke-dasharray: 4 4;
}
.drawn circle {
  fill: var(--deep);
}
.fault-at circle {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 3;
}
.fault-at text {
  fill: var(--red-lead);
  font-size: 1.5rem;
}
</style>
