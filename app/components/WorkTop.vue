<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useTablet } from '../screens'

/**
 * One layout for every view of a build: the drawing carries the screen, a tray of forms stands
 * beside it; on a tablet it comes in from the side, on a phone it follows below.
 */
defineProps<{ drawings?: string | Record<string, boolean>; tray?: string }>()
const tablet = useTablet()
const TrayDrawer = defineAsyncComponent(() => import('./TrayDrawer.vue'))
</script>

<template>
  <div class="worktop">
    <div class="drawings" :class="drawings"><slot /></div>
    <TrayDrawer v-if="tablet" :name="tray ?? 'Figures'"><slot name="tray" /></TrayDrawer>
    <div v-else class="tray"><slot name="tray" /></div>
  </div>
</template>
