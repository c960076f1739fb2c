<script setup lang="ts">
import { believed, rangeOf } from '../../core/plan/learned/history'
import type { Learns } from '../../core/build/log/entries'
import { warmth } from '../../core/craft/warmth'
import DrawingFrame from '../components/DrawingFrame.vue'
import ColourPick from '../components/ColourPick.vue'
import ChoiceField from '../components/ChoiceField.vue'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTop from '../components/WorkTop.vue'
import { useRoute } from 'vue-router'
import { ElButton, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { Pool } from '../../core/build/types'
import { layStack } from '../../core/build/stack'
import { setCare, setFrom } from '../../core/build/lays'
import { changeFall, changeMaking, changePool, setWay } from '../../core/build/edits'
import { explainColour, explainLight } from '../../core/explain/explanations'
import { explainWindow } from '../../core/explain/gelExplanations'
import { pairOf, THINGS } from '../../core/craft/materials/pairs'
import { onShelf } from '../../core/craft/materials/shelf'
import { wayOf } from '../../core/craft/ways/catalog'
import { inTurn } from '../../core/plan/6-steps/inTurn'
import { coreOf } from '../../core/plan/6-steps/coreOf'
import BodyForm from '../components/BodyForm.vue'
import ApproachFields from '../components/ApproachFields.vue'
import AsideList from '../components/AsideList.vue'
import LayStack from '../components/LayStack.vue'
import CoatsSheet from '../components/CoatsSheet.vue'
import DamSheet from '../components/DamSheet.vue'
import FindingsList from '../components/FindingsList.vue'
import How from '../components/How.vue'
import MakingForm from '../components/MakingForm.vue'
import NumberField from '../components/NumberField.vue'
import StepList from '../components/StepList.vue'
import WaysSheet from '../components/WaysSheet.vue'
import ColourStrip from '../drawings/ColourStrip.vue'
import CoreSample from '../drawings/CoreSample.vue'
import LightDepth from '../drawings/LightDepth.vue'
import MinutesDrawing from '../drawings/MinutesDrawing.vue'
import BuildSection from '../components/BuildSection.vue'
import { duration } from '../../core/words/durations'
import { mm, number, said } from '../words'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

const HeatSheet = defineAsyncComponent(() => import('../components/HeatSheet.vue'))
const PartSheet = defineAsyncComponent(() => import('../components/PartSheet.vue'))
const WhiteSheet = defineAsyncComponent(() => import('../components/WhiteSheet.vue'))
const WrongSheet = defineAsyncComponent(() => import('../components/WrongSheet.vue'))
const store = useBuildStore()
const settings = useSettingsStore()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const water = computed(() => store.water)
const pool = computed(() => (water.value?.kind === 'pool' ? water.value : null))
const fall = computed(() => (water.value?.kind === 'fall' ? water.value : null))
const stack = computed(() => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id))
const ground = computed(() => plan.value?.ground.pools.find((g) => g.id === pool.value?.id))
const cures = computed(() => plan.value?.cures.waters[water.value?.id ?? ''] ?? {})
const form = computed(() => plan.value?.forms.falls.find((f) => f.id === fall.value?.id))
const built = computed(() => plan.value?.stacks.forms.find((s) => s.id === water.value?.id))
const coats = computed(() =>
  coreOf(
    plan.value?.steps.lays ?? [],
    stack.value?.coats ?? built.value?.coats ?? [],
    stack.value ? ['ground', stack.value.id] : [water.value?.id ?? '', 'white', 'finish']
  )
)
const moving = computed(() => (water.value && water.value.kind !== 'pool' ? water.value : null))
const laying = computed(
  () =>
    built.value?.laying ??
    plan.value?.stacks.surfaces.find((s) => s.id === pool.value?.id)?.laying ??
    null
)
/** A pool is rippled in one coat; gloss and all that moves are laid in as many as are wanted. */
const coatable = computed(
  () => laying.value !== null && (moving.value !== null || way.value?.body?.gel === 'coats')
)
function chooseCoats(coats: number | null): void {
  if (moving.value) store.edit('Coats', changeMaking(moving.value.id, { coats }))
  else if (pool.value && coats !== null)
    store.edit('Coats', changePool(pool.value.id, { gloss: { ...pool.value.gloss, coats } }))
}
const meets = computed(() => (way.value?.meets ?? []).flatMap((m) => pairOf(m.a, m.b) ?? []))
const part = computed(() => built.value?.part ?? null)
const gel = computed(() => (laying.value ? onShelf(store.shelf, 'gel', laying.value.gel) : null))
const way = computed(() => (water.value ? wayOf(water.value) : null))
/** The touch that the way's own steps wait for. */
const touch = computed(
  () =>
    way.value?.steps
      .map((s) => s.wait?.min)
      .find((m): m is 'dragOpens' => typeof m === 'string' && m.endsWith('Opens'))
      ?.replace('Opens', '') ?? ''
)
const steps = computed(() =>
  plan.value
    ? inTurn(plan.value.steps, plan.value.days.work).filter((s) => s.water === water.value?.id)
    : []
)
const dam = computed(() => (pool.value ? onShelf(store.shelf, 'dam', pool.value.dam) : null))
const lightResin = computed(() =>
  pool.value ? onShelf(store.shelf, 'light-resin', pool.value.light.resin) : null
)
const TINTINGS: { id: Pool['tinting']; name: string }[] = [
  { id: 'all-at-once', name: 'one bottle for all pours' },
  { id: 'batch-by-batch', name: 'batch by batch' }
]

type Leaf =
  | 'core'
  | 'lays'
  | 'coats'
  | 'minutes'
  | 'part'
  | 'heat'
  | 'light'
  | 'dam'
  | 'colour'
  | 'ways'
  | 'white'
  | 'wrong'
/** What goes over all water at the end. */
const OVER = [
  ['white', 'White over all'],
  ['spray', 'Spray'],
  ['finish', 'Finish']
] as const
const route = useRoute()
const leaf = ref<Leaf>((route.query.leaf as Leaf | undefined) ?? 'core')
watch(
  () => route.query.leaf,
  (asked) => {
    if (typeof asked === 'string') leaf.value = asked as Leaf
  }
)
const leaves = computed<{ id: Leaf; name: string }[]>(() => [
  { id: 'core', name: 'Layers' },
  { id: 'lays', name: 'Lays' },
  ...(coatable.value ? [{ id: 'coats' as const, name: 'Coats' }] : []),
  ...(laying.value ? [{ id: 'minutes' as const, name: 'Minutes' }] : []),
  ...(part.value ? [{ id: 'part' as const, name: 'Part' }] : []),
  ...(stack.value?.heat ? [{ id: 'heat' as const, name: 'Heat' }] : []),
  ...(stack.value?.light ? [{ id: 'light' as const, name: 'Light' }] : []),
  ...(stack.value?.dam ? [{ id: 'dam' as const, name: 'Dam' }] : []),
  ...(pool.value && stack.value?.colours ? [{ id: 'colour' as const, name: 'Colour' }] : []),
  ...(water.value
    ? [
        { id: 'ways' as const, name: 'Compare ways' },
        { id: 'white' as const, name: 'White' },
        { id: 'wrong' as const, name: 'Gone wrong' }
      ]
    : [])
])
watch(leaves, (all) => {
  if (!all.some((l) => l.id === leaf.value)) leaf.value = 'core'
})
const setBed = (key: 'bedDeep' | 'bedShore', colour: string) =>
  store.edit('Bed colour', (b) => ({ ...b, ground: { ...b.ground, [key]: colour } }), key)
/** Between when a window may open, by what is known of the gel. */
const opening = (minutes: number) => {
  const { earlyMin, sureMin } = rangeOf(minutes, beliefIn(gel.value?.id ?? '', 'thicken'))
  return `${Math.round(earlyMin)}–${Math.round(sureMin)} min`
}
/** What outcomes say of a product's waits. */
const beliefIn = (product: string, what: Learns['what']) =>
  believed(plan.value?.learned ?? [], { product, what })
</script>

<template>
  <WorkTop tray="How it is built">
    <div class="panel drawing-box section-box">
      <div class="exaggerate small">
        <ElButton
          class="tool"
          :aria-pressed="settings.heights === null"
          title="Heights drawn so that the section fills its frame"
          @click="settings.heights = settings.heights === null ? 2 : null"
          >Heights fit</ElButton
        >
        <template v-if="settings.heights !== null"
          ><span aria-hidden="true">× {{ number(settings.heights) }}</span
          ><ElSlider
            v-model="settings.heights"
            :min="1"
            :max="6"
            :step="0.5"
            :show-tooltip="false"
            aria-label="Heights drawn taller"
        /></template>
      </div>
      <BuildSection
        v-if="plan"
        name="Section in layers"
        layers
        :plan="plan"
        :selected="water?.id ?? ''"
      />
    </div>
    <div class="panel leafed">
      <LeafTabs v-model="leaf" class="leaves" label="What to look at" :names="leaves" />
      <div class="leaf">
        <div v-if="leaf === 'core'" class="lower">
          <div class="core" tabindex="0" role="group" aria-label="What lies on what">
            <h3 aria-level="2">
              {{ water?.name }}: {{ moving ? 'what it is built up from' : 'core at the deepest' }},
              top first
            </h3>
            <DrawingFrame still own name="What lies on what"
              ><CoreSample :coats="coats"
            /></DrawingFrame>
            <template v-if="meets.length"
              ><h3 class="meet">What meets what</h3>
              <ul class="meets small">
                <li v-for="m in meets" :key="m.between.join()">
                  <b
                    >{{ THINGS[m.between[0]].name }} and {{ THINGS[m.between[1]].name }}:
                    {{ m.result }}.</b
                  >
                  {{ m.why }}
                </li>
              </ul></template
            >
          </div>
          <div class="order" tabindex="0" role="group" aria-label="Order of the work">
            <h3>In the order of the work</h3>
            <StepList :steps="steps" />
          </div>
        </div>
        <div v-else-if="leaf === 'lays'" class="lays">
          <LayStack v-if="water" :key="water.id" :stack="water.id" :name="water.name" />
          <div class="stack">
            <LayStack stack="ground" name="Ground" />
            <LayStack v-for="[stack, name] in OVER" :key="stack" :stack="stack" :name="name" />
            <AsideList :water="water?.id" />
          </div>
        </div>
        <HeatSheet
          v-else-if="leaf === 'heat' && stack?.heat"
          :heat="stack.heat"
          :dammed="stack.dam !== null && !onShelf(store.shelf, 'dam', stack.dam.dam)?.stays"
          :belief="beliefIn(pool!.resin, 'cure')"
        />
        <div v-else-if="leaf === 'light' && stack?.light && pool && lightResin" class="lower">
          <div class="framed">
            <DrawingFrame still name="How deep the light sets it"
              ><LightDepth
                :light="stack.light"
                :depth-mm="ground?.maxDepthMm ?? 0"
                :seconds="stack.light.secondsPerCoat ?? pool.light.seconds"
                :ec-mj-cm2="lightResin.ecMjCm2"
            /></DrawingFrame>
          </div>
          <dl class="figures lamp">
            <div>
              <dt>Coats</dt>
              <dd>
                {{ stack.light.coats }} <small>of {{ mm(stack.light.coatMm) }}</small>
              </dd>
            </div>
            <div>
              <dt>Light on each spot</dt>
              <dd>
                {{
                  stack.light.secondsPerCoat === null
                    ? 'never enough'
                    : `${stack.light.secondsPerCoat} s`
                }}
              </dd>
            </div>
            <div>
              <dt>Spots a coat</dt>
              <dd>{{ stack.light.spots }}</dd>
            </div>
            <div>
              <dt>Under the lamp</dt>
              <dd>{{ duration(stack.light.lampMin) }}</dd>
            </div>
            <div>
              <dt>Lamp gives</dt>
              <dd>
                {{ number(stack.light.irradianceMwCm2) }}
                <small>mW/cm² at {{ mm(pool.light.lampMm) }}</small>
              </dd>
            </div>
            <div>
              <dt>Sets</dt>
              <dd>
                <How
                  :about="
                    explainLight(
                      stack.light,
                      lightResin,
                      stack.light.secondsPerCoat ?? pool.light.seconds
                    )
                  "
                  >{{ mm(stack.light.cureDepthMm) }}</How
                >
                {{ ' ' }}<small>a coat is six tenths of it</small>
              </dd>
            </div>
            <div>
              <dt>Warmest</dt>
              <dd>{{ said(warmth(stack.light.peakLoC, stack.light.peakHiC)) }}</dd>
            </div>
          </dl>
        </div>
        <DamSheet
          v-else-if="leaf === 'dam' && stack?.dam"
          :plan="stack.dam"
          :dam="dam"
          :set-min="cures.damSet ?? 0"
          :dry-min="cures.dryOut ?? 0"
          :poured="way?.body?.fill ?? 'two-part'"
        />
        <div v-else-if="leaf === 'colour' && stack?.colours && pool" class="lower">
          <div class="framed">
            <DrawingFrame still name="Colour along the section"
              ><ColourStrip
                :colours="stack.colours"
                :length-mm="plan!.ground.section.lengthMm"
                data-test="colours"
            /></DrawingFrame>
          </div>
          <div class="bedform stack">
            <ColourPick
              label="Bed where deep"
              :model-value="build.ground.bedDeep"
              @update:model-value="setBed('bedDeep', $event)"
            />
            <ColourPick
              label="Bed at the shore"
              :model-value="build.ground.bedShore"
              @update:model-value="setBed('bedShore', $event)"
            />
            <p>
              At the deepest
              <How :about="explainColour(pool, stack.colours.deepest.bedShowsPct)"
                ><b>{{ Math.round(stack.colours.deepest.bedShowsPct) }} %</b></How
              >
              of the bed shows.
            </p>
            <ChoiceField
              label="Tinted"
              :model-value="pool.tinting"
              :options="TINTINGS"
              @update:model-value="store.edit('Tinting', changePool(pool!.id, { tinting: $event }))"
            />
            <p class="small soft">
              A screen glows and resin does not: pour a chip first. Chips are fitted to your own
              bottle on Shelf.
            </p>
          </div>
        </div>
        <CoatsSheet
          v-else-if="leaf === 'coats' && laying && gel"
          :laying="laying"
          :gel="gel"
          :room="build.room"
          :advise="moving !== null"
          :peels="part?.shape === 'strips'"
          :dries="beliefIn(gel.id, 'dry')"
          :thickens="beliefIn(gel.id, 'thicken')"
          @choose="chooseCoats"
        />
        <div v-else-if="leaf === 'minutes' && laying && gel" class="lower">
          <div class="framed">
            <DrawingFrame still name="The minutes that matter"
              ><MinutesDrawing :windows="laying.windows" :touch-min="laying.touchMin" :does="touch"
            /></DrawingFrame>
          </div>
          <dl class="figures lamp">
            <div v-for="w in laying.windows" :key="w.id" :data-window="w.id">
              <dt>{{ w.name }}</dt>
              <dd>
                <How :about="explainWindow(w, laying, gel)"
                  >{{ w.opensMin }}–{{ w.closesMin }} min</How
                >
                {{ ' ' }}<small>opens {{ opening(w.opensMin) }}</small>
              </dd>
            </div>
            <div class="wide">
              <dt class="unseen">Counted from</dt>
              <dd class="small soft">
                After a coat of {{ mm(Math.min(laying.wetMm, gel.coatMm)) }} is laid, for ripples
                {{ mm(laying.rippleMm) }} apart. Sooner the mark fades; later the gel takes none.
                Days keeps the two steps together.
              </dd>
            </div>
          </dl>
        </div>
        <PartSheet
          v-else-if="leaf === 'part' && part"
          :part="part"
          :dries="beliefIn(gel?.id ?? '', 'dry')"
        />
        <WhiteSheet
          v-else-if="leaf === 'white' && plan"
          :build="build"
          :white="plan.amounts.white"
        />
        <WrongSheet v-else-if="leaf === 'wrong' && water" :build="build" :water="water" />
        <WaysSheet
          v-else-if="leaf === 'ways' && water"
          :build="build"
          :what="water.id"
          :way="water.way"
          :zone="build.calendar.zone"
          @choose="store.edit('Way', setWay(water!.id, $event))"
          @lay="store.edit(`As ${$event.name}`, layStack($event, water!.id))"
        />
      </div>
    </div>
    <template #tray>
      <FindingsList :findings="plan?.findings ?? []" place="build-up" show="loud" />
      <section class="panel pad stack">
        <ChoiceField
          v-if="water"
          label="Water"
          :model-value="water.id"
          :options="build.waters"
          data-test="water-pick"
          @update:model-value="store.selected = $event"
        />
        <div class="stack">
          <ApproachFields
            :from="build.from"
            :care="build.care"
            risk
            @update:from="store.edit('There already', setFrom($event))"
            @update:care="store.edit('How careful', setCare($event))"
          />
        </div>
        <BodyForm v-if="pool" :key="pool.id" :pool="pool" :stack="stack" />
        <MakingForm v-if="moving" :key="moving.id" :water="moving" :stack="built" />
        <template v-if="fall && form && part?.shape === 'strips'">
          <div class="grid2">
            <NumberField
              label="Width of a strip"
              unit="mm"
              :model-value="fall.stripWidthMm"
              :min="2"
              :max="500"
              @update:model-value="
                store.edit(
                  'Strip width',
                  changeFall(fall!.id, { stripWidthMm: $event! }),
                  'stripwidth'
                )
              "
            />
            <NumberField
              label="Spares to choose from"
              :model-value="fall.spares"
              :min="0"
              :max="100"
              whole
              @update:model-value="
                store.edit('Spares', changeFall(fall!.id, { spares: $event! }), 'spares')
              "
            />
          </div>
          <p>
            {{
              form.jet
                ? 'One strip is rolled to the jet,'
                : `${form.strips} strips hang side by side, each`
            }}
            {{ mm(form.stripMm) }} long; make <b>{{ form.stripsToMake }}</b>.
          </p>
        </template>
        <p v-if="moving?.kind === 'reach' && built">
          {{ mm(built.gelMm.mean) }} of gel on average over what is poured,
          {{ mm(built.gelMm.most) }} at most.
        </p>
      </section>
      <FindingsList :findings="plan?.findings ?? []" place="build-up" show="notes" />
    </template>
  </WorkTop>
</template>

<style scoped>
.lays {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
  gap: 16px;
  height: 100%;
  overflow: auto;
}
.section-box {
  flex: 1;
  min-height: 200px;
}
.leafed {
  flex: 1.35;
}
.lower {
  display: flex;
  gap: 16px;
  min-height: 0;
  height: 100%;
}
.core {
  flex: 1;
  overflow: auto;
  min-width: 0;
}
.order {
  flex: 1.15;
  overflow: auto;
  min-width: 0;
}
.meet {
  margin-top: 12px;
}
.meets {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
.meets b::first-letter {
  text-transform: uppercase;
}
.meets li {
  border-left: 3px solid var(--moss);
  padding-left: 8px;
}
.wide {
  grid-column: 1 / -1;
}
.lamp {
  width: 260px;
  align-content: start;
}
.bedform {
  width: 216px;
  gap: 9px;
  overflow: auto;
}
.exaggerate {
  position: absolute;
  right: 22px;
  top: 6px;
  z-index: 2;
  display: flex;
  gap: 14px;
  align-items: center;
  white-space: nowrap;
}
.exaggerate .el-slider {
  width: 130px;
}
@media (max-width: 43.75rem) {
  /* over the drawing, which is too narrow to have room for it */
  .exaggerate {
    right: auto;
    left: 12px;
  }
  .section-box {
    height: calc(62vw + 50px);
  }
  .section-box :deep(.drawing-frame) {
    top: 50px;
  }
  .lower {
    flex-direction: column;
    height: auto;
  }
  .lays {
    height: auto;
  }
  .leafed,
  .core,
  .order {
    flex: none;
    overflow: visible;
  }
}
</style>
