<script setup lang="ts">
import { ElUpload } from 'element-plus'
import { ref } from 'vue'
import { unreadable, type ComingIn } from '../../core/build/file/comingIn'

/** A button that takes files from the builder's own disk: nothing leaves the machine. */
const props = defineProps<{
  /** What is asked for: a longer file than any of its kind is not opened. */
  kind: ComingIn
  accept: string
  multiple?: boolean
  disabled?: boolean
  main?: boolean
}>()
const emit = defineEmits<{ pick: [file: File]; refuse: [why: string] }>()
const upload = ref<InstanceType<typeof ElUpload> | null>(null)
function taken(file: File | undefined): void {
  upload.value?.clearFiles()
  if (!file) return
  const why = unreadable(props.kind, file.name, file.size)
  if (why) emit('refuse', why)
  else emit('pick', file)
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
