<script setup lang="ts">
import { DAY_MS, HOUR_MS } from '../../core/physics/time'

import { computed, ref } from 'vue'
import type { Build } from '../../core/build/types'
import type { DaysPlan, PlannedWait } from '../../core/plan/7-days/plan'
import type { Step } from '../../core/plan/6-steps/types'
import { clock, day, dayNumber, likelyAndSurely, weekdayNumber } from '../../core/words/dates'
import { useElementSize } from '@vueuse/core'
import { larger } from './letters'

/** Channels side by side, one for each water: pegs are hands-on work, what flows between them is a wait. */
const props = defineProps<{ build: Build; days: DaysPlan; steps: Step[]; selected: string }>()
const emit = defineEmits<{ select: [step: string]; settle: [step: string, ms: number] }>()

const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
/** What a letter of a name takes, px. */
const LETTER = 7.2 * larger()
const TOP = 52
const LANE = 42

const lanes = computed(() => [
  { key: 'ground', name: 'Ground' },
  ...props.build.waters.map((w) => ({ key: w.id, name: w.name })),
  { key: 'finish', name: 'Finishing' }
])
/** Names have what the longest takes, and no more than a quarter of the sheet. */
const names = computed(() =>
  Math.min(
    Math.max(96 * larger(), 10 + LETTER * Math.max(...lanes.value.map((l) => l.name.length))),
    Math.max(96 * larger(), width.value / 4)
  )
)
const shortened = (name: string): string => {
  const room = Math.floor((names.value - 10) / LETTER)
  return name.length > room ? `${name.slice(0, room - 1)}…` : name
}
/**
 * What is done on a water, also a repair of it or a layer of one's own, runs in its channel; white and
 * spray belong to the finishing.
 */
function laneOf(step: string): number {
  const key = step.split('/')[0]
  const put = props.build.laid.find((l) => l.id === key)?.stack
  const lane = lanes.value.findIndex((l) => l.key === (stepOf(step)?.water ?? put ?? key))
  return lane < 0 ? lanes.value.length - 1 : lane
}
const from = computed(() => props.days.startMs)
const to = computed(() =>
  Math.max(
    from.value + 2 * DAY_MS,
    Math.max(props.days.finishMs ?? from.value, props.days.sureMs ?? 0) + DAY_MS / 2
  )
)
const X = (ms: number) =>
  names.value + ((width.value - names.value - 12) * (ms - from.value)) / (to.value - from.value)
const Y = (lane: number) => TOP + lane * LANE
const height = computed(() => TOP + lanes.value.length * LANE + 14)
/** A range that would be no longer than its cap is wide is not drawn. */
const isDrawn = (wait: PlannedWait) => X(wait.sureMs) - X(wait.endMs) > 4
const sureY = (wait: PlannedWait) => Y(laneOf(wait.step)) + LANE - 14
const stepOf = (id: string) => props.steps.find((s) => s.id === id)

/** Whether a day is named: every so many, where there is room, and none that is cut short before the next. */
const named = (dayMs: number, i: number): boolean => {
  if (i % everyDay.value !== 0 || X(dayMs) >= width.value - 22 * larger()) return false
  const next = dayStarts.value[i + everyDay.value]
  return next === undefined || X(next) - X(dayMs) >= 20 * larger()
}

/** The first instant of each local day, found by asking the clock every few hours. */
const dayStarts = computed(() => {
  const starts: number[] = []
  let last = ''
  for (let ms = from.value; ms < to.value; ms += 3 * HOUR_MS) {
    const label = day(ms, props.days.zone)
    if (label !== last) starts.push(ms)
    last = label
  }
  return starts
})
/** What other calendars take, a bar under the dates in each one's colour. */
const taken = computed(() => {
  const { busy, others = [] } = props.build.calendar
  const named = new Map(others.map((o) => [o.id, o]))
  return busy.flatMap((b) => {
    const [start, end] = [
      Math.max(from.value, Date.parse(b.from)),
      Math.min(to.value, Date.parse(b.to))
    ]
    if (end <= start) return []
    const of = named.get(b.of ?? '')
    const title = [of?.name, b.title].filter(Boolean).join(': ')
    return [
      {
        of: b.of,
        x: X(start),
        width: Math.max(1.5, X(end) - X(start)),
        colour: of?.colour ?? 'var(--ink-soft)',
        title: `${title || 'Taken'}, ${clock(start, props.days.zone)} to ${clock(end, props.days.zone)}`
      }
    ]
  })
})
/** A peg on its way to another time: the rest follows when it is let go. */
const drag = ref<{ step: string; fromX: number; x: number; atMs: number; moved: boolean } | null>(
  null
)
const svg = ref<SVGSVGElement | null>(null)
const msAt = (x: number) =>
  from.value + ((x - names.value) / (width.value - names.value - 12)) * (to.value - from.value)
/** Into free hours: the quarter of an hour it is let go at, or where the next free stretch begins. */
function snapped(ms: number): number {
  const quarter = Math.round(ms / 900_000) * 900_000
  const span = props.days.free.find(([, b]) => b > quarter)
  return span ? Math.max(quarter, span[0]) : quarter
}
function take(event: PointerEvent, work: DaysPlan['work'][number]): void {
  if (work.done || event.button !== 0) return
  const place = svg.value!.getBoundingClientRect()
  drag.value = {
    step: work.step,
    fromX: event.clientX - place.left,
    x: event.clientX - place.left,
    atMs: work.startMs,
    moved: false
  }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (!drag.value) return
  const x = event.clientX - svg.value!.getBoundingClientRect().left
  const moved = drag.value.moved || Math.abs(x - drag.value.fromX) > 5
  drag.value = { ...drag.value, x, moved, atMs: moved ? snapped(msAt(x)) : drag.value.atMs }
}
function drop(): void {
  const held = drag.value
  drag.value = null
  if (!held) return
  if (held.moved) emit('settle', held.step, held.atMs)
  else emit('select', held.step)
}
const everyDay = computed(() =>
  Math.ceil(dayStarts.value.length / Math.max(1, (width.value - names.value) / (30 * larger())))
)
</script>

<template>
  <div ref="frame" class="river">
    <svg
      v-if="width > 0"
      ref="svg"
      :viewBox="`0 0 ${width} ${height}`"
      :height="height"
      role="img"
      aria-label="Steps and waits over the days"
    >
      <rect
        v-for="(f, i) in days.free"
        :key="i"
        class="free"
        :x="X(f[0])"
        :y="TOP - 6"
        :width="Math.max(1, X(f[1]) - X(f[0]))"
        :height="height - TOP - 6"
      />
      <rect
        v-for="(f, i) in days.freeSecond.filter((x) => x[0] < to)"
        :key="`s${i}`"
        class="free second"
        :x="X(f[0])"
        :y="TOP - 6"
        :width="Math.max(1, X(Math.min(to, f[1])) - X(f[0]))"
        :height="height - TOP - 6"
      />
      <rect
        v-for="(b, i) in taken"
        :key="`b${i}`"
        class="taken"
        :data-of="b.of"
        :x="b.x"
        y="37"
        :width="b.width"
        height="6"
        :fill="b.colour"
      >
        <title>{{ b.title }}</title>
      </rect>
      <g v-for="(d, i) in dayStarts" :key="d">
        <line class="midnight" :x1="X(d)" :x2="X(d)" :y1="TOP - 6" :y2="height - 12" />
        <g v-if="named(d, i)">
          <text :x="X(d) + 2" :y="16" class="quiet">
            {{ weekdayNumber(d, days.zone).slice(0, 2) }}
          </text>
          <text :x="X(d) + 2" :y="31" class="figure small-figure">
            {{ dayNumber(d, days.zone) }}
          </text>
        </g>
      </g>
      <g v-for="(lane, i) in lanes" :key="lane.key">
        <text x="0" :y="Y(i) + LANE / 2 + 3" class="lane">
          {{ shortened(lane.name) }}
        </text>
        <line
          class="bank"
          :x1="names"
          :x2="width - 12"
          :y1="Y(i) + LANE - 5"
          :y2="Y(i) + LANE - 5"
        />
      </g>
      <g v-for="wait in days.waits" :key="`w${wait.step}`">
        <rect
          class="wait"
          :class="{ critical: wait.critical }"
          :fill="`url(#state-${wait.becomes})`"
          :x="X(wait.startMs)"
          :y="Y(laneOf(wait.step)) + 12"
          :width="Math.max(2, X(wait.endMs) - X(wait.startMs))"
          :height="LANE - 19"
          @click="emit('select', wait.step)"
        >
          <title>
            {{ stepOf(wait.step)?.title ?? '' }}: {{ wait.becomes }}
            {{ likelyAndSurely(wait.likelyMs, wait.sureMs, days.zone) }}
          </title>
        </rect>
      </g>
      <g v-for="wait in days.waits.filter(isDrawn)" :key="`s${wait.step}`" class="maybe">
        <path
          :data-sure="wait.step"
          :d="`M${X(wait.endMs)} ${sureY(wait)}H${X(wait.sureMs)}M${X(wait.sureMs)} ${sureY(wait) - 4}v8`"
        />
      </g>
      <g
        v-for="(work, i) in days.work"
        :key="i"
        class="peg"
        :class="{
          critical: work.critical,
          on: work.step === selected,
          done: work.done,
          second: work.by === 1,
          settled: work.settled
        }"
        :data-peg="work.step"
        @pointerdown="take($event, work)"
        @pointermove="move"
        @pointerup="drop"
        @pointercancel="drag = null"
        @click="work.done && emit('select', work.step)"
      >
        <rect
          :x="X(work.startMs) - 1"
          :y="Y(laneOf(work.step)) + 4"
          :width="Math.max(4, X(work.endMs) - X(work.startMs))"
          :height="LANE - 10"
          rx="1.500"
        />
        <rect
          class="hit"
          :x="X(work.startMs) - 6"
          :y="Y(laneOf(work.step))"
          width="16"
          :height="LANE"
        />
        <title>
          {{ stepOf(work.step)?.title ?? '' }}: {{ day(work.startMs, days.zone) }}
          {{ clock(work.startMs, days.zone) }}–{{ clock(work.endMs, days.zone) }}
        </title>
      </g>
      <rect
        v-for="(f, i) in days.fillers"
        :key="`f${i}`"
        class="job"
        :x="X(f.startMs)"
        :y="height - 20"
        :width="Math.max(3, X(f.endMs) - X(f.startMs))"
        height="7"
      >
        <title>
          {{ build.fillers.find((b) => b.id === f.filler)?.name }}: {{ day(f.startMs, days.zone) }}
          {{ clock(f.startMs, days.zone) }}–{{ clock(f.endMs, days.zone) }}
        </title>
      </rect>
      <g v-if="days.fromMs > days.startMs && X(days.fromMs) < width" class="now">
        <line :x1="X(days.fromMs)" :x2="X(days.fromMs)" :y1="TOP - 12" :y2="height - 12" />
        <text :x="X(days.fromMs) + 3" :y="TOP - 12">here</text>
      </g>
      <g v-if="days.deadlineMs && X(days.deadlineMs) < width" class="deadline">
        <line :x1="X(days.deadlineMs)" :x2="X(days.deadlineMs)" :y1="TOP - 12" :y2="height - 8" />
      </g>
      <g v-if="drag?.moved" class="held">
        <line :x1="X(drag.atMs)" :x2="X(drag.atMs)" :y1="TOP - 6" :y2="height - 12" />
        <rect
          :x="Math.min(width - 150, X(drag.atMs) + 4)"
          :y="TOP - 4"
          width="146"
          height="24"
          rx="4"
        />
        <text :x="Math.min(width - 150, X(drag.atMs) + 4) + 8" :y="TOP + 13">
          {{ day(drag.atMs, days.zone) }}, {{ clock(drag.atMs, days.zone) }}
        </text>
      </g>
      <g v-if="days.finishMs" class="finish">
        <rect
          v-if="days.sureMs && days.sureMs > days.finishMs"
          :x="X(days.finishMs)"
          :y="TOP - 12"
          :width="X(Math.min(days.sureMs, to)) - X(days.finishMs)"
          height="6"
        />
        <line :x1="X(days.finishMs)" :x2="X(days.finishMs)" :y1="TOP - 12" :y2="height - 8" />
        <path :transform="`translate(${X(days.finishMs)} ${TOP - 12})`" d="M0 8L-7 -3H7Z" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.river {
  width: 100%;
  overflow: hidden;
}
svg {
  width: 100%;
  display: block;
}
.free {
  fill: var(--brass-wash);
}
.free.second {
  fill: none;
  stroke: var(--brass);
  stroke-dasharray: 2 3;
}
.midnight {
  stroke: var(--line);
  stroke-width: 0.7;
}
.bank {
  stroke: var(--line-strong);
}
.lane {
  font-weight: 600;
}
.small-figure {
  font-size: 0.8125rem;
}
.wait {
  stroke: var(--line-strong);
  stroke-width: 0.8;
  cursor: pointer;
}
.wait.critical {
  stroke: var(--red-lead);
  stroke-width: 1.8;
}
.maybe path {
  fill: none;
  stroke: var(--ink-soft);
  stroke-width: 1.4;
  pointer-events: none;
}
.finish rect {
  fill: var(--deep);
  opacity: 0.35;
}
.peg {
  cursor: pointer;
}
.peg rect {
  fill: var(--ink);
}
.peg.critical rect {
  fill: var(--red-lead);
}
.peg.on rect {
  stroke: var(--brass);
  stroke-width: 3;
}
.peg rect.hit {
  fill: transparent;
  stroke: none;
}
.peg {
  touch-action: none;
}
.peg:not(.done) {
  cursor: grab;
}
.peg.done rect:not(.hit) {
  fill: var(--moss);
}
.peg.second rect:not(.hit) {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.peg.settled rect:not(.hit) {
  stroke: var(--brass);
  stroke-width: 2;
}
.job {
  fill: var(--brass);
}
.now line {
  stroke: var(--moss);
  stroke-width: 2;
}
.now text {
  fill: var(--moss);
  font-size: 0.6875rem;
}
.deadline line {
  stroke: var(--red-lead);
  stroke-width: 2;
  stroke-dasharray: 5 4;
}
.held line {
  stroke: var(--brass);
  stroke-width: 2;
}
.held rect {
  fill: var(--brass-wash);
  stroke: var(--brass);
}
.held text {
  font-size: 0.8125rem;
  font-weight: 600;
}
.finish line {
  stroke: var(--deep);
  stroke-width: 2;
}
.finish path {
  fill: var(--deep);
}
</style>
