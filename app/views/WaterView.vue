<script setup lang="ts">
import { landFieldOf } from '../../core/build/land'
import { stripWidth } from '../../core/plan/2-forms/roundJet'
import { useUnderlay } from '../drawings/underlay'
import DrawingFrame from '../components/DrawingFrame.vue'
import { ElButton, ElCheckbox } from 'element-plus'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTop from '../components/WorkTop.vue'
import { computed, ref } from 'vue'
import {
  addFall,
  addPool,
  addReach,
  addSea,
  addSplash,
  changeBoulder,
  changeFall,
  changeOutlet,
  changePool,
  changeSea,
  changeSplash,
  moveCorner,
  moveReachPoint,
  changeReach,
  moveWater,
  removeWater,
  renameWater,
  type Edit
} from '../../core/build/edits'
import { takeMaps } from '../../core/build/runEdits'
import type { Sea } from '../../core/build/types'
import type { WaterKind } from '../../core/craft/ways/types'
import { scaled, scaleRatio } from '../../core/physics/shape/scale'
import { explainPours } from '../../core/explain/explanations'
import { explainDepth, explainSd, explainVolume } from '../../core/explain/groundExplanations'
import { flowLandingAt } from '../../core/plan/beside/landingEdit'
import { awayFrom, headingTo, type Point2 } from '../../core/physics/shape/polygon'
import { useRouter } from 'vue-router'
import { panel } from '../panels'
import FallSheet from '../components/FallSheet.vue'
import HeightsPanel from '../components/HeightsPanel.vue'
import { ArrowDown, ArrowUp, GripVertical } from '@lucide/vue'
import { insertNodeAt, removeNode, useSortable } from '@vueuse/integrations/useSortable'
import FindingsList from '../components/FindingsList.vue'
import FlowPanel from '../components/FlowPanel.vue'
import How from '../components/How.vue'
import LiveText from '../components/LiveText.vue'
import PoolWays from '../components/PoolWays.vue'
import ReachSheet from '../components/ReachSheet.vue'
import SeaSheet from '../components/SeaSheet.vue'
import SplashSheet from '../components/SplashSheet.vue'
import WhitePanel from '../components/WhitePanel.vue'
import FallDrawing from '../drawings/FallDrawing.vue'
import FormsOverlay, { type Handle } from '../drawings/FormsOverlay.vue'
import PlanDrawing from '../drawings/PlanDrawing.vue'
import RunDrawing from '../drawings/RunDrawing.vue'
import BuildSection from '../components/BuildSection.vue'
import SplashDrawing from '../drawings/SplashDrawing.vue'
import StageCurve from '../drawings/StageCurve.vue'
import StripSheet from '../drawings/StripSheet.vue'
import WaveDrawing from '../drawings/WaveDrawing.vue'
import { mm, ml, cm2, quantity } from '../words'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

const store = useBuildStore()
const underlay = useUnderlay('plan')
const settings = useSettingsStore()
const router = useRouter()
const choosingLip = ref(false)
/** White and strokes come from a kept run, or the forms; the other can be laid over it as lines. */
const both = ref(false)
/** What the long drawing shows, and what lies on the plan. */
const LONG = { section: 'Section A–B', run: 'The run, unrolled' } as const
const BESIDE = { sheet: 'The sheet', strips: 'Its strips' } as const
const long = ref<'section' | 'run'>('section')
const show = ref<'forms' | 'white' | 'strokes'>('forms')
const beside = ref<'sheet' | 'strips'>('sheet')
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const fromRun = computed(
  () =>
    plan.value?.forms.ran?.id === build.value.running.mapsFrom &&
    build.value.running.mapsFrom !== null
)
const other = computed(() => {
  const forms = plan.value?.forms
  if (!forms?.ran) return null
  return fromRun.value ? forms.formsWhite : forms.ran.white
})
const water = computed(() => store.water)
const pool = computed(() => (water.value?.kind === 'pool' ? water.value : null))
const fall = computed(() => (water.value?.kind === 'fall' ? water.value : null))
const reach = computed(() => (water.value?.kind === 'reach' ? water.value : null))
const sea = computed(() => (water.value?.kind === 'sea' ? water.value : null))
const splash = computed(() => (water.value?.kind === 'splash' ? water.value : null))
const ground = computed(() => plan.value?.ground.pools.find((g) => g.id === pool.value?.id))
const fallForm = computed(() => plan.value?.forms.falls.find((f) => f.id === fall.value?.id))
const reachForm = computed(() => plan.value?.forms.reaches.find((f) => f.id === reach.value?.id))
const seaForm = computed(() => plan.value?.forms.seas.find((f) => f.id === sea.value?.id))
const splashForm = computed(() => plan.value?.forms.splashes.find((f) => f.id === splash.value?.id))
const layers = computed(
  () => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id)?.layers ?? []
)
const heat = computed(() => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id)?.heat)
const ratio = computed(() => scaleRatio(build.value.scale) ?? 1)
const real = (mmOnModel: number) => `${quantity(scaled(ratio.value, mmOnModel).realM, 'm')} real`
const SIGN: Record<WaterKind, string> = { pool: '≈', fall: '↓', reach: '⇝', sea: '∿', splash: '⁂' }
const SLOTS = { shapes: 'default', handles: 'handles' } as const
const SHOWN = { forms: 'Shapes', white: 'White', strokes: 'Strokes' } as const

/** The chain is put in order by hand: what was dragged goes to where it was let go, as one edit. */
const chain = ref<HTMLElement | null>(null)
useSortable(
  chain,
  computed(() => build.value.waters),
  {
    handle: '.grip',
    animation: 120,
    forceFallback: true,
    onUpdate: ({ item, from, oldIndex = 0, newIndex = 0 }) => {
      const { chain: id } = item.dataset
      // the list is drawn from the build: the row goes back, and comes where the edit puts it
      removeNode(item)
      insertNodeAt(from, item, oldIndex)
      if (id) store.edit('Move in the chain', moveWater(id, newIndex - oldIndex))
    }
  }
)

const setLevel = (id: string, levelMm: number) =>
  store.edit('Level', changePool(id, { levelMm: Math.round(levelMm * 10) / 10 }), `level:${id}`)

function lipAt(poolId: string, corner: string): void {
  if (!fall.value) return
  store.edit(
    'Choose the lip',
    changeFall(fall.value.id, {
      lip: { pool: poolId, corner },
      outlet: null,
      into: fall.value.into === poolId ? null : fall.value.into
    })
  )
  choosingLip.value = false
}
const ADD: Record<WaterKind, [label: string, edit: Edit]> = {
  pool: ['Add a pool', addPool],
  fall: ['Add a fall', addFall],
  reach: ['Add a rapid', addReach],
  sea: ['Add waves', addSea],
  splash: ['Add a splash', addSplash]
}
function add(kind: WaterKind): void {
  const before = new Set(build.value.waters.map((w) => w.id))
  store.edit(...ADD[kind])
  store.selected = build.value.waters.find((w) => !before.has(w.id))?.id ?? store.selected
}
function rename(text: string): void {
  const name = text.trim().slice(0, 120)
  if (water.value && name !== '')
    store.edit('Rename water', renameWater(water.value.id, name), `name:${water.value.id}`)
}
/** The flow follows a landing that is dragged. */
const landAt = (outMm: number) =>
  store.edit('Landing', flowLandingAt(fall.value!, fallForm.value!, ratio.value, outMm), 'landing')

/** A handle on the plan was moved. */
function drag(what: Handle, to: Point2): void {
  const group = `drag:${Object.values(what)
    .filter((v) => typeof v === 'string')
    .join(':')}`
  if (what.kind === 'reach')
    store.edit('Move a point', moveReachPoint(what.water, what.point, to), group)
  else if (what.kind === 'rock')
    store.edit('Move a rock', changeBoulder(what.water, what.rock, { x: to[0], y: to[1] }), group)
  else if (what.kind === 'lip')
    store.edit('Move the lip', moveCorner(what.pool, what.corner, to), group)
  else if (what.kind === 'outlet')
    store.edit('Move it', changeOutlet(what.water, { x: to[0], y: to[1] }), group)
  else if (what.kind === 'turn')
    store.edit('Turn it', changeOutlet(what.water, { headingDeg: headingTo(what.from, to) }), group)
  else if (what.kind === 'splash')
    store.edit('Move the splash', changeSplash(what.water, { x: to[0], y: to[1] }), group)
  else if (what.kind === 'heading')
    store.edit(
      'Turn the waves',
      changeSea(what.water, { headingDeg: headingTo(what.from, to) }),
      group
    )
  else if (what.kind === 'throw')
    store.edit(
      'Turn the splash',
      changeSplash(what.water, { headingDeg: headingTo(what.from, to) }),
      group
    )
  else if (what.kind === 'width')
    store.edit(
      'Width',
      changeReach(what.water, { widthMm: Math.max(2, Math.round(2 * awayFrom(what.from, to))) }),
      group
    )
  else if (what.kind === 'length') {
    const crest = (build.value.waters.find((w) => w.id === what.water) as Sea).crest
    if (crest)
      store.edit(
        'Length of the crest',
        changeSea(what.water, {
          crest: { ...crest, lengthMm: Math.max(6, Math.round(2 * awayFrom(what.from, to))) }
        }),
        group
      )
  } else {
    const crest = (build.value.waters.find((w) => w.id === what.water) as Sea).crest
    if (crest)
      store.edit(
        'Move the crest',
        changeSea(what.water, { crest: { ...crest, x: to[0], y: to[1] } }),
        group
      )
  }
}
</script>

<template>
  <WorkTop tray="Waters and levels">
    <div class="panel leafed section-box">
      <LeafTabs v-model="long" class="leaves" label="Long drawing" :names="LONG" />
      <div class="with-heights">
        <div class="drawing-box grow">
          <BuildSection
            v-if="plan && long === 'section'"
            levels
            :plan="plan"
            :selected="water?.id ?? ''"
            :ran="plan.forms.ran && !plan.forms.ran.stale ? plan.forms.ran.section : undefined"
            @level="setLevel"
          />
          <DrawingFrame v-else-if="plan" name="The run, unrolled" round
            ><RunDrawing
              :forms="plan.forms"
              :selected="water?.id ?? ''"
              :exaggeration="settings.heights"
              @select="store.selected = $event"
          /></DrawingFrame>
        </div>
        <HeightsPanel v-if="long === 'section'" />
      </div>
    </div>
    <div class="lower">
      <div class="panel leafed plan-box">
        <LeafTabs v-model="show" class="leaves" label="What lies on the plan" :names="SHOWN">
          <template v-if="plan?.forms.ran && show !== 'forms'"
            ><ElButton
              class="from"
              :aria-pressed="fromRun"
              data-test="white-from"
              :title="
                fromRun
                  ? 'Taken from the run; click for the forms'
                  : 'Taken from the forms; click for the run'
              "
              @click="store.edit('White and strokes', takeMaps(fromRun ? null : plan.forms.ran.id))"
            >
              {{ fromRun ? 'from the run' : 'from the forms' }}</ElButton
            ><ElCheckbox v-if="show === 'white'" v-model="both" class="both" data-test="white-both"
              >both</ElCheckbox
            ></template
          >
          <span v-if="plan && show === 'white'" class="grow key"
            ><template v-if="!plan.forms.ran"
              ><i class="k15"></i> thin <i class="k40"></i> half
              <i class="k70"></i> thick </template
            ><b data-test="whole-white">{{ Math.round(plan.forms.white.wholePct) }} %</b
            ><template v-if="!plan.forms.ran"> in all</template
            ><template v-if="other && both"
              >,
              <span class="otherly" data-test="white-difference"
                >{{ fromRun ? 'forms' : 'run' }} {{ Math.round(other.wholePct) }} %</span
              ></template
            ></span
          >
        </LeafTabs>
        <div class="drawing-box grow">
          <div v-if="choosingLip" class="caption hint">
            Click the edge that the water falls over
          </div>
          <DrawingFrame name="Plan" round
            ><PlanDrawing
              v-if="plan"
              :base="build.base"
              :pools="store.pools"
              :grounds="plan.ground.pools"
              :falls="plan.forms.falls"
              :section="build.section"
              :underlay="underlay"
              :land="build.land ? landFieldOf(build) : null"
              :tool="choosingLip ? 'lip' : 'look'"
              :selected="water?.id ?? ''"
              @select="store.selected = $event"
              @lip="lipAt"
              @settled="store.endGroup"
              @section="
                (line) => store.edit('Section line', (b) => ({ ...b, section: line }), 'section')
              "
            >
              <template
                v-for="part in ['shapes', 'handles'] as const"
                #[SLOTS[part]]="{ toX, toY, scale, place }"
                :key="part"
              >
                <FormsOverlay
                  v-if="plan && !choosingLip"
                  :part="part"
                  :build="build"
                  :forms="plan.forms"
                  :selected="water?.id ?? ''"
                  :show="show"
                  :other="both ? other : null"
                  :to-x="toX"
                  :to-y="toY"
                  :scale="scale"
                  :place="place"
                  @select="store.selected = $event"
                  @drag="drag"
                  @settled="store.endGroup"
                />
              </template> </PlanDrawing
          ></DrawingFrame>
        </div>
      </div>
      <div v-if="ground?.measured && pool" class="panel pad curve">
        <h3 aria-level="2">What each level holds</h3>
        <StageCurve :stage="ground.stage" :level-mm="pool.levelMm" :volume-ml="ground.volumeMl" />
      </div>
      <div v-if="fall && fallForm?.curve" class="panel leafed curve">
        <LeafTabs v-model="beside" class="leaves" label="Drawing of the fall" :names="BESIDE" />
        <div class="leaf fill">
          <div class="framed">
            <DrawingFrame
              :name="beside === 'sheet' ? 'The sheet from its side' : 'The strips of the sheet'"
              ><FallDrawing
                v-if="beside === 'sheet'"
                :form="fallForm"
                :leaves="fall.outlet?.kind"
                @land="landAt"
                @settled="store.endGroup" /><StripSheet
                v-else
                :form="fallForm"
                :strip-width-mm="stripWidth(fallForm, fall)"
            /></DrawingFrame>
          </div>
        </div>
      </div>
      <div v-if="reach && reachForm?.stations.length && plan" class="panel pad curve">
        <h3>Along its line</h3>
        <div class="fill whole">
          <div class="framed">
            <DrawingFrame name="Along its line"
              ><RunDrawing
                :forms="plan.forms"
                :selected="reach.id"
                :exaggeration="settings.heights"
                :only="reach.id"
            /></DrawingFrame>
          </div>
        </div>
      </div>
      <div v-if="sea && seaForm && !seaForm.faults.length" class="panel pad curve">
        <h3>{{ seaForm.built ? 'The crest that is built' : 'From crest to crest' }}</h3>
        <div class="framed">
          <DrawingFrame name="The crest"><WaveDrawing :form="seaForm" /></DrawingFrame>
        </div>
      </div>
      <div v-if="splash && splashForm" class="panel pad curve">
        <h3>The splash</h3>
        <div class="framed">
          <DrawingFrame name="The splash"
            ><SplashDrawing
              :form="splashForm"
              :lo-deg="Math.min(splash.loDeg, splash.hiDeg)"
              :hi-deg="Math.max(splash.loDeg, splash.hiDeg)"
          /></DrawingFrame>
        </div>
      </div>
    </div>
    <template #tray>
      <FindingsList :findings="plan?.findings ?? []" place="water" show="loud" />
      <section class="panel pad stack">
        <div class="row wrap">
          <h3 class="grow chain-head">Source to sink</h3>
          <ElButton
            class="tool"
            data-test="in-the-round"
            @click="router.push({ name: 'round', params: { id: build.id } })"
          >
            In the round
          </ElButton>
          <ElButton
            class="tool main"
            data-test="run-water"
            @click="router.push({ name: 'run', params: { id: build.id } })"
          >
            Run the water
          </ElButton>
        </div>
        <ol ref="chain" class="run">
          <!-- an edit of a level changes nothing here -->
          <li
            v-for="(w, i) in build.waters"
            :key="w.id"
            v-memo="[w.kind, w.name, w.id === water?.id, i, build.waters.length]"
            class="row"
            :data-chain="w.id"
          >
            <span
              v-if="build.waters.length > 1"
              class="grip"
              title="Drag it to its place in the chain"
              aria-hidden="true"
              ><GripVertical :size="15"
            /></span>
            <ElButton
              class="drop grow"
              :class="[w.kind, { on: w.id === water?.id }]"
              @click="store.selected = w.id"
            >
              <span>{{ SIGN[w.kind] }}</span> {{ w.name }}
            </ElButton>
            <template v-if="w.id === water?.id && build.waters.length > 1"
              ><ElButton
                class="tool tiny"
                :disabled="i === 0"
                aria-label="Move it up the chain"
                @click="store.edit('Move up', moveWater(w.id, -1))"
              >
                <ArrowUp :size="16" aria-hidden="true" /></ElButton
              ><ElButton
                class="tool tiny"
                :disabled="i === build.waters.length - 1"
                aria-label="Move it down the chain"
                @click="store.edit('Move down', moveWater(w.id, 1))"
              >
                <ArrowDown :size="16" aria-hidden="true" /> </ElButton
            ></template>
          </li>
        </ol>
        <div class="row adds">
          <ElButton
            v-for="[kind, word] in [
              ['pool', 'Pool'],
              ['fall', 'Fall'],
              ['reach', 'Rapid'],
              ['sea', 'Waves'],
              ['splash', 'Splash']
            ] as const"
            :key="kind"
            v-memo="[store.pools.length]"
            class="tool"
            :data-add="kind"
            :disabled="kind !== 'pool' && kind !== 'fall' && !store.pools.length"
            @click="add(kind)"
          >
            + {{ word }}
          </ElButton>
        </div>
        <div class="row asks">
          <ElButton class="tool" data-test="together" @click="panel = 'together'">
            Does it belong together?
          </ElButton>
          <ElButton class="tool" data-test="trace" @click="panel = 'trace'">
            From a picture
          </ElButton>
        </div>
      </section>
      <FlowPanel v-if="(fall && !fall.outlet) || reach" />
      <section v-if="pool && ground" class="panel pad stack" data-test="pool-figures">
        <div class="row">
          <LiveText
            class="choice grow figure"
            :model-value="pool.name"
            aria-label="Name of the water"
            maxlength="120"
            @typed="rename"
          /><ElButton
            class="tool danger"
            @click="store.edit('Remove water', removeWater(pool!.id))"
          >
            Remove
          </ElButton>
        </div>
        <dl v-if="ground.measured" class="figures">
          <div>
            <dt>Volume</dt>
            <dd data-test="volume">
              <How :about="explainVolume(pool, ground)">{{ ml(ground.volumeMl) }}</How>
              {{ ' '
              }}<small v-if="ground.sdMl"
                ><How :about="explainSd(ground)">± {{ ml(ground.sdMl) }}</How></small
              >
            </dd>
          </div>
          <div>
            <dt>Surface</dt>
            <dd data-test="area">{{ cm2(ground.areaMm2) }}</dd>
          </div>
          <div>
            <dt>Deepest</dt>
            <dd data-test="deepest">
              <How :about="explainDepth(pool, ground)">{{ mm(ground.maxDepthMm) }}</How>
              {{ ' ' }}<small>{{ real(ground.maxDepthMm) }}</small>
            </dd>
          </div>
          <div>
            <dt>On average</dt>
            <dd>{{ mm(ground.meanDepthMm) }}</dd>
          </div>
          <div>
            <dt>Pours</dt>
            <dd data-test="pours">
              <How v-if="heat" :about="explainPours(heat)">{{ layers.length }}</How><template
                v-else
                >{{ layers.length }}</template
              >
              {{ ' '
              }}<small v-if="layers.length"
                >of {{ mm(layers[0].toMm - layers[0].fromMm) }} at the deepest</small
              >
            </dd>
          </div>
        </dl>
        <p v-else class="fault">The ground cannot be measured yet: see Ground.</p>
        <p class="small soft">Click a figure to see where it comes from.</p>
      </section>
      <section
        v-if="water && water.kind !== 'pool'"
        class="panel pad stack"
        :data-test="`${water.kind}-figures`"
      >
        <div class="row">
          <LiveText
            class="choice grow figure"
            :model-value="water.name"
            aria-label="Name of the water"
            maxlength="120"
            @typed="rename"
          /><ElButton
            class="tool danger"
            @click="store.edit('Remove water', removeWater(water!.id))"
          >
            Remove
          </ElButton>
        </div>
        <FallSheet
          v-if="fall && fallForm"
          :fall="fall"
          :form="fallForm"
          :scale="ratio"
          :choosing="choosingLip"
          @choose="choosingLip = !choosingLip"
        />
        <ReachSheet v-if="reach && reachForm" :reach="reach" :form="reachForm" :scale="ratio" />
        <SeaSheet v-if="sea && seaForm" :sea="sea" :form="seaForm" :scale="ratio" />
        <SplashSheet
          v-if="splash && splashForm"
          :splash="splash"
          :form="splashForm"
          :scale="ratio"
        />
        <p class="small soft">Click a figure to see where it comes from.</p>
      </section>
      <WhitePanel v-if="plan && water" :build="build" :forms="plan.forms" :water="water.id" />
      <PoolWays v-if="pool && ground?.measured" :key="pool.id" :pool="pool" :plan="plan" />
      <FindingsList :findings="plan?.findings ?? []" place="water" show="notes" />
    </template>
  </WorkTop>
</template>

<style scoped>
.chain-head {
  min-width: min-content;
}
.section-box {
  flex: 1.05;
  min-height: 200px;
}
.grip {
  display: grid;
  place-items: center;
  width: 20px;
  align-self: stretch;
  color: var(--ink-soft);
  cursor: grab;
  touch-action: none;
}
.sortable-ghost {
  opacity: 0.35;
}
.with-heights {
  flex: 1;
  display: flex;
  min-height: 0;
}
.lower {
  flex: 1.2;
  display: flex;
  gap: 12px;
  min-height: 0;
}
.plan-box {
  flex: 1.6;
  min-width: 0;
}
.curve {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.fill {
  display: flex;
  flex-direction: column;
  padding: 4px 6px;
}
.whole {
  flex: 1;
  position: relative;
  min-height: 120px;
}
.key {
  text-align: right;
  font-size: 0.7812rem;
  padding-right: 6px;
  white-space: nowrap;
}
@media (max-width: 68.75rem) {
  .key {
    display: none;
  }
}
.key i {
  display: inline-block;
  width: 15px;
  height: 11px;
  border: 1px solid var(--ink);
  vertical-align: -1px;
  background: var(--shallow);
}
.key .k40 {
  background: repeating-linear-gradient(45deg, #fdfffe 0 3px, var(--water) 3px 6px);
}
.key .k70 {
  background: #fdfffe;
}
.from {
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  border-radius: 3px 10px 3px 10px;
  font-size: 0.7812rem;
  padding: 1px 8px;
  cursor: pointer;
  margin-left: 6px;
  min-height: 26px;
  white-space: nowrap;
}
.both {
  font-size: 0.7812rem;
  display: inline-flex;
  gap: 4px;
  align-items: center;
  padding: 0 4px;
}
.otherly {
  color: var(--red-lead);
  font-weight: 600;
}
.hint {
  background: var(--brass-wash);
  padding: 3px 10px;
  border-radius: 3px 10px 3px 10px;
  font-weight: 600;
  z-index: 2;
}
.run {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 3px;
}
.run li {
  gap: 4px;
  flex-wrap: nowrap;
}
.drop {
  text-align: left;
  border: 0;
  background: none;
  padding: 5px 10px;
  border-radius: 3px 10px 3px 10px;
  cursor: pointer;
  min-height: 34px;
}
.drop:not(.pool) {
  padding-left: 24px;
}
.drop.on {
  background: var(--deep);
  color: var(--on-deep);
}
.drop:hover:not(.on) {
  background: var(--sunk);
}
.tiny {
  min-height: 32px;
  padding: 0 9px;
}
.asks {
  gap: 5px;
  flex-wrap: wrap;
}
.asks .tool {
  flex: 1;
  justify-content: center;
  white-space: nowrap;
}
.adds {
  gap: 5px;
  flex-wrap: wrap;
}
.adds .tool {
  padding: 4px 5px;
  font-size: 0.8125rem;
  flex: 1;
  justify-content: center;
  white-space: nowrap;
  gap: 0;
}
@media (max-width: 43.75rem) {
  .with-heights {
    flex-direction: column;
  }
  .lower {
    flex-direction: column;
  }
  .lower > .drawing-box,
  .curve {
    flex: none;
    height: 70vw;
  }
}
</style>
