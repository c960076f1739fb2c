<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import { chainDrop, setFlow, stretchChain } from '../../core/build/edits'
import { explainFlow } from '../../core/explain/waterExplanations'
import { MOODS } from '../../core/physics/water/hydraulics/drop'
import { number, unit, axis } from '../words'
import { useBuildStore } from '../stores/build'
import How from './How.vue'
import NumberField from './NumberField.vue'

/** How much water runs down the chain: a mood, or a figure. */
const store = useBuildStore()
const flow = computed(() => store.build!.flow)
const run = computed(() => store.plan?.forms.run.flow)
/** From the highest level to the lowest; null: one level, nothing to stretch. */
const drop = computed(() => chainDrop(store.build!))
const two = (value: number) => (value >= 10 ? number(value) : String(Math.round(value * 100) / 100))
</script>

<template>
  <section v-if="run" class="panel pad stack" data-test="flow">
    <div class="row">
      <h3 class="grow">Water that runs</h3>
      <b class="figure"
        ><How :about="explainFlow(run, flow.mood)"
          ><span data-test="discharge">{{ two(axis(run.dischargeM3S, 'm³/s')) }}</span
          >{{ ' ' }}{{ unit('m³/s') }}</How
        ></b
      >
    </div>
    <div class="moods" role="group" aria-label="Mood of the water">
      <ElButton
        v-for="m in MOODS"
        :key="m"
        class="tool"
        :aria-pressed="flow.dischargeM3S === null && flow.mood === m"
        :data-mood="m"
        @click="store.edit('Mood', setFlow({ mood: m, dischargeM3S: null }))"
      >
        {{ m }}
      </ElButton>
    </div>
    <NumberField
      label="Or a figure, full size"
      unit="m³/s"
      :model-value="flow.dischargeM3S"
      :min="0.001"
      :max="1000000"
      :step="0.05"
      blank="by the mood"
      data-test="discharge-field"
      @update:model-value="store.edit('Flow', setFlow({ dischargeM3S: $event }), 'flow')"
    />
    <NumberField
      v-if="drop !== null"
      label="The chain, high to low"
      unit="mm"
      :model-value="drop"
      :min="0.5"
      :max="5000"
      :step="1"
      hint="stretched or flattened, beds and banks along"
      data-test="chain-drop"
      @update:model-value="store.edit('Stretch the chain', stretchChain($event!), 'stretch')"
    />
  </section>
</template>

<style scoped>
.moods {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
.moods .tool {
  justify-content: center;
}
</style>
