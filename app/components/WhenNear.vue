<script setup lang="ts">
import { useElementVisibility, useEventListener } from '@vueuse/core'
import { ref, useTemplateRef, watchEffect } from 'vue'

/**
 * A panel that lies out of sight is made, and its code fetched, when it comes in sight or when hand or
 * key begin to work: nobody waits for what they don't see, and nobody finds it missing.
 */
defineProps<{ leastPx: number }>()
const here = ref(false)
const seen = useElementVisibility(useTemplateRef<HTMLElement>('place'))
const come = () => (here.value = true)
watchEffect(() => seen.value && come())
for (const event of ['keydown', 'pointerdown', 'focusin'] as const)
  useEventListener(window, event, come, { once: true, passive: true })
</script>

<template>
  <Suspense v-if="here">
    <slot />
    <template #fallback><div data-to-come :style="{ minHeight: `${leastPx}px` }"></div></template>
  </Suspense>
  <div v-else ref="place" data-to-come :style="{ minHeight: `${leastPx}px` }"></div>
</template>
