<script setup lang="ts">
import { ElUpload } from 'element-plus'
import { ref } from 'vue'

/** A button that takes files from the builder's own disk: nothing leaves the machine. */
defineProps<{ accept: string; multiple?: boolean; disabled?: boolean; main?: boolean }>()
const emit = defineEmits<{ pick: [file: File] }>()
const upload = ref<InstanceType<typeof ElUpload> | null>(null)
function taken(file: File | undefined): void {
  upload.value?.clearFiles()
  if (file) emit('pick', file)
}
</script>

<template>
  <ElUpload
    ref="upload"
    :accept="accept"
    :multiple="multiple"
    :disabled="disabled"
    :auto-upload="false"
    :show-file-list="false"
    :on-change="(f) => taken(f.raw)"
  >
    <span class="tool" :class="{ main }"><slot /></span>
  </ElUpload>
</template>
