<script setup lang="ts">
import { useUnderlay } from '../drawings/underlay'
import { unit } from '../words'
import { isPlain, isTyping } from '../typing'
import DrawingFrame from '../components/DrawingFrame.vue'
import ChoiceField from '../components/ChoiceField.vue'
import { ElButton } from 'element-plus'
import WorkTop from '../components/WorkTop.vue'
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue'
import {
  addCorner,
  addSounding,
  changePool,
  changeSounding,
  drawOutline,
  moveCorner,
  removeCorner,
  removeSounding,
  setEdge,
  type Edit
} from '../../core/build/edits'
import { moveThing } from '../../core/build/runEdits'
import type { Pool } from '../../core/build/types'
import { insideRing, type Point2 } from '../../core/physics/shape/polygon'
import { ofKind } from '../../core/craft/materials/shelf'
import { contoursOf } from '../../core/build/landEdits'
import { isLine, LAND_TOOLS, useSculpting } from '../sculpting'
import type { Act } from '../drawings/acts'
import FindingsList from '../components/FindingsList.vue'
import GroundExtras from '../components/GroundExtras.vue'
import NumberField from '../components/NumberField.vue'
import WhenNear from '../components/WhenNear.vue'
import PlanDrawing, { type PlanTool } from '../drawings/PlanDrawing.vue'
import BuildSection from '../components/BuildSection.vue'
import { usePhone } from '../screens'
import { useBuildStore } from '../stores/build'

/** Fetched when they are asked for, or come in sight. */
const LandPanel = defineAsyncComponent(() => import('../components/LandPanel.vue'))
const LandBrush = defineAsyncComponent(() => import('../drawings/LandBrush.vue'))
const LevelPanel = defineAsyncComponent(() => import('../components/LevelPanel.vue'))
const LandTools = defineAsyncComponent(() => import('../components/LandTools.vue'))
const ScanDialog = defineAsyncComponent(() => import('../components/ScanDialog.vue'))
const SoundingsTable = defineAsyncComponent(() => import('../components/SoundingsTable.vue'))

const store = useBuildStore()
const underlay = useUnderlay('plan')
const phone = usePhone()
const tool = ref<PlanTool>('move')
const TOOLS: { id: PlanTool; key: string; name: string; what: string }[] = [
  { id: 'move', key: 'M', name: 'Move', what: 'Drag outline points, soundings, the section line' },
  { id: 'corner', key: 'O', name: 'Point', what: 'Click an edge to put a point into it' },
  { id: 'dip', key: 'D', name: 'Dip', what: 'Click where the skewer went in' },
  { id: 'edge', key: 'E', name: 'Edge', what: 'Click an edge: shore or dam' },
  { id: 'remove', key: 'X', name: 'Remove', what: 'Click a point or sounding to take it away' },
  { id: 'draw', key: 'L', name: 'Draw', what: 'Click round the pool, Enter closes it' }
]
const landforms = computed(() => ofKind(store.shelf, 'landform'))
const shells = computed(() => ofKind(store.shelf, 'shell'))
const seals = computed(() => ofKind(store.shelf, 'sealer'))
const scanning = ref(false)
const forLand = ref(false)
/** Whether the waters' outlines are in hand, or the land about them. */
const onLand = ref(false)
const land = useSculpting()
const contours = computed(() => contoursOf(build.value))

const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const pool = computed(() => store.pool)
const ground = computed(() => plan.value?.ground.pools.find((g) => g.id === pool.value?.id))
const faults = computed(() => ground.value?.faults ?? [])
const faultsAt = computed(() => faults.value.flatMap((f) => (f.at ? [f.at] : [])))
const outlineFault = computed(() => faults.value.find((f) => f.path.includes('.outline')))
const heightForDip = ref<number | null>(null)

const kindOf = (corner: string) => pool.value?.outline.find((c) => c.id === corner)?.edge
const setGround = (change: Partial<Pool> | object) =>
  store.edit('Ground', (b) => ({ ...b, ground: { ...b.ground, ...change } }), 'ground')
const setBase = (change: object) =>
  store.edit('Base size', (b) => ({ ...b, base: { ...b.base, ...change } }), 'base')
const change = (label: string, edit: Edit, group = '') => store.edit(label, edit, group)

function dip(id: string, [x, y]: Point2): void {
  const depth = ground.value?.maxDepthMm || 5
  change(
    'Add sounding',
    addSounding(id, [
      x,
      y,
      heightForDip.value ?? Math.round((pool.value!.levelMm - depth * 0.7) * 2) / 2
    ])
  )
}
function drawn(points: Point2[]): void {
  if (pool.value) change('Draw the outline', drawOutline(pool.value.id, points))
  tool.value = 'move'
}
function pressed(event: KeyboardEvent): void {
  if (isTyping(event) || !isPlain(event)) return
  if (onLand.value) {
    const brush = LAND_TOOLS.find((t) => t.key.toLowerCase() === event.key.toLowerCase())
    if (brush) land.tool.value = brush.id
    else if (event.key === '[') land.radiusMm.value = Math.max(2, land.radiusMm.value / 1.25)
    else if (event.key === ']') land.radiusMm.value = Math.min(100, land.radiusMm.value * 1.25)
    return
  }
  const found = TOOLS.find((t) => t.key.toLowerCase() === event.key.toLowerCase())
  if (found) tool.value = found.id
}
onMounted(() => window.addEventListener('keydown', pressed))
onBeforeUnmount(() => window.removeEventListener('keydown', pressed))

const drawing = ref<InstanceType<typeof PlanDrawing> | null>(null)
/** What can be done at a place of the plan without taking its tool in hand. */
function actsAt(event: MouseEvent): Act[] {
  if (!drawing.value) return []
  const { at, edge } = drawing.value.spot(event)
  const under = store.pools.find((p) =>
    insideRing(
      at,
      p.outline.map((c): Point2 => [c.x, c.y])
    )
  )
  const { widthMm, depthMm } = build.value.base
  const through = (from: [number, number], to: [number, number]) => () =>
    change('Section line', (b) => ({ ...b, section: { from, to } }))
  const [x, y] = at.map((v) => Math.round(v * 2) / 2)
  const acts: Act[] = []
  if (under && under.id !== pool.value?.id)
    acts.push({ name: `Take ${under.name} in hand`, go: () => (store.selected = under.id) })
  if (under) acts.push({ name: `Dip ${under.name} here`, go: () => dip(under.id, at) })
  if (edge) {
    const { pool: owner, corner } = edge
    const dam = owner.outline.find((c) => c.id === corner)?.edge === 'dam'
    acts.push(
      {
        name: 'Outline point here',
        go: () => change('Add outline point', addCorner(owner.id, corner, at))
      },
      {
        name: dam ? 'This edge is shore' : 'This edge is a dam',
        go: () => change('Shore or dam', setEdge(owner.id, corner, dam ? 'shore' : 'dam'))
      }
    )
  }
  acts.push(
    { name: 'Section through here, front to back', go: through([x, 0], [x, depthMm]), apart: true },
    { name: 'Section through here, left to right', go: through([0, y], [widthMm, y]) }
  )
  return acts
}
</script>

<template>
  <WorkTop :drawings="{ tall: build.base.depthMm > 1.1 * build.base.widthMm }" tray="Base and room">
    <div
      class="panel drawing-box plan-box"
      :style="{ '--base-shape': build.base.depthMm / build.base.widthMm }"
    >
      <DrawingFrame name="Plan" :acts="actsAt" round>
        <template #beside>
          <div class="palette" :class="{ wide: onLand }" role="toolbar" aria-label="Plan tools">
            <span v-if="phone" class="later small soft"
              >Look and measure here; outlines are drawn on a larger screen.</span
            >
            <div class="row in-hand" role="group" aria-label="What is in hand">
              <ElButton
                class="tool"
                :aria-pressed="!onLand"
                data-test="in-hand-waters"
                @click="onLand = false"
                >Waters</ElButton
              ><ElButton
                class="tool"
                :aria-pressed="onLand"
                data-test="in-hand-land"
                @click="onLand = true"
                >Land</ElButton
              >
            </div>
            <LandTools v-if="onLand" :land="land" />
            <template v-else>
              <ElButton
                v-for="t in TOOLS"
                :key="t.id"
                class="tool"
                :aria-pressed="tool === t.id"
                :title="t.what"
                :data-tool-name="t.id"
                @click="tool = t.id"
              >
                {{ t.name }} <kbd>{{ t.key }}</kbd>
              </ElButton>
              <span class="soft small what">{{ TOOLS.find((t) => t.id === tool)?.what }}</span>
            </template>
            <p class="legend small">
              <span><i class="key dam"></i>dam</span><span><i class="key shore"></i>shore</span
              ><span><i class="key cut"></i>section A–B</span
              ><span class="soft">figures: dip, {{ unit('mm') }}</span>
            </p>
          </div>
        </template>
        <PlanDrawing
          ref="drawing"
          v-if="plan"
          :base="build.base"
          :pools="store.pools"
          :grounds="plan.ground.pools"
          :falls="plan.forms.falls"
          :section="build.section"
          :underlay="underlay"
          :land="build.land || land.busy.value ? land.field.value : null"
          :working="land.busy.value"
          :tool="onLand ? 'look' : tool"
          :selected="pool?.id ?? ''"
          :faults-at="faultsAt"
          :next-dip="ground?.nextDip?.at ?? null"
          @select="store.selected = $event"
          @settled="store.endGroup"
          @move-corner="
            (p, c, at) => change('Move outline point', moveCorner(p, c, at), `corner:${c}`)
          "
          @add-corner="(p, c, at) => change('Add outline point', addCorner(p, c, at))"
          @remove-corner="(p, c) => change('Remove outline point', removeCorner(p, c))"
          @edge="
            (p, c) => change('Shore or dam', setEdge(p, c, kindOf(c) === 'dam' ? 'shore' : 'dam'))
          "
          @dip="dip"
          @move-dip="
            (p, i, at) =>
              change(
                'Move sounding',
                changeSounding(p, i, [
                  Math.round(at[0] * 10) / 10,
                  Math.round(at[1] * 10) / 10,
                  pool!.soundings[i][2]
                ]),
                `dip:${i}`
              )
          "
          @move-thing="
            (p, id, at) => change('Move what stands', moveThing(p, id, at), `thing:${id}`)
          "
          @remove-dip="(p, i) => change('Remove sounding', removeSounding(p, i))"
          @drawn="drawn"
          @section="(line) => change('Section line', (b) => ({ ...b, section: line }), 'section')"
        >
          <template #handles="{ toX, toY, scale, place }">
            <g v-if="onLand">
              <polyline
                v-for="(c, i) in contours"
                :key="i"
                class="contour"
                :points="c.points.map(([x, y]) => `${toX(x)},${toY(y)}`).join(' ')"
              />
              <LandBrush
                :base="build.base"
                :radius-mm="land.radiusMm.value"
                :lines="isLine(land.tool.value)"
                :height-at="land.heightAt"
                :to-x="toX"
                :to-y="toY"
                :scale="scale"
                :place="place"
                @begin="land.begin"
                @go="land.go"
                @end="land.end"
                @cancel="land.cancel"
              />
            </g>
          </template>
        </PlanDrawing>
      </DrawingFrame>
    </div>
    <div class="panel drawing-box section-box">
      <BuildSection v-if="plan" :plan="plan" :selected="pool?.id ?? ''" />
    </div>
    <template #tray>
      <FindingsList :findings="plan?.findings ?? []" place="ground" show="loud" />
      <LandPanel v-if="onLand || build.land" @scan="((forLand = true), (scanning = true))" />
      <section class="panel pad stack">
        <div class="row">
          <h2 class="grow">Pool</h2>
          <ElButton
            v-if="pool"
            class="tool"
            data-test="scan"
            @click="((forLand = false), (scanning = true))"
          >
            From a file…
          </ElButton>
          <ChoiceField
            v-if="pool && store.pools.length > 1"
            class="pick"
            label="Pool"
            bare
            :model-value="pool.id"
            :options="store.pools"
            data-test="pool-pick"
            @update:model-value="store.selected = $event"
          />
        </div>
        <p v-if="!pool">No pool yet: add one on Water.</p>
        <template v-else>
          <p v-if="outlineFault" class="fault" role="alert">
            {{ outlineFault.message }}
          </p>
          <div class="grid2">
            <NumberField
              label="Brim, along the shore"
              unit="mm"
              :model-value="pool.brimMm"
              :min="-1000"
              :max="10000"
              :step="0.5"
              @update:model-value="change('Brim', changePool(pool.id, { brimMm: $event! }), 'brim')"
            />
            <NumberField
              v-model="heightForDip"
              label="Height of new dips"
              unit="mm"
              :min="-1000"
              :max="10000"
              :step="0.5"
              blank="by the depth"
            />
          </div>
        </template>
      </section>
      <GroundExtras :pool="pool" :ground="ground" />
      <!-- until the plan is there, panels over it are missing: it would stand in sight -->
      <WhenNear v-if="plan" :least-px="460">
        <div class="later-on">
          <LevelPanel :plan="plan" />
          <SoundingsTable v-if="pool" :pool="pool" :faults="faults" />
        </div>
      </WhenNear>
      <section class="panel pad stack">
        <h2>Base and land</h2>
        <div class="grid2">
          <NumberField
            label="Left to right"
            unit="mm"
            :model-value="build.base.widthMm"
            :min="10"
            :max="10000"
            :step="10"
            @update:model-value="setBase({ widthMm: $event })"
          />
          <NumberField
            label="Front to back"
            unit="mm"
            :model-value="build.base.depthMm"
            :min="10"
            :max="10000"
            :step="10"
            @update:model-value="setBase({ depthMm: $event })"
          />
          <NumberField
            label="Rocks to cast"
            unit="ml"
            :model-value="build.ground.castingsMl"
            :min="0"
            :max="100000"
            :step="10"
            @update:model-value="setGround({ castingsMl: $event })"
          />
          <NumberField
            v-if="!build.land"
            label="Bank height"
            unit="mm"
            :model-value="build.ground.bankMm"
            :min="0"
            :max="10000"
            @update:model-value="setGround({ bankMm: $event })"
          />
          <NumberField
            label="Shell thickness"
            unit="mm"
            :model-value="build.ground.shellMm"
            :min="0"
            :max="100"
            :step="0.5"
            @update:model-value="setGround({ shellMm: $event })"
          />
        </div>
        <ChoiceField
          label="Landform"
          :model-value="build.ground.landform"
          :options="landforms"
          @update:model-value="setGround({ landform: $event })"
        />
        <ChoiceField
          label="Shell"
          :model-value="build.ground.shell"
          :options="shells"
          @update:model-value="setGround({ shell: $event })"
        />
        <div class="grid2">
          <ChoiceField
            label="Seal"
            :model-value="build.ground.seal"
            :options="seals"
            @update:model-value="setGround({ seal: $event })"
          />
          <NumberField
            label="Coats of it"
            :model-value="build.ground.sealCoats"
            :min="0"
            :max="10"
            whole
            @update:model-value="setGround({ sealCoats: $event })"
          />
        </div>
        <p class="small soft">
          {{ landforms.find((m) => m.id === build.ground.landform)?.note ?? '' }}
          {{ shells.find((m) => m.id === build.ground.shell)?.note ?? '' }}
        </p>
      </section>
      <ScanDialog
        v-if="scanning"
        v-model="scanning"
        :for-land="forLand"
        :grounds="plan?.ground.pools ?? []"
      />
      <FindingsList :findings="plan?.findings ?? []" place="ground" show="notes" />
    </template>
  </WorkTop>
</template>

<style scoped>
.plan-box {
  flex: 1.75;
  display: flex;
  flex-direction: column;
}
.section-box {
  flex: 1;
  min-height: 180px;
}
/* beside a plan wider than it is tall there is room: the tools stand there, not over it */
.palette {
  display: flex;
  flex-direction: column;
  gap: 5px;
  width: 132px;
  flex: none;
  padding: 10px 0 8px 12px;
  overflow: auto;
}
.palette .tool {
  flex: none;
  justify-content: space-between;
  min-height: 32px;
  padding: 3px 9px;
}
.palette.wide {
  width: 178px;
  padding-right: 6px;
}
.what {
  min-height: 4.2em;
}
.legend {
  display: grid;
  gap: 2px;
  margin-top: auto;
}
.legend > span {
  display: flex;
  align-items: center;
  gap: 7px;
}
.key {
  width: 22px;
  height: 0;
  display: inline-block;
  border-top: 4px solid var(--red-lead);
}
.key.shore {
  border-top: 2px dotted var(--ink);
}
.key.cut {
  border-top: 2px dashed var(--brass);
}
.in-hand {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 5px;
  margin-bottom: 4px;
}
.palette .in-hand .tool {
  min-width: 0;
  justify-content: center;
  margin: 0;
}
/* a line that the land is to lie through */
.contour {
  fill: none;
  stroke: var(--red-lead);
  stroke-width: 2;
  pointer-events: none;
}
.pick {
  width: auto;
}
.later-on {
  display: contents;
}
/* on a laptop's screen tools, hint and key stand closer, so that none is cut */
@media (max-height: 52rem) {
  .palette {
    gap: 3px;
    padding-top: 5px;
  }
  .palette .in-hand {
    margin-bottom: 1px;
  }
  .legend {
    gap: 0;
  }
}
/* a base deeper than wide: plan and section stand side by side */
:deep(.tall) {
  flex-direction: row;
}
.tall .plan-box {
  flex: 1;
}
.tall .section-box {
  flex: 1.15;
  max-height: 62%;
}
:deep(.tall .drawing-frame) {
  flex-direction: column;
}
.tall .palette {
  flex-flow: row wrap;
  width: auto;
  padding: 8px 12px 0;
}
.tall .what {
  display: none;
}
.tall .legend {
  grid-auto-flow: column;
  gap: 10px;
  margin: 0;
}
@media (max-width: 43.75rem) {
  .plan-box :deep(.drawing-frame) {
    flex-direction: column;
  }
  .plan-box .palette {
    width: auto;
    padding: 8px 12px 0;
  }
  .palette > :not(.later) {
    display: none;
  }
  /* as high as the base asks for, and the hint over it; the two buttons have room at least */
  .plan-box {
    height: clamp(300px, calc(80vw * var(--base-shape) + 130px), 110vw);
  }
  :deep(.tall) {
    flex-direction: column;
  }
  .tall .plan-box,
  .tall .section-box {
    flex: none;
    max-height: none;
  }
}
</style>
