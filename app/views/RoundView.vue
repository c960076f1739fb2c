<script setup lang="ts">
import { ElButton, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { landAt } from '../../core/build/land'
import { scaleRatio } from '../../core/physics/shape/scale'
import { roundMoments } from '../../core/plan/round/days'
import type { RoundPart } from '../../core/plan/round/types'
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
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const picture = shallowRef<RoundPicture | null>(null)

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
    (p) => p.measured && p.shoreline.some((ring) => inside(ring, x, y))
  )
  return pool?.levelMm ?? 0
}
function inside(ring: readonly (readonly number[])[], x: number, y: number): boolean {
  let odd = false
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]
    if (a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) odd = !odd
  })
  return odd
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
const VIEWS = [
  { id: 'corner', name: 'From a corner' },
  { id: 'front', name: 'From the front' },
  { id: 'above', name: 'From above' }
] as const
</script>

<template>
  <WorkTop tray="Eye, light and day">
    <div class="panel drawing-box round-box">
      <RoundPane
        v-if="plan"
        :build="build"
        :plan="plan"
        :standing="moment?.standing ?? null"
        :light="light"
        :eye="eye"
        @ready="picture = $event"
        @pick="pick"
        @walk="walk"
      >
        <div v-if="picked" class="told-of" role="status" data-test="picked">
          <b>{{ picked.part.name }}</b>
          <span>{{ said(picked.part.says) }}</span>
          <span v-if="lay.length" class="small soft">{{ lay.map(said).join(' · ') }}</span>
          <span class="small soft">here {{ mm(picked.at[2]) }} over the base’s top</span>
          <ElButton class="tool" data-test="go-to" @click="goTo">Go to it</ElButton>
        </div>
      </RoundPane>
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
            :aria-pressed="light.kind === id"
            :data-light="id"
            @click="light = { ...light, kind: id }"
            >{{ name }}</ElButton
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
    height: 100vw;
  }
  .day-bar {
    grid-template-columns: auto 1fr;
  }
  .moment {
    grid-column: 1 / -1;
  }
}
</style>
