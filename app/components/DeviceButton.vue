<script setup lang="ts" generic="T">
import { ElButton } from 'element-plus'
import { ref } from 'vue'
import { standInPort, type DeviceName } from '../devices/port'
import { readOnce } from '../devices/useDevice'

/** Reads a device once; what can't be read is said, and typing goes on working. */
const props = defineProps<{
  device: DeviceName
  label: string
  parse: (line: string) => T | null
}>()
const emit = defineEmits<{ reading: [value: T] }>()
const busy = ref(false)
const problem = ref('')

async function read(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    emit('reading', await readOnce(standInPort(props.device), props.parse))
  } catch {
    problem.value = 'It does not answer: type the figures instead.'
  }
  busy.value = false
}
</script>

<template>
  <span class="device"
    ><ElButton class="tool" :disabled="busy" :data-device="device" @click="read">
      {{ busy ? 'Reading…' : label }}</ElButton
    ><span v-if="problem" class="fault small" role="alert">{{ problem }}</span></span
  >
</template>

<style scoped>
.device {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
