<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { changePool, setWay } from '../../core/build/edits'
import { takeMaps } from '../../core/build/runEdits'
import type { Build } from '../../core/build/types'
import { waysFor } from '../../core/craft/ways/catalog'
import { ofKind } from '../../core/craft/materials/shelf'
import { useBuildStore } from '../stores/build'
import { grams } from '../words'
import ChoiceField from './ChoiceField.vue'
import NumberField from './NumberField.vue'

/** What the model is set beside: itself without its white, in another tint, made in another way, as it ran. */
export interface Beside {
  name: string
  build: Build
  /** The same plan, its white not laid. */
  bare: boolean
}
const beside = defineModel<Beside | null>({ required: true })
const store = useBuildStore()
const build = computed(() => store.build!)
const what = ref('none')
const tint = ref('')
const drops = ref(3)
const way = ref('')

const tints = computed(() => ofKind(store.shelf, 'tint'))
const choices = computed(() => [
  { id: 'none', name: 'Nothing' },
  { id: 'bare', name: 'The same without its white' },
  ...(build.value.running.kept.length > 0
    ? [{ id: 'run', name: build.value.running.mapsFrom ? 'As the forms have it' : 'As it ran' }]
    : []),
  ...store.pools.map((p) => ({ id: `tint:${p.id}`, name: `${p.name} in another tint` })),
  ...build.value.waters.map((w) => ({ id: `way:${w.id}`, name: `${w.name} made in another way` }))
])
const water = computed(() => build.value.waters.find((w) => w.id === what.value.split(':')[1]))
const ways = computed(() =>
  water.value ? waysFor(water.value.kind).filter((w) => w.id !== water.value!.way) : []
)

watch(
  [what, tint, drops, way, build],
  () => {
    const [kind] = what.value.split(':')
    if (kind === 'tint' && tint.value === '') tint.value = tints.value[0]?.id ?? ''
    if (kind === 'way' && !ways.value.some((w) => w.id === way.value))
      way.value = ways.value[0]?.id ?? ''
    beside.value = made(kind)
  },
  { immediate: true }
)
function made(kind: string): Beside | null {
  const here = build.value
  if (kind === 'bare') return { name: 'Without its white', build: here, bare: true }
  if (kind === 'run') {
    const from = here.running.mapsFrom ? null : here.running.kept.at(-1)!.id
    return {
      name: from ? 'As it ran' : 'As the forms have it',
      build: takeMaps(from)(here),
      bare: false
    }
  }
  if (kind === 'tint' && water.value && tint.value) {
    const doses = [{ id: tint.value, dropsPer100G: drops.value }]
    const name = tints.value.find((t) => t.id === tint.value)?.name ?? tint.value
    return {
      name: `${name}, ${drops.value} drops in ${grams(100)}`,
      build: changePool(water.value.id, { tints: doses, bands: [] })(here),
      bare: false
    }
  }
  if (kind === 'way' && water.value && way.value)
    return {
      name: ways.value.find((w) => w.id === way.value)?.name ?? way.value,
      build: setWay(water.value.id, way.value)(here),
      bare: false
    }
  return null
}
</script>

<template>
  <section class="panel pad stack" data-test="round-beside">
    <h2>Beside it</h2>
    <ChoiceField
      v-model="what"
      label="Under the same light"
      :options="choices"
      data-test="beside"
    />
    <div v-if="what.startsWith('tint:')" class="grid2">
      <ChoiceField v-model="tint" label="Tint" :options="tints" data-test="beside-tint" />
      <NumberField
        :label="`Drops in ${grams(100)}`"
        :model-value="drops"
        :min="0"
        :max="500"
        @update:model-value="drops = $event!"
      />
    </div>
    <ChoiceField
      v-if="what.startsWith('way:')"
      v-model="way"
      label="Way"
      :options="ways"
      data-test="beside-way"
    />
  </section>
</template>
