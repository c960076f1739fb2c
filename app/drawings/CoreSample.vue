<script setup lang="ts">
import { computed } from 'vue'
import type { Coat } from '../../core/plan/3-stacks/coat'
import { mm } from '../words'

/**
 * A core drilled through the deepest place: every coat from the ground up. Thin coats are drawn
 * thick enough to see.
 */
const props = defineProps<{ coats: Coat[] }>()
const W = 320
const LEAST = 26
const PER_MM = 7
const rows = computed(() => {
  let y = 8
  return [...props.coats].reverse().map((coat) => {
    const height = Math.min(74, Math.max(LEAST, coat.thicknessMm * PER_MM))
    const row = { coat, y, height, cut: coat.thicknessMm * PER_MM > 74 }
    y += height
    return row
  })
})
const total = computed(() => rows.value.reduce((sum, r) => sum + r.height, 0) + 16)
/** Long words stand in two lines, clear of the thickness. */
const linesOf = (label: string): string[] => (label.length > 30 ? label.split(/(?<=:) /) : [label])
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${total}`"
    role="img"
    aria-label="Core through the deepest place, top first"
  >
    <g v-for="(r, i) in rows" :key="i">
      <rect :class="`coat-${r.coat.what}`" x="6" :y="r.y" width="84" :height="r.height" />
      <path
        v-if="r.cut"
        class="break"
        :d="`M2 ${r.y + r.height / 2 + 4}l16 -8 16 8 16 -8 16 8 16 -8 12 6`"
      />
      <text
        v-for="(words, k) in linesOf(r.coat.label)"
        :key="k"
        x="100"
        :y="r.y + r.height / 2 + 4 + 12 * (k - (linesOf(r.coat.label).length - 1) / 2)"
      >
        {{ words }}
      </text>
      <text :x="W - 4" :y="r.y + r.height / 2 + 4" text-anchor="end" class="quiet">
        {{ r.coat.thicknessMm >= 0.5 ? mm(r.coat.thicknessMm) : 'film' }}
      </text>
      <line x1="94" :x2="W" :y1="r.y" :y2="r.y" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  display: block;
}
rect {
  stroke: var(--ink);
  stroke-width: 1;
}
line {
  stroke: var(--line);
}
.coat-landform {
  fill: var(--foam-board);
}
.coat-shell {
  fill: var(--bed);
}
.coat-paint {
  fill: var(--timber);
}
.coat-seal {
  fill: url(#state-clear);
}
.coat-pour {
  fill: url(#state-wet);
}
.coat-gel {
  fill: url(#state-workable);
}
.coat-strip {
  fill: url(#state-firm);
}
.coat-white {
  fill: #fff;
}
.coat-gloss {
  fill: url(#state-clear);
}
.break {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 5;
}
</style>
