<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Landform } from '../../core/craft/materials/types'
import type { Pool } from '../../core/build/types'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import type { Section, SectionRun } from '../../core/plan/1-ground/section'
import type { PoolStack } from '../../core/plan/3-stacks/poolStack'
import type { LaidLine } from '../../core/plan/6-steps/coreOf'
import type { SectionWater } from '../../core/plan/2-forms/sectionWaters'
import { mm, figure, number, unit } from '../words'
import { larger } from './letters'
import { lineThrough, ringOf, under } from './paths'
import { rule } from './rule'
import { useSheet } from './sheet'
import type { Underlay } from './underlay'
import UnderlayPicture from './UnderlayPicture.vue'

const props = defineProps<{
  section: Section
  pools: Pool[]
  falls: FallForm[]
  stacks: PoolStack[]
  shellMm: number
  /** What the ground is cut from, as it is drawn; left out: foam. */
  hatch?: Landform['hatch']
  /** How much taller than long heights are drawn; null: as much as fills the frame. */
  exaggeration: number | null
  /** Show the pours one by one instead of the water as one body. */
  layers?: boolean
  /** Rapids and seas as they stand. */
  moving?: readonly SectionWater[]
  /** Lays that the builder put into the pools. */
  laid?: readonly LaidLine[]
  /** The surface of water that was let run, in pieces. */
  ran?: readonly (readonly (readonly [number, number])[])[]
  /** Levels can be dragged. */
  levels?: boolean
  selected: string
  /** A picture that stands behind it. */
  underlay?: Underlay | null
}>()
const emit = defineEmits<{
  level: [pool: string, levelMm: number]
  settled: []
  select: [pool: string]
}>()

const MARGIN = { left: 52, right: 60, top: 34, bottom: 32 }
const BOARD_MM = 6

/** How near to the section line water falls that is drawn on it, mm. */
const BESIDE_LINE_MM = 12
/** Water that leaves a ledge or a pipe near the line: how far along it, and how it faces it. */
const outside = computed(() => {
  const { from, to } = props.section.line
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  const [kx, ky] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
  return props.falls.flatMap((fall) => {
    if (!fall.lip || !fall.out || !fall.curve || !fall.outlet) return []
    const [[a, b], [ox, oy]] = [fall.lip, fall.out]
    const [x, y] = [(a[0] + b[0]) / 2 - from[0], (a[1] + b[1]) / 2 - from[1]]
    return Math.abs(x * ky - y * kx) > fall.widthMm / 2 + BESIDE_LINE_MM
      ? []
      : [{ fall, s: x * kx + y * ky, along: ox * kx + oy * ky }]
  })
})

const topMm = computed(
  () =>
    Math.max(
      20,
      ...props.section.ground.map((p) => p[1]),
      ...props.section.things.map((t) => t.topMm),
      ...outside.value.map(({ fall }) => fall.lipMm),
      ...props.pools.map((p) => Math.max(p.levelMm, hasDam(p) ? p.damTopMm : 0))
    ) + 2
)
const hasDam = (pool: Pool) => pool.outline.some((c) => c.edge === 'dam')
const { width, height, near, scale, rise, taller, X, Y, px, place } = useSheet(
  () => ({ x0: 0, x1: Math.max(1, props.section.lengthMm), y0: -BOARD_MM, y1: topMm.value }),
  MARGIN,
  { stretch: () => props.exaggeration }
)
const ruleX = computed(() => Math.max(X(0), MARGIN.left))

const ground = computed(() => props.section.ground)
const land = computed(() =>
  ground.value.length < 2
    ? ''
    : ringOf([...ground.value.map(px), [X(props.section.lengthMm), Y(0)], [X(0), Y(0)]])
)
const poolOf = (run: SectionRun) => props.pools.find((p) => p.id === run.pool)!
const layersOf = (run: SectionRun) => props.stacks.find((s) => s.id === run.pool)?.layers ?? []
const longest = (id: string) =>
  props.section.runs.filter((r) => r.pool === id).sort((a, b) => span(b) - span(a))[0]
const span = (run: SectionRun) => run.ground.at(-1)![0] - run.ground[0][0]

/** The ground under a place of the line, mm. */
function groundAt(at: number): number {
  const i = ground.value.findIndex(([s]) => s >= at)
  if (i <= 0) return ground.value[0]?.[1] ?? 0
  const [[s, z], [t, y]] = [ground.value[i - 1], ground.value[i]]
  return t === s ? y : z + ((y - z) * (at - s)) / (t - s)
}
/** The cells of a sea stop short of its edge: its line goes on to there, mm. */
const SHORT_MM = 12
/** Moving water: its surface, and what lies between that and the ground. */
const moved = computed(() =>
  (props.moving ?? []).flatMap(({ water, pool, line }) =>
    wetStretches(line).map((wet) => {
      const edges = props.section.runs
        .filter((r) => r.pool === pool)
        .flatMap((r) => [r.ground[0][0], r.ground.at(-1)![0]])
      const [left, right] = [wet[0], wet.at(-1)!]
      const near = (at: number) => edges.find((s) => Math.abs(s - at) < SHORT_MM) ?? at
      const [first, last] = [near(left[0]), near(right[0])]
      const top: Place[] = [[first, left[1]], ...wet, [last, right[1]]]
      const bed = ground.value.filter(([s]) => s > first && s < last)
      const under: Place[] = [[first, groundAt(first)], ...bed, [last, groundAt(last)]]
      return {
        water,
        pool,
        top: lineThrough(top.map(px)),
        body: ringOf([...top, ...under.reverse()].map(px))
      }
    })
  )
)
type Place = readonly [number, number]
/** Where a surface would lie in the ground there is none. */
function wetStretches(line: readonly Place[]): Place[][] {
  const found: Place[][] = [[]]
  for (const at of line)
    if (at[1] > groundAt(at[0])) found.at(-1)!.push(at)
    else if (found.at(-1)!.length > 0) found.push([])
  return found.filter((stretch) => stretch.length > 1)
}
/** A sea's water is drawn with its waves, not level. */
const wavy = computed(() => new Set(moved.value.flatMap((m) => m.pool ?? [])))
const waters = computed(() =>
  props.section.runs
    .filter((run) => poolOf(run))
    .map((run) => ({ run, pool: poolOf(run), rings: under(run.ground, poolOf(run).levelMm) }))
)
const dams = computed(() =>
  props.section.runs.flatMap((run) =>
    run.ends.flatMap((end, i) => {
      const pool = poolOf(run)
      if (!pool || end.edge !== 'dam') return []
      const [s, z] = i === 0 ? run.ground[0] : run.ground.at(-1)!
      const lip = props.falls.some(
        (f) =>
          f.lip &&
          pool.outline.some(
            (c) => c.id === end.corner && c.x === f.lip![0][0] && c.y === f.lip![0][1]
          )
      )
      return [{ key: `${run.pool}${i}`, s, z, top: pool.damTopMm, out: i === 0 ? -1 : 1, lip }]
    })
  )
)

/** A fall that the line crosses: from the end of the run at its lip down to its foot. */
const sheets = computed(() =>
  props.section.runs.flatMap((run) =>
    run.ends.flatMap((end, i) => {
      const pool = poolOf(run)
      const fall = props.falls.find(
        (f) =>
          f.lip &&
          f.strips > 0 &&
          pool?.outline.some(
            (c) => c.id === end.corner && c.x === f.lip![0][0] && c.y === f.lip![0][1]
          )
      )
      if (!fall) return []
      const s = i === 0 ? run.ground[0][0] : run.ground.at(-1)![0]
      const out = i === 0 ? -1 : 1
      const { curve } = fall
      if (!curve) return []
      const at = ([x, z]: readonly [number, number]) => px([s + out * x, fall.crestMm + z])
      const behind = curve.headMm * 2
      return [
        {
          fall,
          s: s + out * curve.landMm,
          out,
          path: ringOf([...curve.upperFace.map(at), ...[...curve.lowerFace].reverse().map(at)]),
          down: lineThrough([px([s - out * behind, fall.lipMm]), at(curve.upperFace[0])])
        }
      ]
    })
  )
)

/** The same, drawn. */
const outsideDrawn = computed(() =>
  outside.value.map(({ fall, s, along }) => {
    const at = ([o, z]: readonly [number, number]) => px([s + along * o, fall.crestMm + z])
    const { upperFace, lowerFace, landMm } = fall.curve!
    return {
      fall,
      s: s + along * landMm,
      out: along < 0 ? -1 : 1,
      path: ringOf([...upperFace.map(at), ...[...lowerFace].reverse().map(at)]),
      down: lineThrough([at([-4, 0]), at([0, 0])])
    }
  })
)

const handles = computed(() =>
  props.pools.flatMap((pool) => {
    const run = longest(pool.id)
    if (!run) return []
    const water = under(run.ground, pool.levelMm)
    const reach =
      water.length > 0
        ? water.flatMap((r) => r.map((p) => p[0]))
        : [run.ground[0][0], run.ground.at(-1)![0]]
    const [from, to] = [Math.min(...reach), Math.max(...reach)]
    const deepest = run.ground.reduce((low, p) => (p[1] < low[1] ? p : low))
    return [
      { pool, from, to, at: from + (to - from) * 0.5, deepest, depth: pool.levelMm - deepest[1] }
    ]
  })
)

/** Room that a depth takes, px: at the end of the line it stands before its place. */
const DEPTH_WORDS = 56 * larger()
const besideDepth = (x: number) =>
  x > X(props.section.lengthMm) - DEPTH_WORDS ? { x: x - 6, 'text-anchor': 'end' } : { x: x + 6 }
/** A depth's words stand in the water over the bed; under it, where the water is not as deep as they are high. */
const depthY = (levelMm: number, bedMm: number) => {
  const deep = Y(bedMm) - Y(levelMm)
  return deep > 18 * larger() ? Y(bedMm) - 5 : Y(bedMm) + 14 * larger()
}
/** Words beside a float: after it, or before it where they would leave the frame. */
const besideFloat = (x: number, name: string) => {
  const words = (7.4 * name.length + 62) * larger()
  if (!props.levels)
    return {
      x: Math.max(words / 2, Math.min(width.value - words / 2, x)),
      'text-anchor': 'middle'
    }
  return x + 34 + words < width.value
    ? { x: x + 34, 'text-anchor': 'start' }
    : { x: x - 34, 'text-anchor': 'end' }
}
/** Room that the words about a fall take, px: in a narrow frame they are kept inside it. */
const FALL_WORDS = 120 * larger()
/** Figures of the axis and their marks, px. */
const AXIS_WORDS = 36
/** Where the words of a fall stand: clear of the figures of the axis, and inside the drawing. */
function labelX(x: number, out: number): number {
  if (out >= 0) return Math.min(width.value - FALL_WORDS, x + 8)
  const [end, axis] = [x - 8, ruleX.value]
  if (end - FALL_WORDS >= axis || end <= axis - AXIS_WORDS) return Math.max(FALL_WORDS, end)
  const before = axis - AXIS_WORDS
  return before >= FALL_WORDS ? before : axis + FALL_WORDS
}

const dragging = ref('')
function grip(event: PointerEvent, pool: Pool): void {
  emit('select', pool.id)
  if (!props.levels || event.button !== 0) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragging.value = pool.id
  near.held = true
}
function move(event: PointerEvent): void {
  if (!dragging.value) return
  const step = event.shiftKey ? 0.1 : 0.5
  const z = place(event)[1]
  emit('level', dragging.value, Math.max(0, Math.round(z / step) * step))
}
function drop(): void {
  if (dragging.value) emit('settled')
  dragging.value = ''
  near.held = false
}
function nudge(event: KeyboardEvent, pool: Pool): void {
  const by = { ArrowUp: 0.5, ArrowDown: -0.5, PageUp: 2, PageDown: -2 }[event.key]
  if (!props.levels || by === undefined) return
  event.preventDefault()
  emit('level', pool.id, Math.max(0, Math.round((pool.levelMm + by) * 10) / 10))
}

const ruleZ = computed(() => rule(0, topMm.value, rise.value, 26))
const howTall = computed(() => {
  const wide = props.section.lengthMm * scale.value > 340
  if (taller.value === 1) return wide ? ' along the line · true to scale' : ' · true to scale'
  const times = number(taller.value)
  return wide ? ` along the line · heights drawn ${times} times` : ` · heights × ${times}`
})
const layerFill = (i: number, count: number) => 0.35 + (0.5 * (count - i)) / Math.max(1, count)
</script>

<template>
  <div
    ref="frame"
    class="section"
    :class="{ pictured: underlay }"
    @pointermove="move"
    @pointerup="drop"
    @pointercancel="drop"
  >
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      :role="levels ? 'application' : 'group'"
      aria-label="Long section from A to B"
    >
      <g class="rule">
        <g v-for="z in ruleZ" :key="z.mm">
          <line :x1="ruleX - 16" :x2="ruleX - 9" :y1="Y(z.mm)" :y2="Y(z.mm)" />
          <text :x="ruleX - 20" :y="Y(z.mm) + 4" text-anchor="end" class="quiet">
            {{ z.text }}
          </text>
        </g>
        <text
          :x="ruleX - 20"
          :y="Math.min(Y(topMm) - 6, Y(ruleZ.at(-1)?.mm ?? 0) - 12)"
          text-anchor="end"
          class="quiet"
        >
          {{ unit('mm') }}
        </text>
      </g>
      <UnderlayPicture
        v-if="underlay"
        :picture="underlay"
        :to-x="X"
        :to-y="Y"
        :across="scale"
        :up="rise"
        data-test="behind-section"
      />
      <rect
        class="board"
        :x="X(0) - 4"
        :y="Y(0)"
        :width="section.lengthMm * scale + 8"
        :height="BOARD_MM * rise"
      />
      <path
        v-for="(piece, i) in ran ?? []"
        :key="`b${i}`"
        class="ran-body"
        :d="
          ringOf(
            [...piece, [piece[piece.length - 1][0], 0] as const, [piece[0][0], 0] as const].map(px)
          )
        "
      />
      <path class="land" :class="hatch" :d="land" />
      <path v-if="hatch !== 'none'" class="land hatch" :class="hatch" :d="land" />

      <g
        v-for="({ run, pool, rings }, i) in waters"
        :key="i"
        :class="{ other: pool.id !== selected }"
      >
        <template v-if="layers && layersOf(run).length">
          <g v-for="(layer, k) in layersOf(run)" :key="k">
            <path
              v-for="(r, j) in under(run.ground, layer.toMm, layer.fromMm)"
              :key="j"
              class="pour"
              :class="k % 2 ? 'odd' : 'even'"
              :style="{ fillOpacity: layerFill(k, layersOf(run).length) }"
              :d="ringOf(r.map(px))"
            />
          </g>
        </template>
        <template v-else-if="!wavy.has(pool.id)">
          <path v-for="(r, j) in rings" :key="j" class="water" :d="ringOf(r.map(px))" />
        </template>
      </g>
      <g
        v-for="(m, i) in moved"
        :key="`m${i}`"
        :class="{ other: (m.pool ?? m.water) !== selected }"
      >
        <path v-if="!layers || m.pool === null" class="water" :d="m.body" />
        <path class="surface" :d="m.top" :data-surface="m.water" />
      </g>
      <g v-if="ran?.length" class="ran">
        <path
          v-for="(piece, i) in ran"
          :key="i"
          :d="lineThrough(piece.map(px))"
          data-test="ran-surface"
        />
        <text :x="X(section.lengthMm) - 4" :y="16" text-anchor="end" class="on-drawing">
          ━ the surface as it ran
        </text>
      </g>
      <path
        class="skin"
        :d="lineThrough(ground.map(px))"
        :stroke-width="Math.max(2, Math.min(9, shellMm * rise))"
      />

      <template v-for="{ run, pool } in waters" :key="`laid${run.pool}`">
        <g v-for="l in (laid ?? []).filter((x) => x.pool === pool.id)" :key="l.id" class="laid">
          <title>{{ l.name }}</title>
          <path
            v-if="l.atMm === null"
            class="on-bed"
            :d="lineThrough(run.ground.filter(([, z]) => z < pool.levelMm).map(px))"
          />
          <template v-else>
            <path
              v-for="(r, j) in under(
                run.ground,
                l.atMm + Math.max(l.thicknessMm, 2 / rise),
                l.atMm
              )"
              :key="j"
              :class="`laid-${l.kind}`"
              :d="ringOf(r.map(px))"
            />
          </template>
        </g>
      </template>
      <g v-for="t in section.things" :key="`${t.pool}/${t.id}`">
        <path
          class="thing"
          :class="t.shape"
          :d="
            ringOf(
              [
                [t.fromMm, t.baseMm],
                [t.fromMm + (t.toMm - t.fromMm) * (t.shape === 'stone' ? 0.18 : 0), t.topMm],
                [t.toMm - (t.toMm - t.fromMm) * (t.shape === 'stone' ? 0.18 : 0), t.topMm],
                [t.toMm, t.baseMm]
              ].map((p) => px(p as [number, number]))
            )
          "
        />
        <title>{{ t.name }}</title>
      </g>
      <g v-for="d in dams" :key="d.key" class="dam" :class="{ lip: d.lip }">
        <rect
          :x="X(d.s) + (d.out < 0 ? -7 : 0)"
          :y="Y(d.top)"
          width="7"
          :height="Math.max(2, Y(Math.min(d.z, d.top - 1)) - Y(d.top))"
        />
      </g>
      <g
        v-for="({ fall, s, out, path, down }, i) in [...sheets, ...outsideDrawn]"
        :key="`s${i}`"
        class="sheet"
      >
        <path class="fall" :d="path" />
        <path class="down" :d="down" />
        <text
          :x="labelX(X(s), out)"
          :y="fall.outlet ? Y(fall.lipMm) - 14 : Y(fall.footMm + fall.dropMm * 0.55)"
          :text-anchor="out < 0 ? 'end' : 'start'"
          class="on-drawing fall-words"
        >
          <tspan :x="labelX(X(s), out)" dy="-1.05em">drops{{ ' ' }}</tspan>
          <tspan class="figure">{{ figure(fall.dropMm, 'mm') }}</tspan>
          {{ unit('mm') }},
          <tspan :x="labelX(X(s), out)" dy="1.15em">lands{{ ' ' }}</tspan>
          <tspan class="figure">{{ figure(fall.curve!.landMm, 'mm') }}</tspan>
          {{ unit('mm') }} out
        </text>
      </g>

      <g v-for="h in handles" :key="h.pool.id">
        <g v-if="h.depth > 0" class="depth">
          <line
            :x1="X(h.deepest[0])"
            :x2="X(h.deepest[0])"
            :y1="Y(h.pool.levelMm)"
            :y2="Y(h.deepest[1])"
          />
          <text
            v-if="!layers"
            v-bind="besideDepth(X(h.deepest[0]))"
            :y="depthY(h.pool.levelMm, h.deepest[1])"
            class="on-water"
          >
            {{ mm(h.depth) }}
          </text>
        </g>
        <g v-if="layers && layersOf(longest(h.pool.id)!).length > 1" class="pour-names">
          <text
            v-for="(layer, k) in layersOf(longest(h.pool.id)!).filter(
              (l) => Y(l.fromMm) - Y(l.toMm) > 11 * larger()
            )"
            :key="k"
            :x="X(h.deepest[0]) + 14"
            :y="(Y(layer.fromMm) + Y(layer.toMm)) / 2 + 4"
            class="on-water"
            text-anchor="middle"
          >
            {{ k + 1 }}
          </text>
        </g>
        <g
          class="float"
          :class="{ on: levels, held: dragging === h.pool.id }"
          :tabindex="levels ? 0 : -1"
          role="slider"
          :aria-label="`Level of ${h.pool.name}`"
          :aria-valuenow="h.pool.levelMm"
          :aria-valuetext="mm(h.pool.levelMm)"
          aria-valuemin="0"
          :aria-valuemax="Math.ceil(topMm)"
          :data-level-of="h.pool.id"
          @pointerdown="grip($event, h.pool)"
          @keydown="nudge($event, h.pool)"
        >
          <rect
            class="hit"
            :x="X(h.from)"
            :y="Y(h.pool.levelMm) - 20"
            :width="Math.max(40, (h.to - h.from) * scale)"
            height="30"
          />
          <line
            :class="{ still: wavy.has(h.pool.id) }"
            :x1="X(h.from)"
            :x2="X(h.to)"
            :y1="Y(h.pool.levelMm)"
            :y2="Y(h.pool.levelMm)"
          />
          <g v-if="levels" :transform="`translate(${X(h.at)} ${Y(h.pool.levelMm)})`">
            <path class="bob" d="M-26 -15H26L18 3C9 9 -9 9 -18 3Z" />
            <path class="bob-lines" d="M-8 -9H8M-8 -4.500H8" />
          </g>
          <text
            v-bind="besideFloat(X(h.at), h.pool.name)"
            :y="Y(h.pool.levelMm) - 8"
            class="on-drawing"
          >
            {{ h.pool.name }}
            <tspan class="figure">{{ figure(h.pool.levelMm, 'mm') }}</tspan>
            {{ unit('mm') }}
          </text>
        </g>
      </g>
      <g class="ends">
        <text :x="X(0)" :y="height - 10" class="figure" text-anchor="middle">A</text>
        <text :x="X(section.lengthMm)" :y="height - 10" class="figure" text-anchor="middle">B</text>
        <text
          :x="(X(0) + X(section.lengthMm)) / 2"
          :y="height - 10"
          text-anchor="middle"
          class="quiet"
        >
          {{ mm(section.lengthMm) }}{{ howTall }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.section {
  position: absolute;
  inset: 0;
  contain: strict;
  touch-action: pan-y;
}
/* of the size that was measured: with a share of its box it would be laid out twice at every edit */
svg {
  display: block;
  user-select: none;
}
.rule line {
  stroke: var(--line-strong);
}
.board {
  fill: var(--timber);
}
.pictured :is(.land, .water) {
  fill-opacity: 0.35;
}
.land {
  fill: var(--foam-board);
}
.land.hatch {
  fill: url(#foam-cells);
}
.land.hatch.beads {
  fill: url(#foam-beads);
}
.land.hatch.grain {
  fill: url(#ground-grain);
}
.land.none {
  fill: none;
  stroke: var(--line-strong);
  stroke-dasharray: 4 4;
}
.skin {
  fill: none;
  stroke: var(--bed);
  stroke-linejoin: round;
  stroke-linecap: round;
}
.water {
  fill: var(--water);
  fill-opacity: 0.72;
}
.other .water {
  fill-opacity: 0.5;
}
.pour {
  fill: var(--water);
  stroke: var(--sheet);
  stroke-width: 1;
}
.pour.odd {
  fill: var(--deep);
}
html.dark .pour.odd {
  fill: #1d6d70;
}
.dam rect {
  fill: var(--red-lead);
}
.dam.lip rect {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.5;
  stroke-dasharray: 3 3;
}
.fall {
  fill: #f4fbf8;
  stroke: var(--deep);
  stroke-width: 1.5;
  stroke-linejoin: round;
}
.down {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2;
}
.thing {
  fill: var(--timber);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.thing.stone {
  fill: var(--foam-line);
}
.ran-body {
  fill: var(--water);
  fill-opacity: 0.4;
}
.ran path {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 2.2;
  stroke-linejoin: round;
}
.ran text {
  fill: var(--red-lead);
}
.depth line {
  stroke: var(--on-deep);
  stroke-dasharray: 2 3;
}
.on-water {
  fill: #f4fbf8;
  font-weight: 600;
  paint-order: stroke;
  stroke: rgb(8 50 54 / 70%);
  stroke-width: 3px;
}
.float line {
  stroke: var(--deep);
  stroke-width: 2.5;
}
.float line.still {
  stroke-width: 1;
  stroke-dasharray: 3 4;
}
.laid path {
  fill: var(--shallow);
  stroke: var(--ink);
  stroke-width: 0.75;
}
.laid path.laid-white,
.laid path.laid-fibre {
  fill: var(--plaster);
}
.laid path.laid-paint,
.laid path.laid-tissue,
.laid path.laid-part {
  fill: var(--brass);
}
.laid path.laid-resin {
  fill: var(--water);
}
.laid path.on-bed {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3;
  stroke-dasharray: 7 3;
}
.surface {
  fill: none;
  stroke: var(--deep);
  stroke-width: 2;
  stroke-linejoin: round;
}
.float.on {
  cursor: ns-resize;
}
.float .hit {
  fill: transparent;
}
.bob {
  fill: var(--red-lead);
  stroke: var(--sheet);
  stroke-width: 2;
}
.float.held .bob {
  fill: var(--brass);
}
.bob-lines {
  stroke: var(--sheet);
  stroke-width: 2;
  fill: none;
}
</style>
