<script setup lang="ts">
import { toRef } from 'vue'
import { useKeptPicture } from '../storage/keptPicture'

/** The picture that a build has on its card and at the head of its lists; without one, what stands in its place. */
const props = defineProps<{ cover?: string }>()
const href = useKeptPicture(toRef(props, 'cover'))
</script>

<template>
  <img v-if="href" :src="href" alt="" data-test="cover" />
  <slot v-else />
</template>
