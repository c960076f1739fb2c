<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PoolColours } from '../../core/plan/3-stacks/poolColours'
import { mm } from '../words'
import { larger } from './letters'
import { useElementSize } from '@vueuse/core'

/** The water as it will look: along the section, and by depth beside the bed it is poured over. */
const props = defineProps<{ colours: PoolColours; lengthMm: number }>()
const frame = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(frame)
const M = 14
const L = larger()
const H = computed(() => Math.max(216 * L, height.value))
/** A quarter of the sheet is the strip, the rest the swatches. */
const tall = computed(() => Math.round((H.value - 76 * L) * 0.32))
const below = computed(() => 46 * L + tall.value)
const chip = computed(() => H.value - below.value - 40 * L)
const strip = computed(() => props.colours.strip)
const from = computed(() => strip.value[0]?.[0] ?? 0)
const to = computed(() => strip.value.at(-1)?.[0] ?? 1)
const X = (s: number) =>
  M + ((width.value - 2 * M) * (s - from.value)) / Math.max(1e-6, to.value - from.value)
const cells = computed(() =>
  strip.value
    .slice(0, -1)
    .map(([s, colour], i) => ({ x: X(s), w: X(strip.value[i + 1][0]) - X(s) + 0.6, colour }))
)
const each = computed(() => (width.value - 2 * M) / Math.max(1, props.colours.swatches.length))
</script>

<template>
  <div ref="frame" class="frame">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${H}`"
      role="img"
      aria-label="Colour along the section and by depth"
    >
      <text :x="M" :y="13 * L" class="quiet">
        {{
          cells.length
            ? `along the section, seen from above: ${mm(to - from)}`
            : 'the section does not cross this pool'
        }}
      </text>
      <rect
        v-for="(c, i) in cells"
        :key="i"
        :x="c.x"
        :y="19 * L"
        :width="c.w"
        :height="tall"
        :fill="c.colour"
      />
      <text :x="M" :y="below - 6 * L" class="quiet">
        by depth: the bed as painted, and through the water
      </text>
      <g
        v-for="(s, i) in colours.swatches"
        :key="i"
        :transform="`translate(${M + i * each} ${below})`"
      >
        <rect class="bed" :width="each - 6" :height="chip * 0.3" :fill="s.bed" />
        <rect
          :y="chip * 0.3"
          :width="each - 6"
          :height="chip * 0.7"
          :fill="s.colour"
          :data-colour="s.colour"
        />
        <text :x="0" :y="chip + 16 * L">
          {{ mm(s.depthMm) }}
        </text>
        <text :x="0" :y="chip + 31 * L" class="quiet">
          {{ Math.round(s.bedShowsPct) }} %{{ each < 58 * L ? '' : ' bed' }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  min-height: 13.5rem;
  overflow: hidden;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
</style>
