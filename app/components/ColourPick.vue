<script setup lang="ts">
import { ElColorPicker } from 'element-plus'
import 'element-plus/theme-chalk/el-color-picker.css'
import 'element-plus/theme-chalk/el-color-picker-panel.css'

/** A colour with its name; every colour tried is told at once, so that the drawing follows. */
defineProps<{
  label: string
  modelValue: string
  /** Its name is only told by ear. */ bare?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [colour: string] }>()
const told = (colour: string | null) => {
  if (colour && /^#[0-9a-f]{6}$/i.test(colour)) emit('update:modelValue', colour.toLowerCase())
}
</script>

<template>
  <div class="row small">
    <span v-if="!bare" aria-hidden="true">{{ label }}</span>
    <ElColorPicker
      :model-value="modelValue"
      :aria-label="label"
      :clearable="false"
      color-format="hex"
      @active-change="told"
      @update:model-value="told"
    />
  </div>
</template>
