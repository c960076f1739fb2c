<script setup lang="ts">
import { computed } from 'vue'
import { changeGel, changeMaking, setWay } from '../../core/build/edits'
import type { Making, Moving } from '../../core/build/types'
import { ofKind } from '../../core/craft/materials/shelf'
import type { FormStack } from '../../core/plan/3-stacks/stacksStage'
import { wayFor, waysFor } from '../../core/craft/ways/catalog'
import { mm, said } from '../words'
import { useBuildStore } from '../stores/build'
import ChoiceField from './ChoiceField.vue'
import NumberField from './NumberField.vue'

/** How a moving water is made: its way, gel, film, coats and tilt. */
const props = defineProps<{ water: Moving; stack: FormStack | undefined }>()
const store = useBuildStore()
const way = computed(() => wayFor(props.water.kind, props.water.way))
const ways = computed(() => waysFor(props.water.kind))
const gels = computed(() => ofKind(store.shelf, 'gel'))
const films = computed(() => ofKind(store.shelf, 'film'))
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
