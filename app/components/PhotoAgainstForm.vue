<script setup lang="ts">
import ChoiceField from './ChoiceField.vue'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Build } from '../../core/build/types'
import { poolsOf } from '../../core/build/types'
import type { Plan } from '../../core/plan/derivePlan'
import type { Point2 } from '../../core/physics/shape/polygon'
import {
  colourAt,
  meanWhitePct,
  placed,
  similarity,
  waterSeen,
  type Pixels,
  type WaterSeen
} from '../../core/build/log/photoAgainstForm'
import { entriesOf } from '../../core/build/log/entries'
import { photo } from '../storage/photos'
import { pixelsOf } from '../storage/pixels'

/** A photograph of the model under the computed form, scaled by two points; beside it one of real water. */
const props = defineProps<{ build: Build; plan: Plan }>()
const photos = computed(() => entriesOf(props.build.log, 'photo'))
const pictures = computed(() =>
  photos.value.map((p) => ({ id: p.id, name: p.caption || p.at.slice(0, 10) }))
)
const chosen = ref('')
const beside = ref('')
watch(
  photos,
  (list) => {
    if (!list.some((p) => p.id === chosen.value)) chosen.value = list.at(-1)?.id ?? ''
  },
  { immediate: true }
)

/** One photograph on the table: its address, its pixels and what is seen in it. */
interface Laid {
  url: string
  pixels: Pixels
}
const mine = ref<Laid | null>(null)
const theirs = ref<Laid | null>(null)
const theirsSeen = ref<WaterSeen | null>(null)
async function lay(id: string): Promise<Laid | null> {
  const row = id === '' ? undefined : await photo(id)
  if (!row) return null
  return { url: URL.createObjectURL(row.picture), pixels: await pixelsOf(row.picture) }
}
watch(
  chosen,
  async (id) => {
    const next = await lay(id)
    if (mine.value) URL.revokeObjectURL(mine.value.url)
    mine.value = next
    if (next) handles.value = usual(next)
  },
  { immediate: true }
)
watch(beside, async (id) => {
  const next = await lay(id)
  if (theirs.value) URL.revokeObjectURL(theirs.value.url)
  theirs.value = next
  theirsSeen.value = next ? waterSeen(next.pixels) : null
})
onBeforeUnmount(() => {
  for (const l of [mine.value, theirs.value]) if (l) URL.revokeObjectURL(l.url)
})

/**
 * Forms to hold it against: the plan of the scene from above, or a fall from the side. Two points
 * of each are its anchors.
 */
const forms = computed(() => {
  const { widthMm: w, depthMm: d } = props.build.base
  const plan = {
    id: 'plan',
    name: 'The scene from above',
    anchors: [
      ['front left corner', [0, 0]],
      ['front right corner', [w, 0]]
    ] as [string, Point2][],
    lines: [
      [
        [0, 0],
        [w, 0],
        [w, d],
        [0, d],
        [0, 0]
      ] as Point2[],
      ...poolsOf(props.build).map((p) =>
        [...p.outline, p.outline[0]].map((c): Point2 => [c.x, c.y])
      ),
      ...props.plan.forms.seas.flatMap((s) => s.crests as Point2[][])
    ],
    rings: poolsOf(props.build).map((p) => p.outline.map((c): Point2 => [c.x, c.y])),
    white: scene.value
  }
  const falls = props.plan.forms.falls
    .filter((f) => f.curve)
    .map((f) => ({
      id: f.id,
      name: `${props.build.waters.find((x) => x.id === f.id)?.name ?? f.id} from the side`,
      anchors: [
        ['lip', f.curve!.lowerFace[0] as Point2],
        ['landing', f.curve!.lowerFace.at(-1) as Point2]
      ] as [string, Point2][],
      lines: [f.curve!.lowerFace as Point2[], f.curve!.upperFace as Point2[]],
      rings: [
        [...(f.curve!.upperFace as Point2[]), ...[...(f.curve!.lowerFace as Point2[])].reverse()]
      ],
      white: props.plan.forms.white.waters.find((x) => x.water === f.id)?.sharePct ?? null
    }))
  return [plan, ...falls]
})
const scene = computed(() => meanWhitePct(props.plan.forms.white.waters))
const formId = ref('plan')
const form = computed(() => forms.value.find((f) => f.id === formId.value) ?? forms.value[0])

const handles = ref<[Point2, Point2]>([
  [0, 0],
  [1, 0]
])
const usual = (l: Laid): [Point2, Point2] => [
  [l.pixels.width * 0.12, l.pixels.height * 0.85],
  [l.pixels.width * 0.88, l.pixels.height * 0.85]
]
watch(formId, () => {
  if (mine.value)
    handles.value =
      formId.value === 'plan'
        ? usual(mine.value)
        : [
            [mine.value.pixels.width * 0.35, mine.value.pixels.height * 0.25],
            [mine.value.pixels.width * 0.6, mine.value.pixels.height * 0.8]
          ]
})
const laid = computed(() => {
  try {
    return similarity([form.value.anchors[0][1], form.value.anchors[1][1]], handles.value, true)
  } catch {
    return null
  }
})
const onPhoto = (p: Point2): Point2 => placed(laid.value!, p, true)
const path = (line: readonly Point2[]) =>
  line
    .map((p, i) => {
      const [x, y] = onPhoto(p)
      return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`
    })
    .join('')
const seen = computed(() =>
  mine.value && laid.value
    ? waterSeen(
        mine.value.pixels,
        form.value.rings.map((r) => r.map(onPhoto))
      )
    : null
)

const svg = ref<SVGSVGElement | null>(null)
const held = ref(-1)
/** Where in the photograph the pointer is, whatever room is left beside it. */
function spot(event: MouseEvent, drawing: SVGSVGElement): Point2 {
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    drawing.getScreenCTM()!.inverse()
  )
  return [at.x, at.y]
}
function take(event: PointerEvent, k: number): void {
  held.value = k
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (held.value >= 0)
    handles.value = handles.value.map((h, k) =>
      k === held.value ? spot(event, svg.value!) : h
    ) as [Point2, Point2]
}
function nudge(event: KeyboardEvent, k: number): void {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
    event.key
  ]
  if (!by) return
  event.preventDefault()
  const step = event.shiftKey ? 10 : 1
  handles.value = handles.value.map((h, i) =>
    i === k ? [h[0] + by[0] * step, h[1] + by[1] * step] : h
  ) as [Point2, Point2]
}
const picked = ref('')
const pick = (event: MouseEvent, from: Laid | null) => {
  if (!from || held.value >= 0) return
  const [x, y] = spot(event, event.currentTarget as SVGSVGElement)
  if (x < 0 || y < 0 || x >= from.pixels.width || y >= from.pixels.height) return
  picked.value = colourAt(from.pixels, x, y)
}
const deepest = computed(
  () => props.plan.stacks.pools.find((p) => p.colours)?.colours?.deepest.colour ?? null
)
const pct = (v: number | null | undefined) =>
  v === null || v === undefined ? '–' : `${Math.round(v)} %`
</script>

<template>
  <section class="panel pad stack" data-test="light-table">
    <header class="row">
      <h2 class="grow">Photo against form</h2>
      <ChoiceField v-model="chosen" label="Photograph" :options="pictures" data-test="lt-photo" />
      <ChoiceField v-model="formId" label="against" :options="forms" data-test="lt-form" />
      <ChoiceField
        v-model="beside"
        label="beside"
        :options="[{ id: '', name: 'nothing' }, ...pictures.filter((p) => p.id !== chosen)]"
        data-test="lt-beside"
      />
    </header>
    <p v-if="!photos.length" class="soft">
      Put a photograph into the log first: of the model, and one of real water to hold beside it.
    </p>
    <div v-else class="table" :class="{ two: theirs }">
      <figure v-if="mine">
        <svg
          ref="svg"
          :viewBox="`0 0 ${mine.pixels.width} ${mine.pixels.height}`"
          role="img"
          aria-label="The photograph under the computed form"
          @pointermove="move"
          @pointerup="held = -1"
          @click="pick($event, mine)"
        >
          <image :href="mine.url" :width="mine.pixels.width" :height="mine.pixels.height" />
          <template v-if="laid">
            <path v-for="(l, i) in form.lines" :key="i" class="under" :d="path(l)" />
            <path v-for="(l, i) in form.lines" :key="`o${i}`" class="over" :d="path(l)" />
          </template>
          <g
            v-for="(h, k) in handles"
            :key="k"
            class="handle"
            tabindex="0"
            role="slider"
            :aria-label="`Point on the ${form.anchors[k][0]}`"
            :aria-valuetext="`${Math.round(h[0])}, ${Math.round(h[1])}`"
            :data-handle="k"
            @pointerdown.stop="take($event, k)"
            @keydown="nudge($event, k)"
            @click.stop
          >
            <circle :cx="h[0]" :cy="h[1]" :r="mine.pixels.width / 50" />
            <path
              :d="`M${h[0] - mine.pixels.width / 90} ${h[1]}h${mine.pixels.width / 45}M${h[0]} ${h[1] - mine.pixels.width / 90}v${mine.pixels.width / 45}`"
            />
            <text
              :x="h[0]"
              :y="h[1] - mine.pixels.width / 36"
              :style="{ fontSize: `${mine.pixels.width / 42}px` }"
              text-anchor="middle"
            >
              {{ form.anchors[k][0] }}
            </text>
          </g>
        </svg>
        <figcaption>
          Drag the two points onto the {{ form.anchors[0][0] }} and the {{ form.anchors[1][0] }}.
          Click the water to pick its colour.
        </figcaption>
      </figure>
      <figure v-if="theirs">
        <svg
          :viewBox="`0 0 ${theirs.pixels.width} ${theirs.pixels.height}`"
          role="img"
          aria-label="The photograph beside it"
          @click="pick($event, theirs)"
        >
          <image :href="theirs.url" :width="theirs.pixels.width" :height="theirs.pixels.height" />
        </svg>
        <figcaption>Real water, or another picture</figcaption>
      </figure>
    </div>
    <table v-if="seen" class="plain" data-test="lt-seen">
      <thead>
        <tr>
          <td></td>
          <th class="num">Computed form</th>
          <th class="num">This photograph</th>
          <th v-if="theirsSeen" class="num">Beside it</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">White</th>
          <td class="num">{{ pct(form.white) }}</td>
          <td class="num" data-test="lt-white">
            {{ pct(seen.whitePct) }}
          </td>
          <td v-if="theirsSeen" class="num">
            {{ pct(theirsSeen.whitePct) }}
          </td>
        </tr>
        <tr>
          <th scope="row">Water between</th>
          <td class="num">
            <template v-if="deepest"
              ><span class="swatch" :style="{ background: deepest }"></span> {{ deepest }}</template
            ><template v-else>–</template>
          </td>
          <td class="num">
            <template v-if="seen.colour"
              ><span class="swatch" :style="{ background: seen.colour }"></span>
              {{ seen.colour }}</template
            >
          </td>
          <td v-if="theirsSeen" class="num">
            <template v-if="theirsSeen.colour"
              ><span class="swatch" :style="{ background: theirsSeen.colour }"></span>
              {{ theirsSeen.colour }}</template
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="picked" class="row" data-test="lt-picked">
      <span class="swatch big" :style="{ background: picked }"></span
      ><span
        >Picked: <b>{{ picked }}</b>. Light in the room and the camera’s own taste are in it: hold
        it against a white card in the same picture.</span
      >
    </p>
  </section>
</template>

<style scoped>
.table {
  display: grid;
  gap: 10px;
}
.table.two {
  grid-template-columns: 1fr 1fr;
}
figure {
  margin: 0;
}
figure svg {
  width: 100%;
  max-height: 400px;
  background: var(--sunk);
  display: block;
  cursor: crosshair;
  touch-action: none;
}
figcaption {
  font-size: 0.8125rem;
  color: var(--ink-soft);
}
.under {
  fill: none;
  stroke: #fff;
  stroke-width: 5;
  vector-effect: non-scaling-stroke;
  opacity: 0.8;
}
.over {
  fill: none;
  stroke: #9c3b22;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.handle {
  cursor: grab;
}
.handle circle {
  fill: rgb(255 255 255 / 35%);
  stroke: #9c3b22;
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.handle path {
  stroke: #17221f;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.handle text {
  fill: #17221f;
  stroke: #fff;
  stroke-width: 7;
  paint-order: stroke;
  font-weight: 650;
}
.swatch {
  display: inline-block;
  width: 16px;
  height: 16px;
  border: 1px solid var(--line-strong);
  vertical-align: -3px;
  border-radius: 3px;
}
.swatch.big {
  width: 38px;
  height: 28px;
}
</style>
