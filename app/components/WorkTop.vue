<script setup lang="ts">
import { PanelRightOpen } from '@lucide/vue'
import { ElButton, ElDrawer } from 'element-plus'
import { ref } from 'vue'
import { useTablet } from '../screens'

/**
 * One layout for every view of a build: the drawing carries the screen, a tray of forms stands
 * beside it; on a tablet it comes in from the side, on a phone it follows below.
 */
defineProps<{ drawings?: string | Record<string, boolean>; tray?: string }>()
const tablet = useTablet()
const open = ref(false)
</script>

<template>
  <div class="worktop">
    <div class="drawings" :class="drawings"><slot /></div>
    <template v-if="tablet">
      <ElButton class="tool tray-handle" data-test="tray-handle" @click="open = true">
        <PanelRightOpen :size="17" aria-hidden="true" />{{ tray ?? 'Figures' }}
      </ElButton>
      <ElDrawer v-model="open" :title="tray ?? 'Figures'" size="372px" append-to="#sheets">
        <div class="tray"><slot name="tray" /></div>
      </ElDrawer>
    </template>
    <div v-else class="tray"><slot name="tray" /></div>
  </div>
</template>
