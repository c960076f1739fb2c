<script setup lang="ts">
import type { Underlay } from './underlay'

/** A picture under a drawing, as large as the drawing has its millimetres. */
defineProps<{
  picture: Underlay
  toX: (mm: number) => number
  toY: (mm: number) => number
  /** Pixels to a millimetre, across and up. */
  across: number
  up: number
}>()
</script>

<template>
  <image
    class="underlay"
    :href="picture.href"
    :x="toX(picture.x)"
    :y="toY(picture.y)"
    :width="picture.widthMm * across"
    :height="picture.heightMm * up"
    preserveAspectRatio="none"
  />
</template>

<style scoped>
.underlay {
  pointer-events: none;
}
</style>
