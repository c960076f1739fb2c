<script setup lang="ts">
import { ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import 'element-plus/theme-chalk/el-tooltip.css'
import 'element-plus/theme-chalk/el-popper.css'
import { computed } from 'vue'
import { changeFall, changePool } from '../../core/build/edits'
import { BUILT_IN_SHELF, ofKind } from '../../core/materials/shelf'
import { wayFor } from '../../core/ways/catalog'
import FindingsList from '../components/FindingsList.vue'
import NumberField from '../components/NumberField.vue'
import StepList from '../components/StepList.vue'
import CoreSample from '../drawings/CoreSample.vue'
import SectionDrawing from '../drawings/SectionDrawing.vue'
import { ml, mm, number } from '../format'
import { useBuildStore } from '../stores/build'
import { useSettingsStore } from '../stores/settings'

const store = useBuildStore()
const settings = useSettingsStore()
const resins = ofKind(BUILT_IN_SHELF, 'resin')
const tints = ofKind(BUILT_IN_SHELF, 'tint')
const dams = ofKind(BUILT_IN_SHELF, 'dam')
const gels = ofKind(BUILT_IN_SHELF, 'gel')
const build = computed(() => store.build!)
const plan = computed(() => store.plan)
const water = computed(() => store.water)
const pool = computed(() => (water.value?.kind === 'pool' ? water.value : null))
const fall = computed(() => (water.value?.kind === 'fall' ? water.value : null))
const stack = computed(() => plan.value?.stacks.pools.find((s) => s.id === pool.value?.id))
const form = computed(() => plan.value?.forms.falls.find((f) => f.id === fall.value?.id))
const coats = computed(() => stack.value?.coats ?? plan.value?.stacks.falls.find((s) => s.id === fall.value?.id)?.coats ?? [])
const resin = computed(() => resins.find((r) => r.id === pool.value?.resin))
const way = computed(() => (water.value ? wayFor(water.value.kind, water.value.way) : null))
const steps = computed(() => (plan.value?.steps.steps ?? []).filter((s) => s.water === water.value?.id))
const value = (event: Event) => (event.target as HTMLSelectElement).value

function setTint(id: string, dropsPer100G: number): void {
  if (!pool.value) return
  const rest = pool.value.tints.filter((t) => t.id !== id)
  const next = dropsPer100G > 0 ? [...rest, { id, dropsPer100G }] : rest
  store.edit('Tint', changePool(pool.value.id, { tints: tints.flatMap((t) => next.filter((n) => n.id === t.id)) }), `tint:${id}`)
}
</script>

<template>
  <div class="bench">
    <div class="drawings">
      <div class="panel drawing-box section-box">
        <div class="exaggerate"><span class="small" aria-hidden="true">Heights × {{ number(settings.exaggeration) }}</span><ElSlider v-model="settings.exaggeration" :min="1" :max="6" :step="0.5" :show-tooltip="false" aria-label="Heights drawn taller" /></div>
        <SectionDrawing v-if="plan" layers :section="plan.ground.section" :pools="store.pools" :falls="plan.forms.falls" :stacks="plan.stacks.pools" :shell-mm="build.ground.shellMm" :exaggeration="settings.exaggeration" :selected="water?.id ?? ''" @select="store.selected = $event" />
      </div>
      <div class="lower">
        <div class="panel pad core">
          <h3>{{ water?.name }}: core at the deepest, top first</h3>
          <CoreSample :coats="coats" />
        </div>
        <div class="panel pad order">
          <h3>In the order of the trade</h3>
          <StepList :steps="steps" />
        </div>
      </div>
    </div>
    <div class="tray">
      <FindingsList :findings="plan?.findings ?? []" place="build-up" />
      <section class="panel pad stack">
        <label class="field"><span class="name">Water</span><select class="choice" :value="water?.id" data-test="water-pick" @change="store.selected = value($event)"><option v-for="w in build.waters" :key="w.id" :value="w.id">{{ w.name }}</option></select></label>
        <div v-if="way"><b>{{ way.name }}</b><p class="small soft">{{ way.note }}</p></div>
        <template v-if="pool">
          <label class="field"><span class="name">Resin</span><select class="choice" :value="pool.resin" data-test="resin" @change="store.edit('Resin', changePool(pool!.id, { resin: value($event) }))"><option v-for="r in resins" :key="r.id" :value="r.id">{{ r.name }}, {{ r.layerMaxMm }} mm at most</option></select></label>
          <p v-if="resin" class="small soft">{{ resin.note }} {{ resin.partA }} : {{ resin.partB }} by <b>{{ resin.basis }}</b>; next pour after {{ resin.nextPourH }} h, dam off after {{ resin.undamH }} h at {{ resin.labelC }} °C.</p>
          <table v-if="stack?.layers.length" class="plain">
            <thead><tr><th>Pour</th><th class="num">from–to</th><th class="num">thick</th><th class="num">takes</th></tr></thead>
            <tbody><tr v-for="(l, i) in stack.layers" :key="i"><td>{{ i + 1 }}</td><td class="num">{{ number(l.fromMm) }}–{{ mm(l.toMm) }}</td><td class="num">{{ mm(l.toMm - l.fromMm) }}</td><td class="num">{{ ml(l.volumeMl) }}</td></tr></tbody>
          </table>
          <div class="field"><span class="name">Tints, drops in 100 g</span>
            <div v-for="t in tints" :key="t.id" class="row tint"><span class="swatch" :style="{ background: t.colour }"></span><span class="grow">{{ t.name }}</span>
              <button class="tool" :aria-label="`Less ${t.name}`" :disabled="!pool.tints.some((x) => x.id === t.id)" @click="setTint(t.id, (pool!.tints.find((x) => x.id === t.id)?.dropsPer100G ?? 0) - 1)">−</button>
              <b class="count">{{ pool.tints.find((x) => x.id === t.id)?.dropsPer100G ?? 0 }}</b>
              <button class="tool" :aria-label="`More ${t.name}`" @click="setTint(t.id, (pool!.tints.find((x) => x.id === t.id)?.dropsPer100G ?? 0) + 1)">+</button></div>
          </div>
          <label class="field"><span class="name">Dam</span><select class="choice" :value="pool.dam" @change="store.edit('Dam', changePool(pool!.id, { dam: value($event) }))"><option v-for="d in dams" :key="d.id" :value="d.id">{{ d.name }}</option></select></label>
          <p class="small soft">{{ dams.find((d) => d.id === pool?.dam)?.note }}</p>
        </template>
        <template v-if="fall && form">
          <label class="field"><span class="name">Strips of</span><select class="choice" :value="fall.gel" @change="store.edit('Gel', changeFall(fall!.id, { gel: value($event) }))"><option v-for="g in gels" :key="g.id" :value="g.id">{{ g.name }}</option></select></label>
          <p class="small soft">{{ gels.find((g) => g.id === fall?.gel)?.note }}</p>
          <div class="grid2">
            <NumberField label="Width of a strip" unit="mm" :model-value="fall.stripWidthMm" :min="2" :max="500" @update:model-value="store.edit('Strip width', changeFall(fall!.id, { stripWidthMm: $event! }), 'stripwidth')" />
            <NumberField label="Spares to choose from" :model-value="fall.spares" :min="0" :max="100" whole @update:model-value="store.edit('Spares', changeFall(fall!.id, { spares: $event! }), 'spares')" />
          </div>
          <p>{{ form.strips }} strips hang side by side, each {{ mm(form.stripMm) }} long; make <b>{{ form.stripsToMake }}</b>.</p>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.section-box { flex: 1; min-height: 210px; }
.lower { flex: 1.1; display: flex; gap: 12px; min-height: 0; }
.core { flex: 1; overflow: auto; min-width: 0; }
.order { flex: 1.15; overflow: auto; min-width: 0; }
.exaggerate { position: absolute; right: 22px; top: 6px; z-index: 2; display: flex; gap: 14px; align-items: center; white-space: nowrap; }
.exaggerate .el-slider { width: 130px; }
.swatch { width: 22px; height: 22px; border-radius: 2px 10px 2px 10px; border: 1px solid var(--line-strong); }
.tint { gap: 8px; flex-wrap: nowrap; }
.tint .tool { min-width: 36px; justify-content: center; padding: 2px 8px; }
.count { min-width: 22px; text-align: center; }
</style>
