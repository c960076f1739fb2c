<script setup lang="ts">
import { ElButton, ElCheckbox, ElDialog } from 'element-plus'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { logged } from '../../core/build/workEdits'
import { entriesOf } from '../../core/build/log/entries'
import { keepTrace } from '../../core/build/edits'
import {
  CLOSED,
  TRACED,
  type Corners,
  type PictureScale,
  type Trace,
  type TracedKind,
  type TracedLine
} from '../../core/build/pictures'
import { ontoPlan, proposals, type Proposal } from '../../core/plan/beside/traced'
import { named } from '../../core/build/file/comingIn'
import type { Point2 } from '../../core/physics/shape/polygon'
import { openOf } from '../panels'
import { keepPhoto, photo } from '../storage/photos'
import { useBuildStore } from '../stores/build'
import { mm, said } from '../words'
import ChoiceField from './ChoiceField.vue'
import FilePick from './FilePick.vue'
import NumberField from './NumberField.vue'

/**
 * A picture of real water, or of the model, with lines drawn on it: what they say is proposed, and
 * taken on one by one.
 */
const open = openOf('trace')
const store = useBuildStore()
const build = computed(() => store.build!)
const photos = computed(() => (store.build ? entriesOf(build.value.log, 'photo') : []))
const pictures = computed(() =>
  photos.value.map((p) => ({ id: p.id, name: p.caption || p.at.slice(0, 10) }))
)
const chosen = ref('')
watch(
  photos,
  (list) => {
    if (!list.some((p) => p.id === chosen.value)) chosen.value = list.at(-1)?.id ?? ''
  },
  { immediate: true }
)
const fault = ref('')
async function add(file: File): Promise<void> {
  fault.value = ''
  try {
    const { id, width, height, taken } = await keepPhoto(
      build.value.id,
      file,
      build.value.calendar.zone
    )
    store.edit(
      'Photograph',
      logged([
        {
          kind: 'photo',
          id,
          at: taken ?? new Date().toISOString(),
          caption: file.name.replace(/\.\w+$/, '').slice(0, 80),
          step: null,
          widthPx: width,
          heightPx: height
        }
      ])
    )
    chosen.value = id
  } catch (error) {
    fault.value = named(file.name, error instanceof Error ? error.message : String(error))
  }
}

/** The picture on the table, with its size in pixels. */
const picture = ref<{ url: string; width: number; height: number } | null>(null)
const letGo = () => picture.value && URL.revokeObjectURL(picture.value.url)
watch(
  [chosen, open],
  async ([id, on]) => {
    const entry = photos.value.find((p) => p.id === id)
    const row = on && entry ? await photo(id) : undefined
    letGo()
    picture.value =
      row && entry
        ? { url: URL.createObjectURL(row.picture), width: entry.widthPx, height: entry.heightPx }
        : null
    if (picture.value) takeUp()
  },
  { immediate: true }
)
onBeforeUnmount(letGo)

const BY = [
  { value: 'four', label: 'Four corners' },
  { value: 'two', label: 'Two points' },
  { value: 'side', label: 'From the side' }
] as const
const ABOUT = {
  four: 'Drag the corners on to a rectangle that lies on the water or the base: the view may be aslant.',
  two: 'Drag the points on to two whose distance you know: the picture is taken from straight above.',
  side: 'Drag the points on to two whose distance you know: the picture is taken level, square to the section.'
} as const
const by = ref<PictureScale['by']>('four')
/** Where the first point lies when it is taken from the side: along the section, and up, mm. */
const foot = ref({ s: 0, z: 0 })
const lines = ref<TracedLine[]>([])
/** Whether it lies under the plan, or behind the section. */
const shown = ref(false)
const corners = ref<Point2[]>([])
const two = ref<Point2[]>([])
const apartMm = ref(100)
const rect = ref({ widthMm: 100, depthMm: 100, x: 0, y: 0 })
/** As a picture of the whole base lies, until the builder says. */
function reset(): void {
  const { width: w, height: h } = picture.value!
  corners.value = [
    [w * 0.1, h * 0.9],
    [w * 0.9, h * 0.9],
    [w * 0.9, h * 0.1],
    [w * 0.1, h * 0.1]
  ]
  two.value = [
    [w * 0.1, h * 0.9],
    [w * 0.9, h * 0.9]
  ]
  const { widthMm, depthMm } = build.value.base
  rect.value = { widthMm, depthMm, x: 0, y: 0 }
  apartMm.value = widthMm
  foot.value = { s: 0, z: 0 }
  by.value = 'four'
  shown.value = false
  lines.value = []
}
const kept = computed(() => build.value.traces?.find((t) => t.photo === chosen.value))
/** Takes up what was kept of a picture, also after an undo; a new one lies as the whole base does. */
function takeUp(): void {
  reset()
  now.value = []
  if (!kept.value) return
  const was = kept.value
  lines.value = was.lines
  shown.value = was.shown
  by.value = was.scale.by
  if (was.scale.by === 'four') {
    corners.value = [...was.scale.corners]
    const [x, y] = was.scale.at
    rect.value = { widthMm: was.scale.widthMm, depthMm: was.scale.depthMm, x, y }
    return
  }
  two.value = [...was.scale.points]
  apartMm.value = was.scale.mm
  if (was.scale.by === 'side') foot.value = { s: was.scale.at[0], z: was.scale.at[1] }
}
/** What is on the table now, as it is kept with the build. */
const trace = computed(() => ({
  photo: chosen.value,
  scale: scale.value,
  lines: lines.value,
  shown: shown.value
}))
function keep(): void {
  if (!picture.value || same(trace.value, kept.value)) return
  store.edit(
    'Picture',
    keepTrace(JSON.parse(JSON.stringify(trace.value)) as Trace),
    `trace:${chosen.value}`
  )
}
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
watch(kept, (was) => picture.value && !same(was, trace.value) && takeUp())
/** Nothing is kept of a picture that was only looked at. */
watch([by, rect, apartMm, foot, shown, lines], () => picture.value && touched() && keep(), {
  deep: true
})
const touched = () => kept.value !== undefined || lines.value.length > 0 || shown.value

const scale = computed((): PictureScale =>
  by.value === 'four'
    ? {
        by: 'four',
        corners: corners.value as unknown as Corners,
        widthMm: rect.value.widthMm,
        depthMm: rect.value.depthMm,
        at: [rect.value.x, rect.value.y]
      }
    : by.value === 'side'
      ? {
          by: 'side',
          points: two.value as unknown as [Point2, Point2],
          mm: apartMm.value,
          at: [foot.value.s, foot.value.z]
        }
      : {
          by: 'two',
          points: two.value as unknown as [Point2, Point2],
          mm: apartMm.value,
          widthPx: picture.value?.width ?? 1,
          heightPx: picture.value?.height ?? 1
        }
)
const TOLD = {
  shore: 'shoreline',
  crest: 'crest',
  lip: 'lip',
  foam: 'foam',
  stone: 'stone',
  sheet: 'fall, from its side'
} as const
const TOOLS = [
  { value: 'scale', label: 'Scale' },
  ...TRACED.map((value) => ({ value, label: TOLD[value] }))
] as const
const tool = ref<'scale' | TracedKind>('scale')
/** The line that is being drawn. */
const now = ref<Point2[]>([])
watch(tool, (_, before) => finish(before))

const closes = (kind: TracedKind) => CLOSED.includes(kind)
const leastOf = (kind: TracedKind) => (closes(kind) ? 3 : 2)
function finish(kind = tool.value): void {
  if (kind !== 'scale' && now.value.length >= leastOf(kind))
    lines.value = [...lines.value, { kind, points: now.value }]
  now.value = []
}
function point(event: MouseEvent): void {
  if (tool.value === 'scale' || event.detail > 1) return
  now.value = [...now.value, spot(event)]
  // two ends are a lip, and a sheet from its side
  if ((tool.value === 'lip' || tool.value === 'sheet') && now.value.length === 2) finish()
}
function key(event: KeyboardEvent): void {
  if (event.key === 'Enter') finish()
  else if (event.key === 'Backspace') now.value = now.value.slice(0, -1)
  else if (event.key === 'Escape' && now.value.length > 0) {
    event.stopPropagation()
    now.value = []
  } else return
  event.preventDefault()
}

const drawing = ref<SVGSVGElement | null>(null)
function spot(event: MouseEvent): Point2 {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    drawing.value!.getScreenCTM()!.inverse()
  )
  return [at.x, at.y]
}
const held = ref(-1)
const marks = computed(() => (by.value === 'four' ? corners.value : two.value))
const NAMES = ['front left', 'front right', 'back right', 'back left']
function put(k: number, at: Point2): void {
  const moved = marks.value.map((m, i) => (i === k ? at : m))
  if (by.value === 'four') corners.value = moved
  else two.value = moved
}
function take(event: PointerEvent, k: number): void {
  held.value = k
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
const move = (event: PointerEvent) => held.value >= 0 && put(held.value, spot(event))
function letLie(): void {
  if (held.value < 0) return
  held.value = -1
  if (touched()) keep()
}
function nudge(event: KeyboardEvent, k: number): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
    event.key
  ]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  const step = event.shiftKey ? 10 : 1
  const [x, y] = marks.value[k]
  put(k, [x + by[0] * step, y + by[1] * step])
  if (touched()) keep()
}

/** What the lines say; where the scale is none, why. */
const answer = computed((): { found: Proposal[]; why: string; corner: Point2 | null } => {
  if (!picture.value || !store.plan || marks.value.length === 0)
    return { found: [], why: '', corner: null }
  try {
    const found = proposals(build.value, store.plan, lines.value, scale.value, store.selected)
    const corner = ontoPlan(scale.value, build.value.base)([0, picture.value.height])
    return { found, why: '', corner }
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error)
    return { found: [], why: `No scale yet: ${why.replace(/^\w+: /, '')}.`, corner: null }
  }
})
const path = (points: readonly Point2[], closed: boolean) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('') +
  (closed ? 'Z' : '')
</script>

<template>
  <ElDialog
    v-model="open"
    title="From a picture"
    width="min(1180px, 96vw)"
    top="4vh"
    append-to="#sheets"
  >
    <div class="row head">
      <ChoiceField
        v-if="photos.length"
        v-model="chosen"
        label="Picture"
        :options="pictures"
        data-test="trace-photo"
      />
      <FilePick
        kind="photograph"
        accept="image/*"
        :main="!photos.length"
        data-test="trace-add"
        @pick="add"
        @refuse="fault = $event"
        >Picture…</FilePick
      >
      <p v-if="!photos.length" class="small soft">
        Of real water or of the model: from above for outlines and crests, level from the side for a
        fall. It is kept in the log.
      </p>
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <div v-if="picture" class="table">
      <div>
        <div class="row tools" role="group" aria-label="What is drawn">
          <ElButton
            v-for="t in TOOLS"
            :key="t.value"
            class="tool"
            :aria-pressed="tool === t.value"
            :data-trace="t.value"
            @click="tool = t.value"
          >
            {{ t.label }}
          </ElButton>
        </div>
        <svg
          ref="drawing"
          :viewBox="`0 0 ${picture.width} ${picture.height}`"
          :class="{ draws: tool !== 'scale' }"
          tabindex="0"
          role="application"
          aria-label="The picture: click along what you follow, Enter ends the line"
          data-test="tracing"
          @click="point"
          @dblclick="finish()"
          @pointermove="move"
          @pointerup="letLie"
          @keydown="key"
        >
          <image :href="picture.url" :width="picture.width" :height="picture.height" />
          <g v-for="(l, i) in lines" :key="i" :data-line="l.kind">
            <path class="under" :d="path(l.points, closes(l.kind))" />
            <path class="over" :class="l.kind" :d="path(l.points, closes(l.kind))" />
          </g>
          <g v-if="now.length">
            <path class="under" :d="path(now, false)" />
            <path class="over now" :d="path(now, false)" />
            <circle :cx="now.at(-1)![0]" :cy="now.at(-1)![1]" :r="picture.width / 160" />
          </g>
          <template v-if="tool === 'scale'">
            <path class="over frame" :d="path(marks, by === 'four')" />
            <g
              v-for="(m, k) in marks"
              :key="k"
              class="mark"
              tabindex="0"
              role="slider"
              :aria-label="by === 'four' ? `Corner ${NAMES[k]}` : `Point ${k + 1}`"
              :aria-valuetext="`${Math.round(m[0])}, ${Math.round(m[1])}`"
              :data-mark="k"
              @pointerdown.stop="take($event, k)"
              @keydown="nudge($event, k)"
              @click.stop
            >
              <circle :cx="m[0]" :cy="m[1]" :r="picture.width / 55" />
              <text
                :x="m[0]"
                :y="m[1] + (m[1] > picture.height / 2 ? 1 : -0.6) * (picture.width / 22)"
                :style="{ fontSize: `${picture.width / 42}px` }"
                text-anchor="middle"
              >
                {{ by === 'four' ? NAMES[k] : k + 1 }}
              </text>
            </g>
          </template>
        </svg>
        <p v-if="tool !== 'scale'" class="small soft">
          Click along the {{ TOLD[tool] }}; a double click or Enter ends it, Esc drops it.
        </p>
      </div>
      <div class="stack">
        <template v-if="tool === 'scale'">
          <div class="row tools" role="group" aria-label="Scale by">
            <ElButton
              v-for="b in BY"
              :key="b.value"
              class="tool"
              :aria-pressed="by === b.value"
              :data-by="b.value"
              @click="by = b.value"
            >
              {{ b.label }}
            </ElButton>
          </div>
          <p class="small soft">
            {{ ABOUT[by] }}
          </p>
          <div v-if="by === 'four'" class="grid2">
            <NumberField
              v-model="rect.widthMm"
              label="It is wide"
              unit="mm"
              :min="1"
              :max="10000"
            />
            <NumberField v-model="rect.depthMm" label="and deep" unit="mm" :min="1" :max="10000" />
            <NumberField
              v-model="rect.x"
              label="Left edge at"
              unit="mm"
              :min="-10000"
              :max="10000"
            />
            <NumberField
              v-model="rect.y"
              label="Front edge at"
              unit="mm"
              :min="-10000"
              :max="10000"
            />
          </div>
          <NumberField
            v-else
            v-model="apartMm"
            label="They are apart"
            unit="mm"
            :min="0.5"
            :max="100000"
            data-test="apart"
          />
          <div v-if="by === 'side'" class="grid2">
            <NumberField
              v-model="foot.s"
              label="Point 1 at, from A"
              unit="mm"
              :min="-10000"
              :max="10000"
            />
            <NumberField v-model="foot.z" label="and up" unit="mm" :min="-1000" :max="10000" />
          </div>
          <ElCheckbox v-model="shown" data-test="lay-under">
            {{ by === 'side' ? 'Lay it behind the section' : 'Lay it under the plan' }}
          </ElCheckbox>
        </template>
        <ul v-else-if="lines.length" class="lines">
          <li v-for="(l, i) in lines" :key="i" class="row">
            <span class="grow">{{ TOLD[l.kind] }}, {{ l.points.length }} points</span>
            <ElButton
              class="tool"
              :aria-label="`Take line ${i + 1} away`"
              @click="lines = lines.filter((_, k) => k !== i)"
              >✕</ElButton
            >
          </li>
        </ul>
        <p v-if="answer.why" class="fault" role="alert">{{ answer.why }}</p>
        <ol v-if="answer.found.length" class="found" data-test="proposals">
          <li v-for="p in answer.found" :key="p.id" :data-proposal="p.id">
            <b>{{ p.title }}</b>
            <p class="small">{{ said(p.number) }}; {{ said(p.range) }}.</p>
            <p class="small soft">By {{ said(p.by) }}.</p>
            <ElButton class="tool" :data-take="p.id" @click="store.edit(p.title, p.edit)">
              Take it
            </ElButton>
          </li>
        </ol>
        <p v-else-if="!answer.why && tool !== 'scale'" class="small soft">
          A shoreline, a lip, foam, stones or the side of a fall say something by themselves; crests
          from the second on.
        </p>
        <p v-if="tool === 'scale' && answer.corner" class="small soft">
          The picture’s lower left corner lies at {{ mm(answer.corner[0]) }}
          {{ by === 'side' ? 'from A,' : 'and' }} {{ mm(answer.corner[1]) }}
          {{ by === 'side' ? 'up.' : 'on the base.' }}
        </p>
      </div>
    </div>
  </ElDialog>
</template>

<style scoped>
.head {
  align-items: end;
  margin-bottom: 10px;
}
.table {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 19rem;
  gap: 16px;
}
svg {
  display: block;
  width: 100%;
  max-height: 62vh;
  margin-top: 8px;
  background: var(--sunk);
  touch-action: none;
}
.tools {
  flex-wrap: wrap;
  gap: 6px;
}
.draws {
  cursor: crosshair;
}
.under {
  fill: none;
  stroke: #fff;
  stroke-width: 5;
  vector-effect: non-scaling-stroke;
  opacity: 0.85;
}
.over {
  fill: none;
  stroke: #9c3b22;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.over.shore,
.over.crest {
  stroke: #0e4f57;
}
.over.foam {
  stroke-dasharray: 6 4;
}
.over.frame {
  stroke-dasharray: 3 4;
}
.mark {
  cursor: grab;
}
.mark circle {
  fill: rgb(255 255 255 / 40%);
  stroke: #9c3b22;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.mark text {
  fill: #17221f;
  stroke: #fff;
  stroke-width: 6;
  paint-order: stroke;
  font-weight: 650;
}
.lines,
.found {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
}
.found li {
  border-left: 4px solid var(--brass);
  padding: 2px 0 2px 12px;
}
@media (max-width: 56rem) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
