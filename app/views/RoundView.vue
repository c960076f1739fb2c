<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { fieldAt, type HeightField } from '../../core/physics/shape/heightField'
import type { Build } from '../../core/build/types'
import type { FallForm } from '../../core/plan/2-forms/fallForm'
import type { Plan } from '../../core/plan/derivePlan'
import { allStanding } from '../../core/plan/round/days'
import { draggedBy } from '../../core/plan/round/drag'
import type { RoundModel, RoundPart } from '../../core/plan/round/types'
import LandTools from '../components/LandTools.vue'
import PressOne from '../components/PressOne.vue'
import RoundBeside, { type Beside } from '../components/RoundBeside.vue'
import RoundPhoto, { type Overlay } from '../components/RoundPhoto.vue'
import type { Underlay } from '../components/RoundMeasure.vue'
import RoundTake from '../components/RoundTake.vue'
import WorkTop from '../components/WorkTop.vue'
import { useRoundDays } from '../round/days'
import DayBar from '../round/DayBar.vue'
import EyeAndLight from '../round/EyeAndLight.vue'
import { useEyes } from '../round/eyes'
import PhotoOver from '../round/PhotoOver.vue'
import PickedPart from '../round/PickedPart.vue'
import RoundPane from '../round/RoundPane.vue'
import { viewOf, type LightSetting, type RoundPicture } from '../round/scene'
import { useSculpting } from '../sculpting'
import { useBuildStore } from '../stores/build'
import { useHistoryStore } from '../stores/history'
import { useShelfStore } from '../stores/shelf'
import { sharedPlanClient } from '../workers/planClient'

/** The whole model in the round: any day of it, in any light, from any eye. */
const store = useBuildStore()
const route = useRoute()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const picture = shallowRef<RoundPicture | null>(null)
const model = shallowRef<RoundModel | null>(null)
const step = computed(() => (typeof route.query.step === 'string' ? route.query.step : null))
const days = useRoundDays(build, plan, step)
const { moment } = days
const seeing = useEyes(build, plan)
const { eye } = seeing
const light = ref<LightSetting>({ kind: 'sun', fromDeg: 215, highDeg: 42 })
const plain = ref(false)

/** What the model is set beside, with its own plan. */
const shelves = useShelfStore()
const history = useHistoryStore()
const beside = shallowRef<Beside | null>(null)
const besidePlan = shallowRef<Plan | null>(null)
const besidePicture = shallowRef<RoundPicture | null>(null)
const besideProblem = ref('')
watch(beside, async (other) => {
  besideProblem.value = ''
  besidePlan.value = other?.bare ? plan.value : null
  if (!other || other.bare) return
  try {
    const without = history.without(other.build.id)
    const found = await sharedPlanClient().derive('round', other.build, shelves.own, without)
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
  const whole = moment.value?.standing ?? null
  if (!beside.value?.bare) return whole
  return { ...(whole ?? allStanding(build.value, store.shelf)), white: false, mist: false }
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
  const [width, height] = [k * widthPx, k * heightPx]
  return { k, left: (paneW.value - width) / 2, top: (paneH.value - height) / 2, width, height }
})
watch([() => overlay.value?.camera, photoBox], ([camera, box]) => {
  if (camera && box) picture.value?.take(viewOf(camera, paneH.value / box.height))
})

/** What of the model lies under the photograph that its camera was found for. */
const under = computed<Underlay | null>(() => {
  const [drawnBy, box] = [picture.value, photoBox.value]
  if (!drawnBy || !box || !overlay.value?.camera) return null
  const { camera, widthPx, heightPx } = overlay.value
  return {
    at([x, y]) {
      const pane = drawnBy.canvas.getBoundingClientRect()
      const found = drawnBy.pick(pane.left + box.left + x * box.k, pane.top + box.top + y * box.k)
      return found?.at ?? null
    },
    async drawn() {
      drawnBy.take(viewOf(camera, 1))
      const blob = await drawnBy.picture(widthPx, heightPx)
      drawnBy.take(viewOf(camera, paneH.value / box.height))
      return blob
    }
  }
})

/** Each moment of the build is drawn, and waited at until it was made use of. */
async function through(visit: (number: number, title: string) => Promise<void>): Promise<void> {
  const before = days.at.value
  picture.value?.wait(true)
  try {
    for (const [i, { title }] of days.moments.value.entries()) {
      if (days.at.value !== i) {
        const made = nextModel()
        days.at.value = i
        await made
      }
      await visit(i + 1, title)
    }
  } finally {
    picture.value?.wait(false)
    days.at.value = before
  }
}
/** The next model that is drawn; a moment that looks as the one before is not waited for long. */
const nextModel = () =>
  Promise.race([
    new Promise<void>((done) => {
      const stop = watch(model, () => (stop(), done()))
    }),
    new Promise<void>((done) => setTimeout(done, STILL_MS))
  ])
const STILL_MS = 4000

const picked = shallowRef<{ part: RoundPart; at: [number, number, number] } | null>(null)
function pick(part: RoundPart | null, at: [number, number, number] | null): void {
  picked.value = part && at ? { part, at } : null
}
/** Another day, another shape: what is told of it is told anew. */
watch(model, (made) => {
  if (!picked.value) return
  const part = made?.parts.find((p) => p.id === picked.value!.part.id)
  picked.value = part ? { ...picked.value, part } : null
})

/** What a press on the model does. */
const hand = ref<'look' | 'drag' | 'sculpt'>('look')
const land = useSculpting()
const HANDS = [
  { id: 'look', name: 'Look', what: 'Drag turns it, a click tells what lies there.' },
  {
    id: 'drag',
    name: 'Drag',
    what: 'Pull a level up or down; move a lip (by its upper half), a landing, a crest, a splash or what stands in the water.'
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
  const edit = draggedBy(grip.build, grip.part, dx, dy, dz, grip.falls, grip.at[2])
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
            @walk="seeing.walk"
          >
            <PickedPart v-if="picked" v-bind="picked" />
            <PhotoOver
              v-if="overlay && photoBox"
              :overlay="overlay"
              :box="photoBox"
              @press="onPhoto = $event"
            />
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
      <DayBar :days="days" />
    </div>
    <template #tray>
      <section class="panel pad stack">
        <h2>Hand</h2>
        <PressOne v-model="hand" label="What a press does" :options="HANDS" attribute="hand" />
        <p class="small soft">{{ HANDS.find((h) => h.id === hand)?.what }}</p>
        <div v-if="hand === 'sculpt'" class="stack sculpt"><LandTools :land="land" /></div>
      </section>
      <EyeAndLight v-model:light="light" v-model:plain="plain" :eye="seeing" :picture="picture" />
      <RoundBeside v-model="beside" />
      <RoundPhoto
        v-model="overlay"
        :on-model="picked?.at ?? null"
        :on-photo="onPhoto"
        :under="under"
      />
      <RoundTake :picture="picture" :model="model" :through="through" @film="days.throughOnce" />
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
@media (max-width: 43.75rem) {
  .round-box {
    height: 125vw;
  }
  .panes {
    flex-direction: column;
  }
}
</style>
