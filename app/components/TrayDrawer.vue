<script setup lang="ts">
import { PanelRightOpen } from '@lucide/vue'
import { ElButton, ElDrawer } from 'element-plus'
import { ref } from 'vue'

/** On a tablet the tray comes in from the side. */
defineProps<{ name: string }>()
const open = ref(false)
</script>

<template>
  <ElButton class="tool tray-handle" data-test="tray-handle" @click="open = true">
    <PanelRightOpen :size="17" aria-hidden="true" />{{ name }}
  </ElButton>
  <ElDrawer v-model="open" :title="name" size="372px" append-to="#sheets">
    <div class="tray"><slot /></div>
  </ElDrawer>
</template>
