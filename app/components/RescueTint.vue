<script setup lang="ts">
import { computed, ref } from 'vue'
import { rescueTint } from '../../core/calculators/mix'
import { grams } from '../format'
import NumberField from './NumberField.vue'

/** One drop too many: what mends it, and whether the cup takes it. */
const props = defineProps<{ massG: number; cupHoldsG: number; wanted: number }>()
const massG = ref<number | null>(Math.round(props.massG * 10) / 10)
const drops = ref<number | null>(Math.round((props.wanted * props.massG) / 100) + 2)
const answer = computed(() => {
  if (!massG.value || drops.value === null) return null
  try {
    return rescueTint(massG.value, (drops.value / massG.value) * 100, props.wanted)
  } catch (error) {
    return { problem: error instanceof Error ? error.message : String(error) }
  }
})
const fits = computed(() => (answer.value && 'extraClearG' in answer.value ? (massG.value ?? 0) + answer.value.extraClearG <= props.cupHoldsG : true))
</script>

<template>
  <section class="panel pad stack" data-test="rescue">
    <h2>Over-tinted?</h2>
    <div class="grid2">
      <NumberField v-model="massG" label="In the cup" unit="g" :min="0.1" :max="100000" />
      <NumberField v-model="drops" label="Drops that went in" :min="0" :max="2000" />
    </div>
    <p v-if="answer && 'problem' in answer" class="fault">{{ answer.problem }}</p>
    <p v-else-if="answer && 'extraClearG' in answer && answer.extraClearG > 0" data-test="rescue-answer">Stir in <b>{{ grams(answer.extraClearG) }}</b> of clear mix, A and B in their ratio.
      <span v-if="fits">The cup takes it: {{ grams((massG ?? 0) + answer.extraClearG) }} of {{ grams(cupHoldsG) }}.</span>
      <b v-else class="fault">That is {{ grams((massG ?? 0) + answer.extraClearG) }}, and the cup takes {{ grams(cupHoldsG) }}: move it to a larger one first.</b></p>
    <p v-else-if="answer && 'extraDrops' in answer">Too faint: <b>{{ answer.extraDrops.toFixed(1) }} drops</b> more.</p>
    <p v-else class="soft">Just right.</p>
  </section>
</template>
