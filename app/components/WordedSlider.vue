<script setup lang="ts">
import { ElSlider } from 'element-plus'
import 'element-plus/theme-chalk/el-slider.css'

/** A slider under the words that say where it stands. */
defineProps<{ label: string; min: number; max: number }>()
const value = defineModel<number>({ required: true })
</script>

<template>
  <div class="small">
    <slot />
    <ElSlider
      :model-value="value"
      :min="min"
      :max="max"
      :show-tooltip="false"
      :aria-label="label"
      @update:model-value="value = Number($event)"
    />
  </div>
</template>
