<script setup lang="ts">
import DrawingFrame from '../components/DrawingFrame.vue'
import { ElButton, ElCheckbox, ElRadio, ElRadioGroup, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import LeafTabs from '../components/LeafTabs.vue'
import WorkTop from '../components/WorkTop.vue'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { addBoulder, changeBoulder, changeSea, setFlow } from '../../core/build/edits'
import { moveThing, placeEnd, setBrush, tryLedge } from '../../core/build/runEdits'
import { wavesOf } from '../../core/build/crests'
import { reachesOf } from '../../core/build/types'
import { scaleRatio } from '../../core/physics/shape/scale'
import { explainRunAt } from '../../core/explain/runExplanations'
import { leavesBed } from '../../core/plan/8-findings/runFindings'
import { openRun, type KeptRun, type RunResult } from '../../core/running/keptRun'
import { runAt, surfaceAlong } from '../../core/plan/2-forms/ran/readRun'
import { poolUnder } from '../../core/build/poolUnder'
import { MOMENTS } from '../../core/running/waterRun'
import { swatchAt } from '../../core/plan/3-stacks/poolColours'
import type { Point2 } from '../../core/physics/shape/polygon'
import How from '../components/How.vue'
import KeptRuns from '../components/KeptRuns.vue'
import NumberField from '../components/NumberField.vue'
import RunChecks from '../components/RunChecks.vue'
import RunLegend from '../components/RunLegend.vue'
import RunPlan, { type RunHandle } from '../drawings/RunPlan.vue'
import { mostOf, RUN_LAYERS, type RunLayer } from '../drawings/runPicture'
import BuildSection from '../components/BuildSection.vue'
import { mm, quantity, figure, number, said, unit } from '../words'
import { useBuildStore } from '../stores/build'
import { useRunningStore } from '../stores/running'
import ShareBar from '../components/ShareBar.vue'

const store = useBuildStore()
const running = useRunningStore()
const router = useRouter()
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const layer = ref<RunLayer>('foam')
const lines = ref(true)
const shownId = ref('')
const besideId = ref('')
const probe = ref<Point2 | null>(null)
/** Whether pools begin full or empty. */
const from = ref<'levels' | 'dry'>('levels')
const sea = computed(() => wavesOf(build.value)[0] ?? null)
const phase = ref(sea.value?.phase ?? 0)

/** Kept runs that were opened: an edit of the build leaves them as they are. */
const openedRuns = new WeakMap<KeptRun, RunResult>()
function opened(id: string): RunResult | null {
  const kept = build.value.running.kept.find((k) => k.id === id)
  if (!kept) return null
  const run = openedRuns.get(kept) ?? openRun(kept, scaleRatio(build.value.scale) ?? 1)
  openedRuns.set(kept, run)
  return run
}
/** Water that runs is shown; at rest, what it mostly is, or the kept run that the builder chose. */
const live = computed(() => running.state !== 'idle')
const keptShown = computed(
  () => shownId.value || (live.value ? '' : (plan.value?.forms.ran?.id ?? ''))
)
const keptRun = computed(() => opened(keptShown.value))
const run = computed(
  () =>
    keptRun.value ?? (running.state === 'done' && running.usual ? running.usual.run : running.now)
)
const ran = computed(() => {
  if (keptShown.value)
    return plan.value?.forms.ran?.id === keptShown.value ? plan.value.forms.ran : null
  return running.usual?.ran ?? null
})
const beside = computed(() => opened(besideId.value))
const most = computed(() =>
  run.value
    ? Math.max(mostOf(run.value, layer.value), beside.value ? mostOf(beside.value, layer.value) : 0)
    : 0
)
const section = computed(() => (run.value ? surfaceAlong(run.value, build.value.section) : []))
const here = computed(() => (probe.value && run.value ? runAt(run.value, probe.value) : null))
const there = computed(() =>
  probe.value && beside.value ? runAt(beside.value, probe.value) : null
)
/** Where the water comes in: as the builder says, at once; else at the head of the chain. */
const source = computed<Point2 | null>(() => {
  if (!streams.value) return null
  const given = build.value.running.source
  return given ? [given.x, given.y] : (plan.value?.forms.source ?? null)
})
const out = computed<Point2 | null>(() =>
  build.value.running.out ? [build.value.running.out.x, build.value.running.out.y] : null
)
const streams = computed(
  () => (plan.value?.forms.falls.length ?? 0) + (plan.value?.forms.reaches.length ?? 0) > 0
)
const flow = computed(() => plan.value?.forms.run.flow.dischargeM3S ?? 0)
const seconds = (ms: number) => `${number(ms / 1000)} s`
const NAMES = { quiet: 'quiet', 'near-critical': 'restless', fast: 'fast' }

const sluice = (by: number) =>
  store.edit('Sluice', setFlow({ dischargeM3S: Number((flow.value * by).toPrecision(3)) }))
function drag(what: RunHandle, to: Point2): void {
  if (what.kind === 'rock')
    store.edit(
      'Move a rock',
      changeBoulder(what.water, what.rock, { x: to[0], y: to[1] }),
      `drag:${what.rock}`
    )
  else if (what.kind === 'thing')
    store.edit('Move what stands there', moveThing(what.water, what.rock, to), `drag:${what.rock}`)
  else
    store.edit(
      what.kind === 'source' ? 'Move the source' : 'Move the way out',
      placeEnd(what.kind, to),
      `drag:${what.kind}`
    )
}
/** A rock where the builder pointed, in the nearest run. */
function putRock(): void {
  const at = probe.value
  const reach = reachesOf(build.value)[0]
  if (at && reach) store.edit('Try a rock here', addBoulder(reach.id, at))
}
/** A ledge across the water where the builder pointed. */
const putLedge = () =>
  probe.value &&
  here.value &&
  store.edit('Try a ledge here', tryLedge(probe.value, here.value.levelMm - here.value.depthMm))
/** Tint as it is seen over so much water. */
const tint = computed(() => {
  const pool = probe.value && poolUnder(build.value, probe.value)
  const colours = pool && plan.value?.stacks.pools.find((s) => s.id === pool.id)?.colours
  return colours && here.value ? swatchAt(colours, here.value.depthMm) : null
})
function go(): void {
  shownId.value = ''
  running.start(streams.value ? from.value : 'levels')
}
function goOn(id: string): void {
  const from = opened(id)
  if (!from) return
  shownId.value = ''
  running.start(from)
}
function keep(): void {
  running.keep(`Run ${build.value.running.kept.length + 1}`)
  shownId.value = ''
}
watch(phase, (p) => running.look(p))
const freeze = () =>
  sea.value &&
  store.edit(
    'Moment of the waves',
    changeSea(sea.value.id, { phase: Math.round(phase.value * 100) / 100 })
  )
</script>

<template>
  <WorkTop tray="The run">
    <div class="panel leafed plan-box">
      <div class="leaves">
        <LeafTabs
          v-model="layer"
          class="tabs"
          label="What is shown of the water"
          :names="RUN_LAYERS"
        />
        <ElCheckbox v-model="lines" class="check" data-test="lines">strokes and spray</ElCheckbox>
        <span class="grow right"><RunLegend v-if="run" :layer="layer" :most="most" /></span>
      </div>
      <div class="pair grow" :class="{ across: build.base.widthMm < 1.9 * build.base.depthMm }">
        <div class="drawing-box">
          <DrawingFrame name="Plan of the running water" round
            ><RunPlan
              v-if="plan"
              works
              :build="build"
              :plan="plan"
              :run="run"
              :ran="ran"
              :layer="layer"
              :most="most"
              :lines="lines"
              :probe="probe"
              :source="source"
              :out="out"
              @ask="probe = $event"
              @drag="drag"
              @settled="store.endGroup"
              @section="
                (line) => store.edit('Section line', (b) => ({ ...b, section: line }), 'section')
              "
          /></DrawingFrame>
        </div>
        <div v-if="beside && plan" class="drawing-box second" data-test="beside">
          <p class="caption">{{ build.running.kept.find((k) => k.id === besideId)?.name }}</p>
          <RunPlan
            :build="build"
            :plan="plan"
            :run="beside"
            :ran="plan.forms.ran?.id === besideId ? plan.forms.ran : null"
            :layer="layer"
            :most="most"
            :lines="lines"
            :probe="probe"
          />
        </div>
      </div>
    </div>
    <div class="panel leafed section-box">
      <div class="drawing-box grow">
        <BuildSection v-if="plan" :plan="plan" :ran="section" selected="" />
      </div>
    </div>
    <template #tray>
      <section class="panel pad stack" data-test="run-panel">
        <div class="row">
          <h2 class="grow">Run the water</h2>
          <ElButton class="tool" @click="router.push({ name: 'water', params: { id: build.id } })">
            Back to Water
          </ElButton>
        </div>
        <p v-if="!run && running.state === 'idle'">No water has run here yet.</p>
        <div class="row acts">
          <ElButton
            v-if="running.state === 'idle' || running.state === 'done'"
            class="tool main grow"
            data-test="run-start"
            @click="go"
          >
            {{ running.state === 'done' ? 'Run anew' : 'Run the water' }}
          </ElButton>
          <ElButton
            v-if="running.state === 'done' && running.now"
            class="tool grow"
            :class="{ main: running.stale }"
            data-test="run-again"
            @click="running.again()"
          >
            Run on
          </ElButton>
          <ElButton
            v-if="running.state === 'running'"
            class="tool grow"
            data-test="run-pause"
            @click="running.pause(true)"
          >
            Pause
          </ElButton>
          <ElButton
            v-if="running.state === 'paused'"
            class="tool main grow"
            data-test="run-resume"
            @click="running.pause(false)"
          >
            Go on
          </ElButton>
          <ElButton
            v-if="running.state === 'running' || running.state === 'paused'"
            class="tool danger"
            data-test="run-stop"
            @click="running.stop()"
          >
            Stop
          </ElButton>
          <ElButton v-if="running.now" class="tool" data-test="run-keep" @click="keep"
            >Keep</ElButton
          >
        </div>
        <ElRadioGroup
          v-if="streams && (running.state === 'idle' || running.state === 'done')"
          v-model="from"
          class="row begin"
          aria-label="How it begins"
        >
          <ElRadio value="levels">pools full</ElRadio>
          <ElRadio value="dry" data-test="from-dry">from dry ground</ElRadio>
        </ElRadioGroup>
        <p
          v-for="(n, i) in running.notes"
          :key="i"
          :class="n.stops ? 'fault' : 'small note'"
          :role="n.stops ? 'alert' : undefined"
          data-test="run-note"
        >
          {{ said(n.message) }}.
        </p>
        <p v-if="running.problem" class="fault" role="alert">
          {{ running.problem }}
        </p>
        <template v-if="running.progress && live">
          <div
            class="passes"
            role="status"
            data-test="run-progress"
            :data-state="running.state"
            :data-usable="running.progress.usable"
          >
            <ShareBar
              v-for="p in running.progress.passes"
              :key="p"
              class="bar"
              :label="`Pass ${p} of ${running.progress.passes}`"
              :share="
                p < running.progress.pass || running.progress.done
                  ? 1
                  : p === running.progress.pass
                    ? running.progress.share
                    : 0
              "
            />
          </div>
          <p class="small">
            {{ running.progress.usable ? 'Worth reading; ' : 'Settling; '
            }}{{
              running.progress.done
                ? 'as sharp as it gets'
                : `cells of ${mm(running.progress.cellMm)}, pass ${running.progress.pass} of ${running.progress.passes}`
            }}. Has run {{ number(running.progress.ranS) }} s full size in
            {{ seconds(running.spentMs)
            }}<template v-if="run && run.periodS === null"
              >; in {{ figure(run.inM3S, 'm³/s') }}, out
              {{ quantity(run.outM3S, 'm³/s') }}</template
            >.
          </p>
        </template>
        <p v-if="run && leavesBed(run)" class="note small" data-test="strays">
          The water leaves its bed: {{ Math.round(run.strays.pct) }} % of it lies on the banks. Let
          less run, or raise the banks on Ground.
        </p>
        <p v-if="running.stale && running.state === 'done'" class="note small">
          Ground or flow have changed since: let it run on.
        </p>
        <div v-if="streams" class="row sluice">
          <span class="grow"
            >Sluice <b class="figure">{{ quantity(flow, 'm³/s') }}</b></span
          ><ElButton class="tool" aria-label="Close the sluice by a fifth" @click="sluice(0.8)">
            − ⅕</ElButton
          ><ElButton
            class="tool"
            data-test="sluice-more"
            aria-label="Open the sluice by a fifth"
            @click="sluice(1.2)"
          >
            + ⅕
          </ElButton>
        </div>
        <div v-if="streams" class="row">
          <ElButton
            v-if="build.running.source"
            class="tool"
            @click="store.edit('Source by the chain', placeEnd('source', null))"
          >
            Source by the chain</ElButton
          ><ElButton
            v-if="!build.running.out"
            class="tool"
            @click="
              store.edit(
                'A way out',
                placeEnd('out', probe ?? [build.base.widthMm / 2, build.base.depthMm / 2])
              )
            "
          >
            Give it a way out</ElButton
          ><ElButton
            v-else
            class="tool"
            @click="store.edit('Way out by the chain', placeEnd('out', null))"
          >
            Way out by the chain
          </ElButton>
        </div>
        <div v-if="run && run.periodS !== null && !keptShown" class="stack tight">
          <span class="small"
            >Moment of the period: {{ number(phase * run.periodS) }} of
            {{ number(run.periodS) }} s</span
          ><ElSlider
            v-model="phase"
            :min="0"
            :max="1 - 1 / MOMENTS"
            :step="1 / MOMENTS"
            :show-tooltip="false"
            aria-label="Moment of the period"
            data-test="phase"
            @change="freeze"
          />
        </div>
        <p v-if="ran && ran.periodS !== null && lines" class="small key" data-test="lines-key">
          <svg viewBox="0 0 26 10" aria-hidden="true">
            <path class="crest-key" d="M1 5H25" />
          </svg>
          crests
          <svg viewBox="0 0 26 10" aria-hidden="true">
            <path class="wash-key" d="M1 5H25" />
          </svg>
          how far the wash goes up and back
        </p>
        <NumberField
          label="Strokes lie apart"
          unit="mm"
          :model-value="build.running.brushMm"
          :min="0.5"
          :max="200"
          :step="0.5"
          blank="by the ripples"
          @update:model-value="store.edit('Brush', setBrush($event), 'brush')"
        />
      </section>
      <section class="panel pad stack" data-test="run-here">
        <h3>Here</h3>
        <p v-if="!probe" class="small soft">Click the water to read it at a place.</p>
        <template v-else>
          <dl v-if="here" class="figures">
            <div>
              <dt>Depth</dt>
              <dd>
                <How :about="explainRunAt(here)">{{ mm(here.depthMm) }}</How>
                {{ ' ' }}<small v-if="there">{{ mm(there.depthMm) }} beside</small>
              </dd>
            </div>
            <div>
              <dt>Speed</dt>
              <dd>
                {{ figure(here.speedMS, 'm/s') }}
                <small
                  >{{ unit('m/s') }} full size, {{ NAMES[here.kind] }}, Fr
                  {{ number(here.froude) }}</small
                >
              </dd>
            </div>
            <div>
              <dt>White</dt>
              <dd>
                {{ Math.round(here.whitePct) }} %
                <small v-if="here.whitePct > 3">{{ number(here.foamAgeS) }} s old</small
                ><small v-if="there">{{ Math.round(there.whitePct) }} % beside</small>
              </dd>
            </div>
            <div>
              <dt>Stands at</dt>
              <dd>{{ mm(here.levelMm) }}</dd>
            </div>
            <div v-if="tint">
              <dt>Tint at that depth</dt>
              <dd>
                <svg
                  class="swatch"
                  viewBox="0 0 40 18"
                  role="img"
                  :aria-label="`Colour ${tint.colour}`"
                >
                  <rect width="40" height="18" :fill="tint.colour" />
                </svg>
              </dd>
            </div>
          </dl>
          <p v-else class="small">Dry there.</p>
          <div class="row tries">
            <ElButton
              v-if="reachesOf(build).length"
              class="tool"
              data-test="try-rock"
              @click="putRock"
            >
              Try a rock here</ElButton
            ><ElButton class="tool" data-test="try-ledge" :disabled="!here" @click="putLedge">
              Try a ledge here
            </ElButton>
          </div>
        </template>
      </section>
      <RunChecks
        v-if="ran && plan"
        :build="build"
        :ran="ran"
        :forms-white="plan.forms.formsWhite"
      />
      <KeptRuns
        :shown="keptShown"
        :beside="besideId"
        @show="shownId = $event"
        @beside="besideId = $event"
        @from="goOn"
      />
    </template>
  </WorkTop>
</template>

<style scoped>
.plan-box {
  flex: 1.7;
  min-height: 240px;
}
.section-box {
  flex: 1;
  min-height: 150px;
}
.pair {
  display: flex;
  gap: 6px;
  min-height: 0;
  flex-direction: column;
  flex: 1;
}
.pair.across {
  flex-direction: row;
}
.pair .drawing-box {
  flex: 1;
  position: relative;
  min-height: 0;
}
@media (max-width: 43.75rem) {
  .pair.across {
    flex-direction: column;
  }
  .pair .drawing-box {
    flex: none;
    min-height: 240px;
  }
}
.second {
  border-top: 2px solid var(--line-strong);
}
.across .second {
  border-top: 0;
  border-left: 2px solid var(--line-strong);
}
.caption {
  position: absolute;
  left: 10px;
  top: 4px;
  margin: 0;
  z-index: 1;
  font-weight: 650;
}
.check {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-size: 0.8438rem;
  padding: 0 8px;
}
.right {
  flex: 1 0 auto;
  text-align: right;
  padding: 0 8px 2px 0;
}
.leaves {
  flex-wrap: wrap;
}
.acts {
  flex-wrap: wrap;
  gap: 6px;
}
.acts .tool {
  justify-content: center;
  min-height: 42px;
}
.begin {
  gap: 16px;
  font-size: 0.875rem;
}
.passes {
  display: flex;
  gap: 4px;
}
.bar {
  flex: 1;
}
p.note::first-letter,
p.fault::first-letter {
  text-transform: uppercase;
}
.note {
  border-left: 4px solid var(--brass);
  padding-left: 8px;
  margin: 0;
}
.tight {
  gap: 2px;
}
.key {
  margin: 0;
}
.key svg {
  width: 26px;
  height: 10px;
  background: var(--water);
  vertical-align: middle;
}
.crest-key {
  stroke: #fdfffe;
  stroke-width: 2.6;
}
.wash-key {
  stroke: var(--red-lead);
  stroke-width: 2;
  stroke-dasharray: 2 3;
}
.key svg:last-of-type {
  background: none;
  margin-left: 8px;
}
.swatch {
  width: 62px;
  height: 22px;
  border: 1px solid var(--ink);
}
.tries .tool {
  flex: 1;
  justify-content: center;
  padding: 4px 6px;
}
.figures small {
  display: block;
}
</style>
