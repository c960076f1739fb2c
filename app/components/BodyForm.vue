<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { brownOverBands, changePool, darkBelowBands, setWay } from '../../core/build/edits'
import { ripplesOf, setRipples } from '../../core/build/lays'
import { USUAL_DOSE_G } from '../../core/build/newBuild'
import type { Band, Pool } from '../../core/build/types'
import { ofKind } from '../../core/craft/materials/shelf'
import type { PoolStack } from '../../core/plan/3-stacks/poolStack'
import { waysFor } from '../../core/craft/ways/catalog'
import { mm, ml, grams, figure, number, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import { bandsOf } from '../../core/build/bandsOf'
import DoseByColour from './DoseByColour.vue'
import DoseEditor from './DoseEditor.vue'
import NumberField from './NumberField.vue'

/** What a pool's body is made of: the way, its resin and tints, or its paper, lacquer and gel. */
const props = defineProps<{ pool: Pool; stack: PoolStack | undefined }>()
const store = useBuildStore()
const of = <K extends Parameters<typeof ofKind>[1]>(kind: K) => ofKind(store.shelf, kind)
const bandsSeen = computed(() =>
  bandsOf(props.pool, props.stack?.colours?.swatches.at(-1)?.depthMm ?? 0)
)
const resins = computed(() => of('resin'))
const tints = computed(() => of('tint'))
const way = computed(() => waysFor('pool').find((w) => w.id === props.pool.way))
const resin = computed(() => resins.value.find((r) => r.id === props.pool.resin))
const needs = computed(() => way.value?.body ?? {})
const poured = computed(() => needs.value.fill !== undefined)
const set = (label: string, change: Parameters<typeof changePool>[1], group = '') =>
  store.edit(label, changePool(props.pool.id, change), group && `${group}:${props.pool.id}`)
const setBand = (i: number, change: Partial<Band>) =>
  set(
    'Band',
    { bands: props.pool.bands.map((b, k) => (k === i ? { ...b, ...change } : b)) },
    `band${i}`
  )

/** Resin that doses are told for, g. */
const cupG = computed(() => store.build?.mixing.doseG ?? USUAL_DOSE_G)
const ripples = computed(() => ripplesOf(store.build!, props.pool))
const RIPPLED = [
  { id: 'own', name: 'stippled in ripple gel' },
  ...waysFor('coat')
    .filter((w) => w.ripples)
    .map((w) => ({ id: w.id, name: w.name.replace(/^Ripples,? /, '') })),
  { id: 'none', name: 'none: still water' }
]
const darkBelow = () => set('Dark below, clear above', { bands: darkBelowBands(props.pool) })
const brownOver = () => set('A second, brown pour', { bands: brownOverBands(props.pool) })
</script>

<template>
  <ChoiceField
    label="Way of working"
    :model-value="pool.way"
    :options="waysFor('pool')"
    data-test="way"
    @update:model-value="store.edit('Way', setWay(pool.id, $event))"
  />
  <p class="small soft">{{ said(way?.note ?? '') }}</p>
  <ChoiceField
    v-if="ripples !== null"
    label="Ripples"
    :model-value="ripples"
    :options="RIPPLED"
    data-test="ripples"
    @update:model-value="store.edit('Ripples', setRipples(pool, $event))"
  />

  <template v-if="needs.fill === 'two-part'">
    <ChoiceField
      label="Resin"
      :model-value="pool.resin"
      :options="resins"
      data-test="resin"
      @update:model-value="set('Resin', { resin: $event })"
    />
    <p v-if="resin" class="small soft">
      {{ resin.note }} {{ resin.partA }} : {{ resin.partB }} by <b>{{ resin.basis }}</b>; gels in
      {{ number(resin.potLifeMin) }} min in a cup of {{ grams(resin.potLifeG) }}, layers to
      {{ mm(resin.layerMaxMm) }} by its label.
    </p>
    <div class="grid2">
      <NumberField
        label="Pours"
        :model-value="pool.pours"
        :min="1"
        :max="40"
        whole
        :blank="stack?.heat ? `${stack.heat.pours}, by the plan` : 'by the plan'"
        data-test="pours-wanted"
        @update:model-value="set('Pours', { pours: $event }, 'pours')"
      />
      <ChoiceField
        label="No deeper than"
        :model-value="pool.heed"
        :options="[
          { id: 'label', name: 'the label says' },
          { id: 'heat', name: 'heat allows' }
        ]"
        data-test="heed"
        @update:model-value="set('Limit', { heed: $event })"
      />
    </div>
    <table v-if="stack?.layers.length" class="plain">
      <thead>
        <tr>
          <th>Pour</th>
          <th class="num">from–to</th>
          <th class="num">thick</th>
          <th class="num">takes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(l, i) in stack.layers" :key="i">
          <td>{{ i + 1 }}</td>
          <td class="num">{{ figure(l.fromMm, 'mm') }}–{{ mm(l.toMm) }}</td>
          <td class="num">{{ mm(l.toMm - l.fromMm) }}</td>
          <td class="num">{{ ml(l.volumeMl) }}</td>
        </tr>
      </tbody>
    </table>
  </template>

  <template v-if="needs.fill === 'light'">
    <ChoiceField
      label="Resin for light"
      :model-value="pool.light.resin"
      :options="of('light-resin')"
      data-test="light-resin"
      @update:model-value="set('Resin', { light: { ...pool.light, resin: $event } })"
    />
    <ChoiceField
      label="Lamp"
      :model-value="pool.light.lamp"
      :options="of('lamp')"
      @update:model-value="set('Lamp', { light: { ...pool.light, lamp: $event } })"
    />
    <div class="grid2">
      <NumberField
        label="Lamp to resin"
        unit="mm"
        :model-value="pool.light.lampMm"
        :min="1"
        :max="2000"
        :step="5"
        @update:model-value="set('Lamp', { light: { ...pool.light, lampMm: $event! } }, 'lampmm')"
      />
      <NumberField
        label="Light on each spot"
        unit="s"
        :model-value="pool.light.seconds"
        :min="1"
        :max="3600"
        :step="5"
        @update:model-value="
          set('Light', { light: { ...pool.light, seconds: $event! } }, 'seconds')
        "
      />
      <NumberField
        label="Coat"
        unit="mm"
        :model-value="pool.light.coatMm"
        :min="0.05"
        :max="100"
        :step="0.5"
        :blank="stack?.light ? `${figure(stack.light.coatMm, 'mm')}, the thickest` : 'the thickest'"
        @update:model-value="set('Coat', { light: { ...pool.light, coatMm: $event } }, 'coat')"
      />
      <NumberField
        label="In shade"
        unit="%"
        :model-value="pool.light.shadedPct"
        :min="0"
        :max="100"
        :step="5"
        @update:model-value="
          set('Shade', { light: { ...pool.light, shadedPct: $event! } }, 'shade')
        "
      />
    </div>
  </template>

  <template v-if="needs.tissue || needs.lacquer">
    <div class="grid2">
      <NumberField
        label="Layers of tissue"
        :model-value="pool.skin.layers"
        :min="1"
        :max="12"
        whole
        @update:model-value="set('Tissue', { skin: { ...pool.skin, layers: $event! } }, 'tissue')"
      />
      <NumberField
        label="Coats of lacquer"
        :model-value="pool.skin.lacquerCoats"
        :min="1"
        :max="12"
        whole
        @update:model-value="
          set('Lacquer', { skin: { ...pool.skin, lacquerCoats: $event! } }, 'lacquer')
        "
      />
    </div>
    <ChoiceField
      label="Lacquer"
      :model-value="pool.skin.lacquer"
      :options="of('lacquer')"
      @update:model-value="set('Lacquer', { skin: { ...pool.skin, lacquer: $event } })"
    />
  </template>

  <template v-if="needs.gel === 'coats'">
    <ChoiceField
      label="Gel"
      :model-value="pool.gloss.gel"
      :options="of('gel')"
      @update:model-value="set('Gel', { gloss: { ...pool.gloss, gel: $event } })"
    />
    <NumberField
      label="Coats"
      :model-value="pool.gloss.coats"
      :min="1"
      :max="12"
      whole
      @update:model-value="set('Gloss', { gloss: { ...pool.gloss, coats: $event! } }, 'gloss')"
    />
  </template>

  <template v-if="poured">
    <div v-if="!pool.bands.length" class="field">
      <span class="name">Tints, drops in {{ grams(cupG) }}</span
      ><DoseEditor
        :tints="tints"
        :doses="pool.tints"
        :cup-g="cupG"
        @change="set('Tint', { tints: $event }, 'tint')"
      />
      <DoseByColour
        v-if="stack?.colours"
        :tints="tints"
        :depth-mm="stack.colours.swatches.at(-1)!.depthMm"
        :bed="stack.colours.deepest.bed"
        :now="stack.colours.deepest.colour"
        :cup-g="cupG"
        @take="set('Tint by colour', { tints: $event })"
      />
    </div>
    <div class="stack bands">
      <div v-if="!pool.bands.length" class="row">
        <ElButton class="tool" data-test="dark-below" @click="darkBelow">
          Dark below, clear above</ElButton
        ><ElButton class="tool" @click="brownOver">A second, brown pour</ElButton>
      </div>
      <template v-else>
        <div v-for="k in pool.bands.length" :key="k" class="band">
          <div class="row">
            <b class="grow"
              >{{
                k === 1
                  ? 'Top'
                  : k === pool.bands.length
                    ? 'Bottom'
                    : `Band ${pool.bands.length - k + 1}`
              }}
              band</b
            >
            <ElButton
              class="tool"
              :aria-label="`Remove band ${k}`"
              @click="
                set('Remove band', {
                  bands:
                    pool.bands.length > 2
                      ? pool.bands.filter((_, i) => i !== pool.bands.length - k)
                      : []
                })
              "
            >
              Remove
            </ElButton>
          </div>
          <NumberField
            label="Share of the depth"
            :model-value="pool.bands[pool.bands.length - k].share"
            :min="0.1"
            :max="1000"
            :step="0.5"
            @update:model-value="setBand(pool.bands.length - k, { share: $event! })"
          />
          <span class="name">Drops in {{ grams(cupG) }}</span>
          <DoseEditor
            :tints="tints"
            :doses="pool.bands[pool.bands.length - k].tints"
            :cup-g="cupG"
            @change="setBand(pool.bands.length - k, { tints: $event })"
          />
          <DoseByColour
            v-if="stack?.colours"
            :tints="tints"
            :depth-mm="bandsSeen[pool.bands.length - k].thicknessMm"
            :bed="stack.colours.deepest.bed"
            :now="stack.colours.deepest.colour"
            :cup-g="cupG"
            :below="bandsSeen.slice(0, pool.bands.length - k)"
            :above="bandsSeen.slice(pool.bands.length - k + 1)"
            label="Colour wanted, by this band alone"
            @take="setBand(pool.bands.length - k, { tints: $event })"
          />
        </div>
        <div class="row">
          <ElButton
            class="tool"
            :disabled="pool.bands.length >= 12"
            @click="set('Add band', { bands: [...pool.bands, { share: 1, tints: [] }] })"
          >
            + Band on top</ElButton
          ><ElButton class="tool" @click="set('One tint', { bands: [] })"
            >One tint throughout</ElButton
          >
        </div>
      </template>
    </div>
    <ChoiceField
      label="Dam"
      :model-value="pool.dam"
      :options="of('dam')"
      data-test="dam"
      @update:model-value="set('Dam', { dam: $event })"
    />
    <p class="small soft">{{ of('dam').find((d) => d.id === pool.dam)?.note ?? '' }}</p>
  </template>
</template>

<style scoped>
.band {
  border-left: 4px solid var(--water);
  padding-left: 10px;
  display: grid;
  gap: 6px;
}
.bands {
  gap: 10px;
}
</style>
