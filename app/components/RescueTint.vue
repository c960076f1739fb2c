<script setup lang="ts">
import { computed, ref } from 'vue'
import { rescueCup } from '../../core/bench/rescue'
import { grams } from '../words'
import NumberField from './NumberField.vue'

/** One drop too many: what mends it, and whether the cup takes it. */
const props = defineProps<{ massG: number; cupHoldsG: number; wanted: number; drops: number }>()
const massG = ref<number | null>(Math.round(props.massG * 10) / 10)
const drops = ref<number | null>(props.drops)
const answer = computed(() =>
  massG.value === null || drops.value === null
    ? null
    : rescueCup(massG.value, drops.value, props.wanted, props.cupHoldsG)
)
</script>

<template>
  <section class="panel pad stack" data-test="rescue">
    <h2>Over-tinted?</h2>
    <div class="grid2">
      <NumberField v-model="massG" label="In the cup" unit="g" :min="0.1" :max="100000" />
      <NumberField v-model="drops" label="Drops that went in" :min="0" :max="2000" />
    </div>
    <p v-if="answer?.kind === 'never'" class="fault">
      {{ answer.why }}
    </p>
    <p v-else-if="answer?.kind === 'clear'" data-test="rescue-answer">
      <template v-if="answer.anew"
        >It would take <b>{{ grams(answer.extraG) }}</b> of clear mix: weigh this cup anew, and keep
        the dark one for another small piece.</template
      >
      <template v-else
        >Stir in <b>{{ grams(answer.extraG) }}</b> of clear mix, A and B in their ratio.
        <span v-if="answer.fits"
          >The cup takes it: {{ grams(answer.afterG) }} of {{ grams(cupHoldsG) }}.</span
        >
        <b v-else class="fault"
          >That is {{ grams(answer.afterG) }}, and the cup takes {{ grams(cupHoldsG) }}: move it to
          a larger one first.</b
        ></template
      >
    </p>
    <p v-else-if="answer?.kind === 'drops'">
      Too faint: <b>{{ answer.drops.toFixed(1) }} drops</b> more.
    </p>
    <p v-else class="soft">Just right.</p>
  </section>
</template>
