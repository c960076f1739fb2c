<script setup lang="ts">
import { computed, ref } from 'vue'
import { addFall, addPool, changeFall, changePool, removeWater } from '../../core/build/edits'
import { scaled, scaleRatio } from '../../core/calculators/scale'
import { explainDepth, explainPours, explainSd, explainStrip, explainStripCount, explainVolume } from '../../core/explain/explanations'
import FindingsList from '../components/FindingsList.vue'
import How from '../components/How.vue'
import LiveText from '../components/LiveText.vue'
import NumberField from '../components/NumberField.vue'
import PoolWays from '../components/PoolWays.vue'
import PlanDrawing from '../drawings/PlanDrawing.vue'
import SectionDrawing from '../drawings/SectionDrawing.vue'
import StageCurve from '../drawings/StageCurve.vue'
import StripSheet from '../drawings/StripSheet.vue'
import { cm2, ml, mm, number } from '../format'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

const store = useBuildStore()
const settings = useSettingsStore()
const choosingLip = ref(false)
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const water = computed(() => store.water)
const pool = computed(() => (water.value?.kind === 'pool' ? water.value : null))
const fall = computed(() => (water.value?.kind === 'fall' ? water.value : null))
const ground = computed(() => plan.value?.ground.pools.find((g) => g.id === pool.value?.id))
const form = computed(() => plan.value?.forms.falls.find((f) => f.id === fall.value?.id))
const layers = computed(() => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id)?.layers ?? [])
const heat = computed(() => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id)?.heat)
const ratio = computed(() => scaleRatio(build.value.scale) ?? 1)
const real = (mmOnModel: number) => `${number(scaled(ratio.value, mmOnModel).realM)} m real`
const poolName = (id: string | undefined | null) => store.pools.find((p) => p.id === id)?.name ?? 'no pool'

const setLevel = (id: string, levelMm: number) => store.edit('Level', changePool(id, { levelMm: Math.round(levelMm * 10) / 10 }), `level:${id}`)

function lipAt(poolId: string, corner: string): void {
  if (!fall.value) return
  store.edit('Choose the lip', changeFall(fall.value.id, { lip: { pool: poolId, corner }, into: fall.value.into === poolId ? null : fall.value.into }))
  choosingLip.value = false
}
function add(kind: 'pool' | 'fall'): void {
  const before = new Set(build.value.waters.map((w) => w.id))
  store.edit(kind === 'pool' ? 'Add a pool' : 'Add a fall', kind === 'pool' ? addPool : addFall)
  store.selected = build.value.waters.find((w) => !before.has(w.id))?.id ?? store.selected
}
function rename(text: string): void {
  const name = text.trim().slice(0, 120)
  const w = water.value
  if (!w || name === '') return
  store.edit('Rename water', w.kind === 'pool' ? changePool(w.id, { name }) : changeFall(w.id, { name }), `name:${w.id}`)
}
</script>

<template>
  <div class="bench">
    <div class="drawings">
      <div class="panel drawing-box section-box">
        <SectionDrawing
          v-if="plan" levels :section="plan.ground.section" :pools="store.pools" :falls="plan.forms.falls" :stacks="plan.stacks.pools" :shell-mm="build.ground.shellMm"
          :exaggeration="settings.exaggeration" :selected="water?.id ?? ''" @level="setLevel" @settled="store.endGroup" @select="store.selected = $event"
        />
      </div>
      <div class="lower">
        <div class="panel drawing-box plan-box">
          <div v-if="choosingLip" class="caption hint">Click the edge that the water falls over</div>
          <PlanDrawing
            v-if="plan" :base="build.base" :pools="store.pools" :grounds="plan.ground.pools" :falls="plan.forms.falls" :section="build.section" :tool="choosingLip ? 'lip' : 'look'"
            :selected="water?.id ?? ''" @select="store.selected = $event" @lip="lipAt" @settled="store.endGroup" @section="(line) => store.edit('Section line', (b) => ({ ...b, section: line }), 'section')"
          />
        </div>
        <div v-if="ground?.measured && pool" class="panel pad curve"><h3>What each level holds</h3><StageCurve :stage="ground.stage" :level-mm="pool.levelMm" :volume-ml="ground.volumeMl" /></div>
        <div v-if="fall && form && form.stripsToMake" class="panel pad curve"><h3>On the release sheet</h3><StripSheet :form="form" :strip-width-mm="fall.stripWidthMm" /></div>
      </div>
    </div>
    <div class="tray">
      <FindingsList :findings="plan?.findings ?? []" place="water" />
      <section class="panel pad stack">
        <div class="row"><h3 class="grow">Source to sink</h3><button class="tool" @click="add('pool')">+ Pool</button><button class="tool" :disabled="!store.pools.length" @click="add('fall')">+ Fall</button></div>
        <ol class="run">
          <li v-for="w in build.waters" :key="w.id"><button class="drop" :class="{ on: w.id === water?.id, fall: w.kind === 'fall' }" @click="store.selected = w.id"><span>{{ w.kind === 'fall' ? '↓' : '≈' }}</span> {{ w.name }}</button></li>
        </ol>
      </section>
      <section v-if="pool && ground" class="panel pad stack" data-test="pool-figures">
        <div class="row"><LiveText class="choice grow figure" :model-value="pool.name" aria-label="Name of the water" maxlength="120" @typed="rename" /><button class="tool danger" @click="store.edit('Remove water', removeWater(pool!.id))">Remove</button></div>
        <div class="grid2">
          <NumberField label="Level" unit="mm" :model-value="pool.levelMm" :min="-1000" :max="10000" :step="0.5" @update:model-value="setLevel(pool!.id, $event!)" />
          <NumberField label="Dam’s top" unit="mm" :model-value="pool.damTopMm" :min="-1000" :max="10000" :step="0.5" @update:model-value="store.edit('Dam', changePool(pool!.id, { damTopMm: $event! }), 'damtop')" />
        </div>
        <dl v-if="ground.measured" class="figures">
          <div><dt>Volume</dt><dd data-test="volume"><How :about="explainVolume(pool, ground)">{{ ml(ground.volumeMl) }}</How> <small v-if="ground.sdMl"><How :about="explainSd(ground)">± {{ ml(ground.sdMl) }}</How></small></dd></div>
          <div><dt>Surface</dt><dd data-test="area">{{ cm2(ground.areaMm2) }}</dd></div>
          <div><dt>Deepest</dt><dd data-test="deepest"><How :about="explainDepth(pool, ground)">{{ mm(ground.maxDepthMm) }}</How> <small>{{ real(ground.maxDepthMm) }}</small></dd></div>
          <div><dt>On average</dt><dd>{{ mm(ground.meanDepthMm) }}</dd></div>
          <div><dt>Pours</dt><dd data-test="pours"><How v-if="heat" :about="explainPours(heat)">{{ layers.length }}</How><template v-else>{{ layers.length }}</template> <small v-if="layers.length">of {{ mm(layers[0].toMm - layers[0].fromMm) }} at the deepest</small></dd></div>
        </dl>
        <p v-else class="fault">The ground cannot be measured yet: see Ground.</p>
        <p class="small soft">Click a figure to see where it comes from.</p>
      </section>
      <PoolWays v-if="pool && ground?.measured" :key="pool.id" :pool="pool" :plan="plan" />
      <section v-if="fall && form" class="panel pad stack" data-test="fall-figures">
        <div class="row"><LiveText class="choice grow figure" :model-value="fall.name" aria-label="Name of the water" maxlength="120" @typed="rename" /><button class="tool danger" @click="store.edit('Remove water', removeWater(fall!.id))">Remove</button></div>
        <div class="row"><span class="grow">Over the lip of <b>{{ poolName(fall.lip?.pool) }}</b></span><button class="tool" :aria-pressed="choosingLip" data-test="choose-lip" @click="choosingLip = !choosingLip">Choose on the plan</button></div>
        <label class="field"><span class="name">Into</span>
          <select class="choice" :value="fall.into ?? ''" @change="store.edit('Into', changeFall(fall!.id, { into: ($event.target as HTMLSelectElement).value || null }))">
            <option value="">the ground in front</option><option v-for="p in store.pools.filter((p) => p.id !== fall?.lip?.pool)" :key="p.id" :value="p.id">{{ p.name }}</option>
          </select></label>
        <div class="grid2">
          <NumberField label="Drop" unit="mm" :model-value="fall.dropMm" :min="0.5" :max="10000" :step="0.5" :blank="number(form.dropMm)" hint="blank: by the levels" @update:model-value="store.edit('Drop', changeFall(fall!.id, { dropMm: $event }), 'drop')" />
          <NumberField label="Width" unit="mm" :model-value="fall.widthMm" :min="0.5" :max="10000" :blank="number(form.widthMm)" hint="blank: by the lip" @update:model-value="store.edit('Width', changeFall(fall!.id, { widthMm: $event }), 'width')" />
        </div>
        <dl class="figures">
          <div><dt>Strips</dt><dd data-test="strips"><How :about="explainStripCount(form, fall)">{{ form.strips }}</How> <small>and {{ form.stripsToMake - form.strips }} to choose from</small></dd></div>
          <div><dt>Each</dt><dd data-test="strip-length"><How :about="explainStrip(form)">{{ mm(form.stripMm) }}</How> <small>× {{ mm(fall.stripWidthMm) }}</small></dd></div>
          <div><dt>Drop</dt><dd>{{ mm(form.dropMm) }} <small>{{ real(form.dropMm) }}</small></dd></div>
        </dl>
        <p class="small soft">Click a figure to see where it comes from. The sheet’s own curve is not worked out yet: it hangs straight.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.section-box { flex: 1.25; min-height: 220px; }
.lower { flex: 1; display: flex; gap: 12px; min-height: 0; }
.plan-box { flex: 1.6; }
.curve { flex: 1; min-width: 0; display: flex; flex-direction: column; }
.hint { background: var(--brass-wash); padding: 3px 10px; border-radius: 3px 10px 3px 10px; font-weight: 600; z-index: 2; }
.run { list-style: none; margin: 0; padding: 0; display: grid; gap: 4px; }
.drop { width: 100%; text-align: left; border: 0; background: none; padding: 6px 10px; border-radius: 3px 10px 3px 10px; cursor: pointer; min-height: 36px; }
.drop.fall { padding-left: 26px; }
.drop.on { background: var(--deep); color: var(--on-deep); }
.drop:hover:not(.on) { background: var(--sunk); }
</style>
