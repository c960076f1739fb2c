<script setup lang="ts">
import { ElButton, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import { useElementSize, useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { landAt } from '../../core/build/land'
import { insideRing } from '../../core/physics/shape/polygon'
import { scaleRatio } from '../../core/physics/shape/scale'
import { allStanding, roundMoments } from '../../core/plan/round/days'
import type { RoundModel, RoundPart } from '../../core/plan/round/types'
import { sharedPlanClient } from '../workers/planClient'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import type { Plan } from '../../core/plan/derivePlan'
import RoundBeside, { type Beside } from '../components/RoundBeside.vue'
import RoundPhoto, { type Overlay } from '../components/RoundPhoto.vue'
import RoundTake from '../components/RoundTake.vue'
import LandTools from '../components/LandTools.vue'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import { draggedBy } from '../../core/plan/round/drag'
import { fieldAt, type HeightField } from '../../core/physics/shape/heightField'
import type { Build } from '../../core/build/types'
import { useSculpting } from '../sculpting'
import NumberField from '../components/NumberField.vue'
import WorkTop from '../components/WorkTop.vue'
import RoundPane from '../round/RoundPane.vue'
import type { EyeSetting, LightSetting, RoundPicture } from '../round/scene'
import { useBuildStore } from '../stores/build'
import { dayAndClock } from '../../core/words/dates'
import { mm, said } from '../words'

/** The whole model in the round: any day of it, in any light, from any eye. */
const store = useBuildStore()
const router = useRouter()
const route = useRoute()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const picture = shallowRef<RoundPicture | null>(null)
const model = shallowRef<RoundModel | null>(null)

const shelves = useShelfStore()
const history = useHistoryStore()
/** What the model is set beside, with its own plan. */
const beside = shallowRef<Beside | null>(null)
const besidePlan = shallowRef<Plan | null>(null)
const besidePicture = shallowRef<RoundPicture | null>(null)
const besideProblem = ref('')
watch(beside, async (other) => {
  besideProblem.value = ''
  if (!other) {
    besidePlan.value = null
    return
  }
  if (other.bare) {
    besidePlan.value = plan.value
    return
  }
  try {
    const found = await sharedPlanClient().derive(
      'round',
      other.build,
      shelves.own,
      history.without(other.build.id)
    )
    if (found && beside.value === other) besidePlan.value = found.plan
  } catch (error) {
    besideProblem.value = error instanceof Error ? error.message : String(error)
  }
})
/** Both are looked at by one eye. */
function followed(): void {
  if (picture.value && besidePicture.value) besidePicture.value.take(picture.value.where())
}
const besideStanding = computed(() => {
  const other = beside.value
  if (!other?.bare || !besidePlan.value) return moment.value?.standing ?? null
  const whole = moment.value?.standing ?? allStanding(build.value)
  return { ...whole, white: false, mist: false }
})

/** A photograph over the model, and where it was pressed, px of the photograph. */
const overlay = ref<Overlay | null>(null)
const onPhoto = shallowRef<readonly [number, number] | null>(null)
const pane = useTemplateRef<HTMLElement>('pane')
const { width: paneW, height: paneH } = useElementSize(pane)
/** Where the photograph lies in the pane, px. */
const photoBox = computed(() => {
  if (!overlay.value) return null
  const { widthPx, heightPx } = overlay.value
  const k = Math.min(paneW.value / widthPx, paneH.value / heightPx)
  return {
    k,
    left: (paneW.value - k * widthPx) / 2,
    top: (paneH.value - k * heightPx) / 2,
    width: k * widthPx,
    height: k * heightPx
  }
})
function pressedPhoto(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const k = photoBox.value!.k
  onPhoto.value = [(event.clientX - box.left) / k, (event.clientY - box.top) / k]
}
watch([() => overlay.value?.camera, photoBox], () => {
  const camera = overlay.value?.camera
  if (!camera || !photoBox.value || !picture.value) return
  const upright =
    (2 *
      Math.atan(Math.tan((camera.fovDeg * Math.PI) / 360) * (paneH.value / photoBox.value.height)) *
      180) /
    Math.PI
  const [x, y, z] = camera.eyeMm
  picture.value.take({
    eye: [x, y, z],
    target: [x + camera.ahead[0], y + camera.ahead[1], z + camera.ahead[2]],
    up: [-camera.down[0], -camera.down[1], -camera.down[2]],
    fovDeg: upright
  })
})

/** Colours as they were computed: no light falls on them. */
const plain = ref(false)
const light = ref<LightSetting>({ kind: 'sun', fromDeg: 215, highDeg: 42 })

/** Where a visitor's eyes are over the floor, and the top of the base under them, cm. */
const eyeCm = ref(165)
const tableCm = ref(100)
const FIGURE_M = 1.65
type Eyes = 'orbit' | 'visitor' | 'figure'
const eyes = ref<Eyes>('orbit')
const stand = ref({ x: 0, y: 0, headingDeg: 90, tiltDeg: 0 })
const figureMm = computed(() => (FIGURE_M * 1000) / (scaleRatio(build.value.scale) ?? 1))
function setEyes(next: Eyes): void {
  eyes.value = next
  const { widthMm, depthMm } = build.value.base
  stand.value =
    next === 'figure'
      ? { x: widthMm * 0.5, y: depthMm * 0.06, headingDeg: 90, tiltDeg: 4 }
      : { x: widthMm * 0.5, y: -650, headingDeg: 90, tiltDeg: -38 }
}
const eye = computed<EyeSetting>(() => {
  if (eyes.value === 'orbit') return { kind: 'orbit' }
  const { x, y, headingDeg, tiltDeg } = stand.value
  const z =
    eyes.value === 'visitor'
      ? 10 * (eyeCm.value - tableCm.value)
      : Math.max(landAt(build.value, [x, y]), levelAt(x, y)) + figureMm.value
  return { kind: 'walk', at: [x, y, z], headingDeg, tiltDeg }
})
/** A figure stands on the water where there is some: nobody wants to see its bed from below. */
const levelAt = (x: number, y: number) => {
  const pool = plan.value?.ground.pools.find(
    (p) => p.measured && p.shoreline.some((ring) => insideRing([x, y], ring))
  )
  return pool?.levelMm ?? 0
}
function walk(key: string): void {
  const { x, y, headingDeg, tiltDeg } = stand.value
  const step = eyes.value === 'figure' ? Math.max(2, figureMm.value) : 60
  const a = (headingDeg * Math.PI) / 180
  if (key === 'ArrowLeft') stand.value = { x, y, headingDeg: headingDeg + 8, tiltDeg }
  else if (key === 'ArrowRight') stand.value = { x, y, headingDeg: headingDeg - 8, tiltDeg }
  else {
    const by = key === 'ArrowUp' ? step : -step
    stand.value = { x: x + by * Math.cos(a), y: y + by * Math.sin(a), headingDeg, tiltDeg }
  }
}

const moments = computed(() =>
  plan.value
    ? roundMoments(build.value, {
        steps: plan.value.steps,
        days: plan.value.days,
        stacks: plan.value.stacks
      })
    : []
)
/** Number of the moment that is shown; past the last: all of it as planned. */
const at = ref<number | null>(null)
/** A step that it was opened for: what stands when that is done. */
const wanted = route.query.step
watch(
  moments,
  (list) => {
    const found = list.findIndex((m) => m.step !== null && m.step === wanted)
    if (found >= 0 && at.value === null) at.value = found
  },
  { immediate: true }
)
let filmed: (() => void) | null = null
/** Once through the build, from the bare board: whoever asked is told when it is over. */
function throughOnce(done: () => void): void {
  at.value = 0
  filmed = done
  film.resume()
}
const moment = computed(() => (at.value === null ? null : (moments.value[at.value] ?? null)))
watch(moments, (list) => {
  if (at.value !== null && at.value >= list.length) at.value = null
})
const film = useIntervalFn(
  () => {
    const next = (at.value ?? -1) + 1
    if (next >= moments.value.length) {
      at.value = null
      film.pause()
      const done = filmed
      filmed = null
      if (done) setTimeout(done, 1500)
    } else at.value = next
  },
  700,
  { immediate: false }
)
function play(): void {
  if (film.isActive.value) return film.pause()
  if (at.value === null) at.value = 0
  film.resume()
}
const whenOf = (ms: number) => dayAndClock(ms, build.value.calendar.zone)

const picked = shallowRef<{ part: RoundPart; at: [number, number, number] } | null>(null)
function pick(part: RoundPart | null, place: [number, number, number] | null): void {
  picked.value = part && place ? { part, at: place } : null
}
/** Another day, another shape: what is told of it is told anew. */
watch(model, (made) => {
  if (!picked.value) return
  const part = made?.parts.find((p) => p.id === picked.value!.part.id)
  picked.value = part ? { ...picked.value, part } : null
})
/** To where the picked thing is shaped. */
function goTo(): void {
  const part = picked.value?.part
  if (!part) return
  const water = build.value.waters.find((w) => w.id === part.water)
  if (water) store.selected = water.id
  const name =
    part.kind === 'land' || part.kind === 'base' || part.kind === 'dam' ? 'ground' : 'water'
  void router.push({ name, params: { id: build.value.id } })
}
const lay = computed(() => {
  const part = picked.value?.part
  const lays = plan.value?.steps.lays.filter((l) => l.stack === (part?.water ?? 'ground')) ?? []
  return lays.map((l) => l.name)
})
/** What a press on the model does. */
const hand = ref<'look' | 'drag' | 'sculpt'>('look')
const land = useSculpting()
const HANDS = [
  { id: 'look', name: 'Look', what: 'Drag turns it, a click tells what lies there.' },
  {
    id: 'drag',
    name: 'Drag',
    what: 'Pull a level up or down; move a landing, a crest, a splash or what stands in the water.'
  },
  { id: 'sculpt', name: 'Sculpt', what: 'Work the land with the brush.' }
] as const
let grip: {
  part: RoundPart
  at: [number, number, number]
  build: Build
  falls: FallForm[]
} | null = null
/** The land as it was drawn when the stroke began, or last. */
let shown: HeightField | null = null
function gripped(part: RoundPart, place: [number, number, number], pressure: number): void {
  grip = { part, at: place, build: build.value, falls: plan.value?.forms.falls ?? [] }
  if (hand.value !== 'sculpt') return
  shown = land.field.value && { ...land.field.value, zMm: land.field.value.zMm.slice() }
  land.begin([place[0], place[1]], pressure)
  followLand()
}
function gone(place: [number, number, number], pressure: number): void {
  if (!grip) return
  if (hand.value === 'sculpt') {
    land.go([place[0], place[1]], pressure)
    followLand()
    hovered(place)
    return
  }
  const [dx, dy, dz] = [0, 1, 2].map((k) => place[k] - grip!.at[k])
  const edit = draggedBy(grip.build, grip.part, dx, dy, dz, grip.falls)
  if (edit) store.edit('Drag in the round', () => edit(grip!.build), `round:${grip.part.id}`)
}
function dropped(): void {
  if (hand.value === 'sculpt') land.end()
  grip = null
  shown = null
  store.endGroup()
}
/** The land that is drawn is moved by what the stroke did since it was drawn last. */
function followLand(): void {
  const now = land.field.value
  const before = shown
  if (!now || !before || now.zMm.length !== before.zMm.length) return
  picture.value?.reshape((x, y) => fieldAt(now, [x, y]) - fieldAt(before, [x, y]))
  shown = { ...now, zMm: now.zMm.slice() }
}
function hovered(place: [number, number, number] | null): void {
  picture.value?.ring(
    place && hand.value === 'sculpt' ? [place[0], place[1]] : null,
    land.radiusMm.value,
    (x, y) => land.heightAt([x, y])
  )
}
watch(hand, () => hovered(null))
const VIEWS = [
  { id: 'corner', name: 'From a corner' },
  { id: 'front', name: 'From the front' },
  { id: 'above', name: 'From above' }
] as const
</script>

<template>
  <WorkTop tray="Eye, light and day">
    <div class="panel drawing-box round-box">
      <div class="panes">
        <div ref="pane" class="one">
          <RoundPane
            v-if="plan"
            :build="build"
            :plan="plan"
            :standing="moment?.standing ?? null"
            :light="light"
            :plain="plain"
            :eye="eye"
            :hand="hand"
            @grip="gripped"
            @go="gone"
            @drop="dropped"
            @hover="hovered"
            @ready="picture = $event"
            @model="model = $event"
            @moved="followed"
            @pick="pick"
            @walk="walk"
          >
            <div
              v-if="picked"
              class="told-of"
              role="status"
              data-test="picked"
              :data-at="picked.at.join(' ')"
            >
              <b>{{ picked.part.name }}</b>
              <span>{{ said(picked.part.says) }}</span>
              <span v-if="lay.length" class="small soft">{{ lay.map(said).join(' · ') }}</span>
              <span class="small soft">here {{ mm(picked.at[2]) }} over the base’s top</span>
              <ElButton class="tool" data-test="go-to" @click="goTo">Go to it</ElButton>
            </div>
            <div
              v-if="overlay && photoBox"
              class="photo"
              :class="{ asks: overlay.asks }"
              :style="{
                left: `${photoBox.left}px`,
                top: `${photoBox.top}px`,
                width: `${photoBox.width}px`,
                height: `${photoBox.height}px`
              }"
              data-test="photo-over"
              @click="overlay.asks && pressedPhoto($event)"
            >
              <img
                :src="overlay.href"
                alt=""
                :style="{ opacity: overlay.asks ? 1 : overlay.opacity }"
              />
              <i
                v-for="(m, i) in overlay.marks"
                :key="i"
                class="mark"
                :style="{ left: `${m[0] * photoBox.k}px`, top: `${m[1] * photoBox.k}px` }"
                >{{ i + 1 }}</i
              >
            </div>
            <span v-if="beside" class="side-name">As planned</span>
          </RoundPane>
        </div>
        <div v-if="beside" class="one other" data-test="beside-pane">
          <RoundPane
            v-if="besidePlan"
            :build="beside.build"
            :plan="besidePlan"
            :standing="besideStanding"
            :light="light"
            :plain="plain"
            @ready="besidePicture = $event"
            @model="followed"
          >
            <span class="side-name">{{ beside.name }}</span>
          </RoundPane>
          <p v-else-if="besideProblem" class="fault pad" role="alert">{{ besideProblem }}</p>
          <p v-else class="soft pad" role="status">Working out the other one…</p>
        </div>
      </div>
      <div class="day-bar" role="group" aria-label="Day of the build">
        <ElButton class="tool" data-test="play" :disabled="!moments.length" @click="play">{{
          film.isActive.value ? 'Hold' : 'Play the build'
        }}</ElButton>
        <ElSlider
          :model-value="at ?? moments.length"
          :min="0"
          :max="Math.max(1, moments.length)"
          :step="1"
          :show-tooltip="false"
          :disabled="!moments.length"
          aria-label="Step of the build"
          :format-value-text="
            (v: number) =>
              moments[v] ? `${whenOf(moments[v].atMs)}: ${moments[v].title}` : 'Finished'
          "
          data-test="day-slider"
          @update:model-value="at = Number($event) >= moments.length ? null : Number($event)"
        />
        <p class="moment" aria-live="polite" data-test="moment">
          <template v-if="moment"
            ><b>{{ whenOf(moment.atMs) }}</b> {{ said(moment.title) }} done<span
              v-if="moment.wet.length"
              class="soft"
            >
              · still setting: {{ moment.wet.map((w) => said(w.title)).join(', ') }}</span
            ></template
          >
          <template v-else-if="moments.length"><b>Finished</b></template>
          <template v-else>No schedule can be made: the days say why.</template>
        </p>
      </div>
    </div>
    <template #tray>
      <section class="panel pad stack">
        <h2>Hand</h2>
        <div class="row wrap" role="group" aria-label="What a press does">
          <ElButton
            v-for="h in HANDS"
            :key="h.id"
            class="tool"
            :aria-pressed="hand === h.id"
            :data-hand="h.id"
            @click="hand = h.id"
            >{{ h.name }}</ElButton
          >
        </div>
        <p class="small soft">{{ HANDS.find((h) => h.id === hand)?.what }}</p>
        <div v-if="hand === 'sculpt'" class="stack sculpt"><LandTools :land="land" /></div>
      </section>
      <section class="panel pad stack">
        <h2>Eye</h2>
        <div class="row wrap" role="group" aria-label="Eye">
          <ElButton
            v-for="[id, name] in [
              ['orbit', 'Round it'],
              ['visitor', 'A visitor’s'],
              ['figure', 'A figure’s']
            ] as const"
            :key="id"
            class="tool"
            :aria-pressed="eyes === id"
            :data-eye="id"
            @click="setEyes(id)"
            >{{ name }}</ElButton
          >
        </div>
        <div v-if="eyes === 'orbit'" class="row wrap">
          <ElButton
            v-for="v in VIEWS"
            :key="v.id"
            class="tool"
            :data-view="v.id"
            @click="picture?.lookFrom(v.id)"
            >{{ v.name }}</ElButton
          >
        </div>
        <div v-else-if="eyes === 'visitor'" class="grid2">
          <NumberField v-model="eyeCm" label="Eyes over the floor" unit="cm" :min="50" :max="220" />
          <NumberField
            v-model="tableCm"
            label="Base over the floor"
            unit="cm"
            :min="0"
            :max="210"
          />
        </div>
        <p class="small soft">
          {{
            eyes === 'orbit'
              ? 'Drag to turn it, wheel or pinch to come nearer, click what you want to know.'
              : 'Arrow keys walk and turn.'
          }}
        </p>
      </section>
      <section class="panel pad stack">
        <h2>Light</h2>
        <div class="row wrap" role="group" aria-label="Light">
          <ElButton
            v-for="[id, name] in [
              ['sun', 'Daylight'],
              ['lamp', 'Lamp']
            ] as const"
            :key="id"
            class="tool"
            :aria-pressed="!plain && light.kind === id"
            :data-light="id"
            @click="((plain = false), (light = { ...light, kind: id }))"
            >{{ name }}</ElButton
          >
          <ElButton class="tool" :aria-pressed="plain" data-light="plain" @click="plain = true"
            >None: plain colours</ElButton
          >
        </div>
        <div class="small">
          It comes from {{ Math.round(light.fromDeg) }}°
          <ElSlider
            :model-value="light.fromDeg"
            :min="0"
            :max="359"
            :show-tooltip="false"
            aria-label="Where the light comes from, degrees"
            @update:model-value="light = { ...light, fromDeg: Number($event) }"
          />
        </div>
        <div class="small">
          and stands {{ Math.round(light.highDeg) }}° high
          <ElSlider
            :model-value="light.highDeg"
            :min="8"
            :max="88"
            :show-tooltip="false"
            aria-label="How high the light stands, degrees"
            @update:model-value="light = { ...light, highDeg: Number($event) }"
          />
        </div>
      </section>
      <RoundBeside v-model="beside" />
      <RoundPhoto v-model="overlay" :on-model="picked?.at ?? null" :on-photo="onPhoto" />
      <RoundTake :picture="picture" :model="model" @film="throughOnce" />
    </template>
  </WorkTop>
</template>

<style scoped>
.round-box {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-height: 320px;
}
.panes {
  flex: 1;
  display: flex;
  min-height: 0;
}
.one {
  position: relative;
  flex: 1;
  display: flex;
  min-width: 0;
}
.other {
  border-left: 2px solid var(--line-strong);
}
.side-name {
  position: absolute;
  left: 14px;
  bottom: 12px;
  padding: 3px 10px;
  background: color-mix(in srgb, var(--sheet) 90%, transparent);
  border-radius: 3px 10px 3px 10px;
}
.photo {
  position: absolute;
  pointer-events: none;
}
.photo.asks {
  pointer-events: auto;
  cursor: crosshair;
}
.photo img {
  width: 100%;
  height: 100%;
  display: block;
}
.mark {
  position: absolute;
  width: 20px;
  height: 20px;
  margin: -10px 0 0 -10px;
  border-radius: 50%;
  border: 2px solid var(--sheet);
  background: var(--red-lead);
  color: var(--sheet);
  font-size: 11px;
  font-style: normal;
  text-align: center;
  line-height: 16px;
}
.day-bar {
  display: grid;
  grid-template-columns: auto minmax(80px, 1fr) minmax(180px, 1.1fr);
  align-items: center;
  gap: 18px;
  padding: 8px 16px;
  border-top: 1px solid var(--line);
}
.moment {
  margin: 0;
  min-height: 2.6em;
  display: block;
}
.told-of {
  position: absolute;
  left: 14px;
  top: 14px;
  display: grid;
  gap: 4px;
  max-width: min(320px, 80%);
  padding: 10px 14px;
  background: color-mix(in srgb, var(--sheet) 92%, transparent);
  border-radius: 3px 12px 3px 12px;
  box-shadow: var(--shadow);
}
.told-of .tool {
  justify-self: start;
  margin-top: 4px;
}
@media (max-width: 43.75rem) {
  .round-box {
    height: 125vw;
  }
  .panes {
    flex-direction: column;
  }
  .day-bar {
    grid-template-columns: auto 1fr;
  }
  .moment {
    grid-column: 1 / -1;
  }
}
</style>
