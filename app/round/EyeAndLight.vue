<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import NumberField from '../components/NumberField.vue'
import PressOne from '../components/PressOne.vue'
import WordedSlider from '../components/WordedSlider.vue'
import type { useEyes } from './eyes'
import type { LightSetting, RoundPicture } from './scene'

/** Who looks at the model, and in which light. */
const props = defineProps<{ eye: ReturnType<typeof useEyes>; picture: RoundPicture | null }>()
const light = defineModel<LightSetting>('light', { required: true })
/** Colours as they were computed: no light falls on them. */
const plain = defineModel<boolean>('plain', { required: true })
const { eyes, eyeCm, tableCm, look } = props.eye

const EYES = [
  { id: 'orbit', name: 'Round it' },
  { id: 'visitor', name: 'A visitor’s' },
  { id: 'figure', name: 'A figure’s' }
] as const
const VIEWS = [
  { id: 'corner', name: 'From a corner' },
  { id: 'front', name: 'From the front' },
  { id: 'above', name: 'From above' }
] as const
const LIGHTS = [
  { id: 'sun', name: 'Daylight' },
  { id: 'lamp', name: 'Lamp' },
  { id: 'plain', name: 'None: plain colours' }
] as const
const kind = computed<(typeof LIGHTS)[number]['id']>({
  get: () => (plain.value ? 'plain' : light.value.kind),
  set(next) {
    plain.value = next === 'plain'
    if (next !== 'plain') light.value = { ...light.value, kind: next }
  }
})
</script>

<template>
  <section class="panel pad stack">
    <h2>Eye</h2>
    <PressOne
      :model-value="eyes"
      label="Eye"
      :options="EYES"
      attribute="eye"
      @update:model-value="look"
    />
    <div v-if="eyes === 'orbit'" class="row wrap">
      <ElButton
        v-for="v in VIEWS"
        :key="v.id"
        class="tool"
        :data-view="v.id"
        @click="picture?.lookFrom(v.id)"
        >{{ v.name }}</ElButton
      >
    </div>
    <div v-else-if="eyes === 'visitor'" class="grid2">
      <NumberField v-model="eyeCm" label="Eyes over the floor" unit="cm" :min="50" :max="220" />
      <NumberField v-model="tableCm" label="Base over the floor" unit="cm" :min="0" :max="210" />
    </div>
    <p class="small soft">
      {{
        eyes === 'orbit'
          ? 'Drag to turn it, wheel or pinch to come nearer, click what you want to know.'
          : 'Arrow keys walk and turn.'
      }}
    </p>
  </section>
  <section class="panel pad stack">
    <h2>Light</h2>
    <PressOne v-model="kind" label="Light" :options="LIGHTS" attribute="light" />
    <WordedSlider
      :model-value="light.fromDeg"
      :min="0"
      :max="359"
      label="Where the light comes from, degrees"
      @update:model-value="light = { ...light, fromDeg: $event }"
      >It comes from {{ Math.round(light.fromDeg) }}°</WordedSlider
    >
    <WordedSlider
      :model-value="light.highDeg"
      :min="8"
      :max="88"
      label="How high the light stands, degrees"
      @update:model-value="light = { ...light, highDeg: $event }"
      >and stands {{ Math.round(light.highDeg) }}° high</WordedSlider
    >
  </section>
</template>
