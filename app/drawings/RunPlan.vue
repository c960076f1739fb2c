<script setup lang="ts">
import { landFieldOf } from '../../core/build/land'
import { computed, ref } from 'vue'
import type { Build } from '../../core/build/types'
import type { RunResult } from '../../core/running/keptRun'
import type { RanPlan } from '../../core/plan/2-forms/ran/ranPlan'
import type { Point2 } from '../../core/physics/shape/polygon'
import type { Plan } from '../../core/plan/derivePlan'
import { mm, whereabouts } from '../words'
import { arrowed, toHalves } from './handles'
import { lineThrough } from './paths'
import PlanDrawing from './PlanDrawing.vue'
import { mostOf, runPicture, type RunLayer } from './runPicture'

/**
 * Water as it runs, on the plan: a layer of it as a picture, with the ways it goes, and rocks and
 * ends to be moved.
 */
const props = defineProps<{
  build: Build
  plan: Plan
  run: RunResult | null
  ran: RanPlan | null
  layer: RunLayer
  /** The most of the layer, so that two pictures can be compared. */
  most?: number
  lines: boolean
  /** Rocks and ends can be moved, and places asked about. */
  works?: boolean
  probe?: Point2 | null
  source?: Point2 | null
  out?: Point2 | null
}>()
export type RunHandle =
  | { kind: 'rock'; water: string; rock: string }
  | { kind: 'thing'; water: string; rock: string }
  | { kind: 'source' }
  | { kind: 'out' }
const emit = defineEmits<{
  ask: [at: Point2]
  drag: [what: RunHandle, to: Point2]
  settled: []
  section: [line: Build['section']]
}>()

const picture = computed(() =>
  props.run ? runPicture(props.run, props.layer, props.most ?? mostOf(props.run, props.layer)) : ''
)
const pools = computed(() => props.build.waters.filter((w) => w.kind === 'pool'))
const rocks = computed(() =>
  props.build.waters.flatMap((w) => {
    if (w.kind === 'reach')
      return w.boulders.map((b) => ({
        what: { kind: 'rock', water: w.id, rock: b.id } as RunHandle,
        at: [b.x, b.y] as Point2,
        name: b.name,
        wide: b.widthMm
      }))
    return w.kind === 'pool'
      ? w.standing.map((t) => ({
          what: { kind: 'thing', water: w.id, rock: t.id } as RunHandle,
          at: [t.x, t.y] as Point2,
          name: t.name,
          wide: 0
        }))
      : []
  })
)
const ends = computed(() => [
  ...(props.source
    ? [
        {
          what: { kind: 'source' } as RunHandle,
          at: props.source,
          name: 'Where the water comes in'
        }
      ]
    : []),
  ...(props.out
    ? [{ what: { kind: 'out' } as RunHandle, at: props.out, name: 'Where the water leaves' }]
    : [])
])
const held = ref<RunHandle | null>(null)
const keyOf = (h: RunHandle) => Object.values(h).join(':')
function grip(event: PointerEvent, what: RunHandle): void {
  if (event.button !== 0) return
  event.stopPropagation()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  held.value = what
}
function move(event: PointerEvent, place: (event: PointerEvent) => Point2): void {
  if (!held.value) return
  event.stopPropagation()
  emit('drag', held.value, toHalves(place(event)))
}
function drop(): void {
  if (held.value) emit('settled')
  held.value = null
}
function nudge(event: KeyboardEvent, what: RunHandle, at: Point2): void {
  const to = arrowed(event, at)
  if (to) emit('drag', what, to)
}
/** The place that is read, by key: Enter puts it in the middle, arrows move it. */
function look(event: KeyboardEvent): void {
  const { widthMm, depthMm } = props.build.base
  const from: Point2 = props.probe ?? [widthMm / 2, depthMm / 2]
  const to = event.key === 'Enter' ? from : arrowed(event, from, 2, 10)
  if (to)
    emit('ask', [Math.min(widthMm, Math.max(0, to[0])), Math.min(depthMm, Math.max(0, to[1]))])
}
/**
 * An end of the water is named on its left, where there is so much room, px: the ends of the
 * section are named on the right.
 */
const ROOM_PX = 80
/** The letters of the section stand left of its far end and right of its near one: these keep clear of them. */
function endName(kind: string, x: number): Record<string, string | number> {
  const [left, right, below] = [
    { x: -13, y: -3, 'text-anchor': 'end' },
    { x: 13, y: -3 },
    { x: 13, y: 22 }
  ]
  if (kind === 'source') return x > ROOM_PX ? right : below
  return x > ROOM_PX ? left : below
}
const SLOTS = { shapes: 'default', handles: 'handles' } as const
/** An arrow head in the middle of a line. */
function head(line: readonly Point2[], X: (x: number) => number, Y: (y: number) => number): string {
  const i = Math.floor(line.length / 2)
  const [a, b] = [line[Math.max(0, i - 1)], line[Math.min(line.length - 1, i + 1)]]
  const angle = Math.atan2(Y(b[1]) - Y(a[1]), X(b[0]) - X(a[0]))
  const [x, y] = [X(line[i][0]), Y(line[i][1])]
  const side = (turn: number) =>
    `${(x - 6 * Math.cos(angle + turn)).toFixed(1)} ${(y - 6 * Math.sin(angle + turn)).toFixed(1)}`
  return `M${side(0.5)}L${x.toFixed(1)} ${y.toFixed(1)}L${side(-0.5)}`
}
</script>

<template>
  <PlanDrawing
    :base="build.base"
    :pools="pools"
    :grounds="plan.ground.pools"
    :falls="plan.forms.falls"
    :section="build.section"
    :land="build.land ? landFieldOf(build) : null"
    tool="look"
    selected=""
    @tap="works && emit('ask', $event)"
    @section="emit('section', $event)"
    @settled="emit('settled')"
  >
    <template
      v-for="part in ['shapes', 'handles'] as const"
      #[SLOTS[part]]="{ toX, toY, scale, place }"
      :key="part"
    >
      <g v-if="part === 'shapes'" class="ran">
        <image
          v-if="picture && run"
          :href="picture"
          :x="toX(0)"
          :y="toY(run.grid.rows * run.grid.cellMm)"
          :width="run.grid.cols * run.grid.cellMm * scale"
          :height="run.grid.rows * run.grid.cellMm * scale"
          preserveAspectRatio="none"
          data-test="run-picture"
          :data-layer="layer"
        />
        <template v-if="ran && lines">
          <g class="streams"
            ><path
              v-for="(l, i) in ran.streams"
              :key="`b${i}`"
              class="halo"
              :d="lineThrough(l.map((p) => [toX(p[0]), toY(p[1])] as [number, number]))" /><path
              v-for="(l, i) in ran.streams"
              :key="i"
              :d="lineThrough(l.map((p) => [toX(p[0]), toY(p[1])] as [number, number]))" /><path
              v-for="(l, i) in ran.streams"
              :key="`h${i}`"
              :d="head(l, toX, toY)"
          /></g>
          <path
            v-for="(l, i) in ran.crests"
            :key="`c${i}`"
            class="crest"
            :d="lineThrough(l.map((p) => [toX(p[0]), toY(p[1])] as [number, number]))"
          />
          <path
            v-for="(l, i) in [...ran.wash.high, ...ran.wash.low]"
            :key="`w${i}`"
            class="wash"
            :d="lineThrough(l.map((p) => [toX(p[0]), toY(p[1])] as [number, number]))"
          />
          <g
            v-for="(s, i) in ran.spray"
            :key="`s${i}`"
            class="spray"
            :transform="`translate(${toX(s.at[0])} ${toY(s.at[1])})`"
            ><path d="M0 0V-9M-3 -1L-7 -8M3 -1L7 -8" /><title>
              spray rises {{ mm(s.risesMm) }} at most
            </title></g
          >
        </template>
        <rect
          v-if="works"
          class="ask"
          :x="toX(0)"
          :y="toY(build.base.depthMm)"
          :width="build.base.widthMm * scale"
          :height="build.base.depthMm * scale"
          data-test="ask"
          tabindex="0"
          role="button"
          aria-label="The water: click it, or press Enter and the arrow keys, to read it at a place"
          @click.stop="emit('ask', place($event))"
          @keydown="look"
        />
        <template v-for="pool in pools" :key="pool.id">
          <template v-for="t in pool.standing" :key="t.id">
            <rect
              v-if="t.shape === 'block'"
              class="stands"
              :x="toX(t.x - t.widthMm / 2)"
              :y="toY(t.y + t.depthMm / 2)"
              :width="t.widthMm * scale"
              :height="t.depthMm * scale"
            />
            <ellipse
              v-else
              class="stands"
              :class="t.shape"
              :cx="toX(t.x)"
              :cy="toY(t.y)"
              :rx="(t.widthMm / 2) * scale"
              :ry="(t.depthMm / 2) * scale"
            />
          </template>
        </template>
        <g v-for="r in rocks" :key="keyOf(r.what)" class="rock"
          ><circle :cx="toX(r.at[0])" :cy="toY(r.at[1])" :r="(r.wide / 2) * scale"
        /></g>
      </g>
      <g
        v-else-if="works"
        class="ran"
        @pointermove="move($event, place)"
        @pointerup="drop"
        @pointercancel="drop"
      >
        <g v-if="probe" class="probe" :transform="`translate(${toX(probe[0])} ${toY(probe[1])})`"
          ><circle r="7" /><path d="M-13 0H-4M4 0H13M0 -13V-4M0 4V13"
        /></g>
        <g
          v-for="h in [...rocks, ...ends]"
          :key="keyOf(h.what)"
          class="handle"
          :class="[h.what.kind, { held: held && keyOf(held) === keyOf(h.what) }]"
          tabindex="0"
          role="button"
          :aria-label="`${h.name}, ${whereabouts(h.at)}: drag, or move with the arrow keys`"
          :data-handle="keyOf(h.what)"
          :transform="`translate(${toX(h.at[0])} ${toY(h.at[1])})`"
          @pointerdown="grip($event, h.what)"
          @click.stop
          @keydown="nudge($event, h.what, h.at)"
        >
          <circle class="hit" r="16" />
          <path
            v-if="h.what.kind === 'rock' || h.what.kind === 'thing'"
            class="grip"
            d="M0 -6L6 4H-6Z"
          />
          <path
            v-else-if="h.what.kind === 'source'"
            class="grip"
            d="M0 9C-8 0 -5 -4 0 -11C5 -4 8 0 0 9Z"
          />
          <path v-else class="grip" d="M-9 -4H3V-9L11 0L3 9V4H-9Z" />
          <text
            v-if="h.what.kind === 'source' || h.what.kind === 'out'"
            v-bind="endName(h.what.kind, toX(h.at[0]))"
            class="on-drawing figure"
            >{{ h.what.kind === 'source' ? 'in' : 'out' }}</text
          >
          <title>{{ h.name }}</title>
        </g>
      </g>
    </template>
  </PlanDrawing>
</template>

<style scoped>
.streams path {
  fill: none;
  stroke: #06282c;
  stroke-opacity: 0.75;
  stroke-width: 1.2;
  pointer-events: none;
}
.streams .halo {
  stroke: #f4fbf8;
  stroke-opacity: 0.4;
  stroke-width: 3;
}
.crest {
  fill: none;
  stroke: #fdfffe;
  stroke-width: 2.6;
  paint-order: stroke;
  filter: drop-shadow(0 0 1px #06282c);
  pointer-events: none;
}
.wash {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 2 3;
  pointer-events: none;
}
.spray path {
  fill: none;
  stroke: #9c3b22;
  stroke-width: 2;
  stroke-linecap: round;
}
.ask {
  fill: transparent;
  cursor: crosshair;
}
.ask:focus {
  outline: none;
}
.ask:focus-visible {
  stroke: var(--brass);
  stroke-width: 3;
}
.stands {
  fill: var(--timber);
  stroke: var(--ink);
  stroke-width: 1.2;
  pointer-events: none;
}
.stands.stone {
  fill: var(--foam-line);
}
.rock circle {
  fill: var(--foam-line);
  stroke: var(--ink);
  stroke-width: 1.3;
  pointer-events: none;
}
.probe circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.probe path {
  stroke: var(--ink);
  stroke-width: 2;
}
.probe {
  filter: drop-shadow(0 0 2px #fff);
  pointer-events: none;
}
.handle {
  cursor: grab;
}
.handle .hit {
  fill: transparent;
}
.grip {
  fill: var(--brass);
  stroke: var(--sheet);
  stroke-width: 1.8;
}
.source .grip,
.out .grip {
  fill: var(--deep);
}
.handle.held .grip,
.handle:hover .grip {
  fill: var(--red-lead);
}
</style>
