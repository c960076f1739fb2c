<script setup lang="ts">
import { ElButton, ElDialog } from 'element-plus'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { logged } from '../../core/build/workEdits'
import { entriesOf } from '../../core/build/log/entries'
import {
  CLOSED,
  ontoPlan,
  proposals,
  TRACED,
  type PictureScale,
  type Proposal,
  type TracedKind,
  type TracedLine
} from '../../core/plan/beside/traced'
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
    if (picture.value && corners.value.length === 0) reset()
  },
  { immediate: true }
)
onBeforeUnmount(letGo)

const BY = [
  { value: 'four', label: 'Four corners' },
  { value: 'two', label: 'Two points' }
] as const
const by = ref<'two' | 'four'>('four')
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
  lines.value = []
}
watch(chosen, () => picture.value && reset())

const scale = computed((): PictureScale =>
  by.value === 'four'
    ? {
        by: 'four',
        corners: corners.value as unknown as [Point2, Point2, Point2, Point2],
        widthMm: rect.value.widthMm,
        depthMm: rect.value.depthMm,
        at: [rect.value.x, rect.value.y]
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
const lines = ref<TracedLine[]>([])
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
    <p v-if="fault" class="fault" role="alert">{{ said(fault) }}</p>
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
          @pointerup="held = -1"
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
            {{
              by === 'four'
                ? 'Drag the corners on to a rectangle that lies on the water or the base: the view may be aslant.'
                : 'Drag the points on to two whose distance you know: the picture is taken from straight above.'
            }}
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
        </template>
        <ul v-else-if="lines.length" class="lines">
          <li v-for="(l, i) in lines" :key="i" class="row">
            <span class="grow">{{ said(TOLD[l.kind]) }}, {{ l.points.length }} points</span>
            <ElButton
              class="tool"
              :aria-label="`Take line ${i + 1} away`"
              @click="lines = lines.filter((_, k) => k !== i)"
              >✕</ElButton
            >
          </li>
        </ul>
        <p v-if="answer.why" class="fault" role="alert">{{ said(answer.why) }}</p>
        <ol v-if="answer.found.length" class="found" data-test="proposals">
          <li v-for="p in answer.found" :key="p.id" :data-proposal="p.id">
            <b>{{ said(p.title) }}</b>
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
          The picture’s lower left corner lies at {{ mm(answer.corner[0]) }},
          {{ mm(answer.corner[1]) }} on the base.
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
