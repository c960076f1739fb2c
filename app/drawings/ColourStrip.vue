<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PoolColours } from '../../core/colour/poolColours'
import { mm } from '../format'
import { useSize } from './useSize'

/** The water as it will look: along the section, and by depth beside the bed it is poured over. */
const props = defineProps<{ colours: PoolColours; lengthMm: number }>()
const frame = ref<HTMLElement | null>(null)
const { width } = useSize(frame)
const M = 14
const H = 216
const strip = computed(() => props.colours.strip)
const from = computed(() => strip.value[0]?.[0] ?? 0)
const to = computed(() => strip.value.at(-1)?.[0] ?? 1)
const X = (s: number) => M + ((width.value - 2 * M) * (s - from.value)) / Math.max(1e-6, to.value - from.value)
const cells = computed(() => strip.value.slice(0, -1).map(([s, colour], i) => ({ x: X(s), w: X(strip.value[i + 1][0]) - X(s) + 0.6, colour })))
const each = computed(() => (width.value - 2 * M) / Math.max(1, props.colours.swatches.length))
</script>

<template>
  <div ref="frame">
    <svg v-if="width > 0" :viewBox="`0 0 ${width} ${H}`" :height="H" role="img" aria-label="Colour along the section and by depth">
      <text :x="M" y="13" class="quiet">{{ cells.length ? 'along the section, seen from above' : 'the section does not cross this pool' }}</text>
      <text v-if="cells.length" :x="width - M" y="13" text-anchor="end" class="quiet">{{ mm(to - from) }}</text>
      <rect v-for="(c, i) in cells" :key="i" :x="c.x" y="19" :width="c.w" height="46" :fill="c.colour" />
      <text :x="M" y="86" class="quiet">by depth: the bed as painted, and through the water</text>
      <g v-for="(s, i) in colours.swatches" :key="i" :transform="`translate(${M + i * each} 92)`">
        <rect class="bed" :width="each - 6" height="26" :fill="s.bed" />
        <rect :y="26" :width="each - 6" height="58" :fill="s.colour" :data-colour="s.colour" />
        <text :x="0" y="100">{{ mm(s.depthMm) }}</text><text :x="0" y="115" class="quiet">{{ Math.round(s.bedShowsPct) }} % bed</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg { width: 100%; display: block; }
</style>
