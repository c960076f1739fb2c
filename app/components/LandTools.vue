<script setup lang="ts">
import { ElButton, ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'
import { computed } from 'vue'
import { LAND_TOOLS, type useSculpting } from '../sculpting'
import { mm } from '../words'
import NumberField from './NumberField.vue'

/** What works the land: the brushes, how wide and how strong, and to which height. */
const props = defineProps<{ land: ReturnType<typeof useSculpting> }>()
const { tool, radiusMm, strengthPct, toMm, slopeMm, nextMm } = props.land
const hasStrength = computed(() => !['cliff', 'slope', 'contour'].includes(tool.value))
const hasHeight = computed(() => ['flatten', 'cliff', 'contour'].includes(tool.value))
const BLANK: Partial<Record<typeof tool.value, string>> = {
  flatten: 'as it begins',
  cliff: 'as below it',
  contour: 'as it begins'
}
</script>

<template>
  <div class="brushes" role="group" aria-label="Land tools">
    <ElButton
      v-for="t in LAND_TOOLS"
      :key="t.id"
      class="tool"
      :aria-pressed="tool === t.id"
      :title="`${t.what} (${t.key})`"
      :data-land-tool="t.id"
      @click="tool = t.id"
    >
      {{ t.name }}
    </ElButton>
  </div>
  <span class="soft small">{{ LAND_TOOLS.find((t) => t.id === tool)?.what }}</span>
  <div v-if="tool !== 'contour'" class="small size">
    {{ mm(2 * radiusMm) }} wide
    <ElSlider
      v-model="radiusMm"
      :min="2"
      :max="100"
      :show-tooltip="false"
      aria-label="Half the width of the brush, mm"
      data-test="brush-size"
    />
  </div>
  <div v-if="hasStrength" class="small size">
    Strength {{ strengthPct }} %
    <ElSlider
      v-model="strengthPct"
      :min="5"
      :max="100"
      :step="5"
      :show-tooltip="false"
      aria-label="Strength, %"
    />
  </div>
  <NumberField
    v-if="hasHeight"
    v-model="toMm"
    label="To the height"
    unit="mm"
    :min="0"
    :max="10000"
    :blank="BLANK[tool] ?? ''"
  />
  <NumberField
    v-if="tool === 'contour'"
    label="Each next line"
    unit="mm"
    hint="higher than the last: lines of a map under the plan"
    :model-value="nextMm"
    :min="-500"
    :max="500"
    data-test="next-line"
    @update:model-value="nextMm = $event ?? 0"
  />
  <template v-if="tool === 'slope'">
    <NumberField
      v-for="(name, i) in ['Begins at', 'Ends at']"
      :key="name"
      :label="name"
      unit="mm"
      :model-value="slopeMm[i]"
      :min="0"
      :max="10000"
      @update:model-value="slopeMm = i === 0 ? [$event!, slopeMm[1]] : [slopeMm[0], $event!]"
    />
  </template>
</template>

<style scoped>
.size {
  padding: 0 8px 0 4px;
}
.brushes {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 5px;
}
.brushes .tool {
  margin: 0;
  min-width: 0;
  min-height: 32px;
  padding: 3px 6px;
  justify-content: center;
}
</style>
