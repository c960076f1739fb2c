<script setup lang="ts">
import { computed, ref } from 'vue'
import type { DamPlan } from '../../core/plan/3-stacks/damPlan'
import { fine, mm } from '../words'
import { useElementSize } from '@vueuse/core'

/**
 * Each stretch of dam seen from above, its bow drawn ten times as large, with the braces that it
 * asks for.
 */
const props = defineProps<{ dam: DamPlan }>()
const frame = ref<HTMLElement | null>(null)
const { width } = useElementSize(frame)
const TIMES = 10
/** A line of words over the first stretch, px. */
const WORDS = 20
const spans = computed(() => props.dam.spans)
/** On a phone the braces stand in a line of their own. */
const under = computed(() => width.value < 480 && spans.value.some((s) => s.braces > 0))
const ROW = computed(() => (under.value ? 68 : 50))
const longest = computed(() => Math.max(1, ...spans.value.map((s) => s.spanMm)))
const scale = computed(() => (width.value - 40) / longest.value)
const bowed = computed(() => spans.value.some((s) => s.bowMm > 0.02))
const top = computed(() => (bowed.value ? WORDS : 0))
const height = computed(() => Math.max(70, top.value + spans.value.length * ROW.value + 12))
const bow = (spanMm: number, bowMm: number, y: number) => {
  const w = spanMm * scale.value
  const b = Math.min(9, bowMm * TIMES * scale.value)
  return `M20 ${y}Q${20 + w / 2} ${y + 2 * b} ${20 + w} ${y}`
}
const braced = ({ braces, braceEveryMm }: DamPlan['spans'][number]) =>
  `${under.value ? '' : ', '}${braces === 1 ? 'one brace' : `${braces} braces`}, every ${mm(braceEveryMm)}`
</script>

<template>
  <div ref="frame">
    <svg
      v-if="width > 0"
      :viewBox="`0 0 ${width} ${height}`"
      :height="height"
      role="img"
      :aria-label="`${spans.length} stretches of dam, bow up to ${mm(dam.bowMm)}`"
    >
      <text v-if="bowed" x="20" y="14" class="quiet">bow drawn × {{ TIMES }}</text>
      <g v-for="(s, i) in spans" :key="i" :transform="`translate(0 ${top})`">
        <rect class="water" x="20" :y="i * ROW + 6" :width="s.spanMm * scale" height="16" />
        <path
          class="wall"
          :class="{ weak: s.braces > 0 }"
          :d="bow(s.spanMm, s.bowMm, i * ROW + 22)"
        />
        <path
          v-for="b in s.braces"
          :key="b"
          class="brace"
          :d="`M${20 + (b * s.spanMm * scale) / (s.braces + 1)} ${i * ROW + 23}v8l-5 6h10l-5 -6`"
        />
        <text x="20" :y="i * ROW + 45">
          {{ mm(s.spanMm) }} long, {{ mm(s.depthMm) }} deep: bows
          <tspan class="strong">
            {{ s.bowMm < 0.05 ? `under ${fine(0.05, 'mm')}` : mm(s.bowMm) }}
          </tspan>
          <tspan v-if="s.braces" v-bind="under ? { x: 20, dy: '1.25em' } : {}" v-text="braced(s)" />
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.water {
  fill: var(--shallow);
}
.wall {
  fill: none;
  stroke: var(--ink);
  stroke-width: 4;
}
.wall.weak {
  stroke: var(--red-lead);
}
.brace {
  fill: var(--brass);
  stroke: var(--brass);
  stroke-width: 2.5;
}
.strong {
  font-weight: 700;
}
</style>
