<script setup lang="ts">
import { radians } from '../../core/physics/shape/angles'
import { computed, ref } from 'vue'
import type { Build } from '../../core/build/types'
import type { FormsPlan } from '../../core/plan/2-forms/formsStage'
import type { WhiteMap } from '../../core/plan/2-forms/whiteMap'
import { layWay } from '../../core/craft/ways/catalog'
import { middleOf, type Point2 } from '../../core/physics/shape/polygon'
import { figure, unit, whereabouts } from '../words'
import { arrowed, toHalves } from './handles'
import { larger } from './letters'
import { lineThrough, ringOf, ringsOf } from './paths'
import { placed } from './placed'

/**
 * What moves, on the plan: runs with their rocks and jumps, landings, crests, splashes, white and
 * strokes; each with its handles.
 */
const props = defineProps<{
  build: Build
  forms: FormsPlan
  selected: string
  show: 'forms' | 'white' | 'strokes'
  /** White of the other kind, as lines over the one that is laid. */
  other?: WhiteMap | null
  /** Shapes lie under the section line, handles over it. */
  part: 'shapes' | 'handles'
  toX: (x: number) => number
  toY: (y: number) => number
  scale: number
  place: (event: PointerEvent | MouseEvent) => Point2
}>()
const emit = defineEmits<{
  select: [water: string]
  drag: [what: Handle, to: Point2]
  settled: []
}>()

export type Handle =
  | { kind: 'reach'; water: string; point: string }
  | { kind: 'rock'; water: string; rock: string }
  | { kind: 'lip'; pool: string; corner: string }
  | { kind: 'crest'; water: string }
  | { kind: 'heading'; water: string; from: Point2 }
  | { kind: 'outlet'; water: string }
  | { kind: 'turn'; water: string; from: Point2 }
  | { kind: 'splash'; water: string }
  | { kind: 'throw'; water: string; from: Point2 }
  | { kind: 'width'; water: string; from: Point2 }
  | { kind: 'length'; water: string; from: Point2 }

/** What lies in a place of its own. */
const zones = computed(() =>
  props.build.laid.flatMap(({ id, zone, name, way }) =>
    zone ? [{ id, zone, name: name || (layWay(way)?.name ?? way) }] : []
  )
)
const px = (p: readonly [number, number]): [number, number] => [props.toX(p[0]), props.toY(p[1])]
const draws = (points: readonly (readonly [number, number])[]) => lineThrough(points.map(px))
const water = computed(() => props.build.waters.find((w) => w.id === props.selected))
const held = ref<Handle | null>(null)

function grip(event: PointerEvent, what: Handle): void {
  if (event.button !== 0) return
  event.stopPropagation()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  held.value = what
}
function move(event: PointerEvent): void {
  if (!held.value) return
  event.stopPropagation()
  emit('drag', held.value, toHalves(props.place(event)))
}
function drop(): void {
  if (held.value) emit('settled')
  held.value = null
}
function nudge(event: KeyboardEvent, what: Handle, at: Point2): void {
  const to = arrowed(event, at)
  if (to) emit('drag', what, to)
}

/** Handles of the chosen water: small, named, within reach of keys. */
const handles = computed<{ what: Handle; at: Point2; name: string }[]>(() => {
  const w = water.value
  if (!w) return []
  if (w.kind === 'reach') {
    return [
      ...w.path.map((p, i) => ({
        what: { kind: 'reach' as const, water: w.id, point: p.id },
        at: [p.x, p.y] as Point2,
        name: `Point ${i + 1} of ${w.name}`
      })),
      ...w.boulders.map((b) => ({
        what: { kind: 'rock' as const, water: w.id, rock: b.id },
        at: [b.x, b.y] as Point2,
        name: b.name
      })),
      ...bank(w.id)
    ]
  }
  if (w.kind === 'fall' && w.outlet) {
    const { x, y, headingDeg } = w.outlet
    const h = radians(headingDeg)
    const away = 40 / props.scale
    return [
      { what: { kind: 'outlet', water: w.id }, at: [x, y], name: `Where ${w.name} leaves` },
      {
        what: { kind: 'turn', water: w.id, from: [x, y] },
        at: [x + Math.cos(h) * away, y + Math.sin(h) * away],
        name: 'Which way it falls'
      }
    ]
  }
  if (w.kind === 'fall' && w.lip) {
    const pool = props.build.waters.find((p) => p.id === w.lip!.pool)
    if (pool?.kind !== 'pool') return []
    const i = pool.outline.findIndex((c) => c.id === w.lip!.corner)
    return [pool.outline[i], pool.outline[(i + 1) % pool.outline.length]].map((c, k) => ({
      what: { kind: 'lip' as const, pool: pool.id, corner: c.id },
      at: [c.x, c.y] as Point2,
      name: `${k === 0 ? 'One' : 'Other'} end of the lip`
    }))
  }
  if (w.kind === 'sea') {
    const at = middle(w.id)
    const h = radians(w.headingDeg)
    const turns = {
      what: { kind: 'heading' as const, water: w.id, from: at },
      at: [
        at[0] + (Math.cos(h) * 58) / props.scale,
        at[1] + (Math.sin(h) * 58) / props.scale
      ] as Point2,
      name: 'Where the waves run to'
    }
    return [
      // a further crest runs as its sea does
      ...(w.of ? [] : [turns]),
      ...(w.crest
        ? [
            {
              what: { kind: 'crest' as const, water: w.id },
              at: [w.crest.x, w.crest.y] as Point2,
              name: 'The crest that is built'
            },
            ...crestEnd(w.id, [w.crest.x, w.crest.y])
          ]
        : [])
    ]
  }
  if (w.kind === 'splash') {
    const h = radians(w.headingDeg)
    return [
      { what: { kind: 'splash', water: w.id }, at: [w.x, w.y], name: `Source of ${w.name}` },
      {
        what: { kind: 'throw', water: w.id, from: [w.x, w.y] },
        at: [w.x + (Math.cos(h) * 34) / props.scale, w.y + (Math.sin(h) * 34) / props.scale],
        name: 'Which way it is thrown'
      }
    ]
  }
  return []
})
/** A place on the bank of a run: dragged, it makes the run wider or narrower. */
function bank(id: string): { what: Handle; at: Point2; name: string }[] {
  const form = props.forms.reaches.find((r) => r.id === id)
  if (!form || form.stations.length < 3) return []
  const i = Math.floor(form.stations.length * 0.35)
  const middleAt = form.stations[i].at
  // the ring runs down one bank and back up the other
  const share = i / (form.stations.length - 1)
  return [
    {
      what: { kind: 'width', water: id, from: middleAt },
      at: form.ring[Math.round(share * (form.ring.length / 2 - 1))],
      name: 'Bank: how wide it is'
    }
  ]
}
/** The end of the built crest: dragged, it makes the crest longer or shorter. */
function crestEnd(id: string, from: Point2): { what: Handle; at: Point2; name: string }[] {
  const line = props.forms.seas.find((s) => s.id === id)?.built?.line
  return line
    ? [
        {
          what: { kind: 'length', water: id, from },
          at: line[line.length - 1],
          name: 'End of the crest: how long it is'
        }
      ]
    : []
}
/** Which way the water in hand goes, degrees. */
const turned = computed(() => {
  const w = water.value
  if (w?.kind === 'fall') return w.outlet?.headingDeg ?? 0
  return w && 'headingDeg' in w ? w.headingDeg : 0
})
const keyOf = (h: Handle) =>
  Object.values(h)
    .filter((v) => typeof v === 'string')
    .join(':')

/** Where a sea's arrow starts: in its pool, off the middle so that names stay readable. */
function middle(id: string): Point2 {
  const sea = props.build.waters.find((w) => w.id === id)
  const pool = sea?.kind === 'sea' ? props.build.waters.find((w) => w.id === sea.pool) : null
  if (pool?.kind !== 'pool') return [0, 0]
  const [xs, ys] = [pool.outline.map((c) => c.x), pool.outline.map((c) => c.y)]
  return [
    Math.min(...xs) + (Math.max(...xs) - Math.min(...xs)) * 0.14,
    Math.min(...ys) + (Math.max(...ys) - Math.min(...ys)) * 0.16
  ]
}

const landings = computed(() =>
  props.forms.falls.flatMap((f) => {
    if (!f.landing || !f.lip || !f.out || !f.curve) return []
    const beyond = f.landing.map((p): Point2 => [
      p[0] + f.out![0] * f.foamMm,
      p[1] + f.out![1] * f.foamMm
    ])
    const tag: Point2 = [
      Math.max(f.landing[0][0], f.landing[1][0]),
      f.landing[f.landing[0][0] > f.landing[1][0] ? 0 : 1][1]
    ]
    return [
      {
        f,
        sheet: f.wet
          .map(([from, to]) =>
            ringOf(
              [
                between(f.lip!, from),
                between(f.lip!, to),
                between(f.landing!, to),
                between(f.landing!, from)
              ].map(px)
            )
          )
          .join(''),
        foam: ringOf([f.landing[0], f.landing[1], beyond[1], beyond[0]].map(px)),
        tag: px(tag)
      }
    ]
  })
)
const between = ([a, b]: readonly [Point2, Point2], t: number): Point2 => [
  a[0] + t * (b[0] - a[0]),
  a[1] + t * (b[1] - a[1])
]
const rockShape = (at: Point2, w: number): string =>
  ringOf(
    Array.from({ length: 9 }, (_, i): [number, number] => {
      const a = (2 * Math.PI * i) / 9
      const r = (w / 2) * (0.86 + 0.2 * Math.sin(i * 2.7 + at[0]))
      return px([at[0] + r * Math.cos(a), at[1] + r * Math.sin(a)])
    })
  )
/** The vee or the two lines of an eddy behind a rock. */
const wake = (r: FormsPlan['reaches'][number]['rocks'][number]): string => {
  const h = radians(r.headingDeg)
  const spread = r.veeDeg === null ? 0.12 : Math.tan(radians(r.veeDeg))
  return [1, -1]
    .map((side) =>
      lineThrough(
        Array.from({ length: 6 }, (_, i): [number, number] => {
          const s = (r.eddyMm * i) / 5
          const o = side * (r.widthMm / 2 + s * spread)
          return px([
            r.at[0] + Math.cos(h) * s - Math.sin(h) * o,
            r.at[1] + Math.sin(h) * s + Math.cos(h) * o
          ])
        })
      )
    )
    .join('')
}
/** Words of a jump take so much, px. */
const JUMP_WORDS = { wide: 92 * larger(), high: 17 * larger() }
/** What is said of the jumps of a run: over its bank, in rows clear of each other. */
function jumpsSaid(form: FormsPlan['reaches'][number]) {
  const jumps = form.jumps.filter((j) => j.heightMm > 0.5)
  const wanted = jumps.map((j) => {
    const [x, y] = [px(j.at)[0] + 6, props.toY(j.at[1] + form.widthMm / 2) - 5]
    return [0, 1, 2, 3].map((row) => ({ x, y: y - (row + 1) * JUMP_WORDS.high, ...JUMP_WORDS }))
  })
  const { which } = placed(wanted, [])
  return jumps.flatMap((j, i) => {
    const box = wanted[i][which[i]]
    return box ? [{ text: figure(j.heightMm, 'mm'), x: box.x, y: box.y + box.high }] : []
  })
}
/** A jump across its run, as a torn line. */
const jumpLine = (form: FormsPlan['reaches'][number], s: number): string => {
  const i = form.stations.findIndex((st) => st.sMm >= s - 1e-6)
  const here = form.stations[Math.max(1, i)]
  const before = form.stations[Math.max(0, i - 1)]
  const l = Math.hypot(here.at[0] - before.at[0], here.at[1] - before.at[1]) || 1
  const [ux, uy] = [(here.at[0] - before.at[0]) / l, (here.at[1] - before.at[1]) / l]
  return lineThrough(
    Array.from({ length: 13 }, (_, k): [number, number] => {
      const o = (k / 12 - 0.5) * form.widthMm
      const z = k % 2 ? 1.6 : -1.6
      return px([here.at[0] + ux * z - uy * o, here.at[1] + uy * z + ux * o])
    })
  )
}
const strokes = computed(() =>
  props.forms.strokes
    .map((s) => {
      const h = radians(s.headingDeg)
      const [x, y] = px(s.at)
      const [dx, dy] = [Math.cos(h) * 7, -Math.sin(h) * 7]
      return `M${(x - dx).toFixed(1)} ${(y - dy).toFixed(1)}l${(2 * dx).toFixed(1)} ${(2 * dy).toFixed(1)}m${(-dx * 0.5 - dy * 0.35).toFixed(1)} ${(-dy * 0.5 + dx * 0.35).toFixed(1)}l${(dx * 0.5 + dy * 0.35).toFixed(1)} ${(dy * 0.5 - dx * 0.35).toFixed(1)}`
    })
    .join('')
)
/** Beside the far end of the crest, clear of names in the middle of the water. */
function crestTag(line: readonly Point2[]): { x: number; y: number; anchor: 'start' | 'end' } {
  const [x, y] = px(line.reduce((far, p) => (p[1] > far[1] ? p : far)))
  return x < TAG_PX
    ? { x: x + 8, y: y - 6, anchor: 'start' }
    : { x: x - 8, y: y - 6, anchor: 'end' }
}
/** Room that the words beside a crest take, px. */
const TAG_PX = 170
</script>

<template>
  <g v-if="part === 'shapes'" class="forms">
    <g
      v-for="r in forms.reaches"
      :key="r.id"
      class="run"
      :class="{ on: r.id === selected }"
      :data-form="r.id"
      @click.stop="emit('select', r.id)"
    >
      <path class="corridor" :d="ringOf(r.ring.map(px))" />
    </g>
    <g v-if="show === 'white'" class="white">
      <path
        v-for="c in forms.white.contours"
        :key="c.pct"
        :class="`foam f${c.pct}`"
        :d="ringsOf(c.rings.map((ring) => ring.map(px)))"
        fill-rule="evenodd"
      />
      <path
        v-for="c in (other?.contours ?? []).filter((k) => k.pct === 40)"
        :key="`o${c.pct}`"
        :class="`other o${c.pct}`"
        :d="ringsOf(c.rings.map((ring) => ring.map(px)))"
        data-test="other-white"
      />
    </g>
    <g v-for="z in show === 'white' ? zones : []" :key="z.id" class="zone" data-test="white-zone"
      ><path :d="ringOf(z.zone.map(px))" /><text
        class="on-drawing"
        text-anchor="middle"
        :x="px(middleOf(z.zone))[0]"
        :y="toY(Math.max(...z.zone.map((at) => at[1]))) - 5"
        >{{ z.name }}</text
      ></g
    >
    <path v-if="show === 'strokes'" class="strokes" :d="strokes" />

    <g
      v-for="{ f, sheet, foam, tag } in landings"
      :key="f.id"
      class="landing"
      :class="{ on: f.id === selected }"
      :data-form="f.id"
      @click.stop="emit('select', f.id)"
    >
      <path v-if="show === 'forms'" class="boil" :d="foam" />
      <path class="sheet" :d="sheet" />
      <path class="land" :d="draws(f.landing!)" data-test="landing-line" />
      <text
        v-if="show === 'forms' && f.id === selected"
        :x="tag[0] + 8"
        :y="tag[1] + 5"
        class="on-drawing"
        >lands <tspan class="figure">{{ figure(f.curve!.landMm, 'mm') }}</tspan>
        {{ unit('mm') }} out</text
      >
    </g>
    <template v-if="show !== 'strokes'">
      <g
        v-for="s in forms.seas"
        :key="s.id"
        class="sea"
        :class="{ on: s.id === selected }"
        :data-form="s.id"
        @click.stop="emit('select', s.id)"
      >
        <path v-for="(c, i) in s.crests" :key="`c${i}`" class="crest" :d="draws(c)" />
        <template v-if="show === 'forms'"
          ><path v-for="(c, i) in s.washLines" :key="`w${i}`" class="wash" :d="draws(c)" /><path
            v-for="(c, i) in s.id === selected ? s.backwash : []"
            :key="`k${i}`"
            class="back"
            :d="draws(c)"
            data-test="backwash" /><path
            v-for="(c, i) in s.breakLine"
            :key="`b${i}`"
            class="break"
            :d="draws(c)"
        /></template>
        <template v-if="s.built">
          <path class="built" :d="draws(s.built.line)" data-test="built-crest" />
          <text
            v-if="s.id === selected"
            :x="crestTag(s.built.line).x"
            :y="crestTag(s.built.line).y"
            :text-anchor="crestTag(s.built.line).anchor"
            class="on-drawing"
            ><tspan class="figure">{{ figure(s.built.face.heightMm, 'mm') }}</tspan>
            {{ unit('mm') }},
            {{ s.built.stage === 'breaks' ? s.built.face.kind : s.built.stage }}</text
          >
        </template>
      </g>
    </template>
    <g v-for="r in forms.reaches" :key="`s${r.id}`" class="stream">
      <template v-if="show !== 'strokes'"
        ><path v-for="(j, i) in r.jumps" :key="i" class="jump" :d="jumpLine(r, j.sMm)"
      /></template>
      <clipPath :id="`run-${r.id}`"><path :d="ringOf(r.ring.map(px))" /></clipPath>
      <g v-for="k in r.rocks" :key="k.id"
        ><path
          v-if="show === 'forms'"
          class="wake"
          :d="wake(k)"
          :clip-path="`url(#run-${r.id})`" /><path
          class="rock"
          :class="{ under: k.outMm < 0 }"
          :d="rockShape(k.at, k.widthMm)"
      /></g>
      <text
        v-for="(j, i) in show === 'forms' && r.id === selected ? jumpsSaid(r) : []"
        :key="`t${i}`"
        :x="j.x"
        :y="j.y"
        class="on-drawing"
        >jump <tspan class="figure">{{ j.text }}</tspan> {{ unit('mm') }}</text
      >
    </g>
    <g
      v-for="s in forms.splashes"
      :key="s.id"
      class="splash"
      :class="{ on: s.id === selected }"
      :data-form="s.id"
      @click.stop="emit('select', s.id)"
    >
      <path class="patch" :d="ringOf(s.patch.map(px))" />
      <path
        v-if="s.crown"
        class="foot"
        :d="(s.crown.stance === 'ring' ? ringOf : lineThrough)(s.foot.map(px))"
      />
    </g>
  </g>
  <g v-else class="forms" @pointermove="move" @pointerup="drop" @pointercancel="drop">
    <g v-if="water?.kind === 'sea' && !water.of" class="arrow"
      ><line
        :x1="px(middle(water.id))[0]"
        :y1="px(middle(water.id))[1]"
        :x2="px(handles[0].at)[0]"
        :y2="px(handles[0].at)[1]"
    /></g>
    <g
      v-for="h in handles"
      :key="keyOf(h.what)"
      class="handle"
      :class="[`h-${h.what.kind}`, { held: held && keyOf(held) === keyOf(h.what) }]"
      tabindex="0"
      role="button"
      :aria-label="`${h.name}, ${whereabouts(h.at)}: drag, or move with the arrow keys`"
      :data-handle="keyOf(h.what)"
      :transform="`translate(${px(h.at)[0]} ${px(h.at)[1]})`"
      @pointerdown="grip($event, h.what)"
      @click.stop
      @keydown="nudge($event, h.what, h.at)"
    >
      <circle class="hit" r="14" />
      <path
        v-if="h.what.kind === 'heading' || h.what.kind === 'throw' || h.what.kind === 'turn'"
        class="grip"
        :transform="`rotate(${-turned})`"
        d="M-8 -9L10 0L-8 9L-3 0Z"
      />
      <path v-else-if="h.what.kind === 'rock'" class="grip" d="M0 -6L6 4H-6Z" />
      <path
        v-else-if="h.what.kind === 'width' || h.what.kind === 'length'"
        class="grip"
        d="M-7 -3.500H7V3.500H-7Z"
      />
      <path v-else class="grip" d="M-6 0L0 -6L6 0L0 6Z" />
      <title>{{ h.name }}</title>
    </g>
  </g>
</template>

<style scoped>
.zone path {
  fill: var(--brass);
  fill-opacity: 0.25;
  stroke: var(--brass);
  stroke-width: 1.5;
}
.corridor {
  fill: var(--water);
  fill-opacity: 0.32;
  stroke: var(--deep);
  stroke-width: 1.2;
  stroke-dasharray: 6 3;
  cursor: pointer;
}
.run.on .corridor {
  fill-opacity: 0.5;
  stroke-width: 2;
  stroke-dasharray: none;
}
.white {
  pointer-events: none;
}
.foam {
  stroke: #0e3b40;
  stroke-width: 0.8;
}
.f15 {
  fill: url(#foam-15);
  stroke-dasharray: 3 2;
}
.f40 {
  fill: url(#foam-40);
}
.f70 {
  fill: url(#foam-70);
  stroke-width: 1.3;
}
.other {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 1.6;
  stroke-dasharray: 5 3;
}
.o70 {
  stroke-width: 2.4;
  stroke-dasharray: none;
}
.strokes {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1.4;
  stroke-linecap: round;
  pointer-events: none;
}
.landing {
  cursor: pointer;
}
.sheet {
  fill: #f4fbf8;
  fill-opacity: 0.75;
  stroke: var(--deep);
  stroke-width: 1;
}
.boil {
  fill: url(#foam-40);
  stroke: var(--deep);
  stroke-width: 0.8;
  stroke-dasharray: 2 3;
}
.land {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 2.5;
}
.sea {
  cursor: pointer;
}
.crest {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1.6;
}
.on .crest {
  stroke-width: 2.2;
}
.back {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1;
}
.wash {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1;
  stroke-dasharray: 1 3;
}
.break {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 2;
  stroke-dasharray: 8 3 2 3;
}
.built {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 6;
  stroke-linecap: round;
  paint-order: stroke;
  filter: drop-shadow(0 0 1.5px var(--ink));
}
html.dark .built {
  stroke: #e6f4ef;
}
.jump {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 3.5;
  stroke-linejoin: round;
  filter: drop-shadow(0 0 1px var(--ink));
}
html.dark .jump {
  stroke: #e6f4ef;
}
.rock {
  fill: var(--foam-line);
  stroke: var(--ink);
  stroke-width: 1.3;
}
.rock.under {
  fill-opacity: 0.45;
  stroke-dasharray: 3 2;
}
.wake {
  fill: none;
  stroke: var(--deep);
  stroke-width: 1.1;
  stroke-dasharray: 5 2;
}
.patch {
  fill: url(#foam-15);
  stroke: var(--deep);
  stroke-width: 1.2;
  stroke-dasharray: 4 3;
  cursor: pointer;
}
.splash .foot {
  fill: none;
  stroke: var(--deep);
  stroke-width: 3;
}
.splash.on .patch {
  stroke-width: 2.2;
}
.arrow line {
  stroke: var(--brass);
  stroke-width: 4;
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
.handle.held .grip,
.handle:hover .grip {
  fill: var(--red-lead);
}
</style>
