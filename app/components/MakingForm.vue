<script setup lang="ts">
import { ElCheckbox } from 'element-plus'
import { computed } from 'vue'
import { BONDS, bondNamed, bondOf } from '../../core/craft/bonds'
import { about } from '../../core/words/durations'
import { quantity, say } from '../../core/words/sentence'
import { castsWith } from '../../core/build/castsWith'
import { USUAL_DOSE_G } from '../../core/build/newBuild'
import { changeGel, changeMaking, setWay } from '../../core/build/edits'
import type { Making, Moving } from '../../core/build/types'
import { ofKind } from '../../core/craft/materials/shelf'
import type { FormStack } from '../../core/plan/3-stacks/stacksStage'
import { wayOf, waysFor } from '../../core/craft/ways/catalog'
import { mayBeLoose } from '../../core/craft/ways/loose'
import { grams, mm, number, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import DoseEditor from './DoseEditor.vue'
import NumberField from './NumberField.vue'

/** How a moving water is made: its way, gel, film, coats and tilt. */
const props = defineProps<{ water: Moving; stack: FormStack | undefined }>()
const store = useBuildStore()
const way = computed(() => wayOf(props.water))
const ways = computed(() => waysFor(props.water.kind))
/** Whether its crest can stand loose. */
const loosens = computed(
  () => way.value && mayBeLoose(way.value) && props.water.kind === 'sea' && props.water.crest
)
const gels = computed(() => ofKind(store.shelf, 'gel'))
const films = computed(() =>
  ofKind(store.shelf, 'film').map((f) => ({
    id: f.id,
    name: say`${f.name}, ${quantity(f.thicknessMm, 'mm', 2)}`
  }))
)
/** Resin and dose that it is cast in, where its way casts anything; null: nothing is mixed for it. */
const casts = computed(() =>
  way.value?.uses.some((u) => u.material === 'resin') ? castsWith(store.build!, props.water) : null
)
const resins = computed(() => {
  const { make, ...rest } = props.water
  const own = castsWith(store.build!, { ...rest, make: { ...make, resin: undefined } } as Moving)
  const name = store.shelf.get(own?.resin ?? '')?.name ?? 'none'
  return [{ id: '', name: `as its water: ${name}` }, ...ofKind(store.shelf, 'resin')]
})
const bond = computed(() => bondOf(way.value, props.water.make))
const bonds = computed(() => [
  { id: '', name: `as usual: ${bondNamed(way.value!.part!.bond).toLowerCase()}` },
  ...BONDS
])
const bondTold = computed(() => {
  const holds = store.plan?.cures.waters[props.water.id]?.bondHolds
  const times = props.stack?.part?.bond.times
  return [
    times ? `Here it bears ${times > 99 ? 'over 99' : number(times)} times its load` : '',
    holds ? `holds after ${about(holds)}` : ''
  ]
    .filter(Boolean)
    .join(', ')
    .concat(`. ${bond.value!.clear}`)
    .replace(/^\. /, '')
})
const cupG = computed(() => store.build?.mixing.doseG ?? USUAL_DOSE_G)
const laying = computed(() => props.stack?.laying ?? null)
const set = (label: string, change: Partial<Making>) =>
  store.edit(label, changeMaking(props.water.id, change), `make-${Object.keys(change)[0]}`)
</script>

<template>
  <ChoiceField
    label="Made as"
    :model-value="water.way"
    :options="ways"
    data-test="way"
    @update:model-value="store.edit('Way', setWay(water.id, $event))"
  />
  <p v-if="way" class="small soft">
    {{ said(way.note) }}
  </p>
  <ChoiceField
    v-if="way?.gel"
    label="Gel"
    :model-value="water.gel"
    :options="gels"
    data-test="gel"
    @update:model-value="store.edit('Gel', changeGel(water.id, $event))"
  />
  <ChoiceField
    v-if="way?.part?.film"
    label="Film or sheet"
    :model-value="water.make.film"
    :options="films"
    data-test="film"
    @update:model-value="set('Film', { film: $event })"
  />
  <ElCheckbox
    v-if="loosens"
    class="check"
    :model-value="water.make.loose ?? false"
    data-test="loose"
    @update:model-value="set('Lifts off', { loose: $event ? true : undefined })"
    >lifts off, on a clear base of its own</ElCheckbox
  >
  <p v-if="loosens && water.make.loose" class="small soft">
    Never glued to the water: it sits on three dried dots of gel, and a blade under its back edge
    lifts it.
  </p>
  <template v-if="way?.part && bond">
    <ChoiceField
      :label="water.make.loose ? 'Fixed to its base with' : 'Fixed with'"
      :model-value="water.make.bond ?? ''"
      :options="bonds"
      data-test="bond"
      @update:model-value="set('What fixes it', { bond: ($event || undefined) as Making['bond'] })"
    />
    <p class="small soft">{{ bondTold }}</p>
  </template>
  <template v-if="casts">
    <ChoiceField
      label="Cast and bedded in"
      :model-value="water.make.resin ?? ''"
      :options="resins"
      data-test="cast-resin"
      @update:model-value="set('Resin of the casting', { resin: $event || undefined })"
    />
    <ElCheckbox
      class="check"
      :model-value="water.make.tints === undefined"
      data-test="same-dose"
      @update:model-value="
        set('Dose of the casting', { tints: $event ? undefined : [...casts.tints] })
      "
      >tinted as its water</ElCheckbox
    >
    <template v-if="water.make.tints"
      ><span class="small">Drops in {{ grams(cupG) }}</span
      ><DoseEditor
        :tints="ofKind(store.shelf, 'tint')"
        :doses="water.make.tints"
        :cup-g="cupG"
        @change="set('Dose of the casting', { tints: $event })"
    /></template>
  </template>
  <div v-if="laying || way?.part?.film" class="grid2">
    <NumberField
      v-if="laying"
      label="Coats"
      :model-value="water.make.coats"
      :min="1"
      :max="40"
      whole
      :blank="`${laying.advised} advised`"
      data-test="coats"
      @update:model-value="set('Coats', { coats: $event })"
    />
    <NumberField
      v-if="laying && laying.coats > 1"
      label="Next coat after"
      unit="h"
      :model-value="water.make.nextCoatH"
      :min="0"
      :max="5000"
      blank="clear"
      @update:model-value="set('Wait between coats', { nextCoatH: $event })"
    />
    <NumberField
      v-if="laying && (laying.sagMm !== null || water.make.tiltDeg > 0)"
      label="Model tilted back"
      unit="°"
      :model-value="water.make.tiltDeg"
      :min="0"
      :max="90"
      @update:model-value="set('Tilt', { tiltDeg: $event! })"
    />
    <NumberField
      v-if="way?.part?.film"
      label="Eye forgives"
      unit="mm"
      :model-value="water.make.droopMm"
      :min="0.05"
      :max="100"
      :step="0.1"
      data-test="droop"
      @update:model-value="set('Droop forgiven', { droopMm: $event! })"
    />
  </div>
  <p v-if="laying" class="small">
    {{ laying.coats === 1 ? 'One coat' : `${laying.coats} coats` }} of {{ mm(laying.wetMm) }},
    {{ mm(laying.finalMm) }} when dry.
  </p>
</template>
