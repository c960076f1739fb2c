<script setup lang="ts">
import { computed } from 'vue'
import type { PlannedBatch } from '../../core/plan/4-amounts/types'
import { ml, grams } from '../words'

const props = defineProps<{
  batch: PlannedBatch
  tints: { id: string; colour: string; drops: number }[]
}>()
const H = 140
const FOOT = 118
const TOP = 14
const mark = (volume: number) => FOOT - ((FOOT - TOP) * volume) / props.batch.cupMl
/** The cup widens upwards: half its width at a height. */
const half = (y: number) => 26 + (12 * (FOOT - y)) / (FOOT - TOP)
const body = (from: number, to: number) =>
  `M${60 - half(from)} ${from}L${60 - half(to)} ${to}H${60 + half(to)}L${60 + half(from)} ${from}Z`
const aTop = computed(() => mark(props.batch.aMl))
const bTop = computed(() => mark(props.batch.aMl + props.batch.bMl))
/** The two labels keep their distance however thin the layer of B is. */
const bLabel = computed(() => Math.min(bTop.value, aLabel.value - 38))
const aLabel = computed(() => Math.min(aTop.value, FOOT - 22))
</script>

<template>
  <svg
    :viewBox="`0 0 210 ${H}`"
    role="img"
    :aria-label="`Cup: ${grams(batch.aG)} of A, then ${grams(batch.bG)} of B`"
  >
    <path class="a" :d="body(FOOT, aTop)" />
    <path class="b" :d="body(aTop, bTop)" />
    <path
      class="cup"
      :d="`M${60 - half(TOP)} ${TOP}L${60 - half(FOOT)} ${FOOT}H${60 + half(FOOT)}L${60 + half(TOP)} ${TOP}`"
    />
    <g v-for="(t, i) in tints" :key="t.id">
      <path
        v-if="t.drops > 0"
        :transform="`translate(${46 + i * 22} ${4})`"
        d="M5 0C9 6 10 8 10 10A5 5 0 0 1 0 10C0 8 1 6 5 0Z"
        :fill="t.colour"
        class="drop"
      />
    </g>
    <line class="lead" :x1="60 + half(bTop)" :x2="108" :y1="bTop" :y2="bLabel" />
    <line class="lead" :x1="60 + half(aTop)" :x2="108" :y1="aTop" :y2="aLabel + 2" />
    <text x="111" :y="bLabel + 1" class="figure">{{ grams(batch.bG) }} B</text>
    <text x="111" :y="bLabel + 16" class="quiet">
      {{ ml(batch.bMl) }}
    </text>
    <text x="111" :y="aLabel + 7" class="figure">{{ grams(batch.aG) }} A</text>
    <text x="111" :y="aLabel + 22" class="quiet">
      {{ ml(batch.aMl) }}
    </text>
    <text x="60" :y="H - 5" text-anchor="middle" class="quiet">{{ ml(batch.cupMl) }} cup</text>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
.a {
  fill: var(--shallow);
}
.b {
  fill: var(--brass-wash);
  stroke: var(--brass);
  stroke-width: 1;
}
.cup {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linejoin: round;
}
.drop {
  stroke: var(--sheet);
  stroke-width: 1;
}
.lead {
  stroke: var(--line-strong);
}
</style>
