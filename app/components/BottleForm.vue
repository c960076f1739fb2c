<script setup lang="ts">
import ColourPick from './ColourPick.vue'
import ChoiceField from './ChoiceField.vue'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import type { FittedResin } from '../../core/physics/stuff/heat/fitResin'
import { labelOf, type LabelField } from '../../core/craft/materials/labels'
import type { Material, Resin, Tint } from '../../core/craft/materials/types'
import { givenUp, warmth } from '../../core/craft/warmth'
import { measureOf } from '../../core/craft/materials/units'
import { grams, degrees, ml, mm, number, said } from '../words'
import { reasonOf, type Sentence } from '../../core/words/sentence'
import { useShelfStore } from '../stores/shelf'
import { askStuff } from '../workers/askClient'
import LiveText from './LiveText.vue'
import NumberField from './NumberField.vue'

/** One of the builder's own bottles: what its label says, and what follows. */
const props = defineProps<{ bottle: Material }>()
const shelf = useShelfStore()
const resin = computed(() => (props.bottle.kind === 'resin' ? props.bottle : null))
const tint = computed(() => (props.bottle.kind === 'tint' ? props.bottle : null))
const keep = (
  change:
    | Partial<Resin>
    | Partial<Tint>
    | { name: string }
    | { stock: number }
    | { pack: Material['pack'] }
) => take({ ...latest.value, ...change } as Material)
/** The bottle as it was typed last: what is kept is heard of a moment later. */
const latest = shallowRef<Material>(props.bottle)
watch(
  () => props.bottle,
  (bottle) => {
    latest.value = bottle
  }
)
function take(bottle: Material): void {
  latest.value = bottle
  void shelf.keep(bottle)
}
const labelled = (bottle: Material) =>
  bottle.kind === 'resin' && {
    potLifeMin: bottle.potLifeMin,
    potLifeG: bottle.potLifeG,
    atC: bottle.potLifeC,
    cureH: bottle.curedH,
    maxLayerMm: bottle.layerMaxMm
  }
/** What its label says, where its kind has no form of its own. */
const label = computed(() => labelOf(props.bottle))
const unlikely = shallowRef<Sentence>('')
watch(
  () => props.bottle.id,
  () => (unlikely.value = '')
)
function write(field: LabelField, value: number): void {
  unlikely.value = ''
  try {
    take(field.write(latest.value, value))
  } catch (error) {
    unlikely.value = reasonOf(error)
  }
}
/** A changed label makes the fitted behaviour out of date. */
const relabel = (change: Partial<Resin>) => keep({ ...change, kinetics: undefined })

const fit = shallowRef<FittedResin | null>(null)
const problem = ref('')
const fitting = ref(false)
let cancel: () => void = () => undefined
let timer = 0
const told = computed(() => labelled(props.bottle))
watch(
  () => JSON.stringify([told.value, props.bottle.id]),
  () => {
    cancel()
    window.clearTimeout(timer)
    fit.value = null
    problem.value = ''
    if (!told.value || !resin.value) return
    fitting.value = true
    const wanted = { ...told.value }
    const id = props.bottle.id
    timer = window.setTimeout(async () => {
      const asked = askStuff({ ask: 'fitResin', label: wanted }, [])
      cancel = asked.cancel
      try {
        const answer = await asked.answer
        // a fit that comes back late is none of the label that was typed since
        const same = JSON.stringify(labelled(latest.value)) === JSON.stringify(wanted)
        if (!answer || latest.value.id !== id || !same) return
        fit.value = answer
        const { kinetics } = latest.value as Resin
        if (JSON.stringify(kinetics) !== JSON.stringify(answer.resin))
          keep({ kinetics: answer.resin })
      } catch (error) {
        problem.value = said(reasonOf(error))
      }
      fitting.value = false
    }, 250)
  },
  { immediate: true }
)
onBeforeUnmount(() => {
  cancel()
  window.clearTimeout(timer)
})
const unit = computed(() => measureOf(props.bottle))
</script>

<template>
  <div class="stack">
    <LiveText
      class="choice figure"
      :model-value="bottle.name"
      aria-label="Name of the bottle"
      maxlength="120"
      data-test="bottle-name"
      @typed="(name) => name.trim() && keep({ name: name.trim() })"
    />
    <template v-if="resin">
      <h3>As its label says</h3>
      <div class="grid3">
        <NumberField
          label="Part A"
          :model-value="resin.partA"
          :min="0.01"
          :max="1000"
          @update:model-value="keep({ partA: $event! })"
        />
        <NumberField
          label="Part B"
          :model-value="resin.partB"
          :min="0.01"
          :max="1000"
          @update:model-value="keep({ partB: $event! })"
        />
        <ChoiceField
          label="Ratio by"
          :model-value="resin.basis"
          :options="[
            { id: 'volume', name: 'volume' },
            { id: 'mass', name: 'mass' }
          ]"
          @update:model-value="keep({ basis: $event })"
        />
        <NumberField
          label="Density of A"
          unit="g/cm³"
          :model-value="resin.densityA"
          :min="0.1"
          :max="25"
          :step="0.01"
          @update:model-value="keep({ densityA: $event! })"
        />
        <NumberField
          label="Density of B"
          unit="g/cm³"
          :model-value="resin.densityB"
          :min="0.1"
          :max="25"
          :step="0.01"
          @update:model-value="keep({ densityB: $event! })"
        />
        <NumberField
          label="Largest batch"
          unit="g"
          :model-value="resin.batchMaxG"
          :min="1"
          :max="100000"
          :step="10"
          @update:model-value="keep({ batchMaxG: $event! })"
        />
        <NumberField
          label="Pot life"
          unit="min"
          data-test="pot-life"
          :model-value="resin.potLifeMin"
          :min="0.5"
          :max="10000"
          @update:model-value="relabel({ potLifeMin: $event! })"
        />
        <NumberField
          label="told for"
          unit="g"
          :model-value="resin.potLifeG"
          :min="1"
          :max="5000"
          :step="10"
          @update:model-value="relabel({ potLifeG: $event! })"
        />
        <NumberField
          label="at"
          unit="°C"
          :model-value="resin.potLifeC"
          :min="5"
          :max="50"
          @update:model-value="relabel({ potLifeC: $event! })"
        />
        <NumberField
          label="Full cure"
          unit="h"
          :model-value="resin.curedH"
          :min="0.1"
          :max="2000"
          @update:model-value="relabel({ curedH: $event! })"
        />
        <NumberField
          label="Deepest layer"
          unit="mm"
          :model-value="resin.layerMaxMm"
          :min="0.5"
          :max="200"
          @update:model-value="keep({ layerMaxMm: $event! })"
        />
        <NumberField
          label="Stir"
          unit="min"
          :model-value="resin.stirMin"
          :min="0"
          :max="120"
          @update:model-value="keep({ stirMin: $event! })"
        />
        <NumberField
          label="Let stand"
          unit="min"
          :model-value="resin.standMin"
          :min="0"
          :max="600"
          :step="5"
          @update:model-value="keep({ standMin: $event! })"
        />
      </div>
      <div class="fit" data-test="fit">
        <h3>What the label comes to</h3>
        <p v-if="problem" class="fault" role="alert">
          {{ problem.replace(/^potLifeMin: /, 'Pot life ') }}
        </p>
        <p v-else-if="fitting && !fit" class="soft">Fitting…</p>
        <table v-if="fit" class="plain">
          <thead>
            <tr>
              <td></td>
              <th class="num">label</th>
              <th class="num">fitted</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>gels in a cup of {{ grams(resin.potLifeG) }}</td>
              <td class="num">{{ number(resin.potLifeMin) }} min</td>
              <td class="num" data-test="fit-pot">{{ number(fit.potLifeMin) }} min</td>
            </tr>
            <tr>
              <td>a {{ mm(3) }} film cures</td>
              <td class="num">{{ number(resin.curedH) }} h</td>
              <td class="num">{{ number(fit.cureH) }} h</td>
            </tr>
            <tr>
              <td>{{ mm(resin.layerMaxMm) }} over timber at {{ degrees(25) }} warm to</td>
              <td class="num soft">not told</td>
              <td class="num">
                {{ fit.layerPeakC === null ? '' : said(warmth(fit.layerPeakC, fit.layerPeakC)) }}
              </td>
            </tr>
            <tr>
              <td>heat of cure</td>
              <td class="num soft">not told</td>
              <td class="num">
                {{ Math.round(fit.resin.heatJG) }} J/g{{
                  fit.atEdge.includes('heat') ? ': at the end of what is believed' : ''
                }}
              </td>
            </tr>
            <tr>
              <td>kept in, it would warm by</td>
              <td class="num soft">not told</td>
              <td class="num">{{ degrees(fit.resin.heatJG / fit.resin.cJGK) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-for="g in fit?.gaveUp ?? []" :key="g.figure" class="note" data-test="gave-up">
          {{ said(givenUp(g)) }}
        </p>
        <p v-if="fit" class="small soft">
          From here on heat, waits and working time of every pool poured from this bottle follow the
          fit: see Heat on Build-up.
        </p>
      </div>
    </template>
    <template v-if="tint">
      <div class="row">
        <span class="swatch" :style="{ background: tint.look.colour }"></span
        ><ColourPick
          label="Colour"
          :model-value="tint.look.colour"
          @update:model-value="keep({ look: { ...tint.look, colour: $event } })"
        />
      </div>
      <p class="small soft">
        That is how it looks over white at this dose and depth. Better: fit it to chips.
      </p>
      <div class="grid3">
        <NumberField
          :label="`Drops in ${grams(100)}`"
          :model-value="tint.look.atDropsPer100G"
          :min="0.1"
          :max="2000"
          :step="0.5"
          @update:model-value="keep({ look: { ...tint.look, atDropsPer100G: $event! } })"
        />
        <NumberField
          label="Depth"
          unit="mm"
          :model-value="tint.look.atDepthMm"
          :min="0.1"
          :max="1000"
          @update:model-value="keep({ look: { ...tint.look, atDepthMm: $event! } })"
        />
        <NumberField
          :label="`Drops in ${ml(1)}`"
          :model-value="tint.dropsPerMl"
          :min="1"
          :max="500"
          @update:model-value="keep({ dropsPerMl: $event! })"
        />
      </div>
    </template>
    <template v-if="label.length">
      <h3>As its label says</h3>
      <div class="grid3" data-test="label">
        <NumberField
          v-for="f in label"
          :key="said(f.label)"
          :label="f.label"
          :unit="f.unit"
          :model-value="f.read(bottle)"
          :min="f.min"
          :max="f.max"
          :step="f.step"
          blank="not told"
          @update:model-value="$event !== null && write(f, $event)"
        />
      </div>
      <p v-if="unlikely" class="fault" role="alert" data-test="unlikely">{{ said(unlikely) }}</p>
    </template>
    <div class="grid3">
      <NumberField
        label="On the shelf"
        :unit="unit"
        :model-value="bottle.stock ?? 0"
        :min="0"
        :max="10000000"
        @update:model-value="keep({ stock: $event! })"
      />
      <NumberField
        label="A pack holds"
        :unit="unit"
        :model-value="bottle.pack?.amount ?? null"
        :min="0.01"
        :max="10000000"
        blank="?"
        @update:model-value="
          $event && keep({ pack: { amount: $event, price: bottle.pack?.price ?? 0 } })
        "
      />
      <NumberField
        label="and costs"
        :model-value="bottle.pack?.price ?? null"
        :min="0"
        :max="1000000"
        :step="0.5"
        blank="?"
        @update:model-value="
          $event !== null && keep({ pack: { amount: bottle.pack?.amount ?? 1, price: $event } })
        "
      />
    </div>
    <p v-if="shelf.problem" class="fault" role="alert">
      {{ shelf.problem }}
    </p>
  </div>
</template>

<style scoped>
.fit {
  background: var(--sunk);
  padding: 10px 12px;
  border-radius: 3px 12px 3px 12px;
  display: grid;
  gap: 6px;
}
.swatch {
  width: 40px;
  height: 30px;
  border-radius: 2px 12px 2px 12px;
  border: 1px solid var(--line-strong);
}
</style>
