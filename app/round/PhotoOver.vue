<script setup lang="ts">
import { computed } from 'vue'
import type { Overlay } from '../components/RoundPhoto.vue'

/** A photograph over the model, as large as it fits, with the places that were told on it. */
const props = defineProps<{ overlay: Overlay; box: PhotoBox }>()
const emit = defineEmits<{ press: [at: readonly [number, number]] }>()
export interface PhotoBox {
  /** Screen px for one of the photograph. */
  k: number
  left: number
  top: number
  width: number
  height: number
}
const style = computed(() =>
  Object.fromEntries(
    (['left', 'top', 'width', 'height'] as const).map((side) => [side, `${props.box[side]}px`])
  )
)
function pressed(event: MouseEvent): void {
  if (!props.overlay.asks) return
  const at = (event.currentTarget as HTMLElement).getBoundingClientRect()
  emit('press', [(event.clientX - at.left) / props.box.k, (event.clientY - at.top) / props.box.k])
}
</script>

<template>
  <div
    class="photo"
    :class="{ asks: overlay.asks }"
    :style="style"
    data-test="photo-over"
    @click="pressed"
  >
    <img
      :src="overlay.href"
      alt=""
      :style="{ opacity: overlay.asks && !overlay.camera ? 1 : overlay.opacity }"
    />
    <i
      v-for="(m, i) in overlay.marks"
      :key="i"
      class="mark"
      :style="{ left: `${m[0] * box.k}px`, top: `${m[1] * box.k}px` }"
      >{{ i + 1 }}</i
    >
  </div>
</template>

<style scoped>
.photo {
  position: absolute;
  pointer-events: none;
}
.photo.asks {
  pointer-events: auto;
  cursor: crosshair;
}
.photo img {
  width: 100%;
  height: 100%;
  display: block;
}
.mark {
  position: absolute;
  width: 20px;
  height: 20px;
  margin: -10px 0 0 -10px;
  border-radius: 50%;
  border: 2px solid var(--sheet);
  background: var(--red-lead);
  color: var(--sheet);
  font-size: 11px;
  font-style: normal;
  text-align: center;
  line-height: 16px;
}
</style>
